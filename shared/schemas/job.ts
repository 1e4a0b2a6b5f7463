import { z } from 'zod'
import { goalKinds } from '../../core/plan/goals/goalKinds'
import { services } from '../../core/plan/goals/services'
import { deepest, holdVerdicts } from '../../core/bleed/judgeHold'
import { plannerVersions } from '../../core/plan/types'
import { conditions } from '../../core/plan/search/judgeChance'
import { remedies } from '../../core/fittings/seizedPath'
import {
  comparedWith,
  earlyEndings,
  entryVersion,
  fastenerLosses,
  instruments,
  leakResults,
  levelReadings,
  sights,
  pauseReasons,
  tightenedThings,
  timerNames,
  torquedThings,
  torqueHows,
  torqueVerdicts,
  type JobCommand,
} from '../../core/job/types'
import { observedThings } from '../../core/sheet/observation'
import { carTests } from '../../core/sheet/systemRules'
import { stepKinds } from '../../core/job/steps/stepKinds'
import { bleedMethods, liftPositions, proofs } from '../../core/sheet/types'
import { isUsable, type Adapter } from '../../core/torque/correctForAdapter'
import {
  lengthUnits,
  temperatureUnits,
  torqueUnits,
  volumeUnits,
  type Celsius,
  type Millilitres,
  type NewtonMetres,
} from '../../core/units/types'
import { limits } from '../limits'
import { goalKeySchema } from './keys'
import { lineInMakingSchema } from './making'
import { liftSchema, momentSchema, nameSchema as name, seqSchema as seq, slugSchema as slug, textSchema as text } from './basics'

const amount = z.number().min(-1e6).max(1e6)
const torque = z.strictObject({ value: amount, unit: z.enum(torqueUnits) })
const volume = z.strictObject({ value: amount, unit: z.enum(volumeUnits) })
const length = z.strictObject({ value: amount, unit: z.enum(lengthUnits) })
const temperature = z.strictObject({ value: amount, unit: z.enum(temperatureUnits) })
/** A number that core has computed, in its SI unit; JSON knows no units, so the brand is given here. */
const computed = <Q extends number>() => amount as unknown as z.ZodType<Q, Q>
const grams = z.number().min(0).max(100_000)
const weighed = z.strictObject({ full: grams, empty: grams, celsius: computed<Celsius>(), instrument: z.enum(instruments).optional() })
const kPa = z.number().min(0).max(deepest)
const step = z.strictObject({ kind: z.enum(stepKinds), target: slug })
const goal = z.strictObject({ kind: z.enum(goalKinds), target: slug })
const counts = z.array(z.number().int().min(0).max(99)).max(20)
const lines = z.array(slug).max(24)
const maybeText = z.string().max(limits.text)
/** By when a car that is out is back to be read cold, and how far it goes until then, km. */
const coldRead = { by: momentSchema, km: z.number().min(1).max(5000) }
const traits = z.record(slug, slug)
const how = z.enum(['measured', 'estimated'])

const lengthMm = (low: number, high: number) => z.number().min(low).max(high) as unknown as z.ZodType<Adapter['wrench'], Adapter['wrench']>
export const adapterSchema = z
  .strictObject({ wrench: lengthMm(50, 2000), extension: lengthMm(0, 500), angle: z.number().min(0).max(180) })
  .refine(isUsable, 'the adapter folds back past the handle')

export const planInputsSchema = z.strictObject({
  lines,
  joints: z.array(slug).max(48).optional(),
  service: z.enum(services).optional(),
  start: z.enum(liftPositions),
  forbidden: z.partialRecord(goalKeySchema, z.array(z.number().int().min(0).max(12)).max(12)).optional(),
  done: z.array(slug).max(60).optional(),
  missingTools: z.array(name).max(40).optional(),
  neighbours: z.array(slug).max(24).optional(),
  parts: z.record(slug, slug).optional(),
  oneAtATime: z.boolean().optional(),
  firstEnd: z.enum(['hardest', 'easiest']).optional(),
  bleed: z.enum(bleedMethods).optional(),
  lift: liftSchema.optional(),
})
const vehicle = z.strictObject({
  id: z.uuid(),
  plate: name,
  label: name,
  family: slug,
  year: z.number().int().optional(),
  engine: slug.optional(),
})

