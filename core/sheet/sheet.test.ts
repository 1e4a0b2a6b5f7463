import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoCar, demoSheet, fixtureNames, fixtureSheet } from '../../tests/helpers/demo'
import { newtonMetres } from '../units/types'
import { checkIntegrity } from './checkIntegrity'
import { evaluatePredicate, traitsFor, traitsImplied } from './evaluatePredicate'
import { resolveSheet } from './resolveSheet'
import { settleValue, settleWindow } from './settleContested'
import type { Contested, Predicate, Sheet, SourceKind, Window } from './types'

const predicates: fc.Arbitrary<Predicate> = fc.letrec<{ predicate: Predicate }>(tie => ({
  predicate: fc.oneof(
    { depthSize: 'small' },
    fc.record({ trait: fc.constantFrom('a', 'b', 'c'), is: fc.constantFrom('x', 'y') }),
    fc.record({ not: tie('predicate') }),
    fc.record({ all: fc.array(tie('predicate'), { maxLength: 3 }) }),
    fc.record({ any: fc.array(tie('predicate'), { maxLength: 3 }) }),
  ),
})).predicate

describe('evaluatePredicate', () => {
  it('never contradicts what a full look at the car would say', () => {
    const values = ['x', 'y']
    fc.assert(
      fc.property(predicates, fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.constantFrom(...values)), (predicate, known) => {
        const verdict = evaluatePredicate(predicate, known)
        for (const a of values)
          for (const b of values)
            for (const c of values) {
              const full = evaluatePredicate(predicate, { a, b, c, ...known })
              expect(full).not.toBe('unknown')
              if (verdict !== 'unknown') expect(full).toBe(verdict)
            }
      }),
    )
  })

  it('is unknown only where the unknown matters', () => {
    const predicate: Predicate = {
      any: [
        { trait: 'coolers', is: 'two' },
        { trait: 'towing', is: 'yes' },
      ],
    }
    expect(evaluatePredicate(predicate, { coolers: 'two' })).toBe('yes')
    expect(evaluatePredicate(predicate, { coolers: 'one' })).toBe('unknown')
    expect(evaluatePredicate({ trait: 'constructor', is: 'x' }, {})).toBe('unknown')
  })

  it('learns from positive statements only', () => {
    expect(
      traitsImplied({
        all: [
          { trait: 'a', is: 'x' },
          { trait: 'b', is: 'y' },
        ],
      }),
    ).toEqual({ a: 'x', b: 'y' })
    expect(traitsImplied({ any: [{ trait: 'a', is: 'x' }] })).toEqual({})
  })

  it.each<[Predicate, Record<string, string>]>([
    [{ trait: 'a', is: 'x' }, { a: 'x' }],
    [
      {
        any: [
          { trait: 'a', is: 'x' },
          { trait: 'b', is: 'y' },
        ],
      },
      { a: 'x' },
    ],
    [
      {
        all: [
          {
            any: [
              { trait: 'a', is: 'x' },
              { trait: 'b', is: 'y' },
            ],
          },
          { trait: 'c', is: 'z' },
        ],
      },
      { a: 'x', c: 'z' },
    ],
  ])('a car for which it holds: %j', (predicate, traits) => {
    expect(traitsFor(predicate)).toEqual(traits)
    expect(evaluatePredicate(predicate, traitsFor(predicate))).toBe('yes')
  })

  it('of what a car must not be, nobody can say what it is', () => {
    expect(traitsFor({ not: { trait: 'a', is: 'x' } })).toEqual({})
    expect(traitsFor({ any: [] })).toEqual({})
  })
})

