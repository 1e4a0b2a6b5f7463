import { z } from 'zod'
import {
  bleedMethods,
  cautionKinds,
  fastenerKinds,
  jointKinds,
  keepoutKinds,
  levelForms,
  liftPositions,
  phases,
  pressureSources,
  proofs,
  reaches,
  sourceKinds,
  lookouts,
  systems,
  waitKinds,
  type Predicate,
} from '../../core/sheet/types'
import type { Celsius, Degrees, Kilopascals, Millilitres, Millimetres, Minutes, NewtonMetres } from '../../core/units/types'
import { limits } from '../limits'
import { nameSchema as name, slugSchema as slug, textSchema as text, yearSchema as year } from './basics'

// The schemas mirror core/sheet/types.ts; contracts.ts makes any drift between the two a compile error.
const date = z.iso.date()
const quantity = <Q extends number>(low: number, high: number, unit: string) =>
  z.number().min(low).max(high).meta({ description: unit }) as unknown as z.ZodType<Q, Q>
const mm = quantity<Millimetres>(0, 20_000, 'mm')
const mL = quantity<Millilitres>(0, 100_000, 'mL')
const nm = quantity<NewtonMetres>(0, 1000, 'N·m')
const degC = quantity<Celsius>(-60, 250, '°C')
const kPa = quantity<Kilopascals>(0, 40_000, 'kPa')
const min = quantity<Minutes>(0, 2880, 'min')
const deg = quantity<Degrees>(0, 720, 'degrees')
const coordinate = z.number().min(-10_000).max(10_000)
const vec3 = z
  .tuple([coordinate, coordinate, coordinate])
  .meta({ description: 'x forward, y left, z up, mm (ISO 8855), origin at ground level under the front axle' })
const list = <T extends z.ZodType>(item: T, max = 200) => z.array(item).max(max)

export const predicateSchema: z.ZodType<Predicate, Predicate> = z
  .lazy(() =>
    z.union([
      z.strictObject({ trait: slug, is: slug }),
      z.strictObject({ all: list(predicateSchema, 20) }),
      z.strictObject({ any: list(predicateSchema, 20) }),
      z.strictObject({ not: predicateSchema }),
    ]),
  )
  .meta({ id: 'predicate' })

const source = z.enum(sourceKinds)
const contested = <S extends z.ZodType>(value: S) =>
  z.union([
    z.literal('unknown'),
    z.strictObject({
      values: z
        .array(z.strictObject({ value, source, citation: text.optional(), date }))
        .min(1)
        .max(12),
      settled: z.strictObject({ index: z.number().int().min(0), by: name, why: text }).optional(),
    }),
  ])
const windowOf = <S extends z.ZodType>(value: S) => z.strictObject({ low: value, high: value })
const torque = contested(windowOf(nm))
const spreadFields = { least: mL, likely: mL, most: mL }
const spread = z
  .strictObject(spreadFields)
  .refine(value => value.least <= value.likely && value.likely <= value.most, 'least ≤ likely ≤ most')

const caution = z.strictObject({ kind: z.enum(cautionKinds), text })
const thingCautions = list(caution.extend({ only: z.enum(['off', 'on']).optional() }), 12)
const needs = list(z.array(slug).min(1).max(12), 20).meta({
  description: 'AND of ORs: of every inner list at least one operation must be done.',
})
const way = z.strictObject({
  at: z.enum(liftPositions),
  from: z.enum(reaches),
  needs,
  minutes: min,
  note: text.optional(),
  guessed: z.boolean().optional(),
  tryFirst: z.strictObject({ chance: z.number().min(0.01).max(0.99), lost: min, hangs: text }).optional(),
})
const ways = z.array(way).min(1).max(12)

/** Where a picture looks for what has no place on a line. */
const centre = vec3.optional()
const centrePoint = z.strictObject({ at: vec3, radius: mm.optional() })
const points = z.array(centrePoint).min(2).max(2000)
const failure = z.strictObject({ chancePerYear: z.number().min(0).max(1), why: text })
const section = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('tube'),
    material: z.enum(['steel', 'aluminium', 'copper-nickel', 'plastic']),
    od: mm,
    wall: mm,
    points,
  }),
  z.strictObject({
    kind: z.literal('hose'),
    build: z.enum(['rubber', 'braided', 'silicone']),
    bore: mm,
    wall: mm,
    clampAllowed: z.boolean().optional(),
    points,
  }),
])
/** `open:joint`, `off:operation`, `fill`: a step of the plan. */
const stepRef = z
  .string()
  .min(2)
  .max(120)
  .regex(/^[a-z-]+(:[a-z0-9][a-z0-9-]*)?$/)
