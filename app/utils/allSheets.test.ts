import { expect, it } from 'vitest'
import { limits } from '#shared/limits'
import type { SheetHead } from '#shared/schemas/library'
import type { Reader } from './api'
import { allSheets } from './allSheets'

const heads = Array.from({ length: limits.sheetsPerPage * 2 + 3 }, (_, i): SheetHead => {
  const id = `sheet-${String(i).padStart(5, '0')}`
  return { id, revision: 1, title: id, system: 'brake', summary: '', families: [i % 2 ? 'odd' : 'even'], appliesTo: '' }
})
const asked: string[] = []
/** As the server answers: by id, after the last, of one family. */
async function ask<T>(path: string, read: Reader<T>): Promise<T> {
  asked.push(path)
  const query = new URL(path, 'http://shop').searchParams
  const [after, family] = [query.get('after'), query.get('family')]
  const fitting = heads.filter(head => (!after || head.id > after) && (!family || head.families.includes(family)))
  const reading = read(fitting.slice(0, limits.sheetsPerPage))
  if (!reading.ok) throw new Error('unreadable')
  return reading.value
}

it('asks on until a page is not full, and each sheet comes once', async () => {
  expect(await allSheets(ask)).toEqual(heads)
  expect(asked).toEqual(['/api/sheets', '/api/sheets?after=sheet-00499', '/api/sheets?after=sheet-00999'])
})
it('those of one family, and none of a family nobody knows', async () => {
  expect(await allSheets(ask, 'odd')).toEqual(heads.filter(head => head.families.includes('odd')))
  expect(await allSheets(ask, 'nobody')).toEqual([])
})
