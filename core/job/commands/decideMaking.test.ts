import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import { openRule } from '../../making/makingRules'
import type { LineInMaking } from '../../making/workOut'
import { workOut } from '../../making/workOut'
import { buildRecord } from '../record/buildRecord'
import type { SaidBody, JobCommand } from '../types'

/** A brake tube of two bends, flared at both ends, with a nut for each. */
const making: LineInMaking = {
  rows: [
    { straight: 120, rotate: 0, bend: 90, radius: 15 },
    { straight: 200, rotate: 90, bend: 45, radius: 15 },
    { straight: 150, rotate: 0, bend: 0, radius: 0 },
  ],
  tube: { outside: 4.75, wall: 0.7, material: 'copper-nickel' },
  ends: { from: { form: 'double-flare', standOut: 5, finished: 2 }, to: { form: 'double-flare', standOut: 5, finished: 2 } },
  bender: { radius: 15, takeUp: 0, setFor90: 92, grip: 20 },
  straightAtFlare: 30,
  loose: [
    { id: 'nut-from', kind: 'nut', end: 'from' },
    { id: 'nut-to', kind: 'nut', end: 'to' },
  ],
}
const order = workOut(making).order!.order!
const acts = workOut(making, order).acts.map(({ id }) => id)
const bent = () =>
  pocketCar({
    lines: pocketSheet.lines.map(line =>
      line.id === 'supply' ? { ...line, parts: [{ id: 'coil', kind: 'made' as const, name: 'from coil', brings: [], bent: true }] } : line,
    ),
  })
const say: SaidBody = { type: 'makingSaid', line: 'supply', making, order }
const did = (act: string): SaidBody => ({ type: 'makeActDone', line: 'supply', act })
const out: SaidBody = { type: 'lineOut', line: 'supply' }
const made: JobCommand = { type: 'lineMade', line: 'supply', how: 'bench' }
const byHand: JobCommand = { type: 'lineMade', line: 'supply', how: 'without', note: 'by eye' }
const refused = (why: string, act?: string) =>
  expect.objectContaining({ code: 'JOB_MAKE', line: 'supply', why, ...(act && { act: expect.objectContaining({ id: act }) }) })

