import type { Fastener } from '#core/sheet/types'
import { millimetres } from '#core/units/types'

/** Metal, and the lines drawn on it: paths in a box of 78 by 30. */
export type FastenerShape = { metal: string; lines: string }
export const shapeBox = { width: 78, height: 30 } as const

const usual = millimetres(16)
/** How long it is drawn: told from its neighbours by eye, never measured. */
const drawn = ({ length = usual }: Pick<Fastener, 'length'>) => Math.max(14, Math.min(64, length * 0.9))
function threads(from: number, to: number, half: number): string {
  const turns = Math.max(2, Math.floor((to - from) / 5))
  return Array.from({ length: turns }, (_, i) => `M${from + ((i + 0.5) * (to - from)) / turns} ${15 - half}v${2 * half}`).join('')
}

const shapes: Record<Fastener['what'], (shank: number) => FastenerShape> = {
  bolt: shank => ({ metal: `M1 5h10v20h-10z M11 11h${shank}v8h${-shank}z`, lines: threads(11 + shank * 0.25, 11 + shank, 4) }),
  screw: shank => ({ metal: `M9 5Q1 8 1 15Q1 22 9 25z M9 12h${shank - 6}l6 3l-6 3h${6 - shank}z`, lines: threads(12, 3 + shank, 3) }),
  nut: () => ({ metal: 'M8 3h14l7 12l-7 12h-14l-7 -12z M15 9a6 6 0 1 0 0 12a6 6 0 1 0 0 -12z', lines: 'M15 7a8 8 0 0 1 8 8' }),
  'push-rivet': () => ({
    metal: 'M1 3h4v24h-4z M5 10h16l5 2v1.5h-21z M5 16.5h21v1.5l-5 2h-16z',
    lines: 'M5 15h15M12 10v3M18 10v3M12 17v3M18 17v3',
  }),
  clip: () => ({ metal: 'M3 22V10Q3 3 12 3h10v4h-9q-6 0-6 5v6h17v4z', lines: 'M24 18v4M22 3v4' }),
  clamp: () => ({
    metal: 'M15 4a12.5 12.5 0 1 0 .01 0z M15 6.5a10 10 0 1 1 -.01 0z M8 1h20v7h-20z',
    lines: 'M11 1v7M14 1v7M17 1v7M20 1v7M28 2.5h4v4h-4',
  }),
  plug: () => ({ metal: 'M1 3h11v24h-11z M12 7h16v16h-16z', lines: threads(13, 28, 8) }),
  canister: () => ({ metal: 'M3 3h30q5 0 5 6v12q0 6 -5 6h-30z', lines: 'M8 3v24M12 7v16M17 7v16M22 7v16M27 7v16' }),
}

/** What came out, as it lies in the hand: told apart in the tray before a word is read. */
export const fastenerShape = (fastener: Pick<Fastener, 'what' | 'length'>): FastenerShape => shapes[fastener.what](drawn(fastener))
