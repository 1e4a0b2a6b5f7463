import { systemSays } from './systemSays'
import type { ActFromTheSeat } from '../../core/job/state/forbiddenNow'
import type { BodyOf } from '../../core/job/types'
import type { Sheet } from '../../core/sheet/types'
import { isMotorcycle } from '../../core/sheet/isMotorcycle'
import { leverOf } from './carTestWords'

export const pauseWords: Record<BodyOf<'paused'>['reason'], string> = {
  parts: 'waiting for parts',
  approval: 'waiting for approval',
  'end-of-day': 'end of the day',
  other: 'put aside',
}

/** Where a car that is left shows what must not be done to it. */
export const tagTitle = (sheet: Pick<Sheet, 'proving'>): string => (isMotorcycle(sheet) ? 'Tag for the bars' : 'Tag for the wheel')

/** What that tag forbids, for whoever sits down there. */
export function forbiddenWords(act: ActFromTheSeat, sheet: Sheet): string {
  switch (act) {
    case 'run':
      return 'Do not start the engine'
    case 'drive':
      return 'Do not drive, do not roll'
    case 'pressure':
      return systemSays[sheet.system].leftAlone ?? `Do not touch the ${leverOf(sheet)}`
  }
}
