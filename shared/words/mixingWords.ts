import type { Mixing } from '../../core/fluid/fluidKinds'

/** Whether a bottle may go in, and by which rule. */
export function mixingWords(mixing: Mixing): string {
  if (mixing.may === 'yes') return 'Yes, it may go in.'
  switch (mixing.because) {
    case 'lower-boiling-point':
      return 'It mixes, and boils sooner than what is asked for (49 CFR 571.116). Use the class that the sheet says.'
    case 'silicone':
      return 'No. DOT 5 is silicone and mixes with no other brake fluid (49 CFR 571.116): seals swell and air stays in.'
    case 'another-use':
      return 'No. It is a fluid for something else. One wrong bottle means every seal it has touched.'
    case 'another-specification':
      return 'No. It is not the specification that the sheet asks for, nor one that it names beside it.'
  }
}