const seal = z.strictObject({
  id: slug,
  name,
  count: z.number().int().min(1).max(50),
  size: name.optional(),
  reuse: z.enum(['never', 'if-good']),
  part: name.optional(),
  wet: z.boolean().optional(),
  unobtainable: z.boolean().optional(),
})
/** Came filled and sealed; absent: nobody has said. */
const sealed = z.union([z.literal(false), z.strictObject({ strap: name.optional() })]).optional()
const line = z.strictObject({
  id: slug,
  name,
  mark: name.optional(),
  when: predicateSchema.optional(),
  from: slug,
  to: slug,
  sections: z.array(section).max(40),
  checkValve: z.strictObject({ at: mm, towards: z.enum(['from', 'to']) }).optional(),
  withdraw: ways,
  withdrawNote: text.optional(),
  sealed,
  feeding: text.optional(),
  failure: failure.optional(),
  parts: list(
    z.strictObject({
      id: slug,
      kind: z.enum(['factory', 'aftermarket', 'braided', 'made']),
      name,
      number: name.optional(),
      brings: list(slug, 40),
      carryOver: list(name, 12).optional(),
      sealed,
      covers: list(slug, 8).optional(),
      drops: list(slug, 24).optional(),
      supersededBy: slug.optional(),
      discontinued: z.boolean().optional(),
      bent: z.boolean().optional(),
      rigid: z.boolean().optional(),
      note: text.optional(),
    }),
    12,
  ),
})
const lineEnd = z.enum(['from', 'to'])
const joint = z.strictObject({
  id: slug,
  name,
  line: slug,
  end: lineEnd,
  also: list(z.strictObject({ line: slug, end: lineEnd }), 4).optional(),
  kind: z.enum(jointKinds),
  thread: z
    .strictObject({
      designation: name,
      standard: z.enum(['metric', 'unified', 'pipe']),
      sealant: z.enum(['none', 'as-supplied', 'as-sheet']),
    })
    .optional(),
  hex: z.strictObject({ turn: mm.optional(), hold: mm.optional(), alternates: list(mm, 6) }),
  seals: list(seal, 12),
  torque: torque.optional(),
  turn: z.strictObject({ snugThen: deg }).optional(),
  tools: list(name, 12),
  release: text,
  seated: text,
  proofs: list(z.enum(proofs), 5),
  componentDrain: spread.optional(),
  opensNothing: z.boolean().optional(),
  ways,
  hiddenBy: list(slug, 12),
  cautions: thingCautions,
})
const hold = z.strictObject({
  id: slug,
  name,
  line: slug,
  at: mm,
  kind: z.enum(['clip', 'bracket', 'tie', 'hook']),
  with: list(slug, 8),
  opens: text,
  hex: mm.optional(),
  torque: torque.optional(),
  newLineBrings: z.boolean(),
  reuse: z.enum(['never', 'if-good']),
  part: name.optional(),
  ways,
})
const fastener = z.strictObject({
  count: z.number().int().min(1).max(60),
  what: z.enum(fastenerKinds),
  size: name,
  length: mm.optional(),
  place: name,
  hex: mm.optional(),
  torque: torque.optional(),
  turn: z.strictObject({ snugThen: deg }).optional(),
  oneTime: z.boolean().optional(),
  part: name.optional(),
  spots: list(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]), 60).optional(),
})
const operation = z.strictObject({
  id: slug,
  name,
  when: predicateSchema.optional(),
  at: z.enum(liftPositions),
  from: z.enum(reaches),
  off: min,
  on: min,
  guessed: z.boolean().optional(),
  needs,
  fasteners: list(fastener, 20),
  seals: list(seal, 12).optional(),
  tools: list(name, 12),
  engineMayRun: z.boolean(),
  isolates: z.boolean().optional(),
  carRestsOnIt: z.boolean().optional(),
  heldFromFloor: z.boolean().optional(),
  tightenAt: z.enum(liftPositions).optional(),
  risk: z.strictObject({ what: text, price: min }).optional(),
  drains: z.strictObject({ fluid: name, circuit: slug.optional(), ...spreadFields }).optional(),
  cautions: thingCautions,
  how: text.optional(),
  refit: text.optional(),
  centre,
})
const level = z.strictObject({
  id: slug,
  name,
  method: z.enum(['marks', 'window', 'plug']),
  form: z.enum(levelForms).optional(),
  band: quantity<Millimetres>(0, 500, 'mm').optional(),
  engine: z.enum(['idling', 'off']),
  temperature: contested(windowOf(degC)),
  reads: text,
  decides: z.boolean().optional(),
  mlPerMm: z.number().min(0).max(1000).optional(),
  hex: mm.optional(),
  torque: torque.optional(),
  seals: list(seal, 6),
  ways,
  cautions: list(caution, 12),
  centre,
})
const reuse = z.literal('if-clean').optional()
const circuit = z.strictObject({
  id: slug,
  name,
  spec: contested(name),
  capacity: contested(mL),
  bottle: quantity<Millilitres>(10, 100_000, 'mL'),
  reuse,
  fill: z.strictObject({ name, at: z.enum(liftPositions), from: z.enum(reaches), minutes: min, tools: list(name, 12) }),
  level,
})
const body = z.discriminatedUnion('shape', [
  z.strictObject({ shape: z.literal('capsule'), a: vec3, b: vec3, radius: mm }),
  z.strictObject({ shape: z.literal('box'), min: vec3, max: vec3 }),
  z.strictObject({ shape: z.literal('cylinder'), a: vec3, b: vec3, radius: mm }),
])
const applies = z.strictObject({
  families: z.array(slug).min(1).max(50),
  years: z.tuple([year, year]).optional(),
  engines: list(slug, 30).optional(),
  when: predicateSchema.optional(),
})

