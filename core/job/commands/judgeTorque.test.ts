import { describe, expect, it } from 'vitest'
import { lead } from '../../../tests/helpers/demo'
import { degrees, millimetres, newtonMetres } from '../../units/types'
import { judgeTorque } from './judgeTorque'
import type { Person, TorqueSaid } from '../types'

const technician: Person = { id: 'rafe', name: 'Rafe', role: 'technician' }
const window = { low: newtonMetres(16), high: newtonMetres(20) }
const stated = {
  torque: { values: [{ value: window, source: 'measured', date: '2026-01-01' }] },
  kind: 'inverted-flare',
} satisfies Parameters<typeof judgeTorque>[0]
const nm = (value: number): TorqueSaid => ({ how: 'wrench', entered: { value, unit: 'N.m' } })
const judge = (joint: Parameters<typeof judgeTorque>[0], said: TorqueSaid, person = technician) => judgeTorque(joint, 'nut', said, person)

describe('a torque said at the wrench', () => {
  it.each([16, 18, 20])('%d N·m of 16 to 20 is inside, as it was said', value => {
    expect(judge(stated, nm(value))).toEqual({
      ok: true,
      value: { how: 'wrench', entered: { value, unit: 'N.m' }, torque: value, window, verdict: 'inside' },
    })
  })
  it.each([
    [15, 'under'],
    [21, 'over'],
  ])('%d N·m takes a lead who says why', (value, verdict) => {
    expect(judge(stated, nm(value))).toMatchObject({ ok: false, error: { code: 'JOB_TORQUE_OUTSIDE', target: 'nut', verdict } })
    expect(judge(stated, nm(value), lead)).toMatchObject({ ok: false, error: { code: 'JOB_REASON_NEEDED', field: 'reason' } })
    expect(judge(stated, { ...nm(value), reason: '  ' }, lead)).toMatchObject({ ok: false, error: { code: 'JOB_REASON_NEEDED' } })
    expect(judge(stated, { ...nm(value), reason: 'soft seat' }, lead)).toMatchObject({ ok: true, value: { verdict, reason: 'soft seat' } })
    // A reason makes no lead of a technician.
    expect(judge(stated, { ...nm(value), reason: 'soft seat' })).toMatchObject({ ok: false, error: { code: 'JOB_TORQUE_OUTSIDE' } })
  })
  it('is needed, within reason, and means nothing through an adapter nobody has described', () => {
    expect(judge(stated, { how: 'wrench' })).toMatchObject({ ok: false, error: { code: 'JOB_TORQUE_NEEDED', target: 'nut' } })
    expect(judge(stated, nm(20_000))).toMatchObject({ ok: false, error: { code: 'JOB_QUANTITY_RANGE' } })
    expect(judge(stated, { ...nm(18), how: 'adapter' })).toMatchObject({ ok: false, error: { code: 'JOB_TORQUE_NEEDED' } })
  })
  it('through an adapter in line it is more at the nut than the wrench shows: T = S·(L + E)/L (handbook)', () => {
    const adapter = { wrench: millimetres(400), extension: millimetres(50), angle: degrees(0) }
    const said: TorqueSaid = { how: 'adapter', entered: { value: 16, unit: 'N.m' }, adapter }
    expect(judge(stated, said)).toMatchObject({ ok: true, value: { torque: 18, verdict: 'inside', adapter } })
    // The same adapter named, but not used: what was shown is what it got.
    expect(judge(stated, { ...said, how: 'wrench' })).toMatchObject({ ok: true, value: { torque: 16 } })
  })
})

describe('without a number', () => {
  const turned = { turn: { snugThen: degrees(90) } }
  it('a turn counts where the sheet states one, and as practice where nobody knows better of such a kind', () => {
    expect(judge(turned, { how: 'turn' })).toEqual({ ok: true, value: { how: 'turn', verdict: 'not-measured' } })
    expect(judge({ torque: 'unknown', kind: 'banjo' }, { how: 'turn' })).toEqual({
      ok: true,
      value: { how: 'turn', practice: true, verdict: 'not-measured' },
    })
  })
  it.each<[string, Parameters<typeof judgeTorque>[0], TorqueSaid]>([
    ['a turn where a torque is stated', stated, { how: 'turn' }],
    ['a turn of what is only snugged', { torque: 'unknown', kind: 'flange' }, { how: 'turn' }],
    ['a turn of nothing that is known', {}, { how: 'turn' }],
    ['by feel where a torque is stated', stated, { how: 'feel' }],
    ['by feel where nobody knows one', { torque: 'unknown', kind: 'banjo' }, { how: 'feel' }],
    ['by feel where a turn is stated', turned, { how: 'feel' }],
  ])('%s takes a lead who says why', (_, joint, said) => {
    expect(judge(joint, said)).toEqual({ ok: false, error: { code: 'JOB_BY_FEEL', target: 'nut' } })
    expect(judge(joint, said, lead)).toMatchObject({ ok: false, error: { code: 'JOB_REASON_NEEDED' } })
    expect(judge(joint, { ...said, reason: 'no room for a wrench' }, lead)).toEqual({
      ok: true,
      value: { ...said, reason: 'no room for a wrench', verdict: 'not-measured' },
    })
  })
  it('a torque measured where the sheet states none is kept and judged by nobody', () => {
    expect(judge({ torque: 'unknown' }, nm(18))).toEqual({
      ok: true,
      value: { how: 'wrench', entered: { value: 18, unit: 'N.m' }, torque: 18, verdict: 'not-measured' },
    })
  })
})
