import { describe, expect, it, vi } from 'vitest'
import { z } from 'zod'
import { newPersonSchema, setupSchema } from '#shared/schemas/shop'
import { newVehicleSchema } from '#shared/schemas/library'
import { numberRule, ruleBy, whenTaken } from './ruleBy'

describe('a field’s rule', () => {
  const { plate, year, vin } = newVehicleSchema.shape
  it('takes what the server takes, and nothing else', () => {
    for (const typed of ['HN 55 OAR', 'x']) expect(ruleBy(plate)(typed)).toBe(plate.safeParse(typed).success)
    for (const typed of ['1900', '2100', 2016]) expect(numberRule(year)(typed)).toBe(true)
    for (const typed of ['1899', '2101', '20.5', 'last year']) expect(numberRule(year)(typed)).not.toBe(true)
  })
  it('says of what is missing that it is, and lets what may be empty be', () => {
    expect(ruleBy(plate)('')).toBe('Fill this in.')
    expect(ruleBy(plate)(undefined)).toBe('Fill this in.')
    expect([numberRule(year)(''), ruleBy(vin)(''), ruleBy(vin)(null)]).toEqual([true, true, true])
  })
  it('says the bound, in the schema’s own words where it has some', () => {
    expect(ruleBy(setupSchema.shape.password)('short')).toMatch(/^At least \d+ characters\.$/)
    expect(numberRule(year)('1815')).toBe('Not under 1900.')
    expect(numberRule(year)('2500')).toBe('Not over 2100.')
    expect(ruleBy(vin)('x'.repeat(41))).toBe('At most 40 characters.')
    const pin = newPersonSchema.options[0].shape.secret
    expect(ruleBy(pin)('12')).toMatch(/^\d+ to \d+ digits\.$/)
    expect(numberRule(year)('abc')).toBe('Enter a number.')
    expect(ruleBy(z.enum(['a', 'b']))('c')).toBe('Choose one of the list.')
  })
})

it('a form does its work only where every field is taken', async () => {
  const work = vi.fn()
  await whenTaken(work)(Promise.resolve({ valid: false }))
  expect(work).not.toHaveBeenCalled()
  await whenTaken(work)(Promise.resolve({ valid: true }))
  expect(work).toHaveBeenCalledOnce()
})
