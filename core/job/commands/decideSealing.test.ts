import { describe, expect, it } from 'vitest'
import { pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import { lead, technician } from '../../../tests/helpers/demo'
import { fittedSealing, newSealing } from '../../sheet/sealing'
import type { Sheet } from '../../sheet/types'
import { withSealing } from '../state/withSealing'

const mute = (change: Partial<Sheet> = {}) =>
  new Story(pocketCar({ bleeders: [], bleeding: { ...pocketSheet.bleeding, allowed: [] }, ...change }))
const said = (fitted: boolean, goesIn = fitted) => ({ type: 'sealingSaid', fitted, goesIn, why: 'both caps and straps are on' }) as const
const spared = { type: 'fillSpared', why: 'a dry joint' } as const
const byLead = { person: lead }

describe('whether a set is sealed, said by a lead', () => {
  it('by a lead, with how it is known, and only where the sheet says nothing', () => {
    expect(mute().ask(said(true), byLead)).toMatchObject({ type: 'sealingSaid', fitted: true })
    expect(mute().ask(said(true), { person: technician })).toMatchObject({ code: 'JOB_ROLE' })
    expect(mute().ask({ ...said(true), why: ' ' }, byLead)).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    expect(new Story().ask(said(true), byLead)).toEqual({ code: 'JOB_SEALING', why: 'known' })
  })
  it('not of what fluid has run out of, nor of what ran dry', () => {
    const caught = { type: 'fluidCaught', entered: { value: 30, unit: 'mL' }, how: 'measured', volume: 30 } as never
    expect(mute().then(caught).ask(said(true), byLead)).toEqual({ code: 'JOB_SEALING', why: 'ran-out' })
    expect(mute().then({ type: 'ranDry' }).ask(said(true), byLead)).toEqual({ code: 'JOB_SEALING', why: 'ran-out' })
    // The new one may come sealed all the same.
    expect(mute().then(caught).ask(said(false, true), byLead)).toMatchObject({ goesIn: true })
  })
  it('a reason for no fluid is a lead’s, and never on brakes, clutch or steering', () => {
    expect(mute().ask(spared, byLead)).toMatchObject(spared)
    expect(mute().ask(spared, { person: technician })).toMatchObject({ code: 'JOB_ROLE' })
    for (const system of ['brake', 'clutch', 'power-steering'] as const)
      expect(mute({ system }).ask(spared, byLead)).toEqual({ code: 'JOB_SEALING', why: 'always-filled' })
    expect(new Story().ask(spared, byLead)).toEqual({ code: 'JOB_SEALING', why: 'known' })
  })
  it('is laid over this job’s sheet: each part by its own word, a line without parts by both', () => {
    const { resolved } = mute()
    const state = mute().then(said(true, false)).state
    const sheet = withSealing(resolved.sheet, state.sealing)
    expect(sheet.lines.map(line => [fittedSealing(sheet, line), newSealing(sheet, line)])).toEqual([
      ['sealed', 'open'],
      ['sealed', 'open'],
    ])
    const bare = withSealing({ ...resolved.sheet, lines: resolved.sheet.lines.map(line => ({ ...line, parts: [] })) }, state.sealing)
    expect(bare.lines.map(line => fittedSealing(bare, line))).toEqual(['open', 'open'])
    expect(withSealing(resolved.sheet, undefined)).toBe(resolved.sheet)
    // What the sheet says itself stands.
    const own = { ...resolved.sheet, lines: resolved.sheet.lines.map(line => ({ ...line, sealed: false as const })) }
    expect(withSealing(own, state.sealing).lines[0]!.sealed).toBe(false)
  })
})
