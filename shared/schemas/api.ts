import { z } from 'zod'
import type { Millilitres } from '../../core/units/types'
import { stages } from '../../core/job/stages'
import { stepKinds, stepStatuses } from '../../core/job/stepKinds'
import { pauseReasons, timerNames, type JobEvent } from '../../core/job/types'
import { sheetVariants } from '../../core/bleed/sheetVariants'
import type { LoopHands } from '../../core/practice/loopHands'
import { jointKinds, liftPositions, phases, reaches, sourceKinds, type Family, type Sheet, waitKinds } from '../../core/sheet/types'
import { storageTroubles } from '../errors'
import { limits } from '../limits'
import type { SearchKind } from '../searchEntries'
import { readEvent } from './event'
import { makingGearSchema } from './gear'
import { liftSchema, roleSchema, seqSchema } from './job'
import { readSheet } from './readSheet'
import { familySchema, nameSchema, slugSchema, textSchema } from './sheet'
import { issuesOf, type Reading } from '../versioned'

export const signInSchema = z.strictObject({ person: z.uuid(), secret: z.string().min(1).max(limits.passwordLength[1]) })
export const setupSchema = z.strictObject({
  workshop: nameSchema,
  name: nameSchema,
  password: z.string().min(limits.passwordLength[0]).max(limits.passwordLength[1]),
})
const pin = z
  .string()
  .regex(new RegExp(`^\\d{${limits.pinDigits[0]},${limits.pinDigits[1]}}$`), `${limits.pinDigits[0]} to ${limits.pinDigits[1]} digits`)
/** An admin signs in with a password, everybody else with a PIN. */
export const newPersonSchema = z.discriminatedUnion('role', [
  z.strictObject({ name: nameSchema, role: z.enum(['technician', 'lead', 'desk']), secret: pin }),
  z.strictObject({
    name: nameSchema,
    role: z.literal('admin'),
    secret: z.string().min(limits.passwordLength[0]).max(limits.passwordLength[1]),
  }),
])
export const changePersonSchema = z
  .strictObject({
    active: z.boolean().optional(),
    secret: z.string().min(limits.pinDigits[0]).max(limits.passwordLength[1]).optional(),
    /** Wrong tries at the PIN count no more. */
    forgiven: z.literal(true).optional(),
  })
  .refine(change => Object.values(change).some(value => value !== undefined), 'nothing to change')
export const searchSchema = z.object({ q: z.string().trim().max(120).default('') })
export const newVehicleSchema = z.strictObject({
  plate: nameSchema,
  customer: nameSchema,
  family: slugSchema,
  year: z.number().int().min(1900).max(2100).optional(),
  engine: slugSchema.optional(),
  /** Vehicle number; `vinRead` says that a failed check digit was read twice and stands so on the car. */
  vin: z.string().trim().max(40).optional(),
  vinRead: z.boolean().optional(),
})
export const noteTargets = ['sheet', 'line', 'joint', 'hold', 'operation'] as const
export type NoteTarget = (typeof noteTargets)[number]
export const newNoteSchema = z
  .strictObject({
    id: z.uuid(),
    revision: z.number().int().min(1).max(limits.revisions),
    target: z.enum(noteTargets),
    targetId: slugSchema.optional(),
    text: textSchema.pipe(z.string().max(limits.noteText)),
  })
  .refine(note => (note.target === 'sheet') === (note.targetId === undefined), {
    path: ['targetId'],
    message: 'names what the note is about, and nothing for the sheet itself',
  })
export const setAsideSchema = z.strictObject({ why: textSchema })
/** The sheet is read by itself (readSheet): its version and its bounds come first. */
export const publishSchema = z.strictObject({ sheet: z.unknown(), notes: z.array(z.uuid()).max(limits.notesPerRevision).default([]) })
/** `after`: the number of the last job that was given. */
export const floorPageSchema = z.object({ after: z.coerce.number().int().min(0).max(limits.sequence).optional() })
export const sheetPageSchema = z.object({ after: slugSchema.optional(), family: slugSchema.optional() })
export const sheetListSchema = z.object({
  sheets: z
    .string()
    .max(20_000)
    .regex(/^[a-z0-9,-]*$/)
    .optional(),
})
export const learnTraitSchema = z.strictObject({ sheet: slugSchema, question: slugSchema, answer: slugSchema })