describe('resolveSheet', () => {
  it('asks for the one look that settles the layout, and shows what is sure meanwhile', () => {
    const resolved = demoCar(undefined)
    expect(resolved.lines.map(line => line.id)).toEqual(['supply'])
    expect(resolved.open.map(line => line.id)).toEqual(['return-short', 'link', 'return-long'])
    expect(resolved.question?.id).toBe('second-cooler')
  })

  it.each([
    ['one', ['supply', 'return-short']],
    ['two', ['supply', 'link', 'return-long']],
  ] as const)('coolers = %s has lines %j and no question left', (coolers, lines) => {
    const resolved = demoCar(coolers)
    expect(resolved.lines.map(line => line.id)).toEqual(lines)
    expect(resolved.question).toBeUndefined()
    expect(resolved.joints).toHaveLength(2 * lines.length)
    expect(resolved.operations.some(operation => operation.id === 'grille')).toBe(coolers === 'two')
  })

  it.each([
    ['family', { family: 'caskell-pintle', traits: {} }],
    ['year', { family: 'ondrel-halyard', year: 2021, traits: {} }],
    ['engine', { family: 'ondrel-halyard', engine: 'p99', traits: {} }],
  ])('says that the %s does not fit', (why, car) => {
    expect(resolveSheet(demoSheet(), car)).toEqual({ applies: 'no', why })
  })

  it('takes the cheaper of two looks that settle as much', () => {
    const sheet = demoSheet()
    const dear = { ...sheet.questions[0]!, id: 'dear', minutes: 9 as never }
    const resolution = resolveSheet({ ...sheet, questions: [dear, ...sheet.questions] }, { family: 'ondrel-halyard', traits: {} })
    expect(resolution.applies === 'yes' && resolution.resolved.question?.id).toBe('second-cooler')
  })
})

describe('settleContested', () => {
  const windows = (...list: [number, number, SourceKind, string?][]): Contested<Window<ReturnType<typeof newtonMetres>>> => ({
    values: list.map(([low, high, source, date = '2026-01-01']) => ({
      value: { low: newtonMetres(low), high: newtonMetres(high) },
      source,
      date,
    })),
  })

  it('works in the overlap: 16–20 and 17–22 give 17–20', () => {
    expect(settleWindow(windows([16, 20, 'service-information'], [17, 22, 'maker-instruction']))).toMatchObject({
      kind: 'overlap',
      value: { low: 17, high: 20 },
    })
  })

  it('believes the better source, then the newer date, where nothing overlaps', () => {
    expect(settleWindow(windows([30, 35, 'common-practice'], [16, 20, 'service-information']))).toMatchObject({
      kind: 'better-source',
      value: { low: 16, high: 20 },
    })
    expect(settleWindow(windows([30, 35, 'measured', '2025-01-01'], [16, 20, 'measured', '2026-01-01']))).toMatchObject({
      value: { low: 16 },
    })
  })

  it('keeps unknown unknown, and what a lead has settled settled', () => {
    expect(settleWindow('unknown')).toEqual({ kind: 'unknown' })
    const contested = {
      ...(windows([16, 20, 'service-information'], [30, 35, 'measured']) as object),
      settled: { index: 1, by: 'Imke', why: 'measured twice' },
    } as Contested<Window<never>>
    expect(settleWindow(contested)).toMatchObject({ kind: 'settled', value: { low: 30, high: 35 }, by: 'Imke' })
  })

  it('agrees when all say the same', () => {
    expect(
      settleValue({
        values: [
          { value: 'GX-6', source: 'measured', date: '2026-01-01' },
          { value: 'GX-6', source: 'invented', date: '2026-01-01' },
        ],
      }),
    ).toMatchObject({ kind: 'agreed', value: 'GX-6' })
  })

  it('an overlap lies inside every window', () => {
    const window = fc.tuple(fc.integer({ min: 1, max: 50 }), fc.integer({ min: 0, max: 30 }))
    fc.assert(
      fc.property(fc.array(window, { minLength: 1, maxLength: 4 }), list => {
        const settled = settleWindow(windows(...list.map(([low, width]): [number, number, SourceKind] => [low, low + width, 'measured'])))
        if (settled.kind === 'overlap')
          for (const [low, width] of list) expect(settled.value.low >= low && settled.value.high <= low + width).toBe(true)
      }),
    )
  })
})

