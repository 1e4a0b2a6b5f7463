import { z } from 'zod'
import { scopeOf } from '../core/plan/goals/listGoals'
import { planJob } from '../core/plan/planJob'
import { adviseMethod, bleedTools } from '../core/bleed/adviseMethod'
import { openingOf } from '../core/bleed/openingOf'
import { estimateAir } from '../core/bleed/estimateAir'
import { pathOfSheet } from '../core/bleed/pathOfSheet'
import { predictRounds } from '../core/bleed/predictRounds'
import { drainByHeight } from '../core/fluid/drainByHeight'
import { estimateFluid } from '../core/fluid/estimateFluid'
import { feedInOf } from '../core/feed/feedInOf'
import { feedInMs, seededRandom } from '../core/feed/seededRandom'
import { feedIssueWords, feedLegs } from './words/feedWords'
import { fold } from '../core/job/state/evolve'
import { listDue } from '../core/job/owed/obligations'
import { planRest } from '../core/job/state/planRest'
import { sights, type JobState } from '../core/job/types'
import { listKit } from '../core/kit/listKit'
import { listTools } from '../core/kit/listTools'
import { developLine } from '../core/route/developLine'
import { lineVolume } from '../core/route/tubeVolume'
import { checkIntegrity } from '../core/sheet/checkIntegrity'
import { resolveSheet, type ResolvedSheet } from '../core/sheet/resolveSheet'
import type { Car, Sheet } from '../core/sheet/types'
import { checkTorque } from '../core/torque/checkTorque'
import { settingForTorque } from '../core/torque/correctForAdapter'
import { toSi } from '../core/units/convertUnit'
import { newtonMetres, type Entered } from '../core/units/types'
import { computation, refuse, type Computation, type ComputeOutcome, type Refused } from './computation'
import { fluidComputations } from './computeFluids'
import { makingComputations } from './computeMaking'
import { integrityWords } from './words/integrityWords'
import { accessWords } from './words/refusalWords'
import { limits } from './limits'
import { readEvent } from './schemas/event'
import { adapterSchema, planInputsSchema } from './schemas/job'
import { slugSchema } from './schemas/basics'
import { standingSchema } from './schemas/standing'
import { sheetField } from './sheetField'

const car: z.ZodType<Car, Car> = z.strictObject({
  family: slugSchema,
  year: z.number().int().optional(),
  engine: slugSchema.optional(),
  traits: z.record(slugSchema, slugSchema),
})
const torqueEntry = z.strictObject({
  value: z.number().positive().max(10_000),
  unit: z.enum(['N.m', 'lbf.ft', 'lbf.in', 'kgf.cm']),
}) as unknown as z.ZodType<Entered<'torque'>, Entered<'torque'>>
const onCar = { sheet: sheetField, car }

/** Integrity first: the computations behind rely on it. */
function withCar(sheet: Sheet, forCar: Car, compute: (resolved: ResolvedSheet) => ComputeOutcome): ComputeOutcome {
  const issues = checkIntegrity(sheet)
  if (issues.length > 0)
    return {
      ok: false,
      message: 'The sheet has integrity issues.',
      errors: issues.map(issue => ({ path: ['sheet', ...issue.path].join('.'), message: integrityWords(issue) })),
    }
  const resolution = resolveSheet(sheet, forCar)
  return resolution.applies === 'yes' ? compute(resolution.resolved) : refuse(`The sheet is for another ${resolution.why}.`, 'car')
}

/**
 * The core's door for scripts: NAME → request schema and computation. The same behind `./efferent compute NAME` and POST /api/compute/NAME.
 */
