import type {
  Bleeding,
  Body,
  Caution,
  CautionKind,
  ThingCaution,
  CentrePoint,
  Circuit,
  Contested,
  Failure,
  Family,
  Fastener,
  Fluid,
  Hold,
  Joint,
  JointKind,
  Keepout,
  KeepoutKind,
  Landmark,
  Level,
  LevelForm,
  LiftPosition,
  Line,
  Needs,
  Lookout,
  Operation,
  PartOption,
  Phase,
  Predicate,
  PressureSource,
  Proof,
  Question,
  Reach,
  Seal,
  Section,
  Sheet,
  Slug,
  SourceKind,
  Spread,
  Vec3,
  Way,
  Window,
  Wait,
  WaitKind,
} from '../../../core/sheet/types'
import {
  celsius,
  degrees,
  millilitres,
  millimetres,
  minutes,
  newtonMetres,
  type Celsius,
  type NewtonMetres,
} from '../../../core/units/types'

/**
 * Short hands for writing demo sheets. What comes out is the open format and nothing else; `npx tsx cli/writeDemo.ts` writes it to db/demo.
 * Everything here is invented: makes, numbers, part numbers.
 */
export type Point = readonly [x: number, y: number, z: number, radius?: number]
type Range = readonly [low: number, high: number]
type Three = readonly [least: number, likely: number, most: number]

const centre = ([x, y, z, radius]: Point): CentrePoint =>
  radius === undefined ? { at: [x, y, z] } : { at: [x, y, z], radius: millimetres(radius) }
type Build = (start: Point) => { section: Section; end: Point }
const build =
  (make: (points: CentrePoint[]) => Section, rest: readonly Point[]): Build =>
  start => ({ section: make([start, ...rest].map(centre)), end: rest.at(-1)! })
export const tube = (material: Extract<Section, { kind: 'tube' }>['material'], od: number, wall: number, ...rest: Point[]): Build =>
  build(points => ({ kind: 'tube', material, od: millimetres(od), wall: millimetres(wall), points }), rest)
export const hose = (build_: Extract<Section, { kind: 'hose' }>['build'], bore: number, wall: number, ...rest: Point[]): Build =>
  build(
    points => ({
      kind: 'hose',
      build: build_,
      bore: millimetres(bore),
      wall: millimetres(wall),
      ...(build_ === 'rubber' ? { clampAllowed: true } : {}),
      points,
    }),
    rest,
  )
/** Sections end to end from a start point: each begins where the one before it ends. */
export function run(start: Point, ...sections: Build[]): Section[] {
  let at = start
  return sections.map(make => {
    const { section, end } = make(at)
    at = [end[0], end[1], end[2]]
    return section
  })
}

/** "undershield battery|tray" → [["undershield"], ["battery", "tray"]] */
const needsOf = (text: string): Needs =>
  text
    .split(' ')
    .filter(Boolean)
    .map(anyOf => anyOf.split('|'))
/** "raised below 9 undershield" → a way; what follows the minutes are its needs. */
export function way(text: string, note?: string): Way {
  const [at, from, took, ...needs] = text.split(' ')
  return {
    at: at as LiftPosition,
    from: from as Reach,
    needs: needsOf(needs.join(' ')),
    minutes: minutes(Number(took)),
    ...(note === undefined ? {} : { note }),
  }
}
type Written = string | readonly [string, string] | Way
const waysOf = (list: readonly Written[]): Way[] =>
  list.map(item => (typeof item === 'string' ? way(item) : 'minutes' in item ? item : way(...item)))
const spread = ([least, likely, most]: Three): Spread => ({
  least: millilitres(least),
  likely: millilitres(likely),
  most: millilitres(most),
})