const weight = z.number().min(0).max(50)
export const judgementSchema = z.strictObject({
  sound: weight,
  aged: weight,
  weeping: weight,
  ofAge: z.number().min(1).max(60),
  years: z.number().int().min(1).max(30),
})

const money = z.number().min(0).max(100_000)
const amountMl = z.number().min(1).max(limits.fluidMl) as unknown as z.ZodType<Millilitres, Millilitres>
/** The shop's fluids: what it buys them in, what stands open, what comes from a barrel. */
export const shelfSchema = z
  .array(
    z.strictObject({
      fluid: z.string().trim().min(1).max(80),
      containers: z.array(z.strictObject({ size: amountMl, price: money.optional() })).max(limits.containers),
      open: z.strictObject({ left: amountMl, since: z.iso.date().optional() }).optional(),
      bulk: z.strictObject({ pricePerLitre: money.optional() }).optional(),
    }),
  )
  .max(limits.shelf)

export const wrenchSchema = z.strictObject({ millimetres: z.number().min(50).max(2000) })

const moment = z.iso.datetime()
const role = roleSchema
/** Answers take what a newer server adds; what this program needs has to be there and right. */
export const personViewSchema = z.object({ id: z.uuid(), name: nameSchema, role, active: z.boolean() })
export type PersonView = z.infer<typeof personViewSchema>

export const deviceChangeSchema = z.strictObject({ name: nameSchema })
/** A device at the door, or let in; `mine`: the one that asks. */
export const deviceViewSchema = z.object({
  id: z.uuid(),
  code: z.string(),
  name: z.string(),
  askedAt: moment,
  letInAt: moment.optional(),
  letInBy: z.string().optional(),
  mine: z.boolean(),
})
export type DeviceView = z.infer<typeof deviceViewSchema>

/** Somebody signed in now. */
export const signedInViewSchema = z.object({
  id: z.uuid(),
  person: nameSchema,
  role,
  device: z.string(),
  address: z.string(),
  beganAt: moment,
  mine: z.boolean(),
})
export type SignedInView = z.infer<typeof signedInViewSchema>

export const auditKinds = [
  'signed-in',
  'sign-in-ended',
  'person-added',
  'person-shut-out',
  'person-let-in',
  'secret-set',
  'tries-forgiven',
  'device-let-in',
  'device-shut-out',
  'judgement-set',
  'lift-set',
  'making-rules-set',
  'coil-set',
  'shelf-set',
] as const
export type AuditKind = (typeof auditKinds)[number]
export const auditViewSchema = z.object({
  n: z.number(),
  at: moment,
  kind: z.enum(auditKinds),
  by: z.string(),
  about: z.string(),
  address: z.string(),
})
export type AuditView = z.infer<typeof auditViewSchema>
/** A practice run as it was made: hands, and for how many milliseconds each. What it is worth is worked out from them. */
const verdictSchema = z.enum(['bled', 'draws-air'])
const actMs = z.number().int().min(0).max(60_000)
const pedalActSchema = z.strictObject({
  ms: actMs,
  presses: z.boolean(),
  bleeder: z.number().min(0).max(1),
  inJar: z.boolean(),
  topUp: z.boolean().optional(),
})
const handSchema = z.boolean()
export const loopHandsSchema = z.strictObject({
  engine: handSchema,
  turn: z.union([z.literal(-1), z.literal(0), z.literal(1)]),
  pour: handSchema,
  draw: handSchema,
  cap: handSchema,
  screw: handSchema,
  heater: handSchema,
  revs: handSchema,
  waits: handSchema,
}) satisfies z.ZodType<LoopHands>
const loopActSchema = loopHandsSchema.extend({ ms: actMs })
/** The pedal's hands, on a made-up circuit or a sheet's own, or those of a loop that circulates. */
export const practiceRequestSchema = z.union([
  z.strictObject({
    sheet: slugSchema,
    revision: z.number().int().min(1).max(limits.revisions),
    variant: z.enum(sheetVariants),
    verdict: verdictSchema,
    acts: z.array(pedalActSchema).min(1).max(2000),
  }),
  z.strictObject({ scenario: slugSchema, verdict: verdictSchema, acts: z.array(pedalActSchema).min(1).max(2000) }),
  z.strictObject({ scenario: slugSchema, verdict: verdictSchema, loop: z.array(loopActSchema).min(1).max(2000) }),
])
export type PracticeRequest = z.infer<typeof practiceRequestSchema>
export type PedalAct = z.infer<typeof pedalActSchema>
export type LoopAct = z.infer<typeof loopActSchema>
export const practiceScoreSchema = z.object({ points: z.number().int(), passed: z.boolean() })
export const practiceViewSchema = z.object({
  person: z.uuid(),
  name: nameSchema,
  scenario: nameSchema,
  points: z.number().int(),
  passed: z.boolean(),
  runs: z.number().int(),
  lastAt: moment,
})
export type PracticeView = z.infer<typeof practiceViewSchema>
export const auditPageSchema = z.object({ before: z.coerce.number().int().min(1).optional() })

