import { mostToGo, type AirEstimate } from '../../core/bleed/estimateAir'
import { plural } from './vocabulary'

const range = (low: number, high: number) => (high >= mostToGo ? `${low} or many more` : low === high ? '' : `${low} to ${high}`)

/** How likely, as somebody would say it. */
const inTen = (chance: number) => `${Math.round(chance * 10)} in 10`
/** From here on it is said; below it is what it is in any car. */
const said = 0.5
/** Fewer cases than this speak: what was seen fits nothing well. */
const few = 5

/** What the rounds so far tell: how many to go, and what is wrong where something is. */
export function airWords({ toGo, comesIn, closedLate, atCrest, effective }: AirEstimate): { toGo: string; doubts: string[] } {
  const middle = Math.round(toGo.middle)
  const more = range(Math.round(toGo.low), Math.round(toGo.high))
  return {
    toGo:
      middle >= mostToGo
        ? 'By what was seen it will not clear like this.'
        : `By what was seen about ${plural(middle, 'round')} to go${more ? ` (${more})` : ''}, if no more air comes in.`,
    doubts: [
      comesIn > said &&
        `Air seems to come in (${inTen(comesIn)}): a seal that draws, a loose joint, the hose end out of the jar. Look for it before bleeding on.`,
      closedLate > said && `The bleeder seems to be closed too late (${inTen(closedLate)}): shut it while the pedal is still held down.`,
      atCrest > said &&
        `The bubble seems to sit at a high point (${inTen(atCrest)}): open the bleeder further so that it is carried over, or fill from below.`,
      effective < few && 'What was seen fits no usual bleed well: look at the hose once more, and count the strokes.',
    ].filter(text => text !== false),
  }
}

/** How far a pedal goes before it holds, as a foot can tell, and as a share of its way. */
export const pedalShare = { high: 0.15, quarter: 0.25, half: 0.5, floor: 1 } as const
export type PedalWord = keyof typeof pedalShare
export const pedalChoices: { id: PedalWord; text: string }[] = [
  { id: 'high', text: 'High and firm' },
  { id: 'quarter', text: 'A quarter' },
  { id: 'half', text: 'Half way' },
  { id: 'floor', text: 'To the floor' },
]
