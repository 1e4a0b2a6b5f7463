import { expect, it } from 'vitest'
import { newFamilySchema } from '#shared/schemas/library'
import { noFamily, saidOfFamily } from './newFamily'

const typed = { make: 'Ondrel ', model: 'Tern', body: 'van', first: '2011', last: '2019', engines: ' 2.0 diesel\n\n1.6 petrol \n' }

it('says what was typed, engines line by line', () => {
  expect(newFamilySchema.parse(saidOfFamily(typed))).toEqual({
    make: 'Ondrel',
    model: 'Tern',
    body: 'van',
    years: [2011, 2019],
    engines: ['2.0 diesel', '1.6 petrol'],
  })
})

it('a year that was not typed is no year, and years the wrong way round are refused', () => {
  expect(newFamilySchema.safeParse(saidOfFamily({ ...typed, last: '' })).success).toBe(false)
  expect(newFamilySchema.safeParse(saidOfFamily({ ...typed, first: '2020' })).success).toBe(false)
  expect(newFamilySchema.safeParse(saidOfFamily(noFamily)).success).toBe(false)
})