/** What stands between this workshop and a dead disk. Without `kept`, the start command takes none: somebody else has to. */
export const backupsViewSchema = z.object({
  kept: z.boolean(),
  count: z.number(),
  last: z.object({ at: moment, bytes: z.number(), file: z.string() }).optional(),
  trouble: z.string().optional(),
})
export type BackupsView = z.infer<typeof backupsViewSchema>

/** What a device signs its entries with while this person is signed in on it (docs/decisions/0010). */
export const signInViewSchema = z.object({ person: personViewSchema, signIn: z.uuid(), key: z.string() })
export type SignInView = z.infer<typeof signInViewSchema>

export const sessionViewSchema = z.object({
  person: personViewSchema.optional(),
  /** No people yet: the first visit makes the admin. */
  setup: z.boolean(),
  workshop: z.string(),
  /** Length of the torque wrench this person works with, mm; asked for once, on any tablet. */
  wrench: z.number().optional(),
  /** How this shop judges what it leaves alone, and what its lift takes. */
  judgement: judgementSchema,
  lift: liftSchema,
  /** The shop's fluids; nothing of it before somebody has signed in. */
  shelf: shelfSchema.default([]),
  /** What lines are made with, and by which rules; after the same door. */
  making: makingGearSchema.default(() => makingGearSchema.parse({})),
  /** Only with demo data: who can sign in, and with what. */
  people: z.array(z.object({ id: z.uuid(), name: nameSchema, role, hint: z.string().optional() })),
})
export type SessionView = z.infer<typeof sessionViewSchema>

export const vehicleViewSchema = z.object({
  id: z.uuid(),
  plate: z.string(),
  customer: z.string(),
  family: slugSchema,
  label: z.string(),
  year: z.number().optional(),
  engine: z.string().optional(),
  vin: z.string().optional(),
  traits: z.record(slugSchema, slugSchema),
})
export type VehicleView = z.infer<typeof vehicleViewSchema>

export const sheetHeadSchema = z.object({
  id: slugSchema,
  revision: z.number(),
  title: z.string(),
  system: z.string(),
  summary: z.string(),
  families: z.array(slugSchema),
  appliesTo: z.string(),
})
export type SheetHead = z.infer<typeof sheetHeadSchema>

