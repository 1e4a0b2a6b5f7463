import type { Condition } from '../../core/plan/search/judgeChance'
import type { Remedy, RemedyBar } from '../../core/fittings/seizedPath'
import type { Caution } from '../../core/sheet/types'

/** A seized joint: what to do, and what that closes off. */
export const remedyWords: Record<Remedy, { title: string; how: string; closes: string; caution?: Caution }> = {
  soak: {
    title: 'Soak it',
    how: 'Penetrant on the thread, a few taps on the nut, fifteen minutes. Then tighten a hair before you loosen.',
    closes: 'Closes off nothing.',
  },
  'free-bracket': {
    title: 'Free the bracket',
    how: 'Release the nearest hold so that the line can turn with its nut.',
    closes: 'The line may twist: it is not to be used again.',
  },
  heat: {
    title: 'Heat it',
    how: 'Induction or a small flame on the outer part only, until penetrant smokes. Let it cool, then loosen.',
    closes: 'Seals and paint nearby are renewed afterwards.',
    caution: {
      kind: 'fire',
      text: 'Fluid and its vapour burn: drain, wipe, shield what is around, extinguisher in reach. Not without the shop’s leave.',
    },
  },
  'cut-close': {
    title: 'Cut close, six-point socket',
    how: 'Cut the line right behind its nut and take the nut off with a six-point socket.',
    closes: 'The old line is no drawing any more: measure and photograph it first.',
    caution: { kind: 'eyes', text: 'Goggles. Pan below: the line empties at the cut.' },
  },
  'replace-mate': {
    title: 'Replace what it screws into',
    how: 'The thread is gone, or will be: the part on the other side is renewed with the line.',
    closes: 'Needs the part and the customer’s leave: pause the job for both.',
  },
}
export const remedyBarWords: Record<RemedyBar, string> = {
  'plastic-or-hose': 'The line has hose or plastic in it.',
  'brake-fluid-burns': 'Brake fluid burns and its vapour poisons.',
  'live-cable': 'A live cable runs beside it.',
  'fuel-near': 'Fuel runs beside it.',
  'no-bracket': 'No bracket holds this line.',
  'line-stays': 'This line is not being replaced.',
  'no-nut': 'This joint has no nut to turn.',
}
export const conditionWords: Record<Condition, string> = { sound: 'sound', aged: 'aged', weeping: 'weeping' }