export const capsule = (a: Vec3, b: Vec3, radius: number): Body => ({ shape: 'capsule', a, b, radius: millimetres(radius) })
export const cylinder = (a: Vec3, b: Vec3, radius: number): Body => ({ shape: 'cylinder', a, b, radius: millimetres(radius) })
export const box = (min: Vec3, max: Vec3): Body => ({ shape: 'box', min, max })
export const keep = (id: Slug, what: string, kind: KeepoutKind, clearance: number, body: Body): Keepout => ({
  id,
  what,
  kind,
  body,
  clearance: millimetres(clearance),
})
export const mark = (id: Slug, name: string, body: Body): Landmark => ({ id, name, body })
export const port = (id: Slug, component: string, at: Vec3, faces?: Vec3) => ({ id, component, at, ...(faces ? { faces } : {}) })
export const caution = (kind: CautionKind, text: string, only?: 'off' | 'on'): ThingCaution => ({ kind, text, ...(only && { only }) })
export const inPhase = (phase: Phase, kind: CautionKind, text: string) => ({ kind, phase, text })
export const part = (id: Slug, kind: PartOption['kind'], name: string, number?: string, extra: Partial<PartOption> = {}): PartOption => ({
  id,
  kind,
  name,
  ...(number ? { number } : {}),
  brings: [],
  ...extra,
})
export const seal = (id: Slug, name: string, count: number, size: string, number?: string, extra: Partial<Seal> = {}): Seal => ({
  id,
  name,
  count,
  size,
  reuse: 'never',
  ...(number ? { part: number } : {}),
  ...extra,
})
export const oring = (id: Slug, count: number, size: string, number?: string, extra: Partial<Seal> = {}): Seal =>
  seal(id, 'O-ring', count, size, number, { wet: true, ...extra })
export const washers = (id: Slug, size: string, number: string): Seal => seal(id, 'crush washer', 2, size, number)
export const is = (trait: Slug, value: Slug): Predicate => ({ trait, is: value })
export const trait = (id: Slug, name: string, values: Readonly<Record<Slug, string>>) => ({
  id,
  name,
  values: Object.entries(values).map(([value, words]) => ({ id: value, name: words })),
})
export const wait = (id: Slug, kind: WaitKind, took: number, text: string, after: readonly string[], before: readonly string[]): Wait => ({
  id,
  kind,
  text,
  minutes: minutes(took),
  after,
  before,
})
export const question = (
  id: Slug,
  stand: Lookout,
  took: number,
  text: string,
  answers: readonly (readonly [id: Slug, label: string, looksLike: string, implies: Predicate])[],
): Question => ({
  id,
  text,
  stand,
  minutes: minutes(took),
  answers: answers.map(([answer, label, looksLike, implies]) => ({ id: answer, label, looksLike, implies })),
})
export const family = (
  id: Slug,
  make: string,
  model: string,
  body: string,
  years: readonly [number, number],
  engines: Readonly<Record<Slug, string>>,
): Family => ({ id, make, model, body, years, engines: Object.entries(engines).map(([engine, name]) => ({ id: engine, name })) })

