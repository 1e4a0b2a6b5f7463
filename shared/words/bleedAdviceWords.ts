import type { BleedReason, BleedTool } from '../../core/bleed/adviseMethod'

export const bleedToolWords: Record<BleedTool, string> = { 'vacuum-pump': 'vacuum pump', 'pressure-bleeder': 'pressure bleeder' }

/** What speaks for a way of bleeding here, or against it. */
export function bleedReasonWords(reason: BleedReason): string {
  switch (reason.code) {
    case 'first-on-sheet':
      return 'The sheet names it first.'
    case 'forbidden':
      return `The sheet forbids it: ${reason.why}.`
    case 'needs-helper':
      return 'It takes a helper in the seat.'
    case 'needs-tool':
      return `It takes a ${bleedToolWords[reason.tool]}.`
    case 'alone':
      return 'One person can do it.'
    case 'thread-air':
      return 'Air drawn past the bleeder’s thread looks like air from the line: grease the thread.'
    case 'keeps-full':
      return 'It feeds the reservoir, which cannot run dry.'
    case 'reservoir-far':
      return 'Nobody at the bleeder reaches the reservoir: count the strokes.'
    case 'slow-when-dry':
      return 'A dry line takes it a quarter of an hour or more.'
    case 'clears-soon':
      return 'After a hose alone it clears in a few rounds.'
  }
}
