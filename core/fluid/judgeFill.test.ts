import { describe, expect, it } from 'vitest'
import { millilitres } from '../units/types'
import { balanceFluid } from './balanceFluid'
import { judgeFill } from './judgeFill'

describe('too much to fill in', () => {
  const balance = balanceFluid({ left: [{ volume: millilitres(71), how: 'measured' }] }, [])
  it('300 mL into a reservoir of 180 with 71 owed is said twice', () => {
    expect(judgeFill(millilitres(300), balance, millilitres(180))).toEqual([
      { code: 'FILL_OWED', over: 229, owed: 71 },
      { code: 'FILL_RESERVOIR', holds: 180 },
    ])
  })
  it('what a jug may be off is not too much', () => {
    expect(judgeFill(millilitres(76), balance, millilitres(180))).toEqual([])
    expect(judgeFill(millilitres(77), balance, millilitres(180))).toMatchObject([{ code: 'FILL_OWED' }])
  })
  it('more has gone in than came out: anything more is over', () => {
    const over = balanceFluid({ left: [{ volume: millilitres(50), how: 'measured' }] }, [{ volume: millilitres(90), how: 'measured' }])
    expect(judgeFill(millilitres(20), over)).toEqual([{ code: 'FILL_OWED', over: 20, owed: 0 }])
  })
  it('where nobody knows what is owed nothing is made up', () => {
    expect(judgeFill(millilitres(900), balanceFluid({ left: [] }, []))).toEqual([])
    expect(judgeFill(millilitres(900), balanceFluid({ left: [{ volume: millilitres(5), how: 'measured' }], leaked: null }, []))).toEqual([])
  })
})