/** A torque as a person says it, and what core makes of it. */
const said = {
  how: z.enum(torqueHows),
  entered: torque.optional(),
  adapter: adapterSchema.optional(),
  reason: maybeText.optional(),
  instrument: z.enum(instruments).optional(),
}
const judged = {
  torque: computed<NewtonMetres>().optional(),
  window: z.strictObject({ low: computed<NewtonMetres>(), high: computed<NewtonMetres>() }).optional(),
  verdict: z.enum(torqueVerdicts),
  practice: z.boolean().optional(),
}
const underPressure = z.number().min(0).max(1440)

/** What a device may say happened. `opened` is made by the server only: it picks number, sheet and vehicle. */
const c = <T extends JobCommand['type'], S extends z.ZodRawShape>(type: T, shape: S) => z.strictObject({ type: z.literal(type), ...shape })
const commands = {
  opened: c('opened', {
    number: z.number().int(),
    sheet: z.strictObject({ id: slug, revision: z.number().int() }),
    vehicle,
    customer: name,
    complaint: maybeText.optional(),
    traits,
  }),
  traitsLearned: c('traitsLearned', { question: slug, answer: slug }),
  scopeChosen: c('scopeChosen', { lines }),
  planned: c('planned', { inputs: planInputsSchema }),
  revisionMoved: c('revisionMoved', { revision: z.number().int().min(1).max(limits.revisions) }),
  prepared: c('prepared', {}),
  stepSkipped: c('stepSkipped', { step, reason: maybeText }),
  stepUndone: c('stepUndone', { reverts: z.array(z.uuid()).min(1).max(20) }),
  partReceived: c('partReceived', { line: slug, against: z.enum(comparedWith), agrees: z.boolean(), differs: maybeText.optional() }),
  operationOff: c('operationOff', { operation: slug, fasteners: counts }),
  operationOn: c('operationOn', {
    operation: slug,
    fasteners: counts,
    seals: z.array(slug).max(12).optional(),
    oldOut: z.boolean().optional(),
  }),
  fastenersCounted: c('fastenersCounted', { operation: slug, fasteners: counts }),
  jointOpened: c('jointOpened', { joint: slug }),
  jointCapped: c('jointCapped', { joint: slug }),
  jointSeized: c('jointSeized', { joint: slug, remedy: z.enum(remedies), note: maybeText.optional() }),
  neighbourDecided: c('neighbourDecided', {
    neighbour: z.union([
      slug,
      z
        .string()
        .max(limits.slug + 5)
        .regex(/^line:[a-z0-9]+(-[a-z0-9]+)*$/),
    ]),
    choice: z.enum(['now', 'leave']),
    by: z.enum(['customer', 'workshop']),
    found: z.enum(conditions).optional(),
    weighed: z
      .strictObject({ now: amount, later: amount, years: z.number().int().min(1).max(30), chance: z.number().min(0).max(1).optional() })
      .optional(),
    note: maybeText.optional(),
  }),
  photoTaken: c('photoTaken', { photo: z.uuid(), step: step.optional(), caption: maybeText.optional() }),
  passedOn: c('passedOn', { to: name, note: maybeText.optional() }),
  holdReleased: c('holdReleased', { hold: slug }),
  holdFastened: c('holdFastened', { hold: slug }),
  lineOut: c('lineOut', { line: slug }),
  lineIn: c('lineIn', { line: slug }),
  makingSaid: c('makingSaid', {
    line: slug,
    making: lineInMakingSchema,
    order: z.array(z.number().int().min(0).max(limits.benchRows)).max(limits.benchRows),
  }),
  makeActDone: c('makeActDone', { line: slug, act: z.string().min(1).max(60) }),
  rebent: c('rebent', {
    line: slug,
    bend: z.number().int().min(0).max(limits.benchRows),
    degrees: z.number().min(-180).max(180),
    note: maybeText.optional(),
  }),
  endCutOff: c('endCutOff', { line: slug, end: z.enum(['from', 'to']), off: length, note: maybeText.optional() }),
  lineMade: c('lineMade', { line: slug, how: z.enum(['bench', 'without']), note: maybeText.optional() }),
  carriedOver: c('carriedOver', { line: slug, items: z.array(name).max(12) }),
  lineCalledOut: c('lineCalledOut', { line: slug, why: maybeText }),
  partAccepted: c('partAccepted', { line: slug, why: maybeText }),
  fastenerLost: c('fastenerLost', {
    operation: slug,
    group: z.number().int().min(0).max(19),
    count: z.number().int().min(1).max(60),
    what: z.enum(fastenerLosses),
    instead: maybeText,
  }),
  leakTraced: c('leakTraced', { joint: slug, note: maybeText }),
  airTraced: c('airTraced', { cause: maybeText }),
  ranDry: c('ranDry', {}),
  sealingSaid: c('sealingSaid', { fitted: z.boolean(), goesIn: z.boolean(), why: maybeText }),
  fillSpared: c('fillSpared', { why: maybeText }),
  waitCut: c('waitCut', { wait: slug, reason: maybeText, temperature: temperature.optional() }),
  sealFitted: c('sealFitted', { joint: slug, seals: z.array(slug).max(12), oldOut: z.boolean() }),
  sealUnavailable: c('sealUnavailable', { joint: slug, seal: slug, note: maybeText }),
  jointSeated: c('jointSeated', { joint: slug, proofs: z.array(z.enum(proofs)).max(5) }),
  jointTorqued: c('jointTorqued', { joint: slug, ...said }),
  tightened: c('tightened', {
    thing: z.enum(tightenedThings),
    target: slug,
    torques: z.array(z.strictObject(said).nullable()).min(1).max(20),
  }),
  clearanceProved: c('clearanceProved', { line: slug }),
  neighbourRenewed: c('neighbourRenewed', { neighbour: slug }),
  carMoved: c('carMoved', { to: z.enum(liftPositions) }),
  engineStarted: c('engineStarted', {}),
  engineStopped: c('engineStopped', {}),
  pressureHeld: c('pressureHeld', {}),
  pressureLet: c('pressureLet', {}),
  roundBled: c('roundBled', {
    bleeder: slug,
    count: z.number().int().min(1).max(999).optional(),
    saw: z.enum(sights),
    toppedUp: z.boolean(),
    running: z.boolean().optional(),
    airBack: z.boolean().optional(),
    bubble: z.number().min(0).max(2000).optional(),
    pedal: z.number().min(0).max(1).optional(),
    stands: z.number().min(0).max(1).optional(),
    out: volume.optional(),
    in: volume.optional(),
  }),
  tested: c('tested', { test: z.enum(carTests), result: z.enum(['good', 'not-good']), note: maybeText.optional() }),
  fluidCaught: c('fluidCaught', { entered: volume, how, circuit: slug.optional(), weighed: weighed.optional() }),
  fluidAdded: c('fluidAdded', {
    entered: volume,
    how,
    circuit: slug.optional(),
    drained: z.boolean().optional(),
    bottle: z.union([z.literal('sealed'), z.strictObject({ opened: z.iso.date() })]).optional(),
    kept: maybeText.optional(),
  }),
  fluidExtracted: c('fluidExtracted', { entered: volume, how, circuit: slug.optional(), weighed: weighed.optional() }),
  leakedBefore: c('leakedBefore', {
    circuit: slug.optional(),
    found: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('level'), level: slug, mm: z.number().min(0).max(1000) }),
      z.strictObject({ by: z.literal('drips'), perMinute: z.number().min(0).max(600), hours: z.number().min(0).max(100_000) }),
      z.strictObject({ by: z.literal('added'), entered: volume }),
      z.strictObject({ by: z.literal('unknown') }),
    ]),
  }),
  partLooked: c('partLooked', { operation: slug, result: z.enum(leakResults) }),
  leafletRead: c('leafletRead', {
    thing: z.enum(torquedThings),
    target: slug,
    group: z.number().int().min(0).max(19).optional(),
    low: torque,
    high: torque,
    from: maybeText,
  }),
  observed: c('observed', {
    about: z.enum(observedThings),
    target: slug,
    found: z.discriminatedUnion('what', [
      z.strictObject({ what: z.literal('hex'), entered: length }),
      z.strictObject({ what: z.literal('torque'), entered: torque }),
      z.strictObject({ what: z.literal('length'), entered: length }),
      z.strictObject({ what: z.literal('count'), count: z.number().int().min(0).max(99) }),
      z.strictObject({ what: z.literal('minutes'), minutes: z.number().min(0).max(2880) }),
      z.strictObject({ what: z.literal('note'), text: maybeText }),
    ]),
  }),
  wayHung: c('wayHung', { goal, way: z.number().int().min(0).max(12), note: maybeText.optional() }),
  levelRead: c('levelRead', {
    level: slug,
    temperature: temperature.optional(),
    engine: z.enum(['idling', 'off']),
    reading: z.enum(levelReadings),
    mm: z.number().min(-1000).max(1000).optional(),
    instrument: z.enum(instruments).optional(),
  }),
  vacuumHeld: c('vacuumHeld', { from: kPa, to: kPa, minutes: z.number().min(0).max(240), instrument: z.enum(instruments).optional() }),
  timerStarted: c('timerStarted', { timer: z.enum(timerNames).exclude(['leak']), minutes: z.number().min(0.02).max(1440) }),
  timerEnded: c('timerEnded', { timer: z.enum(timerNames), reason: maybeText.optional() }),
  cleaned: c('cleaned', { at: z.enum(liftPositions) }),
  leakChecked: c('leakChecked', { joint: slug, result: z.enum(leakResults) }),
  roadTested: c('roadTested', { result: z.enum(['good', 'not-good']), note: maybeText.optional() }),
  noteWritten: c('noteWritten', { text }),
  paused: c('paused', { reason: z.enum(pauseReasons), note: maybeText.optional() }),
  resumed: c('resumed', {}),
  handedOver: c('handedOver', { to: z.enum(['customer', 'desk']), note: maybeText.optional() }),
  signedOff: c('signedOff', {}),
  ended: c('ended', { ending: z.enum(earlyEndings), why: maybeText, read: z.strictObject(coldRead).optional() }),
  reopened: c('reopened', { why: maybeText }),
} as const

