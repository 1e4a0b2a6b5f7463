import type { WarmUp } from '../../core/fluid/predictWarmUp'
import { plural } from './vocabulary'

/** What to do about a temperature window now. `method`: what is read in it. */
export function warmUpWords(warmUp: WarmUp, isPlug: boolean): string {
  switch (warmUp.state) {
    case 'too-warm':
      return 'Too warm: engine off, let it cool.'
    case 'in-window': {
      const now = isPlug ? 'Open the plug now.' : 'Read it now.'
      return warmUp.left === undefined || warmUp.left > 30 ? now : `${now} It leaves the window in about ${minutesWords(warmUp.left)}.`
    }
    case 'no-pace':
      return 'Note the temperature again in a minute or two: then it shows how long it takes.'
    case 'warming': {
      const { least, likely, most } = warmUp.until
      const range = Math.round(least) === Math.round(most) ? '' : ` (${Math.max(1, Math.floor(least))} to ${Math.ceil(most)})`
      return `Wait, about ${minutesWords(likely)}${range}.`
    }
  }
}

const minutesWords = (minutes: number): string => plural(Math.max(1, Math.round(minutes)), 'minute')
