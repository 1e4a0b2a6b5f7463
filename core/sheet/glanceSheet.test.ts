import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { trustWords } from '../../shared/words/trustWords'
import { developLine } from '../route/developLine'
import { glanceSheet } from './glanceSheet'
import type { Pack } from './types'

const sheets = readdirSync('db/demo')
  .filter(name => name.endsWith('.efferent.json'))
  .flatMap(name => (JSON.parse(readFileSync(`db/demo/${name}`, 'utf8')) as Pack).sheets)
const sheet = sheets.find(({ id }) => id === 'halyard-cooler-lines')!

describe('a sheet at a glance', () => {
  it.each(sheets.map(one => [one.id, one] as const))('%s: its values are all counted once', (_, one) => {
    // Counted another way: whatever in the file has values with a source, or says that it is not known.
    let found = 0
    const walk = (value: unknown, key = ''): void => {
      if (value === 'unknown' && key !== 'text') found++
      else if (Array.isArray(value)) value.forEach(item => walk(item))
      else if (typeof value === 'object' && value !== null) {
        const { values } = value as { values?: { source?: unknown }[] }
        if (Array.isArray(values) && values.some(item => item?.source !== undefined)) found++
        else Object.entries(value).forEach(([name, inner]) => walk(inner, name))
      }
    }
    walk(one)
    const { sources, unknown } = glanceSheet(one)
    expect(Object.values(sources).reduce((sum, n) => sum + n, 0) + unknown).toBe(found)
  })

  it('a line is as long as its course, its sections are laid end to end, its holds within it', () => {
    for (const one of sheets)
      for (const [i, line] of glanceSheet(one).lines.entries()) {
        const { sections } = one.lines[i]!
        const developed = developLine(sections)
        expect(line.length).toBe(sections.length > 0 && developed.ok ? developed.value.length : 0)
        line.sections.forEach((section, k) => expect(section.from).toBe(k === 0 ? 0 : line.sections[k - 1]!.to))
        if (line.length > 0) for (const at of line.holds) expect(at).toBeLessThanOrEqual(line.length)
      }
  })

  it('of several sources the one that is worked with counts; what is not known is not zero', () => {
    const torque = {
      values: [
        { value: { low: 10, high: 12 }, source: 'common-practice', date: '2026-01-01' },
        { value: { low: 30, high: 32 }, source: 'maker-instruction', date: '2026-01-01' },
      ],
    }
    const bare = {
      ...sheet,
      joints: [{ ...sheet.joints[0]!, torque }],
      holds: [],
      operations: [],
      bleeders: [],
      fills: [],
      levels: [],
      circuits: [],
      fluid: { ...sheet.fluid, spec: 'unknown', capacity: 'unknown', reservoir: undefined, volumes: [] },
      proving: { ...sheet.proving, leakMinutes: 'unknown' },
    } as unknown as typeof sheet
    const glance = glanceSheet(bare)
    expect(glance).toMatchObject({ sources: { 'maker-instruction': 1 }, unknown: 3 })
    expect(trustWords(glance)).toBe('1 maker’s instruction · 3 unknown')
    expect(trustWords({ sources: {}, unknown: 0 })).toBe('no values')
  })

  it('a line that nobody has measured has no length', () =>
    expect(glanceSheet({ ...sheet, lines: [{ ...sheet.lines[0]!, sections: [] }] }).lines[0]).toMatchObject({ length: 0, sections: [] }))
})
