import { practiceFor } from '../../core/fittings/jointKinds'
import { wrenchFor } from '../../core/fittings/nearHexes'
import type { BendBlock, BendOrder } from '../../core/making/bendOrder'
import type { BenderIssue } from '../../core/making/bender'
import type { MakeableIssue } from '../../core/making/checkMakeable'
import type { Advice, BendChange, CompareIssue, Comparison } from '../../core/making/compareLines'
import type { PassInCar } from '../../core/making/clearInCar'
import type { CutIssue } from '../../core/making/cutLength'
import type { FlareAdvice } from '../../core/making/flareFor'
import { familyRules, type FittingFamily, type Sealing } from '../../core/making/fittingFamilies'
import type { FittingSize } from '../../core/making/fittingSizes'
import type { FittingEvidence, Mating, TellApart } from '../../core/making/identifyFitting'
import type { MouldedCut } from '../../core/making/cutFromMoulded'
import type { ClampKind, HoseIssue, HoseMaterial } from '../../core/making/hose'
import type { BendMark } from '../../core/making/markBends'
import { perInch, type ThreadSize } from '../../core/making/threads'
import type { NotBrought } from '../../core/making/notBrought'
import type { MakingNeed } from '../../core/making/workOut'
import { endFormWords, endWords } from './makeActWords'
import { list } from './vocabulary'
import { formatNumber, formatQuantity } from '../../core/units/formatQuantity'
import type { Kilopascals, Millimetres } from '../../core/units/types'

const mm = (value: number, digits = 0): string => `${formatNumber(value, digits)} mm`
const bar = (kilopascals: number): string => formatQuantity('pressure', (Math.round(kilopascals / 100) * 100) as Kilopascals, 'bar')
const angle = (value: number): string => `${formatNumber(Math.abs(value), 0)}°`

export const needWords: Record<MakingNeed, string> = {
  rows: 'the straights and bends of the line',
  outside: 'the outside diameter of the tube',
  wall: 'its wall',
  material: 'what it is made of',
  radius: 'the radius your bender makes',
  takeUp: 'how far past the mark it begins',
  setFor90: 'what to set for 90°',
  grip: 'the straight it needs to hold',
  ends: 'what its two ends become',
  straightAtFlare: 'the straight your flaring bar and the nut need',
}

/** How the tube is turned before a bend, seen from the end one began at. */
export function turnWords({ bend, turn }: Pick<BendMark, 'bend' | 'turn'>): string {
  if (bend === 0) return 'the first: the others are turned from it'
  if (Math.abs(turn) < 0.5) return 'the same way as the last'
  if (Math.abs(turn) > 179.5) return 'the opposite way to the last'
  return `${angle(turn)} to the ${turn > 0 ? 'right' : 'left'} of the last`
}

export function makeableWords(issue: MakeableIssue): string {
  switch (issue.code) {
    case 'MAKE_RADIUS_TIGHT':
      return `This tube wants a radius of ${mm(issue.least)} or more; the bender makes ${mm(issue.radius)}. It would flatten.`
    case 'MAKE_END_STRAIGHT_SHORT':
      return `At the ${endWords[issue.end]} there are ${mm(issue.has)} of straight; the flaring bar and the nut need ${mm(issue.least)}. Flare it before you bend it, or move the bend.`
    case 'MAKE_STRAIGHT_SHORT':
      return `Between bends ${issue.after + 1} and ${issue.after + 2} there are ${mm(issue.has)} of straight; the bender needs ${mm(issue.least)}.`
    case 'MAKE_PRESSURE':
      return `Bent, this tube bursts at about ${bar(issue.burst)}; it should hold ${bar(issue.wanted)}. Take a thicker wall.`
  }
}
export function cutIssueWords(issue: CutIssue): string {
  if (issue.code === 'CUT_ALLOWANCE_BACKWARDS')
    return `At the ${endWords[issue.end]} the tube stands less over the bar than the finished flare does: one of the two is wrong.`
  const ends = issue.ends.map(end => endWords[end]).join(' and at the ')
  return `Nobody has said what the flare takes at the ${ends}. Make a trial flare on a scrap: measure how far the tube stands over the bar before, and the flare after.`
}
export function benderIssueWords(issue: BenderIssue): string {
  switch (issue.code) {
    case 'BENDER_NO_TRIAL':
      return 'Bend a scrap once and measure it.'
    case 'BENDER_ANGLE_SMALL':
      return 'Bend the trial piece to 45° or more: the radius cannot be read from less.'
    case 'BENDER_LENGTHS_DISAGREE':
      return 'The two legs together are not longer than the tube was: measure again, each from its end to where the middle lines meet.'
  }
}
const blockWords: Record<BendBlock['by'], string> = {
  tube: 'the tube strikes itself',
  bender: 'what is bent already strikes the bender',
  bench: 'what is bent already strikes the bench',
  grip: 'the bender finds no straight to hold',
}
export function orderWords({ order, from, notLast }: BendOrder): string {
  const last = notLast.map(({ bend, by }) => `Bend ${bend + 1} cannot be the last: ${blockWords[by]}.`).join(' ')
  const first = !order
    ? 'No order was found in which every bend can be made with this bender.'
    : from === 'first'
      ? 'Bend from the first end along.'
      : from === 'second'
        ? 'Bend from the last bend back to the first.'
        : `Bend in this order: ${order.map(bend => bend + 1).join(', ')}.`
  return [first, last].filter(Boolean).join(' ')
}