type Defaults = { tools: string[]; release: string; seated: string; proofs: Proof[]; cautions: ThingCaution[] }
/** What is the same for every joint of a kind, in a technician's words. */
const joints: Readonly<Record<JointKind, Defaults>> = {
  'clip-connect': {
    tools: ['hooked pick'],
    release: 'Slide the cap back, lift the wire clip out of its groove with the pick and keep a thumb on it. Draw the line straight out.',
    seated:
      'New clip in its groove, push the line in straight until it clicks, pull hard, snap the cap over the clip. A cap that does not close means the line is not home.',
    proofs: ['click', 'pull', 'cap'],
    cautions: [caution('eyes', 'The wire clip flies. Glasses on, thumb over it.')],
  },
  'push-lock': {
    tools: ['release sleeve for the tube size'],
    release: 'Push the line in, slide the release sleeve into the fitting all round, then draw both out together.',
    seated: 'Push in straight until it clicks, then pull hard. The white band must have gone out of sight.',
    proofs: ['click', 'pull'],
    cautions: [caution('damage', 'A lock that was levered open does not hold again.', 'off')],
  },
  flange: {
    tools: ['short ratchet'],
    release: 'Take the bolt right out, then rock the flange off; do not lever on the face.',
    seated: 'Flange flat on its face all round before the bolt goes in. Bolt started by hand.',
    proofs: ['hand-start', 'bottomed'],
    cautions: [],
  },
  'oring-nut': {
    tools: ['line wrench', 'counter-hold'],
    release: 'Penetrant first when it is rusted. Hold the other side with the second wrench and turn only the nut.',
    seated: 'Look that the old O-ring came out with the line. Nut run in by hand for at least three turns until it bottoms.',
    proofs: ['hand-start', 'bottomed'],
    cautions: [],
  },
  'inverted-flare': {
    tools: ['line wrench'],
    release: 'Brush the thread, penetrant, wait. Line wrench right home on the nut. If the tube turns with it, stop.',
    seated: 'Flare clean and centred. Turn the nut backwards until it drops, then in by hand for at least three turns.',
    proofs: ['hand-start', 'bottomed'],
    cautions: [caution('damage', 'A rounded nut costs the line. Line wrench, never an open end.')],
  },
  'iso-flare': {
    tools: ['line wrench'],
    release: 'Brush the thread, penetrant, wait. Line wrench right home on the nut. If the tube turns with it, stop.',
    seated: 'Bubble flare clean and centred. Nut in by hand for at least three turns.',
    proofs: ['hand-start', 'bottomed'],
    cautions: [caution('damage', 'Bubble and double flares do not seal on each other’s seats.')],
  },
  banjo: {
    tools: ['socket', 'torque wrench'],
    release: 'Hold the eye so that it does not turn along. Keep the bolt: look what is inside it.',
    seated: 'One new washer on each side of the eye, bolt started by hand, the line held so that it does not turn along.',
    proofs: ['hand-start', 'bottomed'],
    cautions: [],
  },
  clamp: {
    tools: ['clamp pliers'],
    release:
      'Move the clamp back, turn the hose on the pipe to break it loose, then pull. Cut a stuck hose lengthwise; never lever on the pipe.',
    seated: 'Hose right up to its stop, clamp 2–3 mm from the hose’s end.',
    proofs: ['bottomed', 'pull'],
    cautions: [],
  },
  'press-in': {
    tools: ['hooked pick'],
    release: 'Draw the retainer out of its groove, then the end straight out of its bore.',
    seated: 'Push straight in until the retainer springs into its groove, then pull hard.',
    proofs: ['click', 'pull'],
    cautions: [],
  },
  'taper-thread': {
    tools: ['open wrench', 'counter-hold'],
    release: 'Hold the tank’s boss, unscrew the connector.',
    seated: 'Started by hand with its sealant as supplied; no second sealant. Never backed off to line up.',
    proofs: ['hand-start'],
    cautions: [caution('damage', 'A boss on a plastic tank turns and cracks: hold it.')],
  },
}

type JointExtra = {
  ways: readonly Written[]
  nm?: Range | Contested<Window<NewtonMetres>>
  hex?: number
  hold?: number
  alternates?: number[]
  thread?: Joint['thread']
  seals?: Seal[]
  drain?: Three
  also?: Joint['also']
  hidden?: Slug[]
  snugThen?: number
  tools?: string[]
  release?: string
  seated?: string
  proofs?: Proof[]
  cautions?: ThingCaution[]
}
export const metric = (designation: string, sealant: 'none' | 'as-supplied' | 'as-sheet' = 'none') => ({
  designation,
  standard: 'metric' as const,
  sealant,
})
export const unified = (designation: string) => ({ designation, standard: 'unified' as const, sealant: 'none' as const })
export const pipe = (designation: string, sealant: 'as-supplied' | 'as-sheet') => ({ designation, standard: 'pipe' as const, sealant })

