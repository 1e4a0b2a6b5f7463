import { fail, ok, type Result } from '../result'

/**
 * What a hand bender does with a tube of one kind, as the shop's own trial bends show it. Lengths in mm, angles in degrees.
 */
export type Bender = {
  /** Of the centre line. */
  radius: number
  /** How far past the mark, away from the end one measures from, the bend begins; less than nothing: before it. */
  takeUp: number
  /** Set on the scale to get an angle: `offset + factor · angle`. What is over the angle springs back. */
  springback: { offset: number; factor: number }
  /** Straight tube the tool holds on one side and pushes against on the other. */
  grip: number
}

/** A piece of straight tube, bent once and measured. Legs run from the tube's end to where the two centre lines meet. */
export type TrialBend = { length: number; mark: number; set: number; got: number; firstLeg: number; secondLeg: number }

export type BenderIssue =
  | { code: 'BENDER_NO_TRIAL' }
  | { code: 'BENDER_ANGLE_SMALL'; trial: number }
  /** The legs are longer together than the tube: one of the three is wrong. */
  | { code: 'BENDER_LENGTHS_DISAGREE'; trial: number }

const degree = Math.PI / 180
/** The gain of a bend of radius 1: what the legs to the corner are longer than the tube, 2·tan(θ/2) − θ. */
const gain = (angle: number): number => 2 * Math.tan((angle * degree) / 2) - angle * degree
/** Below this the radius cannot be told from a rule's reading: a millimetre makes 12 of it at 45°. */
const smallest = 45

/**
 * A bender from trial bends, by least squares. Radius: first leg + second leg − length = r·(2·tan(θ/2) − θ). Take-up: where the bend
 * begins, first leg − r·tan(θ/2), less the mark. Springback: the angle set against the angle got; one trial gives a factor, several of
 * different angles an offset as well. The plane geometry of a bend (handbook); that a tube springs back by its own is common practice.
 * Fails without a trial, and at one whose angle is too small or whose lengths do not agree.
 */
export function fitBender(trials: readonly TrialBend[], grip: number): Result<Bender, BenderIssue> {
  if (trials.length === 0) return fail({ code: 'BENDER_NO_TRIAL' })
  const small = trials.findIndex(({ got }) => !(got >= smallest))
  if (small >= 0) return fail({ code: 'BENDER_ANGLE_SMALL', trial: small })
  const over = trials.map(({ length, firstLeg, secondLeg }) => firstLeg + secondLeg - length)
  const wrong = over.findIndex(one => !(one > 0))
  if (wrong >= 0) return fail({ code: 'BENDER_LENGTHS_DISAGREE', trial: wrong })
  const gains = trials.map(({ got }) => gain(got))
  const radius = sumOf(trials.map((_, i) => over[i]! * gains[i]!)) / sumOf(gains.map(one => one * one))
  const takeUps = trials.map(({ firstLeg, got, mark }) => firstLeg - radius * Math.tan((got * degree) / 2) - mark)
  return ok({ radius, takeUp: sumOf(takeUps) / trials.length, springback: fitSpringback(trials), grip })
}

function fitSpringback(trials: readonly TrialBend[]): Bender['springback'] {
  const meanGot = sumOf(trials.map(({ got }) => got)) / trials.length
  const meanSet = sumOf(trials.map(({ set }) => set)) / trials.length
  const spread = sumOf(trials.map(({ got }) => (got - meanGot) ** 2))
  // Angles that lie together say nothing of how it grows: by how much, then.
  if (spread < 25) return { offset: 0, factor: meanSet / meanGot }
  const factor = sumOf(trials.map(({ got, set }) => (got - meanGot) * (set - meanSet))) / spread
  return { offset: meanSet - factor * meanGot, factor }
}
const sumOf = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0)

/** What to set on the bender's scale for an angle, degrees. */
export const settingFor = ({ springback }: Bender, angle: number): number => springback.offset + springback.factor * angle