const eachOf = <T extends Record<string, z.ZodType>>(table: T) => Object.values(table) as [T[keyof T], ...T[keyof T][]]
export const commandSchema = z.discriminatedUnion('type', eachOf(commands))

export const signatureSchema = z.strictObject({ id: z.uuid(), name })

/** What is stored for ever: what was said, and what core worked out from it. */
const bodies = {
  ...commands,
  traitsLearned: commands.traitsLearned.extend({ traits }),
  planned: commands.planned.extend({ planner: z.literal(plannerVersions) }),
  jointTorqued: commands.jointTorqued.extend(judged),
  tightened: commands.tightened.extend({
    torques: z
      .array(z.strictObject({ ...said, ...judged }).nullable())
      .min(1)
      .max(20),
  }),
  engineStarted: commands.engineStarted.extend({ minutes: underPressure }),
  pressureHeld: commands.pressureHeld.extend({ minutes: underPressure }),
  roundBled: commands.roundBled.extend({
    rest: z.number().min(0).max(1440).optional(),
    outVolume: computed<Millilitres>().optional(),
    inVolume: computed<Millilitres>().optional(),
  }),
  fluidCaught: commands.fluidCaught.extend({ volume: computed<Millilitres>() }),
  fluidAdded: commands.fluidAdded.extend({ volume: computed<Millilitres>() }),
  fluidExtracted: commands.fluidExtracted.extend({ volume: computed<Millilitres>() }),
  endCutOff: commands.endCutOff.extend({
    mm: z.number().min(0).max(1000),
    short: z.number().min(0).max(10_000).optional(),
    undone: z.array(z.string().max(60)).max(120),
  }),
  ended: commands.ended.extend({ read: z.strictObject({ ...coldRead, level: slug }).optional() }),
  rebent: commands.rebent.extend({ undone: z.array(z.string().max(60)).max(120) }),
  vacuumHeld: commands.vacuumHeld.extend({ verdict: z.enum(holdVerdicts) }),
  leakedBefore: commands.leakedBefore.extend({
    amount: z.strictObject({ millilitres: computed<Millilitres>(), within: computed<Millilitres>() }).optional(),
  }),
  levelRead: commands.levelRead.extend({ celsius: computed<Celsius>().optional(), rest: underPressure.optional() }),
  lineCalledOut: commands.lineCalledOut.extend({ also: lines.optional() }),
  lineOut: commands.lineOut.extend({ also: lines.optional() }),
  lineIn: commands.lineIn.extend({ which: z.enum(['old', 'new']).optional(), also: lines.optional() }),
  leafletRead: commands.leafletRead.extend({ window: z.strictObject({ low: computed<NewtonMetres>(), high: computed<NewtonMetres>() }) }),
  waitCut: commands.waitCut.extend({ celsius: computed<Celsius>().optional() }),
  // No command of anybody's: a device that sends one is not understood.
  entryHeld: z.strictObject({ type: z.literal('entryHeld'), about: z.uuid(), by: signatureSchema, counts: z.boolean() }),
  entrySettled: z.strictObject({ type: z.literal('entrySettled'), about: z.uuid(), stands: z.boolean(), why: text }),
} as const
export const bodySchema = z.discriminatedUnion('type', eachOf(bodies))
export const isEventType = (type: unknown): boolean => typeof type === 'string' && Object.hasOwn(bodies, type)