export const familyWords: Record<FittingFamily, string> = {
  'inverted-flare': 'inverted flare nut',
  'bubble-flare': 'bubble flare nut',
  'flare-45': '45° flare nut',
  'flare-37': '37° flare nut',
  'o-ring-nut': 'O-ring nut',
  banjo: 'banjo bolt',
  'pipe-taper': 'taper pipe thread',
  'pipe-parallel': 'parallel pipe thread',
}
export const sealingWords: Record<Sealing, string> = {
  'double-flare': 'funnel, folded double',
  bubble: 'bubble, like a mushroom',
  'flare-45': 'single funnel, 45°',
  'flare-37': 'single funnel, 37°',
  'o-ring': 'O-ring',
  washers: 'washer on each side',
  washer: 'one washer under the hex',
  taper: 'the thread itself, it narrows',
}
export const evidenceWords: Record<FittingEvidence, string> = {
  diameter: 'thread diameter',
  pitch: 'pitch',
  hex: 'hex',
  coneAngle: 'cone angle',
  sealing: 'sealing face',
  tube: 'tube',
  narrows: 'taper',
  part: 'nut or port',
}
export const threadWords = (thread: ThreadSize): string =>
  thread.form === 'metric' ? `Pitch ${formatNumber(thread.pitch, 2)} mm` : `${formatNumber(perInch(thread), 0)} turns per inch`
export const fittingName = ({ family, thread }: FittingSize): string => `${thread.name}, ${familyWords[family]}`

export function tellApartWords({ by, first, second }: TellApart, names: readonly [string, string]): string {
  const both = (a: string, b: string) => `${a} is ${names[0]}, ${b} is ${names[1]}.`
  switch (by) {
    case 'diameter':
      return `Measure over the thread: about ${both(mm(first.diameter!, 2), mm(second.diameter!, 2))}`
    case 'pitch':
      return `Lay a pitch gauge on it: ${both(mm(first.pitch!, 2), mm(second.pitch!, 2))}`
    case 'hex':
      return `Measure the hex: mostly ${both(mm(first.hex!, 1), mm(second.hex!, 1))}`
    case 'coneAngle':
      return `Hold a protractor to the cone: ${both(`${first.coneAngle}°`, `${second.coneAngle}°`)}`
    case 'sealing':
      return `Look at what seals: ${both(sealingWords[first.sealing!], sealingWords[second.sealing!])}`
    case 'tube':
      return `Measure the tube: ${both(mm(first.tube!, 2), mm(second.tube!, 2))}`
    case 'narrows':
      return `See whether the thread narrows: ${both(first.narrows ? 'narrowing' : 'even', second.narrows ? 'narrowing' : 'even')}`
    case 'part':
      return ''
  }
}
export function matingWords(other: FittingSize, mating: Mating): string {
  if (mating.goes) return `${fittingName(other)} goes with it.`
  return mating.why === 'face'
    ? `${fittingName(other)}: screws in all the way and does not seal.`
    : `${fittingName(other)}: starts by hand, then strips the thread.`
}
/** Which wrench, and how tight where no sheet says. */
export function wrenchWords({ hexes, family }: FittingSize): { wrench: string; tight: string } {
  const wrench = hexes.map(hex => wrenchFor(hex as Millimetres)?.name ?? mm(hex, 1)).join(' or ')
  const { joint } = familyRules[family]
  const practice = joint && practiceFor(joint)
  const tight = !practice
    ? 'as its maker says'
    : practice.code === 'snug-and-turn'
      ? `snug, then ${practice.turn}° further, by common practice`
      : practice.code === 'hand-and-sealant'
        ? 'by hand with sealant, by common practice'
        : practice.code === 'snug'
          ? 'snug, by common practice'
          : 'until its own lock holds'
  return { wrench, tight }
}

const changeWords = ({ bend, what, by }: BendChange): string =>
  what === 'angle'
    ? by > 0
      ? `add ${formatNumber(by, 1)}° to bend ${bend + 1}`
      : `take ${formatNumber(-by, 1)}° out of bend ${bend + 1}`
    : `turn bend ${bend + 1} ${formatNumber(Math.abs(by), 1)}° to the ${by > 0 ? 'right' : 'left'}`
