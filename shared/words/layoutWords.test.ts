import { expect, it } from 'vitest'
import { allDemoSheets } from '../../tests/helpers/demo'
import { knownTraits } from './layoutWords'

it('says what is known of a car once, in the sheets’ words, and nothing they do not know', () => {
  const sheet = allDemoSheets().find(({ traits }) => traits.length > 0)!
  const [trait] = sheet.traits
  const value = trait!.values[0]!
  expect(knownTraits([sheet, sheet], { traits: { [trait!.id]: value.id, elsewhere: 'x' } })).toEqual([`${trait!.name}: ${value.name}`])
  expect(knownTraits([sheet], { traits: { [trait!.id]: 'none of these' } })).toEqual([])
  expect(knownTraits([], { traits: {} })).toEqual([])
})
