import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { millilitres } from '../units/types'
import { answered, beginRound, cameUp, isBleederOpen, mayEnd, type CalledRound } from './callRound'
import { perStroke, reservoirLeft, strokesSinceFull } from './reservoirLeft'

const after = (...acts: ((round: CalledRound) => CalledRound)[]) => acts.reduce((round, act) => act(round), beginRound())

describe('a round that is called', () => {
  it('goes pump, hold, open, close, up, and again', () => {
    const said: string[] = []
    let round = beginRound()
    for (let i = 0; i < 11; i++) {
      said.push(round.call)
      round = answered(round)
    }
    expect(said.join(' ')).toBe('pump hold open close up pump hold open close up pump')
    expect(round).toEqual({ call: 'hold', cycle: 3, strokes: 9 })
  })
  it('a pedal that comes up with the bleeder open draws air back: the round is over, and none that ran clear', () => {
    expect(cameUp(after(answered, answered, answered))).toBeUndefined()
    expect(cameUp(after(answered, answered))).toEqual({ call: 'pump', cycle: 1, strokes: 3 })
  })
  it('ends between cycles only, and not before anything was let out', () => {
    expect(mayEnd(beginRound())).toBe(false)
    expect(mayEnd(after(answered, answered, answered, answered))).toBe(false)
    expect(mayEnd(after(answered, answered, answered, answered, answered))).toBe(true)
  })
  it('whatever is pressed: it ends by an early pedal just where the bleeder stands open, and otherwise never with it open or nothing out', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 60 }), presses => {
        // An account of its own: the bleeder opens when “open” was answered, and shuts when “close” was.
        let [open, letOut] = [false, 0]
        let round = beginRound()
        for (const isAnswer of presses) {
          expect(isBleederOpen(round)).toBe(open)
          expect(mayEnd(round)).toBe(!open && letOut > 0 && round.call === 'pump')
          if (isAnswer && round.call === 'open') open = true
          if (isAnswer && round.call === 'close') open = false
          if (isAnswer && round.call === 'up') letOut++
          const next = isAnswer ? answered(round) : cameUp(round)
          expect(next === undefined).toBe(!isAnswer && open)
          if (!next) return
          round = next
        }
      }),
    )
  })
})

describe('what a reservoir still holds', () => {
  it('is counted by the most that a stroke may take, and topped up at half', () => {
    expect(reservoirLeft(millilitres(60), 0)).toEqual({ left: 60, share: 1, strokesLeft: 10, isDue: false })
    expect(reservoirLeft(millilitres(60), 9)).toMatchObject({ left: 33, strokesLeft: 1, isDue: false })
    expect(reservoirLeft(millilitres(60), 10)).toMatchObject({ strokesLeft: 0, isDue: true })
    expect(reservoirLeft(millilitres(60), 500)).toMatchObject({ left: 0, share: 0, isDue: true })
    expect(() => reservoirLeft(millilitres(0), 1)).toThrow(RangeError)
  })
  it('never lets more strokes go by than half of it is good for', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 400 }), fc.integer({ min: 0, max: 200 }), (holds, strokes) => {
        const { strokesLeft, isDue } = reservoirLeft(millilitres(holds), strokes)
        if (!isDue) expect((strokes + strokesLeft) * perStroke).toBeLessThanOrEqual(holds / 2)
        else expect(strokesLeft).toBe(0)
      }),
    )
  })
  it('is full again after a round that was topped up', () => {
    expect(strokesSinceFull([])).toBe(0)
    expect(strokesSinceFull([{ count: 9, toppedUp: false }, { toppedUp: false }, { count: 6, toppedUp: false }])).toBe(15)
    expect(
      strokesSinceFull([
        { count: 9, toppedUp: true },
        { count: 6, toppedUp: false },
      ]),
    ).toBe(6)
    expect(
      strokesSinceFull([
        { count: 9, toppedUp: false },
        { count: 6, toppedUp: true },
      ]),
    ).toBe(0)
  })
})