/** Helpers that know their sheet's source: `cite` is the invented book most of its numbers stand in. */
export function author(cite: string, date: string) {
  const sourced = <T>(value: T, source: SourceKind = 'service-information', citation = cite, on = date) => ({
    value,
    source,
    citation,
    date: on,
  })
  const one = <T>(value: T): Contested<T> => ({ values: [sourced(value)] })
  const nmWindow = ([low, high]: Range): Window<NewtonMetres> => ({ low: newtonMetres(low), high: newtonMetres(high) })
  const torque = (range: Range | Contested<Window<NewtonMetres>>): Contested<Window<NewtonMetres>> =>
    Array.isArray(range) ? one(nmWindow(range as Range)) : (range as Contested<Window<NewtonMetres>>)
  /** Two sources side by side: the book's window and another's. */
  const contested = (book: Range, other: Range, source: SourceKind, citation: string, on: string): Contested<Window<NewtonMetres>> => ({
    values: [sourced(nmWindow(book)), sourced(nmWindow(other), source, citation, on)],
  })
  const degC = (low: number, high: number): Window<Celsius> => ({ low: celsius(low), high: celsius(high) })

  const joint = (kind: JointKind, end: `${string}.${'from' | 'to'}`, id: Slug, name: string, extra: JointExtra): Joint => {
    const dot = end.lastIndexOf('.')
    const base = joints[kind]
    return {
      id,
      name,
      line: end.slice(0, dot),
      end: end.slice(dot + 1) as 'from' | 'to',
      ...(extra.also ? { also: extra.also } : {}),
      kind,
      ...(extra.thread ? { thread: extra.thread } : {}),
      hex: {
        ...(extra.hex ? { turn: millimetres(extra.hex) } : {}),
        ...(extra.hold ? { hold: millimetres(extra.hold) } : {}),
        alternates: (extra.alternates ?? []).map(millimetres),
      },
      seals: extra.seals ?? [],
      ...(extra.nm === undefined ? {} : { torque: torque(extra.nm) }),
      ...(extra.snugThen === undefined ? {} : { turn: { snugThen: degrees(extra.snugThen) } }),
      tools: extra.tools ?? base.tools,
      release: extra.release ?? base.release,
      seated: extra.seated ?? base.seated,
      proofs: extra.proofs ?? base.proofs,
      ...(extra.drain ? { componentDrain: spread(extra.drain) } : {}),
      ways: waysOf(extra.ways),
      hiddenBy: extra.hidden ?? [],
      cautions: [...base.cautions, ...(extra.cautions ?? [])],
    }
  }
  const line = (
    id: Slug,
    name: string,
    ends: `${string} > ${string}`,
    sections: Section[],
    extra: Omit<Partial<Line>, 'withdraw'> & { out: readonly Written[] },
  ): Line => {
    const [from, to] = ends.split(' > ') as [Slug, Slug]
    const { out, ...rest } = extra
    return { id, name, from, to, sections, withdraw: waysOf(out), parts: [], ...rest }
  }
  const hold = (
    id: Slug,
    name: string,
    on: Slug,
    at: number,
    kind: Hold['kind'],
    opens: string,
    ways: readonly (string | readonly [string, string])[],
    extra: Partial<Omit<Hold, 'hex' | 'torque'>> & { hex?: number; nm?: Range } = {},
  ): Hold => {
    const { hex, nm, ...rest } = extra
    return {
      id,
      name,
      line: on,
      at: millimetres(at),
      kind,
      with: [],
      opens,
      newLineBrings: false,
      reuse: 'if-good',
      ways: waysOf(ways),
      ...(hex ? { hex: millimetres(hex) } : {}),
      ...(nm ? { torque: torque(nm) } : {}),
      ...rest,
    }
  }
  const fast = (
    count: number,
    what: Fastener['what'],
    size: string,
    place: string,
    extra: {
      long?: number
      hex?: number
      nm?: Range
      snugThen?: number
      new?: string
      spots?: readonly (readonly [number, number])[]
    } = {},
  ): Fastener => ({
    count,
    what,
    size,
    place,
    ...(extra.long ? { length: millimetres(extra.long) } : {}),
    ...(extra.hex ? { hex: millimetres(extra.hex) } : {}),
    ...(extra.nm ? { torque: torque(extra.nm) } : {}),
    ...(extra.snugThen ? { turn: { snugThen: degrees(extra.snugThen) } } : {}),
    ...(extra.new ? { oneTime: true, part: extra.new } : {}),
    ...(extra.spots ? { spots: extra.spots } : {}),
  })
  type OperationExtra = {
    needs?: string
    when?: Predicate
    fasteners?: Fastener[]
    tools?: string[]
    noEngine?: boolean
    isolates?: boolean
    carRestsOnIt?: boolean
    tightenAt?: LiftPosition
    risk?: readonly [what: string, price: number]
    drains?: readonly [fluid: string, least: number, likely: number, most: number, circuit: Slug]
    seals?: Seal[]
    cautions?: ThingCaution[]
    how?: string
    refit?: string
  }
  const operation = (id: Slug, name: string, place: string, off: number, on: number, extra: OperationExtra = {}): Operation => {
    const [at, from] = place.split(' ') as [LiftPosition, Reach]
    return {
      id,
      name,
      ...(extra.when ? { when: extra.when } : {}),
      at,
      from,
      off: minutes(off),
      on: minutes(on),
      needs: needsOf(extra.needs ?? ''),
      fasteners: extra.fasteners ?? [],
      ...(extra.seals ? { seals: extra.seals } : {}),
      tools: extra.tools ?? [],
      engineMayRun: !extra.noEngine,
      ...(extra.isolates ? { isolates: true } : {}),
      ...(extra.carRestsOnIt === undefined ? {} : { carRestsOnIt: extra.carRestsOnIt }),
      ...(extra.tightenAt ? { tightenAt: extra.tightenAt } : {}),
      ...(extra.risk ? { risk: { what: extra.risk[0], price: minutes(extra.risk[1]) } } : {}),
      ...(extra.drains
        ? { drains: { fluid: extra.drains[0], circuit: extra.drains[4], ...spread([extra.drains[1], extra.drains[2], extra.drains[3]]) } }
        : {}),
      cautions: extra.cautions ?? [],
      ...(extra.how ? { how: extra.how } : {}),
      ...(extra.refit ? { refit: extra.refit } : {}),
    }
  }
  type Plug = { hex: number; nm: Range; seals: Seal[] }
  const fill = (id: Slug, name: string, ways: readonly (string | readonly [string, string])[], tools: string[], plug?: Plug) => ({
    id,
    name,
    ways: waysOf(ways),
    tools,
    ...(plug && { hex: millimetres(plug.hex), torque: torque(plug.nm), seals: plug.seals }),
  })
  const bleeder = (id: Slug, name: string, hex: number, nm: Range, ways: Parameters<typeof waysOf>[0]) => ({
    id,
    name,
    hex: millimetres(hex),
    torque: torque(nm),
    ways: waysOf(ways),
  })
  const level = (
    id: Slug,
    name: string,
    method: Level['method'],
    engine: Level['engine'],
    temperature: Range | Contested<Window<Celsius>>,
    reads: string,
    ways: readonly (string | readonly [string, string])[],
    extra: { mlPerMm?: number; form?: LevelForm; band?: number; hex?: number; nm?: Range; seals?: Seal[]; cautions?: Caution[] } = {},
  ): Level => ({
    id,
    name,
    method,
    engine,
    temperature: Array.isArray(temperature)
      ? one(degC(temperature[0] as number, temperature[1] as number))
      : (temperature as Contested<Window<Celsius>>),
    reads,
    ...(extra.mlPerMm ? { mlPerMm: extra.mlPerMm } : {}),
    ...(extra.form ? { form: extra.form } : {}),
    ...(extra.band ? { band: millimetres(extra.band) } : {}),
    ...(extra.hex ? { hex: millimetres(extra.hex) } : {}),
    ...(extra.nm ? { torque: torque(extra.nm) } : {}),
    seals: extra.seals ?? [],
    ways: waysOf(ways),
    cautions: extra.cautions ?? [],
  })
  const fluid = (
    spec: string,
    capacity: number | undefined,
    bottle: number,
    expansionPerKelvin: number,
    extra: { reservoir?: number; mixesWith?: string[]; reuse?: 'if-clean'; volumes?: Readonly<Record<string, number | undefined>> } = {},
  ): Fluid => ({
    spec: spec === 'unknown' ? spec : one(spec),
    capacity: capacity === undefined ? 'unknown' : one(millilitres(capacity)),
    ...(extra.reservoir ? { reservoir: one(millilitres(extra.reservoir)) } : {}),
    volumes: Object.entries(extra.volumes ?? {}).map(([component, volume]) => ({
      component,
      volume: volume === undefined ? 'unknown' : one(millilitres(volume)),
    })),
    bottle: millilitres(bottle),
    expansionPerKelvin,
    mixesWith: extra.mixesWith ?? [],
    ...(extra.reuse ? { reuse: extra.reuse } : {}),
  })
  const circuit = (
    id: Slug,
    name: string,
    spec: string,
    bottle: number,
    fill: string,
    [at, from, took]: readonly [LiftPosition, Reach, number],
    read: Level,
    extra: { capacity?: number; reuse?: 'if-clean'; tools?: string[] } = {},
  ): Circuit => ({
    id,
    name,
    spec: one(spec),
    capacity: extra.capacity === undefined ? 'unknown' : one(millilitres(extra.capacity)),
    bottle: millilitres(bottle),
    ...(extra.reuse ? { reuse: extra.reuse } : {}),
    fill: { name: fill, at, from, minutes: minutes(took), tools: extra.tools ?? ['clean funnel'] },
    level: read,
  })
  /** Minutes that nobody has measured. */
  const guess = (likely: number) => minutes(likely)
  const proving = (leak: number | 'unknown', pressure: PressureSource, lookNext: string[]) => ({
    leakMinutes: leak === 'unknown' ? leak : one(minutes(leak)),
    pressure,
    roadTest: true,
    lookNext,
  })
  return { sourced, one, contested, degC, joint, line, hold, fast, operation, fill, bleeder, level, fluid, circuit, proving, guess }
}

