import { expect, it } from 'vitest'
import { byMake } from './byMake'

it('lists families under their make, both by the alphabet, each once', () => {
  const one = (make: string, model: string) => ({ make, model })
  const families = [one('Quern', 'Pintle'), one('Bray', 'Skerry'), one('Quern', 'Halyard')]
  expect(byMake(families)).toEqual([
    { make: 'Bray', models: [one('Bray', 'Skerry')] },
    { make: 'Quern', models: [one('Quern', 'Halyard'), one('Quern', 'Pintle')] },
  ])
  expect(byMake([])).toEqual([])
  expect(families.map(({ model }) => model)).toEqual(['Pintle', 'Skerry', 'Halyard'])
})