describe('checkIntegrity', () => {
  it.each(fixtureNames)('finds nothing in %s', name => expect(checkIntegrity(fixtureSheet(name))).toEqual([]))
  it('finds nothing in the demo sheet', () => expect(checkIntegrity(demoSheet())).toEqual([]))

  type Draft = { -readonly [K in keyof Sheet]: Sheet[K] extends readonly (infer T)[] ? { -readonly [P in keyof T]: T[P] }[] : Sheet[K] }
  const broken: [string, string, (sheet: Draft) => void][] = [
    ['SHEET_DUPLICATE_ID', 'joints.1.id', sheet => (sheet.joints[1]!.id = sheet.joints[0]!.id)],
    ['SHEET_UNKNOWN_REFERENCE', 'joints.0.line', sheet => (sheet.joints[0]!.line = 'gone')],
    ['SHEET_UNKNOWN_REFERENCE', 'operations.1.needs.0.0', sheet => (sheet.operations[1]!.needs = [['gone']])],
    ['SHEET_UNKNOWN_REFERENCE', 'lines.1.when', sheet => (sheet.lines[1]!.when = { trait: 'coolers', is: 'three' })],
    ['SHEET_LINE_ENDS', 'lines.0.to', sheet => sheet.joints.splice(1, 1)],
    ['SHEET_END_OFF_PORT', 'lines.0.from', sheet => (sheet.ports[0]!.at = [0, 0, 0])],
    ['SHEET_HOLD_OFF_LINE', 'holds.0.at', sheet => (sheet.holds[0]!.at = 9000 as never)],
    ['SHEET_VALVE_OFF_LINE', 'lines.0.checkValve.at', sheet => (sheet.lines[0]!.checkValve = { at: 9000 as never, towards: 'to' })],
    ['SHEET_NO_WAY', 'lines.0.withdraw', sheet => (sheet.lines[0]!.withdraw = [])],
    ['SHEET_NEEDS_CIRCLE', 'operations.0.needs', sheet => (sheet.operations[0]!.needs = [['air-intake']])],
    [
      'SHEET_WINDOW_REVERSED',
      'levels.0.temperature.values.0.value',
      sheet =>
        (sheet.levels[0]!.temperature = {
          values: [{ value: { low: 50 as never, high: 40 as never }, source: 'measured', date: '2026-01-01' }],
        }),
    ],
    [
      'SHEET_SETTLED_INDEX',
      'fluid.spec.settled.index',
      sheet =>
        (sheet.fluid = {
          ...sheet.fluid,
          spec: { values: [{ value: 'a', source: 'measured', date: '2026-01-01' }], settled: { index: 3, by: 'x', why: 'y' } },
        }),
    ],
    ['SHEET_VIEW_NEEDS_ENGINE_OFF', 'joints.0.hiddenBy.0', sheet => (sheet.joints[0]!.hiddenBy = ['air-intake'])],
    [
      'SHEET_GROUND_WITHOUT_WHEEL',
      'fills.0.ways.0.needs',
      sheet => {
        sheet.operations[0]!.carRestsOnIt = true
        sheet.fills[0]!.ways = [{ ...sheet.fills[0]!.ways[0]!, at: 'ground', needs: [[sheet.operations[0]!.id]] }]
      },
    ],
    [
      'SHEET_ROUTE',
      'lines.0.sections.1',
      sheet =>
        (sheet.lines[0]!.sections = sheet.lines[0]!.sections.map((section, i) =>
          i === 1
            ? { ...section, points: section.points.map(point => ({ ...point, at: [point.at[0], point.at[1] + 40, point.at[2]] as const })) }
            : section,
        )),
    ],
  ]
  it.each(broken)('reports %s at %s', (code, path, damage) => {
    const sheet = structuredClone(demoSheet()) as unknown as Draft
    damage(sheet)
    expect(checkIntegrity(sheet as unknown as Sheet).map(issue => [issue.code, issue.path.join('.')])).toContainEqual([code, path])
  })
})
