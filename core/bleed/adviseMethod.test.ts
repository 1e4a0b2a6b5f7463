import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bleedMethods, type BleedMethod } from '../sheet/types'
import { sheetOf } from '../../tests/helpers/demo'
import { openingOf } from './openingOf'
import { adviseMethod, bleedOpenings, bleedTools, type BleedCircumstances } from './adviseMethod'

const hand: BleedCircumstances = { opened: 'hose', helper: true, tools: [], reservoirInReach: true }
const sheet = (...allowed: BleedMethod[]) => ({ allowed, forbidden: [] })
const codes = (bleeding: Parameters<typeof adviseMethod>[0], change: Partial<BleedCircumstances>) =>
  adviseMethod(bleeding, { ...hand, ...change }).map(({ method, may, reasons }) => [method, may, reasons.map(({ code }) => code)])

describe('how the air is let out', () => {
  it('as the sheet says first, where nothing speaks against it', () => {
    expect(codes(sheet('gravity', 'pump-and-hold'), {})[0]).toEqual(['gravity', true, ['first-on-sheet']])
    expect(codes(sheet('lock-to-lock'), {})).toEqual([['lock-to-lock', true, ['first-on-sheet', 'clears-soon']]])
  })
  it('without a helper nobody pumps and holds: what one person can do comes first', () => {
    expect(codes(sheet('pump-and-hold', 'gravity'), { helper: false })).toEqual([
      ['gravity', true, ['alone']],
      ['pump-and-hold', false, ['first-on-sheet', 'needs-helper', 'clears-soon']],
    ])
  })
  it('without its pump nobody draws, and with it the thread is named', () => {
    expect(codes(sheet('vacuum'), {})[0]).toEqual(['vacuum', false, ['first-on-sheet', 'needs-tool', 'thread-air', 'clears-soon']])
    expect(codes(sheet('vacuum', 'pump-and-hold'), { tools: ['vacuum-pump'] }).map(([method]) => method)).toEqual([
      'vacuum',
      'pump-and-hold',
    ])
  })
  it('a dry line by gravity takes a quarter of an hour and more: pumping comes before it', () => {
    expect(codes(sheet('gravity', 'pump-and-hold'), { opened: 'line' }).map(([method]) => method)).toEqual(['pump-and-hold', 'gravity'])
    expect(codes(sheet('gravity', 'pump-and-hold'), { opened: 'hose' }).map(([method]) => method)).toEqual(['gravity', 'pump-and-hold'])
  })
  it('a pressure tool keeps a reservoir full that nobody reaches', () => {
    const both = sheet('pump-and-hold', 'pressure')
    expect(codes(both, { tools: ['pressure-bleeder'] }).map(([method]) => method)).toEqual(['pump-and-hold', 'pressure'])
    const far = codes(both, { tools: ['pressure-bleeder'], reservoirInReach: false })
    expect(far[0]![0]).toBe('pump-and-hold')
    expect(far[0]![2]).toContain('reservoir-far')
    expect(codes(sheet('vacuum', 'pressure'), { tools: [...bleedTools] })[0]![0]).toBe('vacuum')
    expect(codes(sheet('gravity', 'pressure'), { tools: [...bleedTools], opened: 'line' })[0]![0]).toBe('pressure')
  })
  it('what the sheet forbids stands last, with its reason', () => {
    const steering = { allowed: ['lock-to-lock'], forbidden: [{ method: 'vacuum', why: 'the source does not give it' }] } as const
    expect(adviseMethod(steering, hand).at(-1)).toEqual({
      method: 'vacuum',
      may: false,
      reasons: [{ code: 'forbidden', why: 'the source does not give it' }],
    })
  })
  it('whatever is at hand: every method of the sheet once, nothing that cannot be done before what can', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...bleedMethods), { maxLength: 6 }),
        fc.constantFrom(...bleedOpenings),
        fc.boolean(),
        fc.subarray([...bleedTools]),
        fc.boolean(),
        (allowed, opened, helper, tools, reservoirInReach) => {
          const advice = adviseMethod({ allowed, forbidden: [] }, { opened, helper, tools, reservoirInReach })
          expect(advice.map(({ method }) => method).toSorted()).toEqual(allowed.toSorted())
          const firstNot = advice.findIndex(({ may }) => !may)
          if (firstNot >= 0) expect(advice.slice(firstNot).every(({ may }) => !may)).toBe(true)
          for (const { method, may } of advice) {
            if (method === 'pump-and-hold' && !helper) expect(may).toBe(false)
            if (method === 'pressure') expect(may).toBe(tools.includes('pressure-bleeder'))
          }
        },
      ),
    )
  })
})

describe('what a job opens', () => {
  const lines = (id: string) => sheetOf(id).lines
  it.each([
    ['petrel-clutch-hose', ['hose'], 'hose'],
    ['wherry-rear-brake', ['hose'], 'hose'],
    ['wherry-rear-brake', ['hose', 'hard'], 'line'],
    ['wherry-rear-brake', [], 'component'],
    // A line that nobody has measured is taken for a whole one.
    ['bollard-steering-return', ['return'], 'line'],
  ] as const)('%s %o: %s', (sheet, wanted, opening) => expect(openingOf(lines(sheet), wanted)).toBe(opening))
})
