import { expect, it } from 'vitest'
import { breachesOf, openRule, ruledSystems, usualRules } from './makingRules'
import type { LineInMaking } from './workOut'

type Asked = Pick<LineInMaking, 'tube' | 'ends' | 'join'>
const line = (change: Partial<Asked> = {}): Asked => ({
  tube: { material: 'copper-nickel' },
  ends: { from: { form: 'double-flare' }, to: { form: 'bubble' } },
  join: 'whole',
  ...change,
})
const what = (asked: Asked, system: Parameters<typeof breachesOf>[1]) =>
  breachesOf(asked, system, usualRules).map(breach => (breach.what === 'end' ? `${breach.end} ${breach.is}` : breach.is))

it('a brake or clutch line has no compression fitting, no aluminium, no single flare and no plain end (common practice, no source)', () => {
  for (const system of ['brake', 'clutch'] as const) {
    expect(what(line(), system)).toEqual([])
    expect(what(line({ join: 'union' }), system)).toEqual([])
    expect(what(line({ join: 'compression' }), system)).toEqual(['compression'])
    expect(what(line({ tube: { material: 'aluminium' } }), system)).toEqual(['aluminium'])
    expect(what(line({ ends: { from: { form: 'flare-45' }, to: { form: 'plain' } } }), system)).toEqual(['from flare-45', 'to plain'])
  }
})

it('a cooler line may be clamped and joined; a pump’s pressure line is never held by a compression fitting', () => {
  const clamped = line({ ends: { from: { form: 'bead' }, to: { form: 'plain' } }, join: 'compression', tube: { material: 'aluminium' } })
  expect(what(clamped, 'transmission-cooler')).toEqual([])
  expect(what(clamped, 'power-steering')).toEqual(['aluminium', 'compression'])
})

it('what nobody has said breaks no rule, and an open rule allows everything', () => {
  expect(what({ tube: {}, ends: { from: {}, to: {} } }, 'brake')).toEqual([])
  const worst = line({ tube: { material: 'aluminium' }, ends: { from: { form: 'bead' }, to: { form: 'plain' } }, join: 'compression' })
  for (const system of ruledSystems) expect(breachesOf(worst, system, { systems: [openRule(system)] })).toEqual([])
})