export const computations = {
  resolve: computation(
    'lines, joints, holds and operations of one car, and the next question while its layout is open',
    z.strictObject(onCar),
    ({ sheet, car: forCar }) =>
      withCar(sheet, forCar, ({ lines, joints, holds, operations, open, question }) => ({
        ok: true,
        value: {
          lines: lines.map(({ id }) => id),
          joints: joints.map(({ id }) => id),
          holds: holds.map(({ id }) => id),
          operations: operations.map(({ id }) => id),
          open: open.map(({ id }) => id),
          question,
        },
      })),
  ),
  plan: computation(
    'the ordered job for the chosen lines, with minutes, moves and tools per visit; with a car state, or a job’s events, what is left of it',
    z.strictObject({
      ...onCar,
      inputs: planInputsSchema.optional(),
      standing: standingSchema.optional(),
      events: z.array(z.unknown()).min(1).max(limits.computedEvents).optional(),
    }),
    ({ sheet, car: forCar, inputs, standing, events }) =>
      withCar(sheet, forCar, resolved => {
        const job = events && jobOf(events)
        if (job && !job.ok) return job
        if (job && !job.value.inputs) return refuse('The job has not been planned yet.', 'events')
        if (!job && !inputs) return refuse('Say what is wanted (inputs), or what has happened (events).', 'inputs')
        const plan = job ? planRest(resolved, job.value) : planJob(resolved, inputs!, standing)
        return plan.ok
          ? { ok: true, value: { ...plan.value, tools: listTools(resolved, plan.value.visits) } }
          : refuse(accessWords(plan.error, sheet), 'inputs')
      }),
  ),
  obligations: computation(
    'what a job still owes, by its events: each with its target, the gates it stands before, and since which event',
    z.strictObject({ ...onCar, events: z.array(z.unknown()).min(1).max(limits.computedEvents) }),
    ({ sheet, car: forCar, events }) =>
      withCar(sheet, forCar, resolved => {
        const job = jobOf(events)
        return job.ok ? { ok: true, value: listDue(resolved, job.value) } : job
      }),
  ),
  kit: computation(
    'what to have on the bench: lines, seals, holds, fasteners, caps, fluid in bottles',
    z.strictObject({ ...onCar, inputs: planInputsSchema }),
    ({ sheet, car: forCar, inputs }) =>
      withCar(sheet, forCar, resolved => {
        const scope = scopeOf(resolved, inputs)
        if (!scope.ok) return refuse(accessWords(scope.error, sheet), 'inputs')
        const plan = planJob(resolved, inputs)
        if (!plan.ok) return refuse(accessWords(plan.error, sheet), 'inputs')
        const fluid = estimateFluid(resolved, inputs.lines, plan.value)
        return { ok: true, value: { kit: listKit(resolved, scope.value, plan.value.operations, fluid, inputs.parts), fluid } }
      }),
  ),
  bleed: computation(
    'how a car’s circuit is bled: its methods, best first, with what speaks for and against each; rounds, fluid and minutes to expect',
    z.strictObject({
      ...onCar,
      lines: z.array(slugSchema).max(24),
      helper: z.boolean().default(true),
      tools: z.array(z.enum(bleedTools)).max(4).default([]),
      reservoirInReach: z.boolean().default(true),
    }),
    ({ sheet, car: forCar, lines, helper, tools, reservoirInReach }) =>
      withCar(sheet, forCar, resolved => {
        const unknown = lines.find(line => !resolved.lines.some(({ id }) => id === line))
        if (unknown !== undefined) return refuse(`This car has no line ${unknown}.`, `lines.${lines.indexOf(unknown)}`)
        const opened = openingOf(resolved.lines, lines)
        const found = pathOfSheet(resolved, lines)
        return {
          ok: true,
          value: {
            opened,
            methods: adviseMethod(sheet.bleeding, { opened, helper, tools, reservoirInReach }),
            prediction: found && { ...predictRounds(found.path, found.air), crest: found.crest },
          },
        }
      }),
  ),
  'bleed-estimate': computation(
    'what rounds of bleeding so far tell: rounds to go, air left in mL, and how likely it is that air comes in, each between 5 and 95 of 100',
    z.strictObject({
      ...onCar,
      lines: z.array(slugSchema).min(1).max(24),
      rounds: z
        .array(
          z.strictObject({
            saw: z.enum(sights),
            strokes: z.number().int().min(1).max(40).optional(),
            bubbleMm: z.number().min(0).max(2000).optional(),
            firmAt: z.number().min(0).max(1).optional(),
            stands: z.number().min(0).max(1).optional(),
            toppedUp: z.boolean().default(false),
            airBack: z.boolean().optional(),
          }),
        )
        .max(30),
    }),
    ({ sheet, car: forCar, lines, rounds }) =>
      withCar(sheet, forCar, resolved => {
        const unknown = lines.findIndex(line => !resolved.lines.some(({ id }) => id === line))
        if (unknown >= 0) return refuse(`This car has no line ${lines[unknown]}.`, `lines.${unknown}`)
        const found = pathOfSheet(resolved, lines)
        return found
          ? { ok: true, value: { ...estimateAir(found.path, found.air, rounds), crest: found.crest } }
          : refuse('Only a clutch or a brake whose lines are measured can be reckoned with.', 'sheet')
      }),
  ),
  'feed-in': computation(
    'how a rigid line goes into its place: poses of its middle (mm) with turns (quaternion), and where it is tight; two seconds at most',
    z.strictObject({
      ...onCar,
      line: slugSchema,
      out: z.array(slugSchema).max(24).default([]),
      seed: z.number().int().min(1).max(1e9).default(20),
    }),
    ({ sheet, car: forCar, line, out, seed }, now) =>
      withCar(sheet, forCar, resolved => {
        const from = now()
        const means = { random: seededRandom(seed), spent: () => now() - from, budget: feedInMs }
        const found = feedInOf({ lines: resolved.lines, keepouts: sheet.keepouts }, line, out, means)
        if (!found.ok) return refuse(feedIssueWords(found.error), 'line')
        const { poses, tight, leaves } = found.value
        return { ok: true, value: { leaves, poses, tight, legs: feedLegs(found.value) } }
      }),
  ),
  drain: computation(
    'what runs out of one line as its ends are opened, by height, mL; `staysOpen`: an end that nobody caps; `clamps`: mm along it',
    z.strictObject({
      sheet: sheetField,
      line: slugSchema,
      order: z
        .array(z.enum(['from', 'to']))
        .min(1)
        .max(2),
      staysOpen: z.enum(['from', 'to']).optional(),
      clamps: z.array(z.number().min(0).max(20_000)).max(8).default([]),
    }),
    ({ sheet, line: id, order, staysOpen, clamps }) => {
      const line = sheet.lines.find(candidate => candidate.id === id)
      if (!line) return refuse(`The sheet has no line “${id}”.`, 'line')
      const developed = developLine(line.sections)
      return developed.ok
        ? {
            ok: true,
            value: {
              lengthMm: developed.value.length,
              volumeMl: lineVolume(line.sections, developed.value),
              ...drainByHeight(
                line.sections,
                developed.value,
                order.map(end => ({ end, staysOpen: end === staysOpen })),
                { checkValve: line.checkValve, clamps },
              ),
            },
          }
        : refuse(`The line cannot be developed: ${developed.error.code}.`, 'line')
    },
  ),
  spill: computation(
    'what runs out at each joint of several lines in the order they are opened, with caps left off and parts that drain it first, mL',
    z.strictObject({
      ...onCar,
      lines: z.array(slugSchema).min(1).max(24),
      openOrder: z.array(slugSchema).max(48),
      open: z.array(slugSchema).max(48).default([]),
      off: z.array(slugSchema).max(60).default([]),
      clamps: z
        .array(z.strictObject({ line: slugSchema, at: z.number().min(0).max(20_000) }))
        .max(24)
        .default([]),
      shut: z.array(slugSchema).max(48).default([]),
    }),
    ({ sheet, car: forCar, lines, openOrder, open, off, clamps, shut }) =>
      withCar(sheet, forCar, resolved => {
        const missing = (ids: readonly string[], known: readonly { id: string }[]) => ids.find(id => !known.some(one => one.id === id))
        const asked = [
          ['lines', missing(lines, resolved.lines)],
          ['openOrder', missing(openOrder, resolved.joints)],
          ['open', missing(open, resolved.joints)],
          ['off', missing(off, resolved.operations)],
          [
            'clamps',
            missing(
              clamps.map(({ line }) => line),
              resolved.lines,
            ),
          ],
          ['shut', missing(shut, resolved.joints)],
        ] as const
        const unknown = asked.find(([, id]) => id !== undefined)
        if (unknown) return refuse(`This car has no “${unknown[1]}”.`, unknown[0])
        return { ok: true, value: estimateFluid(resolved, lines, { openOrder, operations: off, open, clamps, shut }) }
      }),
  ),
  torque: computation(
    'torque in N·m and lbf·ft, its place in a window, and the wrench setting with an adapter',
    z.strictObject({
      torque: torqueEntry,
      window: z.strictObject({ low: torqueEntry, high: torqueEntry }).optional(),
      adapter: adapterSchema.optional(),
    }),
    ({ torque, window, adapter }) => {
      const wanted = toSi('torque', torque)
      const limits = window && { low: toSi('torque', window.low), high: toSi('torque', window.high) }
      if (limits && limits.low > limits.high) return refuse('The window runs backwards.', 'window')
      return {
        ok: true,
        value: {
          newtonMetres: wanted,
          poundFeet: wanted / toSi('torque', { value: 1, unit: 'lbf.ft' }),
          check: limits && checkTorque(wanted, limits),
          wrenchSettingNewtonMetres: adapter ? settingForTorque(newtonMetres(wanted), adapter) : wanted,
        },
      }
    },
  ),
  ...fluidComputations,
  ...makingComputations,
} as const satisfies Record<string, Computation>

/** A job from its events, or the places of those that cannot be read. */
function jobOf(events: readonly unknown[]): { ok: true; value: JobState } | Refused {
  const read = events.map(readEvent)
  const errors = read.flatMap((one, i) => (one.ok ? [] : [{ path: `events.${i}`, message: 'not readable' }]))
  if (errors.length > 0) return { ok: false, message: 'Not every event can be read.', errors }
  const recorded = read.flatMap(one => (one.ok ? [one.value] : []))
  return recorded[0]!.body.type === 'opened'
    ? { ok: true, value: fold(recorded)! }
    : refuse('A job begins with the event that opened it.', 'events.0')
}

export type ComputeName = keyof typeof computations
export const isComputeName = (name: string): name is ComputeName => Object.hasOwn(computations, name)