export const bleeding = (
  allowed: Bleeding['allowed'],
  summary: string,
  parameters: {
    pressure?: number
    restMinutes?: number
    strokes?: number
    turns?: 'full-lock' | 'short-of-lock'
    at?: LiftPosition
    running?: number
  } = {},
  forbidden: Bleeding['forbidden'] = [],
): Bleeding => ({ allowed, forbidden, summary, parameters: parameters as Bleeding['parameters'] })

type SheetParts = Omit<Partial<Sheet>, 'applies'> &
  Pick<Sheet, 'id' | 'title' | 'system' | 'summary' | 'ports' | 'lines' | 'joints' | 'fluid' | 'bleeding' | 'proving'> & {
    families: Slug[]
    years: readonly [number, number]
    engines?: Slug[]
    when?: Predicate
    /** Where things without a place on a line are, by their ids. */
    centres?: Readonly<Record<Slug, Vec3>>
  }
/** Cautions that stand on every sheet, and empty lists for what a sheet does not have. */
/** What the sister of a failed line is given, at ten years. */
const sisters: Partial<Record<Sheet['system'], Failure>> = {
  'transmission-cooler': { chancePerYear: 0.09, why: 'the same hose and the same years as its sister' },
  'power-steering': { chancePerYear: 0.08, why: 'the same pressure and the same years' },
  heater: { chancePerYear: 0.1, why: 'the same rubber in the same heat' },
  brake: { chancePerYear: 0.14, why: 'the same salt has been at it' },
  clutch: { chancePerYear: 0.07, why: 'the same fluid, never changed' },
}

