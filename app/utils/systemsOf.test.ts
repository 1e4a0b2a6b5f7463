import { expect, it } from 'vitest'
import type { SheetHead } from '#shared/schemas/library'
import { systemsOf } from './systemsOf'

const head = (title: string, system: string): SheetHead => ({
  id: title,
  title,
  system,
  summary: '',
  families: [],
  appliesTo: '',
  revision: 1,
})

it('what lines carry is counted, in the order of its words, each with its first sheet by title', () => {
  const sheets = [
    head('Steering return', 'power-steering'),
    head('Rear hose', 'brake'),
    head('Steering pressure', 'power-steering'),
    head('Cooler lines', 'transmission-cooler'),
  ]
  expect(systemsOf(sheets).map(({ system, count, first }) => [system, count, first.title])).toEqual([
    ['brake', 1, 'Rear hose'],
    ['power-steering', 2, 'Steering pressure'],
    ['transmission-cooler', 1, 'Cooler lines'],
  ])
  expect(systemsOf([])).toEqual([])
})