export const sheetSchema = z
  .strictObject({
    format: z.literal('efferent.line-sheet/2'),
    id: slug,
    revision: z.number().int().min(1).max(limits.revisions),
    title: name,
    system: z.enum(systems),
    summary: text,
    words: list(name, 40),
    applies: z.array(applies).min(1).max(40),
    traits: list(
      z.strictObject({
        id: slug,
        name,
        values: z
          .array(z.strictObject({ id: slug, name }))
          .min(2)
          .max(12),
      }),
      40,
    ),
    questions: list(
      z.strictObject({
        id: slug,
        text,
        stand: z.enum(lookouts),
        minutes: min,
        answers: z
          .array(z.strictObject({ id: slug, label: name, looksLike: text, implies: predicateSchema }))
          .min(2)
          .max(8),
      }),
      40,
    ),
    verdicts: list(
      z.strictObject({ id: slug, when: predicateSchema, kind: z.enum(['not-needed', 'superseded']), text, part: slug.optional() }),
      12,
    ).optional(),
    ports: list(z.strictObject({ id: slug, component: name, at: vec3, faces: vec3.optional() })),
    lines: z.array(line).min(1).max(24),
    joints: z.array(joint).min(2).max(48),
    holds: list(hold),
    operations: list(operation),
    landmarks: list(z.strictObject({ id: slug, name, body }), 24).optional(),
    keepouts: list(z.strictObject({ id: slug, what: name, kind: z.enum(keepoutKinds), body, clearance: mm })),
    fills: list(
      z.strictObject({
        id: slug,
        name,
        ways,
        hex: mm.optional(),
        tools: list(name, 12),
        torque: torque.optional(),
        seals: list(seal, 6).optional(),
        centre,
      }),
      12,
    ),
    bleeders: list(z.strictObject({ id: slug, name, hex: mm, torque: torque.optional(), ways, centre }), 12),
    levels: list(level, 12),
    fluid: z.strictObject({
      spec: contested(name),
      capacity: contested(mL),
      reservoir: contested(mL).optional(),
      volumes: list(z.strictObject({ component: name, volume: contested(mL) }), 20),
      bottle: quantity<Millilitres>(10, 100_000, 'mL'),
      expansionPerKelvin: z.number().min(0).max(0.005),
      mixesWith: list(name, 20),
      reuse,
    }),
    circuits: list(circuit, 6).optional(),
    bleeding: z.strictObject({
      allowed: list(z.enum(bleedMethods), 9),
      forbidden: list(z.strictObject({ method: z.enum(bleedMethods), why: text }), 9),
      summary: text,
      parameters: z.strictObject({
        pressure: kPa.optional(),
        restMinutes: min.optional(),
        strokes: z.number().int().min(0).max(500).optional(),
        turns: z.enum(['full-lock', 'short-of-lock']).optional(),
        at: z.enum(liftPositions).optional(),
        running: z.number().int().min(1).max(100).optional(),
      }),
    }),
    proving: z.strictObject({
      leakMinutes: contested(min),
      pressure: z.enum(pressureSources),
      roadTest: z.boolean(),
      lookNext: list(text, 20),
    }),
    neighbours: list(
      z.strictObject({
        id: slug,
        what: name,
        goals: list(slug, 40),
        ways: ways.optional(),
        parts: list(name, 20),
        failure: failure.optional(),
        centre,
      }),
      40,
    ),
    waits: list(
      z.strictObject({
        id: slug,
        kind: z.enum(waitKinds),
        text,
        minutes: min,
        after: list(stepRef, 40),
        before: z.array(stepRef).min(1).max(40),
      }),
      20,
    ).optional(),
    cautions: list(caution.extend({ phase: z.enum(phases) }), 40),
    notes: list(z.strictObject({ by: name, date, text })),
  })
  .meta({ id: 'efferent.line-sheet-2', title: 'Line sheet, format version 2' })

export const familySchema = z.strictObject({
  id: slug,
  make: name,
  model: name,
  body: name,
  years: z.tuple([year, year]),
  engines: z.array(z.strictObject({ id: slug, name })).max(30),
})
export const packSchema = z
  .strictObject({
    format: z.literal('efferent.pack/1'),
    title: name,
    demo: z.boolean().optional(),
    families: list(familySchema, 2000),
    sheets: z.array(sheetSchema).max(2000),
  })
  .meta({ id: 'efferent.pack-1', title: 'Pack of line sheets, format version 1' })

/** JSON Schema 2020-12 of the pack format, as served at /api/schemas/pack and written to docs. */
export const packJsonSchema = () => z.toJSONSchema(packSchema, { target: 'draft-2020-12', io: 'input' })
export { applies as appliesSchema, nm as newtonMetresSchema, mL as millilitresSchema, degC as celsiusSchema }
