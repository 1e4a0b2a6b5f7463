import { describe, expect, it } from 'vitest'
import type { Pack } from '../core/sheet/types'
import { demoFiles, readDemo, sheetOf } from '../tests/helpers/demo'
import { headOf } from './headOf'
import type { VehicleView } from './schemas/library'
import { searchShelf, type Shelf } from './searchResult'

const everyFamily = demoFiles().flatMap(file => (JSON.parse(readDemo(file)) as Pack).families)
const one = (id: string): Shelf['sheets'][number] => {
  const sheet = sheetOf(id)
  const families = everyFamily.filter(family => sheet.applies.some(applies => applies.families.includes(family.id)))
  return { sheet, families }
}
const cooler = one('halyard-cooler-lines')
const [family] = cooler.families
const car: VehicleView = {
  id: '00000000-0000-4000-8000-000000000001',
  plate: 'QU 77 ZED',
  customer: 'Orla Quist',
  family: family!.id,
  label: `${family!.make} ${family!.model}`,
  traits: {},
}
const brake = one('wherry-rear-brake')
const headsOf = (...sheets: Shelf['sheets'][number][]) => sheets.map(({ sheet, families }) => headOf(sheet, families))
const shelf: Shelf = { sheets: [cooler, brake], heads: headsOf(cooler, brake), vehicles: [car] }
const found = (query: string, of = shelf) =>
  searchShelf(query, of).hits.map(hit => (hit.kind === 'vehicle' ? hit.vehicle.plate : hit.kind === 'sheet' ? hit.sheet.id : hit.kind))

describe('the search without a server', () => {
  it('finds a car by its plate however it is written, with the sheets for it, and nothing this device has not', () => {
    expect(found('qu77zed')).toEqual(['QU 77 ZED'])
    const [hit] = searchShelf('QU 77 ZED', shelf).hits
    expect(hit).toMatchObject({ kind: 'vehicle', sheets: [{ id: 'halyard-cooler-lines' }] })
    expect(found('wherry')).toContain('wherry-rear-brake')
    expect(found('wherry', { sheets: [cooler], heads: headsOf(cooler), vehicles: [car] })).toEqual([])
    // Seen in a list only: found by what stands in the list.
    expect(found('wherry', { ...shelf, sheets: [cooler] })).toEqual(['wherry-rear-brake'])
    expect(found('cooler', { ...shelf, sheets: [] })).toEqual(['halyard-cooler-lines'])
    expect(searchShelf('', shelf)).toMatchObject({ hits: [], partly: false })
  })

  it('mends a slip and says so, and shows what has some of the words where nothing has all', () => {
    const slip = searchShelf('halyrad cooler', shelf)
    expect(slip.mended).toEqual([{ word: 'halyrad', near: ['halyard'] }])
    expect(slip.hits.some(hit => hit.kind === 'sheet' && hit.sheet.id === 'halyard-cooler-lines')).toBe(true)
    expect(searchShelf('wherry quist', shelf)).toMatchObject({ partly: true })
  })

  it('a car of a family that this device knows nothing of is found all the same, with no sheet said to fit it', () => {
    const alone = searchShelf('qu77zed', { sheets: [], heads: [], vehicles: [car] })
    expect(alone.hits).toMatchObject([{ kind: 'vehicle', vehicle: { plate: 'QU 77 ZED' }, sheets: [] }])
    expect(found(family!.model, { sheets: [], heads: [], vehicles: [car] })).toEqual(['QU 77 ZED'])
    expect(found('nobody', { sheets: [], heads: [], vehicles: [car] })).toEqual([])
  })
})