const sentence = (text: string): string => `${text[0]!.toUpperCase()}${text.slice(1)}`
export const adviceWords = ({ changes, greatest }: Advice): string =>
  `${sentence(changes.map(changeWords).join(', and '))}: then it is off by ${mm(greatest, 1)} at most.`
export const verdictWords: Record<Comparison['verdict'], { title: string; text: string }> = {
  agrees: { title: 'It agrees', text: 'The new line lies on the old one within what you allow.' },
  massage: { title: 'Bend it a little', text: 'It does not lie on the old one yet; a small change puts it right.' },
  'send-back': {
    title: 'Do not fit it',
    text: 'No one or two bends put it right. Leave the car as it is, and send it back with the printed comparison.',
  },
}
/** What goes into a job's record: where it is off, and what would put it right. */
export function verdictForJob({ verdict, greatest, ends, one, two }: Comparison, passes: readonly PassInCar[] = []): string {
  const off = `off by ${mm(greatest.off, 1)} at most, ${mm(greatest.at)} from the first end; second end ${mm(ends.to.off, 1)}`
  const close = passes.map(({ what, gap, asks }) => `; ${mm(gap)} from the ${what}, asks ${mm(asks)}`).join('')
  if (verdict === 'agrees') return `measured: ${off}${close}`
  const advice = verdict === 'massage' ? (two ?? one) : undefined
  return `measured: ${off}${advice ? `; ${advice.changes.map(changeWords).join(', and ')}` : '; no one or two bends put it right'}${close}`
}
/** How close it would lie in the car. */
export const clearWords = ({ what, gap, asks, before }: PassInCar): string =>
  `Lies ${mm(gap)} from the ${what}, which asks for ${mm(asks)}${before === undefined ? '' : `; the old one had ${mm(before)}`}.`
export const compareIssueWords = ({ which }: CompareIssue): string =>
  `The ${which} line cannot be drawn: it needs two points at least, and straights long enough for its bends.`

export const hoseWords: Record<HoseMaterial, string> = { rubber: 'rubber', silicone: 'silicone', braided: 'rubber, braided outside' }
export const clampWords: Record<ClampKind, string> = {
  'constant-tension': 'spring clamp, constant tension',
  'wide-band': 'wide band with a bolt',
  'lined-worm': 'worm clamp with a liner',
  worm: 'worm clamp',
  crimp: 'crimped by a hose shop',
}
export function hoseIssueWords(issue: HoseIssue): string {
  switch (issue.code) {
    case 'HOSE_PRESSURE_UNKNOWN':
      return 'Say how much pressure it holds: which clamp may be used hangs on that, and how much it shrinks.'
    case 'HOSE_SPIGOT_SHORT':
      return `${issue.end === 0 ? 'First' : 'Second'} spigot: bead, clamp and 3 mm behind it need ${mm(issue.needs)}, it has ${mm(issue.has)}. Take a narrower clamp.`
    case 'HOSE_BEND_TIGHT':
      return `Bent to ${mm(issue.radius)} it may kink: this hose wants ${mm(issue.least)} or more. Take a moulded one, or go round wider.`
  }
}
export const mouldedWords = ({ from, to, turned, greatest }: MouldedCut): string =>
  `Keep the piece from ${mm(from)} to ${mm(to)} of the moulded hose${turned ? ', turned end for end' : ''}: it lies within ${mm(greatest)} of the course.`

/** What the new line comes without, one thing a line, and what to do about it. */
export const notBroughtWords = ({ moveOver, holds, seals }: NotBrought): string[] => [
  ...moveOver.map(what => `Move over from the old one: ${what}.`),
  ...holds.map(({ name, reuse, part }) =>
    reuse === 'never' ? `${name}: a new one${part ? `, ${part}` : ''}.` : `${name}: the old one again, if it is good.`,
  ),
  ...seals.map(({ name, count, reuse, part }) =>
    reuse === 'never' ? `${count} × ${name}, new${part ? `: ${part}` : ''}.` : `${count} × ${name}: the old one again, if it is good.`,
  ),
]

/** Which flare goes with a nut, told apart by where its thread is. */
export function flareAdviceWords(advice: FlareAdvice, thread: string): string {
  if (!advice.fits)
    return advice.tubes.length > 0
      ? `A ${thread} nut takes tube of ${list(advice.tubes.map(tube => mm(tube, 2)))}, not this one.`
      : `No flared tube is held by ${thread}.`
  const of = (side: 'outside' | 'inside') => advice.choices.filter(one => one.thread === side).map(({ form }) => endFormWords[form])
  const [nut, cap] = [of('outside'), of('inside')]
  return [
    nut.length > 0 && `Nut with its thread outside: ${nut.join(' or ')}.`,
    cap.length > 0 && `Cap nut with its thread inside: ${cap.join(' or ')}${cap.length > 1 ? '; measure the cone of its port' : ''}.`,
    'Make the new end like the old one.',
  ]
    .filter(Boolean)
    .join(' ')
}
