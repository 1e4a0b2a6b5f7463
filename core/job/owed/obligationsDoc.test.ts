import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { obligations } from './obligations'

it('docs/obligations.md has a row for every kind that is owed, and none for what is not', () => {
  const text = readFileSync('docs/obligations.md', 'utf8')
  const stated = [...text.matchAll(/^\| ([a-z, -]+) \|/gm)].flatMap(([, kinds]) => kinds!.split(', ')).filter(kind => kind !== 'kind')
  expect(stated.sort()).toEqual(Object.keys(obligations).sort())
})