/** Sheets at a glance, in the order asked. */
export const glanceListSchema = z.object({
  sheets: z
    .string()
    .transform(text => text.split(','))
    .pipe(z.array(slugSchema).min(1).max(limits.glances)),
})
export const sheetGlanceSchema = z.object({
  lines: z.array(
    z.object({
      line: slugSchema,
      length: z.number(),
      sections: z.array(z.object({ kind: z.enum(['tube', 'hose']), from: z.number(), to: z.number() })),
      holds: z.array(z.number()),
      ends: z.array(z.enum(jointKinds)),
    }),
  ),
  sources: z.partialRecord(z.enum(sourceKinds), z.number()),
  unknown: z.number(),
})
export type SheetGlanceView = z.infer<typeof sheetGlanceSchema>

/**
 * One thing found. Fittings, fluids, parts and notes lead to the sheet they stand on; `more` counts the other sheets with the same fluid
 * or part.
 */
/** Words of it that were asked for and do not stand in what is shown of it. */
const why = z.array(z.string())
export const searchHitSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('vehicle'), why, vehicle: vehicleViewSchema, sheets: z.array(sheetHeadSchema) }),
  z.object({ kind: z.literal('sheet'), why, sheet: sheetHeadSchema }),
  z.object({ kind: z.literal('customer'), why, customer: z.string() }),
  z.object({
    why,
    kind: z.enum(['fitting', 'fluid', 'part', 'note']),
    id: z.string(),
    title: z.string(),
    detail: z.string(),
    sheet: slugSchema,
    more: z.number(),
  }),
])
export type SearchHit = z.infer<typeof searchHitSchema>
export const searchResultSchema = z.object({
  query: z.string(),
  hits: z.array(searchHitSchema),
  tookMs: z.number(),
  /** Words that nothing is found by, and what was looked for instead. */
  mended: z.array(z.object({ word: z.string(), near: z.array(z.string()) })),
  /** Nothing has all the words: what has some of them is shown. */
  partly: z.boolean(),
})
export type SearchResult = z.infer<typeof searchResultSchema>
/** Extract would miss the hits that share one shape for several kinds. */
type Having<H, K> = H extends { kind: infer Q } ? (K extends Q ? H : never) : never
export type HitOf<K extends SearchKind> = Having<SearchHit, K>

export const revisionViewSchema = z.object({ revision: z.number(), publishedAt: moment, by: z.string().optional() })
export type RevisionView = z.infer<typeof revisionViewSchema>

export const noteViewSchema = z.object({
  id: z.uuid(),
  sheet: slugSchema,
  revision: z.number(),
  target: z.enum(noteTargets),
  targetId: slugSchema.optional(),
  text: z.string(),
  by: z.string(),
  at: moment,
  foldedInto: z.number().optional(),
  setAside: z.string().optional(),
  settledBy: z.string().optional(),
})
export type NoteView = z.infer<typeof noteViewSchema>

/** What an import would do, before it does anything. */
export const importPreviewSchema = z.object({
  title: z.string(),
  families: z.array(z.object({ id: slugSchema, name: z.string(), change: z.enum(['new', 'same', 'changed']) })),
  sheets: z.array(
    z.object({
      id: slugSchema,
      revision: z.number(),
      title: z.string(),
      change: z.enum(['new', 'newer', 'older', 'same']),
      changes: z.array(z.string()),
    }),
  ),
})
export type ImportPreview = z.infer<typeof importPreviewSchema>
const sheetAt = z.object({ id: slugSchema, revision: z.number() })
export const importResultSchema = z.object({ families: z.number(), added: z.array(sheetAt), unchanged: z.array(sheetAt) })
export type ImportResult = z.infer<typeof importResultSchema>