describe('a line that is made in the job', () => {
  it('is said before anything of it is done', () => {
    const story = new Story(bent())
    expect(story.ask(did('cut'))).toEqual(refused('nothing-said'))
    expect(story.ask(say)).toEqual(say)
    for (const wrong of [[], [0], [0, 0], [1, 2], [0, 1, 2]])
      expect(story.ask({ ...say, order: wrong } as JobCommand)).toEqual(refused('unknown'))
    expect(story.ask({ ...say, order: [1, 0] } as JobCommand)).toMatchObject({ order: [1, 0] })
    expect(story.ask({ ...say, line: 'moon' })).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'line', id: 'moon' })
    expect(story.then(say).ask(did('cut'))).toEqual(did('cut'))
    expect(story.ask(did('moon'))).toEqual(refused('unknown'))
  })
  it('is not recorded where the place’s rules do not allow it', () => {
    const clamped: SaidBody = { ...say, making: { ...making, join: 'compression' } }
    const brake = new Story(pocketCar({ system: 'brake' }))
    const breach = { what: 'join', is: 'compression', allowed: ['whole', 'union'] }
    expect(brake.ask(clamped)).toEqual(expect.objectContaining({ why: 'not-allowed', breach }))
    expect(brake.ask(say)).toEqual(say)
    // A rule that the lead has set goes before what is usual, either way; nothing is said of a cooler line.
    expect(brake.ask(clamped, { makingRules: { systems: [] } })).toEqual(clamped)
    const steelOnly = { systems: [{ ...openRule('brake'), materials: ['steel' as const] }] }
    expect(brake.ask(say, { makingRules: steelOnly })).toEqual(expect.objectContaining({ why: 'not-allowed' }))
    expect(new Story(bent()).ask(clamped)).toEqual(clamped)
  })
  it('goes act by act in an order that works, each once', () => {
    const story = new Story(bent()).then(say)
    for (const [i, act] of acts.entries()) {
      expect(story.ask(made)).toEqual(refused('left', act))
      expect(story.ask(did(act)), act).toEqual(did(act))
      story.then(did(act))
      expect(story.ask(did(act))).toEqual(refused('done', act))
      for (const later of acts.slice(i + 2))
        expect([undefined, 'first', 'locked']).toContain((story.ask(did(later)) as { why?: string }).why)
    }
    expect(story.ask(made)).toEqual(made)
  })
  it('a nut that was forgotten is locked out by the flare, whatever is pressed', () => {
    const free: LineInMaking = { ...making, loose: [making.loose[1]!] }
    const story = new Story(bent()).all({ ...say, making: free } as SaidBody, did('cut'), did('deburr:from'), did('form:from'))
    expect(story.ask(did('slide:nut-from'))).toEqual(refused('unknown'))
    // Said anew with the nut on the list it is a new piece, and nothing of it is done.
    expect(story.then(say).ask(did('form:from'))).toEqual(refused('first', 'cut'))
  })
  it('bent again it is tried in its place once more, and what was built on that counts no more', () => {
    const story = new Story(bent()).then(say).all(...acts.map(did))
    const again = story.ask({ type: 'rebent', line: 'supply', bend: 1, degrees: -3 })
    expect(again).toMatchObject({ undone: expect.arrayContaining(['trial-fit', 'trim', 'form:to', 'inspect:to']) })
    expect(again).not.toMatchObject({ undone: expect.arrayContaining(['bend:1']) })
    story.then(again as SaidBody)
    expect(story.ask(made)).toEqual(refused('left', 'trial-fit'))
    expect(new Story(bent()).then(say).ask({ type: 'rebent', line: 'supply', bend: 1, degrees: 3 })).toEqual(refused('first', 'bend:1'))
    expect(story.ask({ type: 'rebent', line: 'supply', bend: 7, degrees: 3 })).toEqual(refused('unknown'))
  })
  it('a flare that went wrong is cut off and made again; what the length then lacks is said', () => {
    const story = new Story(bent()).then(say).all(did('cut'), did('deburr:from'), did('slide:nut-from'))
    const cut = (off: number, end = 'from'): JobCommand =>
      ({ type: 'endCutOff', line: 'supply', end, off: { value: off, unit: 'mm' } }) as JobCommand
    expect(story.ask(cut(8))).toEqual(refused('first', 'form:from'))
    story.all(did('form:from'))
    // The tool takes 3 mm of tube for a flare (5 stand over the bar, 2 when it is formed); nothing was left over for trimming.
    const off = story.ask(cut(8))
    expect(off).toMatchObject({ mm: 8, short: 11, undone: expect.arrayContaining(['deburr:from', 'form:from']) })
    expect(story.ask({ ...cut(8), off: { value: 0.5, unit: 'in' } } as JobCommand)).toMatchObject({ mm: 12.7, short: 15.7 })
    story.then(off as SaidBody)
    expect(story.ask(did('form:from'))).toEqual(refused('first', 'deburr:from'))
    // What is on the tube stays on it.
    expect(story.ask(did('slide:nut-from'))).toEqual(refused('done', 'slide:nut-from'))
    for (const wrong of [0, -3, 101])
      expect(story.then(did('deburr:from')).all(did('form:from')).ask(cut(wrong))).toMatchObject({ code: 'JOB_QUANTITY_RANGE' })
    expect(story.ask(cut(8, 'to'))).toEqual(refused('first', 'form:to'))
  })
  it('with something left over for trimming it still does; bent, it does not, and a flare nobody has tried says nothing', () => {
    const begun = (change: Partial<LineInMaking>, ...done: string[]) =>
      new Story(bent())
        .all({ ...say, making: { ...making, ...change } } as SaidBody, ...done.map(did))
        .ask({ type: 'endCutOff', line: 'supply', end: 'from', off: { value: 8, unit: 'mm' } })
    const first = ['cut', 'deburr:from', 'slide:nut-from', 'form:from', 'inspect:from']
    expect(begun({ trim: 20 }, ...first)).toMatchObject({ short: 0, undone: ['deburr:from', 'form:from', 'inspect:from'] })
    expect(begun({ trim: 20 }, ...first, 'slide:nut-to', `bend:${order[0]}`)).toMatchObject({ short: 11 })
    const untried = { ends: { ...making.ends, from: { form: 'double-flare' as const } } }
    expect(begun(untried, ...first)).not.toHaveProperty('short')
  })
  it('is owed before it is laid in, and not by the list alone', () => {
    const due = (...bodies: SaidBody[]) => new Story(bent()).all(out, ...bodies).due('made')
    expect(due()).toMatchObject([{ kind: 'made', line: 'supply', gates: ['fit'] }])
    expect(due(say, ...acts.map(did))).toHaveLength(1)
    expect(due(byHand as SaidBody)).toEqual([])
    expect(due(byHand as SaidBody, say)).toHaveLength(1)
    const again: SaidBody = { type: 'rebent', line: 'supply', bend: 1, degrees: 2, undone: ['trial-fit'] }
    expect(due(say, ...acts.map(did), made as SaidBody)).toEqual([])
    expect(due(say, ...acts.map(did), made as SaidBody, again)).toHaveLength(1)
    // A bought one is not made, unless somebody begins to.
    expect(new Story().all(out).due('made')).toEqual([])
    expect(new Story().all(out, say).due('made')).toHaveLength(1)
  })
  it('without the list it takes a word of how', () => {
    expect(new Story(bent()).ask({ ...byHand, note: ' ' } as JobCommand)).toEqual({ code: 'JOB_REASON_NEEDED', field: 'note' })
    expect(new Story(bent()).ask(byHand)).toEqual(byHand)
  })
  it('stands on the record with what it was made of, or how it was made without the list', () => {
    const told = (...bodies: SaidBody[]) => {
      const story = new Story(bent()).all(...bodies)
      return buildRecord(story.resolved, story.state, story.events).lines.find(({ id }) => id === 'supply')!.made
    }
    const whole: SaidBody = { ...say, making: { ...making, join: 'whole' } } as SaidBody
    expect(told(say, ...acts.map(did))).toBeUndefined()
    expect(told(whole, ...acts.map(did), made as SaidBody)).toMatchObject({
      how: 'bench',
      tube: { outside: 4.75, wall: 0.7, material: 'copper-nickel' },
      join: 'whole',
      ends: { from: 'double-flare', to: 'double-flare' },
    })
    expect(told(byHand as SaidBody)).toMatchObject({ how: 'without', note: 'by eye' })
  })
  it('lies in the car and is made no more', () => {
    const story = new Story(bent()).all(out, { type: 'lineIn', line: 'supply', which: 'new' })
    expect(story.ask(say)).toEqual(refused('in'))
    expect(story.due('made')).toEqual([])
  })
  it('whatever is pressed in whatever order: nothing is done before what has to come before it, by an account of its own', () => {
    const all = workOut(making, order).acts
    fc.assert(
      fc.property(fc.array(fc.nat({ max: all.length - 1 }), { maxLength: 40 }), presses => {
        const story = new Story(bent()).then(say)
        const done = new Set<string>()
        for (const press of presses) {
          const act = all[press]!
          const answer = story.ask(did(act.id))
          const isFree = !done.has(act.id) && act.after.every(before => done.has(before))
          expect('type' in answer).toBe(isFree)
          if (!isFree) continue
          story.then(did(act.id))
          done.add(act.id)
        }
        expect('type' in story.ask(made)).toBe(done.size === all.length)
      }),
      { numRuns: 40 },
    )
  })
})
