import { describe, expect, it } from 'vitest'
import { calls, pumpsPerCycle } from '../../core/bleed/callRound'
import { sheetOf } from '../../tests/helpers/demo'
import { callWords } from './callWords'

describe('what is called while two people bleed', () => {
  it('is short enough to be read from the seat, and says to whom', () => {
    for (const call of calls) {
      const { to, say, answer } = callWords(call, sheetOf('petrel-clutch-hose'))
      expect(say).toMatch(/^[A-Z0-9 ]{2,9}$/)
      expect(to).toMatch(call === 'open' || call === 'close' ? /bleeder/ : /pedal/)
      expect(answer).not.toBe('')
    }
    expect(callWords('pump', sheetOf('petrel-clutch-hose')).say).toContain(String(pumpsPerCycle))
  })
  it('names the lever where there is one', () => expect(callWords('hold', sheetOf('plover-clutch-hose')).to).toMatch(/lever/))
})
