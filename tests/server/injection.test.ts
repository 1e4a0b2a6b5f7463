import { inflateSync } from 'node:zlib'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import type { JobCommand } from '../../core/job/types'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

// Text that means something to the program a file is opened with: a spreadsheet, a reader of PDF.
let server: TestServer
let hostile: Client
let job: string
const formulas = [
  '=HYPERLINK("http://x","y")',
  "+1+cmd|' /C calc'!A0",
  '-2+3',
  '@SUM(1)',
  '\t=1+1',
  '\r=1+1',
  '\n=1+1',
  '＝1+1',
  '＋1',
  '－1',
  '＠A1',
]
const names = ['=cmd|A0', ') Tj ET /JS (app.alert(1)) <</S/JavaScript>>']

beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  const admin = await server.as('admin')
  const { body } = await admin.call<{ id: string }>('POST', '/api/people', { name: names[0], role: 'lead', secret: '9753' })
  hostile = await server.client().signInAs(body.id, '9753')
  job = (await hostile.openJob()).id
  const say = async (command: JobCommand) => {
    const answer = await hostile.problem('POST', `/api/jobs/${job}/events`, { events: [hostile.entry(command, 99)] })
    expect(answer.status, answer.text).toBe(200)
  }
  await say({ type: 'fluidCaught', entered: { value: 300, unit: 'mL' }, how: 'measured' })
  for (const text of [...formulas, ...names, '\\) /OpenAction << /S /URI /URI (http://x) >>', '<script>alert(1)</script>'])
    await say({ type: 'noteWritten', text: `${text} ` })
})
afterAll(async () => server?.end())

/** RFC 4180, read as it stands there and by nothing of ours. */
function cellsOf(csv: string): string[] {
  const cells: string[] = []
  for (let at = 0; at < csv.length;) {
    const quoted = /^"((?:[^"]|"")*)"(,|\r\n)/.exec(csv.slice(at))
    const [whole, cell] =
      quoted ?? /^([^,"\r\n]*)(,|\r\n)/.exec(csv.slice(at)) ?? expect.fail(`no cell at ${at}: ${csv.slice(at, at + 40)}`)
    cells.push(quoted ? cell!.replaceAll('""', '"') : cell!)
    at += whole.length
  }
  return cells
}
const isNumber = (cell: string) => cell !== '' && Number.isFinite(Number(cell))

it('no cell of a table is a formula, whoever’s text it is', async () => {
  // In everything of a sheet that a person types.
  const { body: pack } = await hostile.call<{ sheets: object[] }>('GET', '/api/packs/export?sheets=halyard-cooler-lines')
  let n = 0
  const poisoned = JSON.parse(JSON.stringify(pack), (key, value: unknown) =>
    ['name', 'note', 'where', 'title'].includes(key) && typeof value === 'string'
      ? `${formulas[n++ % formulas.length]}${value}`.trim()
      : value,
  ) as { sheets: { id: string; revision: number }[] }
  const [sheet] = poisoned.sheets
  const answer = await hostile.problem('POST', `/api/sheets/${sheet!.id}/revisions`, {
    sheet: { ...sheet, revision: sheet!.revision + 1 },
    notes: [],
  })
  expect(answer.status, answer.text).toBe(200)
  expect(n).toBeGreaterThan(20)
  for (const path of [`/api/jobs/${job}/torques.csv`, `/api/jobs/${job}/fluids.csv`, '/api/packs/fluids.csv', '/api/packs/fittings.csv']) {
    const { text, status } = await hostile.call('GET', path)
    expect(status).toBe(200)
    const cells = cellsOf(text)
    expect(cells.length, path).toBeGreaterThan(5)
    // OWASP, CSV injection: these begin a formula, and so do their full-width forms in some programs.
    for (const cell of cells) expect(isNumber(cell) || !/^[=+\-@\t\r\n＝＋－＠]/.test(cell), `${path}: ${JSON.stringify(cell)}`).toBe(true)
  }
  expect(cellsOf((await hostile.call('GET', `/api/jobs/${job}/fluids.csv`)).text)).toContain(`'${names[0]}`)
})

it('no text of a record is anything but text in its PDF', async () => {
  const answer = await fetch(`${server.url}/api/jobs/${job}/record.pdf`, { headers: { cookie: hostile.cookie } })
  const pdf = Buffer.from(await answer.arrayBuffer())
  const outside: string[] = []
  const streams: string[] = []
  let rest = 0
  const text = pdf.toString('latin1')
  for (const { index, 0: head } of text.matchAll(/stream\r?\n/g)) {
    if (text.slice(index - 3, index) === 'end') continue
    outside.push(text.slice(rest, index))
    rest = text.indexOf('endstream', index)
    try {
      streams.push(inflateSync(pdf.subarray(index + head.length, rest), { finishFlush: 2 }).toString('latin1'))
    } catch {
      // A font or a picture.
    }
  }
  outside.push(text.slice(rest))
  expect(streams.length).toBeGreaterThan(3)
  // ISO 32000-1, 12.6: what a document can be made to do by itself.
  const acts = /\/(JS|JavaScript|OpenAction|AA|Launch|URI|SubmitForm|GoToR|EmbeddedFile|RichMedia)\b/
  for (const part of [...outside, ...streams]) expect(acts.exec(part)?.[0]).toBeUndefined()
  // Shown text is glyph numbers in hex, which no letter of anybody's can leave.
  const shown = streams.filter(stream => /\bTJ?\b/.test(stream) && stream.includes('BT'))
  expect(shown.length).toBeGreaterThan(0)
  for (const stream of shown) for (const [, said] of stream.matchAll(/(\([^)]*\)|\[[^\]]*\]) TJ?\b/g)) expect(said).not.toContain('(')
})
