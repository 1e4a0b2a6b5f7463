import type { Crest } from '../../core/bleed/crestOf'
import { endOn } from '../../core/sheet/jointLines'
import type { Sheet } from '../../core/sheet/types'
import { mostToGo, type AirEstimate } from '../../core/bleed/estimateAir'
import { formatEntered } from '../../core/units/formatQuantity'
import type { Entered } from '../../core/units/types'
import { plural } from './vocabulary'

const range = (low: number, high: number) => (high >= mostToGo ? `${low} or many more` : low === high ? '' : `${low} to ${high}`)

/** The high point by its line, and how far from the joint that the line begins at. */
export function highPoint(crest: Crest | undefined, sheet: Sheet | undefined): string {
  const line = sheet?.lines.find(({ id }) => id === crest?.line)
  const joint = sheet?.joints.find(one => endOn(one, line?.id ?? '') === 'from')
  if (!crest || !line || !joint) return 'a high point'
  return `the high point of “${line.name}”, ${Math.round(crest.at / 10) * 10} mm from “${joint.name}”`
}

/** How likely, as somebody would say it. */
const inTen = (chance: number) => `${Math.round(chance * 10)} in 10`
/** From here on it is said; below it is what it is in any car. */
const said = 0.5
/** Fewer cases than this speak: what was seen fits nothing well. */
const few = 5

/** An estimate on a sheet's circuit, and where in it a bubble may stay. */
export type AirTold = AirEstimate & { crest?: Crest }

/** What the rounds so far tell: how many to go, and what is wrong where something is. */
export function airWords(
  { toGo, comesIn, closedLate, atCrest, effective, crest }: AirTold,
  sheet?: Sheet,
): { toGo: string; doubts: string[] } {
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
        `The bubble seems to sit at ${highPoint(crest, sheet)} (${inTen(atCrest)}): open the bleeder further so that it is carried over, or fill from below.`,
      effective < few && 'What was seen fits no usual bleed well: look at the hose once more, and count the strokes.',
    ].filter(text => text !== false),
  }
}

/** How far a pedal goes before it holds, as a foot can tell, and as a share of its way. */
export const pedalShare = { high: 0.15, quarter: 0.25, half: 0.5, floor: 1 } as const
/** How full a reservoir stands between its marks, as somebody sees it at a glance. */
export const standsShare = { full: 0.95, 'three-quarters': 0.75, half: 0.5, quarter: 0.25, lower: 0.1 } as const
export type StandsWord = keyof typeof standsShare
export const standsChoices: { id: StandsWord; text: string }[] = [
  { id: 'full', text: 'Full' },
  { id: 'three-quarters', text: 'Three quarters' },
  { id: 'half', text: 'Half' },
  { id: 'quarter', text: 'A quarter' },
  { id: 'lower', text: 'Lower' },
]
export type PedalWord = keyof typeof pedalShare
export const pedalChoices: { id: PedalWord; text: string }[] = [
  { id: 'high', text: 'High and firm' },
  { id: 'quarter', text: 'A quarter' },
  { id: 'half', text: 'Half way' },
  { id: 'floor', text: 'To the floor' },
]

/** What else was seen of a round, as the line says it that it is folded into; what has not been said yet is named. */
export function elseSeenWords(
  {
    bubble,
    pedal,
    stands,
    out,
    in: into,
  }: Partial<{ bubble: number; pedal: PedalWord; stands: StandsWord } & Record<'out' | 'in', Entered<'volume'>>>,
  asks: ElseAsked,
): string {
  const textOf = (choices: readonly { id: string; text: string }[], id: string) =>
    choices.find(choice => choice.id === id)!.text.toLowerCase()
  const list = [
    asks.out && (out ? `${formatEntered('volume', out)} out` : 'amounts'),
    into && `${formatEntered('volume', into)} in`,
    asks.bubble && (bubble === undefined ? 'bubbles' : `bubbles ${bubble} mm`),
    asks.pedal && (pedal ? `pedal ${textOf(pedalChoices, pedal)}` : 'pedal'),
    asks.stands && (stands ? `reservoir ${textOf(standsChoices, stands)}` : 'reservoir'),
  ]
  return list.filter(Boolean).join(', ')
}
/** Of what a round is asked beside its bubbles. */
export type ElseAsked = { bubble: boolean; pedal: boolean; stands: boolean; out: boolean }