const stepSchema = z.strictObject({
  id: z.string(),
  kind: z.enum(stepKinds),
  target: z.string(),
  phase: z.enum(phases),
  at: z.enum(liftPositions),
  from: z.enum(reaches).optional(),
  visit: z.number(),
  minutes: z.number(),
  status: z.enum(stepStatuses),
  helper: z.boolean().optional(),
})
export const summarySchema = z.strictObject({
  stage: z.enum(stages),
  paused: z.boolean(),
  pausedFor: z.enum(pauseReasons).optional(),
  step: z.strictObject({ done: z.number(), of: z.number(), next: stepSchema.optional() }),
  missing: z.number(),
  timers: z.array(
    z.strictObject({
      timer: z.enum([...timerNames, ...waitKinds]),
      startedAt: z.string(),
      recordedAt: z.string().optional(),
      device: z.string(),
      minutes: z.number(),
    }),
  ),
})
export const jobRowSchema = z.object({
  id: z.uuid(),
  number: z.number(),
  seq: seqSchema,
  sheet: slugSchema,
  sheetTitle: z.string(),
  revision: z.number(),
  plate: z.string(),
  vehicle: z.string(),
  customer: z.string(),
  summary: summarySchema,
  nextWords: z.string(),
  updatedAt: moment,
  openedAt: moment,
  serverNow: moment,
})
export type JobRow = z.infer<typeof jobRowSchema>

export const healthSchema = z.object({
  status: z.enum(['ok', 'no-database', 'no-storage']),
  version: z.string(),
  database: z.object({ reachable: z.boolean(), server: z.string().optional(), migration: z.string().optional() }),
  /** Why nothing can be kept at the moment, where that is so. */
  storage: z.enum(storageTroubles).optional(),
  /** How long anybody waits for this process to turn to them, ms, in the last minute or two. */
  delay: z.object({ p99: z.number(), max: z.number() }).optional(),
  demo: z.boolean(),
})
export type Health = z.infer<typeof healthSchema>

/** Any schema as a reader: what does not fit is told by place, like everything that is read. */
export const reader =
  <S extends z.ZodType>(schema: S) =>
  (raw: unknown): Reading<z.output<S>> => {
    const parsed = schema.safeParse(raw)
    return parsed.success ? { ok: true, value: parsed.data } : { ok: false, error: { why: 'damaged', issues: issuesOf(parsed.error) } }
  }

/** Sheets and events carry their own version: each is read by its own reader, inside an envelope read by its schema. */
function readAll<T>(items: readonly unknown[], read: (raw: unknown) => Reading<T>): Reading<T[]> {
  const values: T[] = []
  for (const item of items) {
    const reading = read(item)
    if (!reading.ok) return reading
    values.push(reading.value)
  }
  return { ok: true, value: values }
}

const sheetViewSchema = z.object({ sheet: z.unknown(), families: z.array(familySchema) })
export type SheetView = { sheet: Sheet; families: Family[] }
export function readSheetView(raw: unknown): Reading<SheetView> {
  const view = reader(sheetViewSchema)(raw)
  if (!view.ok) return view
  const sheet = readSheet(view.value.sheet)
  return sheet.ok ? { ok: true, value: { sheet: sheet.value, families: view.value.families } } : sheet
}

const jobViewSchema = z.object({
  row: jobRowSchema,
  events: z.array(z.unknown()),
  sheet: z.unknown(),
  latest: z.number(),
  vehicle: vehicleViewSchema,
})
export type JobView = {
  row: JobRow
  events: JobEvent[]
  sheet: Sheet
  /** The newest revision of the sheet there is. */
  latest: number
  vehicle: VehicleView
}
export function readJobView(raw: unknown): Reading<JobView> {
  const view = reader(jobViewSchema)(raw)
  if (!view.ok) return view
  const [events, sheet] = [readAll(view.value.events, readEvent), readSheet(view.value.sheet)]
  if (!events.ok) return events
  return sheet.ok ? { ok: true, value: { ...view.value, events: events.value, sheet: sheet.value } } : sheet
}

const appendResultSchema = z.object({ seq: seqSchema, events: z.array(z.unknown()) })
export type AppendResult = { seq: number; events: JobEvent[] }
export function readAppendResult(raw: unknown): Reading<AppendResult> {
  const result = reader(appendResultSchema)(raw)
  if (!result.ok) return result
  const events = readAll(result.value.events, readEvent)
  return events.ok ? { ok: true, value: { seq: result.value.seq, events: events.value } } : events
}
