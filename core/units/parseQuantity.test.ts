import { describe, expect, it } from 'vitest'
import { formatEntered, formatNumber, formatQuantity, formatRange } from './formatQuantity'
import { parseQuantity } from './parseQuantity'
import { millilitres, newtonMetres } from './types'

describe('parseQuantity', () => {
  it.each([
    ['14-24 lbft', { low: 14, high: 24, unit: 'lbf.ft' }],
    ['18', { low: 18, high: 18, unit: 'N.m' }],
    ['18,5 N·m', { low: 18.5, high: 18.5, unit: 'N.m' }],
    ['13.3 ft-lb', { low: 13.3, high: 13.3, unit: 'lbf.ft' }],
    [' 160 in lb ', { low: 160, high: 160, unit: 'lbf.in' }],
    ['17 to 20 Nm', { low: 17, high: 20, unit: 'N.m' }],
    ['.5', { low: 0.5, high: 0.5, unit: 'N.m' }],
  ])('reads %j', (text, value) => {
    expect(parseQuantity('torque', text, 'N.m')).toEqual({ ok: true, value })
  })

  it.each([
    ['7/16', 7 / 16],
    ['1 1/2 in', 1.5],
    ['3/8"', 0.375],
  ])('reads the fraction %s', (text, inches) => {
    expect(parseQuantity('length', text, 'in')).toEqual({ ok: true, value: { low: inches, high: inches, unit: 'in' } })
  })

  it('reads a negative temperature and a quart', () => {
    expect(parseQuantity('temperature', '−12 °C', 'degC')).toMatchObject({ value: { low: -12 } })
    expect(parseQuantity('volume', '1 qt', 'mL')).toMatchObject({ value: { low: 1, unit: 'qt' } })
  })

  it.each([
    ['', 'UNIT_NOT_A_NUMBER'],
    ['tight', 'UNIT_NOT_A_NUMBER'],
    ['1/0', 'UNIT_NOT_A_NUMBER'],
    ['18 furlongs', 'UNIT_UNKNOWN'],
    ['18 mm', 'UNIT_UNKNOWN'],
    ['24-14', 'UNIT_RANGE_REVERSED'],
  ])('refuses %j as %s', (text, code) => {
    expect(parseQuantity('torque', text, 'N.m')).toMatchObject({ ok: false, error: { code } })
  })
})

describe('format', () => {
  it.each([
    [18, 1, '18'],
    [13.27, 1, '13.3'],
    [0, 2, '0'],
    [-0.001, 1, '0'],
    [100, 0, '100'],
    [2.5, 0, '3'],
    [0.35, 1, '0.4'],
    [1200, 0, '1200'],
  ])('%d with %d digits is %s', (value, digits, text) => {
    expect(formatNumber(value, digits)).toBe(text)
  })

  it('shows a range once when both ends round to the same', () => {
    expect(formatRange('torque', newtonMetres(17), newtonMetres(20), 'N.m')).toBe('17–20\u00a0N·m')
    expect(formatRange('torque', newtonMetres(18.01), newtonMetres(18.02), 'N.m')).toBe('18\u00a0N·m')
  })

  it('shows what was typed as typed', () => {
    expect(formatEntered('torque', { value: 13.25, unit: 'lbf.ft' })).toBe('13.25\u00a0lbf·ft')
    expect(formatQuantity('volume', millilitres(946.352946), 'qt')).toBe('1\u00a0US qt')
  })
})
