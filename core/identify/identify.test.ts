import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoSheet } from '../../tests/helpers/demo'
import { evaluatePredicate } from '../sheet/evaluatePredicate'
import type { Car, Line, Predicate, Question, Sheet } from '../sheet/types'
import { minutes } from '../units/types'
import { checkVehicleNumber } from './checkVehicleNumber'
import { identifyLayouts } from './identifyLayouts'
import { rankLooks, type LookClass } from './rankLooks'

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

type Weighed = readonly (readonly [Record<string, string>, number])[]
const worldsOf = (): Weighed =>
  traitIds
    .reduce<Record<string, string>[]>((all, id) => all.flatMap(world => ['v0', 'v1', 'v2'].map(value => ({ ...world, [id]: value }))), [{}])
    .map(world => [world, 1])
const layoutIn = (sheet: Sheet, world: Record<string, string>) =>
  sheet.lines.map(item => (evaluatePredicate(item.when, world) === 'yes' ? '1' : '0')).join('')
function missingIn(sheet: Sheet, worlds: Weighed): number {
  const table = new Map<string, number>()
  for (const [world, weight] of worlds) table.set(layoutIn(sheet, world), (table.get(layoutIn(sheet, world)) ?? 0) + weight)
  const total = [...table.values()].reduce((sum, weight) => sum + weight, 0)
  return [...table.values()].reduce((sum, weight) => sum - (weight / total) * Math.log2(weight / total), 0)
}
function afterAnswers(question: Question, worlds: Weighed): Weighed[] {
  const parts = new Map<string, [Record<string, string>, number][]>()
  for (const [world, weight] of worlds) {
    const fitting = question.answers.filter(answer => evaluatePredicate(answer.implies, world) === 'yes').map(({ id }) => id)
    for (const answer of fitting.length > 0 ? fitting : ['none'])
      parts.set(answer, [...(parts.get(answer) ?? []), [world, weight / Math.max(1, fitting.length)]])
  }
  return [...parts.values()]
}
const sizeOf = (worlds: Weighed) => worlds.reduce((sum, [, weight]) => sum + weight, 0)
type Tree = { missing: number; minutes: number }
/** What a look leads to, with every tree of looks after it tried. */
function treeAfter(sheet: Sheet, worlds: Weighed, questions: readonly Question[], first: Question): Tree {
  const others = questions.filter(question => question !== first)
  return afterAnswers(first, worlds).reduce<Tree>(
    (sum, part) => {
      const share = sizeOf(part) / sizeOf(worlds)
      const then = bestTree(sheet, part, others)
      return { missing: sum.missing + share * then.missing, minutes: sum.minutes + share * then.minutes }
    },
    { missing: 0, minutes: first.minutes },
  )
}
/** Every tree of looks, each at every place: the one that leaves least unknown, and of those the quickest. */
function bestTree(sheet: Sheet, worlds: Weighed, questions: readonly Question[]): Tree {
  const unknown = missingIn(sheet, worlds)
  const tells = (question: Question) =>
    unknown - afterAnswers(question, worlds).reduce((sum, part) => sum + (sizeOf(part) / sizeOf(worlds)) * missingIn(sheet, part), 0) > 1e-9
  const trees = unknown < 1e-9 ? [] : questions.filter(tells).map(question => treeAfter(sheet, worlds, questions, question))
  return trees.reduce<Tree>(
    (best, tree) =>
      tree.missing < best.missing - 1e-9 || (Math.abs(tree.missing - best.missing) <= 1e-9 && tree.minutes < best.minutes) ? tree : best,
    { missing: unknown, minutes: 0 },
  )
}

describe('identifyLayouts against brute force', () => {
  it('gives every question its mutual information with the layout, and puts first what leads to the answer in the fewest minutes', () => {
    fc.assert(
      fc.property(sheets, sheet => {
        const { looks } = identify([sheet], car)
        for (const question of sheet.questions)
          expect(looks.find(look => look.question.id === question.id)?.bits ?? 0).toBeCloseTo(mutualInformation(sheet, question), 9)
        const tree = bestTree(sheet, worldsOf(), sheet.questions)
        if (looks.length === 0) expect(tree.minutes).toBe(0)
        else expect(looks[0]!.minutes).toBeCloseTo(tree.minutes, 6)
        for (const [i, look] of looks.entries()) {
          const asked = treeAfter(sheet, worldsOf(), sheet.questions, look.question)
          expect(look.minutes).toBeCloseTo(asked.minutes, 6)
          // What leaves more unknown in the end comes later, however quick it is.
          const before = i > 0 && treeAfter(sheet, worldsOf(), sheet.questions, looks[i - 1]!.question)
          if (before) expect(before.missing).toBeLessThanOrEqual(asked.missing + 1e-7)
        }
      }),
      { numRuns: 40 },
    )
  })

  it('a cheap look that tells little comes before a dear one that tells all, where that is quicker in the mean', () => {
    const is = (...values: number[]): Predicate => ({ any: values.map(value => ({ trait: 't', is: `v${value}` })) })
    const sheet = sheetWith({
      traits: [trait('t', 4)],
      lines: [0, 1, 2, 3].map(i => line(`l${i}`, is(i))),
      questions: [ask('underneath', 20, [is(0), is(1), is(2), is(3)]), ask('glance', 1, [is(0), is(1, 2, 3)])],
    })
    // By bits alone it would be the other way round: 2 underneath, 0.81 at a glance. One minute, and of four cars three take twenty more.
    expect(identify([sheet], car).looks.map(({ question, minutes: took }) => [question.id, took])).toEqual([
      ['glance', 16],
      ['underneath', 20],
    ])
  })

  it('beyond its budget goes by what is told a minute', () => {
    const classes = Array.from({ length: 4 }, (_, i): LookClass => ({ layout: i, weight: 1, answers: [[i & 1], [i >> 1], [i]] }))
    expect(rankLooks(classes, [1, 1, 5]).map(({ question, minutes: took }) => [question, took])).toEqual([
      [0, 2],
      [1, 2],
      [2, 5],
    ])
    expect(rankLooks(classes, [1, 1.5, 5], 1).map(({ question, minutes: took }) => [question, took])).toEqual([
      [0, 1],
      [1, 1.5],
      [2, 5],
    ])
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