export function sheet({ families, years, engines, when, centres = {}, ...parts }: SheetParts): Sheet {
  const left = new Set(Object.keys(centres))
  const placed = <T extends { id: Slug }>(items: readonly T[] = []) =>
    items.map(item => (left.delete(item.id) ? { ...item, centre: centres[item.id] } : item))
  const [operations, fills, bleeders, levels, neighbours] = [
    placed(parts.operations),
    placed(parts.fills),
    placed(parts.bleeders),
    placed(parts.levels),
    placed(parts.neighbours),
  ]
  if (left.size > 0) throw new Error(`${parts.id} has no ${[...left].join(', ')}`)
  const failure = parts.lines.length > 1 ? sisters[parts.system] : undefined
  return {
    format: 'efferent.line-sheet/2',
    revision: 1,
    words: [],
    traits: [],
    questions: [],
    holds: [],
    keepouts: [],
    notes: [],
    applies: [{ families, years, ...(engines ? { engines } : {}), ...(when ? { when } : {}) }],
    ...parts,
    operations,
    fills,
    bleeders,
    levels,
    neighbours,
    lines: parts.lines.map(line => ({ ...line, ...(failure ? { failure } : {}) })),
    cautions: [
      inPhase('before', 'law', 'The maker’s information for this very vehicle outranks this sheet, and so do local rules.'),
      ...(parts.cautions ?? []),
    ],
  }
}