const device = z.string().min(1).max(64)

/** A moment by a device's clock, which may be wrong by years; a year that no calendar has is refused. */
const byDevice = z.iso.datetime().refine(at => !at.startsWith('0000'), 'there is no year 0')
/**
 * What a device sends, and what it signs: see docs/decisions/0010. `by` is whoever was signed in when the button was pressed, `seen` the
 * last sequence the device had folded in.
 */
export const entrySchema = z.strictObject({
  v: z.literal(entryVersion),
  id: z.uuidv7(),
  at: byDevice,
  device,
  seen: seq,
  /** Of which history that sequence is: a restore begins another one. */
  epoch: z.uuid().optional(),
  by: z.uuid(),
  command: commandSchema,
  /** By the author's key of that sign-in; needed where somebody else is signed in when it is sent. */
  proof: z.strictObject({ signIn: z.uuid(), mac: z.string().regex(/^[A-Za-z0-9_-]{43}$/) }).optional(),
})
export type Entry = Omit<z.infer<typeof entrySchema>, 'command'> & { command: JobCommand }

/** The envelope only: each entry is read for itself, so that one that cannot be taken is named (server/services/readEntries.ts). */
export const appendSchema = z.strictObject({
  /** Said once for all by version 1, which had no `seen`. */
  basedOn: seq.optional(),
  events: z.array(z.unknown()).min(1).max(limits.eventsPerRequest),
})

export const openJobSchema = z.strictObject({
  id: z.uuidv7(),
  at: byDevice,
  device,
  sheet: slug,
  vehicle: z.uuid(),
  complaint: maybeText.optional(),
  lines: lines.optional(),
})
export type OpenJobRequest = z.infer<typeof openJobSchema>
export { traits as traitsSchema, device as deviceSchema, step as stepSchema }
