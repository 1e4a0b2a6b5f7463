import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoSheet } from '../../tests/helpers/demo'
import { evaluatePredicate } from '../sheet/evaluatePredicate'
import type { Car, Line, Predicate, Question, Sheet } from '../sheet/types'
import { minutes } from '../units/types'
import { checkVehicleNumber } from './checkVehicleNumber'
import { identifyLayouts } from './identifyLayouts'

const identify = (...question: Parameters<typeof identifyLayouts>) => {
  const answer = identifyLayouts(...question)
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

const base = demoSheet()
const trait = (id: string, count: number) => ({
  id,
  name: id,
  values: Array.from({ length: count }, (_, i) => ({ id: `v${i}`, name: `v${i}` })),
})
const line = (id: string, when: Predicate): Line => ({ ...base.lines[0]!, id, when })
const ask = (id: string, took: number, answers: Predicate[]): Question => ({
  id,
  text: id,
  stand: 'hood-up',
  minutes: minutes(took),
  answers: answers.map((implies, i) => ({ id: `a${i}`, label: id, looksLike: id, implies })),
})
const sheetWith = (part: Partial<Sheet>): Sheet => ({
  ...base,
  questions: [],
  traits: [],
  lines: [],
  operations: [],
  verdicts: [],
  ...part,
})
const car: Car = { family: 'ondrel-halyard', traits: {} }

const traitIds = ['t0', 't1', 't2', 't3']
const atoms = fc.record({ trait: fc.constantFrom(...traitIds), is: fc.constantFrom('v0', 'v1', 'v2') })
const predicates: fc.Arbitrary<Predicate> = fc.oneof(
  atoms,
  fc.record({ not: atoms }),
  fc.record({ all: fc.array(atoms, { minLength: 1, maxLength: 2 }) }),
  fc.record({ any: fc.array(atoms, { minLength: 1, maxLength: 2 }) }),
)
const sheets = fc
  .record({
    lines: fc.array(predicates, { minLength: 1, maxLength: 5 }),
    questions: fc.array(fc.tuple(fc.integer({ min: 1, max: 4 }), fc.array(predicates, { minLength: 2, maxLength: 3 })), {
      minLength: 1,
      maxLength: 4,
    }),
  })
  .map(({ lines, questions }) =>
    sheetWith({
      traits: traitIds.map(id => trait(id, 3)),
      lines: lines.map((when, i) => line(`l${i}`, when)),
      questions: questions.map(([took, answers], i) => ask(`q${i}`, took, answers)),
    }),
  )

/**
 * The definition, by hand: mutual information of layout and answer over all combinations of every trait, Σ p(x,y)·log2 p(x,y)/(p(x)p(y)).
 */
function mutualInformation(sheet: Sheet, question: Question): number {
  const worlds = traitIds.reduce<Record<string, string>[]>(
    (all, id) => all.flatMap(world => ['v0', 'v1', 'v2'].map(value => ({ ...world, [id]: value }))),
    [{}],
  )
  const joint = new Map<string, number>()
  const add = (table: Map<string, number>, key: string, p: number) => table.set(key, (table.get(key) ?? 0) + p)
  const [layouts, answers] = [new Map<string, number>(), new Map<string, number>()]
  for (const world of worlds) {
    const layout = sheet.lines.map(item => (evaluatePredicate(item.when, world) === 'yes' ? '1' : '0')).join('')
    const fitting = question.answers.filter(answer => evaluatePredicate(answer.implies, world) === 'yes').map(answer => answer.id)
    for (const answer of fitting.length > 0 ? fitting : ['none']) {
      const p = 1 / worlds.length / Math.max(1, fitting.length)
      add(joint, `${layout} ${answer}`, p)
      add(layouts, layout, p)
      add(answers, answer, p)
    }
  }
  let sum = 0
  for (const [key, p] of joint) {
    const [layout, answer] = key.split(' ') as [string, string]
    sum += p * Math.log2(p / layouts.get(layout)! / answers.get(answer)!)
  }
  return sum
}

describe('identifyLayouts against brute force', () => {
  it('gives every question its mutual information with the layout, and puts the best first', () => {
    fc.assert(
      fc.property(sheets, sheet => {
        const { looks } = identify([sheet], car)
        const expected = sheet.questions.map(question => ({
          id: question.id,
          minutes: question.minutes,
          bits: mutualInformation(sheet, question),
        }))
        for (const { id, bits } of expected) expect(looks.find(look => look.question.id === id)?.bits ?? 0).toBeCloseTo(bits, 9)
        const best = Math.max(...expected.map(({ bits }) => bits))
        if (best > 1e-6) {
          const first = looks[0]!
          expect(first.bits).toBeCloseTo(best, 9)
          // Among the equally good the cheapest, then the sheet's order.
          const equal = expected.filter(({ bits }) => Math.abs(bits - best) < 1e-9)
          expect(first.question.id).toBe(equal.find(({ minutes: took }) => took === Math.min(...equal.map(item => item.minutes)))!.id)
        }
      }),
      { numRuns: 150 },
    )
  })

  it('shares sum to one, and learning a trait never leaves more than before', () => {
    fc.assert(
      fc.property(sheets, fc.constantFrom(...traitIds), fc.constantFrom('v0', 'v1', 'v2'), (sheet, id, value) => {
        const before = identify([sheet], car)
        expect(before.layouts.reduce((sum, layout) => sum + layout.share, 0)).toBeCloseTo(1, 9)
        const after = identify([sheet], { ...car, traits: { [id]: value } })
        expect(after.layouts.length).toBeLessThanOrEqual(before.layouts.length)
      }),
    )
  })

  it('4,096 combinations of twelve yes-or-no traits: three layouts of a counted share', () => {
    const ids = Array.from({ length: 12 }, (_, i) => `w${i}`)
    const sheet = sheetWith({
      traits: ids.map(id => trait(id, 2)),
      lines: [
        line('all', { all: ids.map(id => ({ trait: id, is: 'v1' })) }),
        line('none', { all: ids.map(id => ({ trait: id, is: 'v0' })) }),
      ],
    })
    const { layouts, bits } = identify([sheet], car)
    expect(layouts.map(layout => layout.share * 4096)).toEqual([4094, 1, 1])
    expect(bits).toBeCloseTo(Math.log2(4096) - (4094 / 4096) * Math.log2(4094), 9)
  })
})

describe('identifyLayouts', () => {
  const yes: Predicate = { trait: 'extra', is: 'v1' }
  const no: Predicate = { trait: 'extra', is: 'v0' }

  it('does not ask again what cannot be seen, and is done when nothing differs any more', () => {
    const sheet = sheetWith({
      traits: [trait('extra', 2)],
      lines: [line('a', yes)],
      questions: [ask('front', 1, [yes, no]), ask('under', 5, [yes, no])],
    })
    expect(identify([sheet], car).looks.map(look => look.question.id)).toEqual(['front', 'under'])
    const unseen = identify([sheet], car, [{ sheet: sheet.id, question: 'front' }])
    expect(unseen.looks.map(look => look.question.id)).toEqual(['under'])
    expect(unseen.layouts).toHaveLength(2)
    const known = identify([sheet], { ...car, traits: { extra: 'v1' } })
    expect(known).toMatchObject({ bits: 0, looks: [], layouts: [{ share: 1, traits: { extra: 'v1' }, sheets: [{ lines: ['a'] }] }] })
  })

  it('a verdict is an outcome of its own: the same lines with and without it are two layouts', () => {
    const sheet = sheetWith({
      traits: [trait('extra', 2)],
      lines: [line('a', { any: [yes, no] })],
      verdicts: [{ id: 'newer', when: yes, kind: 'superseded', text: 'The metal part is fitted already.' }],
      questions: [ask('look', 1, [yes, no])],
    })
    expect(identify([sheet], car).layouts.map(layout => layout.sheets[0]!.verdict)).toEqual([undefined, 'newer'])
    expect(identify([sheet], car).looks[0]!.bits).toBeCloseTo(1, 9)
  })

  it('tells two sheets of one family apart, and says when no sheet is for such a car', () => {
    const early = {
      ...sheetWith({
        traits: [trait('extra', 2)],
        lines: [line('a', { all: [] })],
        applies: [{ families: ['ondrel-halyard'], when: no }],
        questions: [ask('look', 1, [yes, no])],
      }),
      id: 'early',
    }
    const late = { ...early, id: 'late', applies: [{ families: ['ondrel-halyard'], when: yes }], questions: [] }
    expect(identify([early, late], car).layouts.map(layout => layout.sheets.map(found => found.sheet))).toEqual([['early'], ['late']])
    expect(identify([early, late], { ...car, traits: { extra: 'v1' } }).layouts).toMatchObject([{ sheets: [{ sheet: 'late' }], share: 1 }])
    expect(identify([early], { ...car, family: 'tolvane-skerry' }).layouts).toEqual([{ sheets: [], share: 1, traits: {} }])
  })

  it('refuses what nobody could walk through', () => {
    const ids = Array.from({ length: 15 }, (_, i) => `w${i}`)
    const sheet = sheetWith({
      traits: ids.map(id => trait(id, 2)),
      lines: [line('all', { all: ids.map(id => ({ trait: id, is: 'v1' })) })],
    })
    expect(identifyLayouts([sheet], car)).toEqual({ ok: false, error: { code: 'IDENTIFY_BUDGET', sheets: 1 } })
  })
})

describe('checkVehicleNumber (49 CFR 565.15)', () => {
  it.each(['1M8GDM9AXKP042788', '11111111111111111', '1m8gdm9ax kp042788'])('%s holds', number =>
    expect(checkVehicleNumber(number)).toBeUndefined(),
  )
  it.each([
    ['1M8GDM9A1KP042788', { code: 'VEHICLE_NUMBER_CHECK', expected: 'X', found: '1' }],
    ['1M8GDM9AXKP04278', { code: 'VEHICLE_NUMBER_LENGTH', length: 16 }],
    ['1M8GDM9AXKPO42788', { code: 'VEHICLE_NUMBER_CHARACTER', character: 'O', position: 12 }],
  ])('%s does not: %j', (number, issue) => expect(checkVehicleNumber(number)).toEqual(issue))
  it('notices every single wrong character that changes a weighted digit', () => {
    const good = '1M8GDM9AXKP042788'
    for (let i = 0; i < 17; i++) {
      if (i === 8 || !/\d/.test(good[i]!)) continue
      const wrong = good.slice(0, i) + String((Number(good[i]) + 1) % 10) + good.slice(i + 1)
      expect(checkVehicleNumber(wrong)?.code).toBe('VEHICLE_NUMBER_CHECK')
    }
  })
})
