import type { Dimension, UnitsOf } from './types'

/** SI = value · factor + offset. `aliases` are what people type, lower case, without spaces, dots or middle dots. */
export type UnitRow = { symbol: string; factor: number; offset: number; digits: number; aliases: readonly string[] }

const row = (symbol: string, factor: number, digits: number, aliases: string[], offset = 0): UnitRow => ({
  symbol,
  factor,
  offset,
  digits,
  aliases,
})

/**
 * Factors to this program's SI units (N·m, mm, mL, °C, kPa). Built from exact definitions, not from rounded table rows: 1 in = 25.4 mm, 1
 * lb = 0.453 592 37 kg, standard gravity 9.806 65 m/s², 1 US gal = 231 in³ (NIST SP 811, appendix B).
 */
const poundForce = 0.453_592_37 * 9.806_65
const gallonMl = (231 * 25.4 ** 3) / 1000

export const unitTable: { readonly [D in Dimension]: Readonly<Record<UnitsOf[D], UnitRow>> } = {
  torque: {
    'N.m': row('N·m', 1, 1, ['nm']),
    'lbf.ft': row('lbf·ft', poundForce * 0.3048, 1, ['lbft', 'ftlb', 'ftlbs', 'lbfft', 'ftlbf', 'lbsft']),
    'lbf.in': row('lbf·in', poundForce * 0.0254, 0, ['lbin', 'inlb', 'inlbs', 'lbfin', 'inlbf']),
    'kgf.cm': row('kgf·cm', 9.806_65 / 100, 0, ['kgcm', 'kgfcm']),
  },
  length: { mm: row('mm', 1, 0, ['mm']), in: row('in', 25.4, 3, ['in', 'inch', 'inches', '"']) },
  volume: {
    mL: row('mL', 1, 0, ['ml', 'cc']),
    L: row('L', 1000, 2, ['l', 'litre', 'liter', 'litres', 'liters']),
    qt: row('US qt', gallonMl / 4, 2, ['qt', 'quart', 'quarts', 'usqt']),
    floz: row('US fl oz', gallonMl / 128, 1, ['floz', 'oz', 'usfloz']),
  },
  temperature: { degC: row('°C', 1, 0, ['c', '°c', 'degc']), degF: row('°F', 5 / 9, 0, ['f', '°f', 'degf'], -160 / 9) },
  pressure: {
    kPa: row('kPa', 1, 0, ['kpa']),
    psi: row('psi', (poundForce / 25.4 ** 2) * 1000, 0, ['psi']),
    bar: row('bar', 100, 2, ['bar']),
  },
}
