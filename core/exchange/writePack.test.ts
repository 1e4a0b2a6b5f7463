import { expect, it } from 'vitest'
import { allDemoSheets } from '../../tests/helpers/demo'
import { writePack, writePackInParts } from './writePack'

const sheets = allDemoSheets()
const families = [{ id: 'one', make: 'Ondrel', model: 'Halyard', body: 'van', engines: [], from: 2001 }] as never

it.each([0, 1, 2, sheets.length])('a pack of %i sheets in parts is the pack written whole', count => {
  const head = { format: 'efferent.pack/1', title: 'In parts', families } as const
  const some = sheets.slice(0, count)
  const { open, sheet, close } = writePackInParts(head)
  const text = [open, ...some.map((one, i) => sheet(one, i === 0)), close(count === 0)].join('')
  expect(JSON.parse(text)).toEqual({ ...head, sheets: some })
  // One that fits on a line is written on one; a pack with a sheet never does.
  if (count > 0) expect(text).toBe(writePack({ ...head, sheets: some }))
})
