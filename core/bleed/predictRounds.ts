import { bleedRound, ranClear, toppedUp, usualManner, type Manner } from './bleedRound'
import { airLeft, clingingShare, filledPath, type HydraulicPath } from './hydraulicPath'

/** What bleeding takes, as a range over what nobody knows: what clings to the wall, how much of a stroke is used, how far it is cracked. */
export type RoundsPrediction = {
  rounds: { least: number; likely: number; most: number }
  /** Fluid through the bleeder, mL. */
  through: { least: number; likely: number; most: number }
  /** Rounds after which a reservoir that was full is half empty, at the least. */
  topUpAfter: number
  /** Hands at work, minutes: the hydraulics, and what two people say to each other. */
  minutes: number
  /** It never runs clear: something draws air, or a crest keeps it. */
  never: boolean
}

/** What is unknown: the likely case first, then the others; most depends on what clings and how much of the stroke is used. */
const unknowns: readonly { clings: number; stroke: number; open: number }[] = [
  { clings: 1, stroke: 1, open: 1 },
  { clings: 0.6, stroke: 1.1, open: 1.25 },
  { clings: 1.5, stroke: 0.85, open: 0.85 },
]
/** Nobody bleeds longer without asking why. */
export const mostRounds = 30
/** Common practice, no source: seconds of calling and answering for each cycle, and of looking into the reservoir after a round. */
export const talk = { cycle: 4, round: 20 }

/** Rounds until one runs clear with the reservoir kept full; bounded by `mostRounds`. Air in mL. */
export function predictRounds(path: HydraulicPath, air: { line: number; slave: number }, manner: Manner = usualManner): RoundsPrediction {
  const runs = unknowns.map(({ clings, stroke, open }) => {
    const drawn = { ...path, stroke: path.stroke * stroke }
    const ways = { ...manner, open: manner.open * open }
    let state = { ...filledPath(drawn, air), clinging: clingingShare * clings * path.wetted }
    let rounds = 0
    let through = 0
    let hands = 0
    for (;;) {
      const { state: after, result } = bleedRound(drawn, state, ways)
      rounds++
      through += result.out - result.airOut
      hands += result.seconds + ways.cycles * talk.cycle + talk.round
      state = toppedUp(drawn, after)
      if (ranClear(result) || rounds >= mostRounds) return { rounds, through, hands, left: airLeft(state) }
    }
  })
  const of = (value: (run: (typeof runs)[number]) => number) => ({
    least: Math.min(...runs.map(value)),
    likely: value(runs[0]!),
    most: Math.max(...runs.map(value)),
  })
  const perRound = Math.max(...runs.map(({ through, rounds }) => through / rounds))
  return {
    rounds: of(({ rounds }) => rounds),
    through: of(({ through }) => through),
    topUpAfter: Math.max(1, Math.floor(path.reservoir / 2 / perRound)),
    minutes: runs[0]!.hands / 60,
    never: runs[0]!.rounds >= mostRounds,
  }
}
