import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { writePack } from '../../core/exchange/writePack'
import { replaceAt } from '../../core/sheet/mendSheet'
import type { Pack, Sheet } from '../../core/sheet/types'
import type { HitOf, ImportPreview, NoteView, RevisionView, SearchResult, VehicleView } from '../../shared/schemas/library'
import type { SheetView } from '../../shared/schemas/sheetView'
import type { SearchKind } from '../../shared/searchEntries'
import { demoFiles, readDemo, sheetOf } from '../helpers/demo'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

let server: TestServer
let lead: Client
let technician: Client
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  lead = await server.as('lead')
  technician = await server.as('technician')
})
afterAll(() => server?.end())

const find = async (query: string) => (await technician.call<SearchResult>('GET', `/api/search?q=${encodeURIComponent(query)}`)).body
const hitsOf = <K extends SearchKind>(result: SearchResult, kind: K) => result.hits.filter((hit): hit is HitOf<K> => hit.kind === kind)
const next = (sheet: Sheet, change: (sheet: Sheet) => Sheet = same => same): Sheet => ({ ...change(sheet), revision: sheet.revision + 1 })

describe('search finds', () => {
  it.each<[string, SearchKind, string]>([
    ['a hex and a kind of joint', 'fitting', '17 mm banjo'],
    ['a part number', 'part', 'QS-77010-C'],
    ['a part number in part', 'part', '77010'],
    ['a fluid', 'fluid', 'GX-8'],
    ['a customer', 'customer', 'pilot station'],
    ['what a technician noted', 'note', 'swivel stubby'],
    ['a sheet by a word of its trade', 'sheet', 'atf'],
    ['an imperial hex', 'fitting', '5/8 in'],
    ['a slip', 'sheet', 'steerng presure'],
    ['a plate with a slip', 'vehicle', 'SK 41 LYM'],
  ])('%s', async (_, kind, query) => {
    const result = await find(query)
    expect(hitsOf(result, kind).length).toBeGreaterThan(0)
  })

  it('says which word it read otherwise', async () => {
    const { mended } = await find('steerng line')
    expect(mended).toEqual([{ word: 'steerng', near: expect.arrayContaining(['steering']) as string[] }])
  })

  it('a 16 mm wrench finds the 5/8 in nut it goes on', async () => {
    const hits = hitsOf(await find('16 mm flare nut'), 'fitting').filter(hit => hit.title.startsWith('5/8 in'))
    expect(hits.length).toBeGreaterThan(0)
    // Its title does not say so: the answer does.
    for (const hit of hits) expect(hit.why).toEqual(['16mm'])
  })

  it('a plate typed without its spaces needs no telling why', async () => {
    expect(hitsOf(await find('sk55hly'), 'vehicle')[0]!.why).toEqual([])
  })

  it('lists with a car only the sheets for its year, and one line for a fluid on many sheets', async () => {
    const [vehicle] = hitsOf(await find('SK 55 HLY'), 'vehicle')
    expect(vehicle!.sheets.map(sheet => sheet.id)).toEqual(['halyard-cooler-lines-screw-in'])
    const fluids = hitsOf(await find('DOT 4'), 'fluid')
    expect(new Set(fluids.map(hit => hit.id)).size).toBe(fluids.length)
    expect(Math.max(...fluids.map(hit => hit.more))).toBeGreaterThan(0)
  })

  it('shows what has most of the words when nothing has all', async () => {
    expect((await find('banjo zzzzqqq')).hits.length).toBeGreaterThan(0)
  })
})

describe('publishing', () => {
  const id = 'petrel-clutch-hose'
  const current = async () => (await lead.call<SheetView>('GET', `/api/sheets/${id}`)).body.sheet

  it('a technician may not; a lead publishes the next revision, and it is what is found', async () => {
    const sheet = next(await current(), before => ({ ...before, words: [...before.words, 'zephyrline'] }))
    expect((await technician.problem('POST', `/api/sheets/${id}/revisions`, { sheet })).body.code).toBe('AUTH_ROLE')
    const answer = await lead.call<RevisionView>('POST', `/api/sheets/${id}/revisions`, { sheet })
    expect(answer.body).toMatchObject({ revision: 2, by: 'Imke Thorsby' })
    expect(hitsOf(await find('zephyrline'), 'sheet')[0]!.sheet).toMatchObject({ id, revision: 2 })
    expect((await lead.call<RevisionView[]>('GET', `/api/sheets/${id}/revisions`)).body.map(row => row.revision)).toEqual([2, 1])
    expect((await lead.call<SheetView>('GET', `/api/sheets/${id}?revision=1`)).body.sheet.words).not.toContain('zephyrline')
  })

  it('what is no longer said is no longer found', async () => {
    await lead.call('POST', `/api/sheets/${id}/revisions`, {
      sheet: next(await current(), sheet => ({ ...sheet, words: sheet.words.filter(word => word !== 'zephyrline') })),
    })
    expect(hitsOf(await find('zephyrline'), 'sheet')).toEqual([])
  })

  it('of two drafts of one revision the second is told, and nothing of it is kept', async () => {
    const sheet = next(await current())
    const both = await Promise.all([
      lead.problem('POST', `/api/sheets/${id}/revisions`, { sheet }),
      lead.problem('POST', `/api/sheets/${id}/revisions`, { sheet: { ...sheet, title: 'The other' } }),
    ])
    expect(both.map(answer => answer.status).sort()).toEqual([200, 409])
    expect(both.find(answer => answer.status === 409)!.body).toMatchObject({
      code: 'SHEET_REVISION_MOVED',
      fields: { revision: sheet.revision },
    })
  })

  it.each<[string, (sheet: Sheet) => unknown, string, string]>([
    ['a place that is not right', sheet => replaceAt(sheet, ['joints', 0, 'line'], () => 'gone'), 'SHEET_REFUSED', 'joints[0].line'],
    ['another id than its address', sheet => ({ ...sheet, id: 'another' }), 'SHEET_REFUSED', 'id'],
    ['vehicles nobody knows', sheet => ({ ...sheet, applies: [{ families: ['nobody'] }] }), 'SHEET_REFUSED', 'applies'],
    [
      'a number out of range',
      sheet => replaceAt(sheet, ['lines', 0, 'sections', 0, 'points', 0, 'at'], () => [1e9, 0, 0]),
      'SHEET_REFUSED',
      'sheet.lines[0].sections[0].points[0].at[0]',
    ],
    ['a revision too far', sheet => ({ ...sheet, revision: 99 }), 'SHEET_REVISION_MOVED', ''],
  ])('refuses %s with its place', async (_, change, code, path) => {
    const before = await current()
    const answer = await lead.problem('POST', `/api/sheets/${id}/revisions`, { sheet: change(next(before)) })
    expect(answer.body.code).toBe(code)
    if (path) expect(answer.body.errors!.map(error => error.path)).toContain(path)
    expect((await current()).revision).toBe(before.revision)
  })

  it('two new sheets of one name: one is first', async () => {
    const sheet = { ...sheetOf('wherry-rear-brake'), id: 'brand-new', revision: 1 }
    const statuses = await Promise.all(
      [1, 2, 3].map(
        async n => (await lead.problem('POST', '/api/sheets/brand-new/revisions', { sheet: { ...sheet, title: `New ${n}` } })).status,
      ),
    )
    expect(statuses.sort()).toEqual([200, 409, 409])
  })
})

describe('bay notes', () => {
  const id = 'wherry-clutch-line'
  const note = (extra: object = {}) => ({
    id: v7(),
    revision: 1,
    target: 'joint',
    targetId: 'slave-joint',
    text: 'Came out downwards only.',
    ...extra,
  })

  it('are written by a technician once, however often they are sent', async () => {
    const body = note()
    await technician.call('POST', `/api/sheets/${id}/notes`, body)
    const { body: notes } = await technician.call<NoteView[]>('POST', `/api/sheets/${id}/notes`, body)
    expect(notes).toHaveLength(1)
    expect(notes[0]).toMatchObject({ target: 'joint', targetId: 'slave-joint', by: 'Rafe Undal', revision: 1 })
    expect(
      hitsOf(await find('downwards only wherry'), 'note').length + hitsOf(await find('came out downwards'), 'note').length,
    ).toBeGreaterThan(0)
  })

  it.each([
    [{ targetId: 'no-such' }, 'targetId'],
    [{ target: 'sheet' }, 'targetId'],
    [{ text: ' ' }, 'text'],
    [{ text: 'x'.repeat(501) }, 'text'],
  ])('refuses %j', async (extra, path) => {
    const answer = await technician.problem('POST', `/api/sheets/${id}/notes`, note(extra))
    expect(answer.body.errors!.map(error => error.path)).toEqual([path])
  })

  it('a lead folds one into the next revision and sets another aside with a reason', async () => {
    const [folded, aside] = [note({ text: 'Fold me.' }), note({ target: 'sheet', targetId: undefined, text: 'Not this.' })]
    for (const body of [folded, aside]) await technician.call('POST', `/api/sheets/${id}/notes`, body)
    const { sheet } = (await lead.call<SheetView>('GET', `/api/sheets/${id}`)).body
    await lead.call('POST', `/api/sheets/${id}/revisions`, {
      sheet: next(sheet, before => ({ ...before, notes: [...before.notes, { by: 'Rafe Undal', date: '2026-11-25', text: 'Fold me.' }] })),
      notes: [folded.id],
    })
    expect((await technician.problem('POST', `/api/notes/${aside.id}/set-aside`, { why: 'no' })).body.code).toBe('AUTH_ROLE')
    expect((await lead.call<NoteView>('POST', `/api/notes/${aside.id}/set-aside`, { why: 'Only on that car.' })).body).toMatchObject({
      setAside: 'Only on that car.',
      settledBy: 'Imke Thorsby',
    })
    expect((await lead.problem('POST', `/api/notes/${aside.id}/set-aside`, { why: 'again' })).body.code).toBe('NOTE_SETTLED')
    expect((await lead.problem('POST', `/api/notes/${folded.id}/set-aside`, { why: 'again' })).body.code).toBe('NOTE_SETTLED')
    expect((await lead.problem('POST', `/api/notes/${v7()}/set-aside`, { why: 'none' })).body.code).toBe('NOTE_UNKNOWN')
    const { body: notes } = await lead.call<NoteView[]>('GET', `/api/sheets/${id}/notes`)
    expect(notes.find(item => item.id === folded.id)).toMatchObject({ foldedInto: 2 })
  })
})

describe('packs out and in', () => {
  it('export, import into an empty workshop, export: byte-identical', async () => {
    const out = await lead.call('GET', '/api/packs/export?sheets=ketch-cooler-assembly,pintle-steering-pressure,plover-clutch-hose')
    expect(out.headers.get('content-disposition')).toContain('line-sheets.efferent.json')
    const other = await TestServer.start(await copyDatabase(inject('admin'), 'template_empty'))
    try {
      const admin = other.client()
      await admin.call('POST', '/api/setup', { workshop: 'Quay Street Garage', name: 'Odd', password: 'harbour-light' })
      expect((await admin.call<ImportPreview>('POST', '/api/packs/preview', out.text)).body.sheets.map(sheet => sheet.change)).toEqual([
        'new',
        'new',
        'new',
      ])
      expect((await admin.call('POST', '/api/packs', out.text)).status).toBe(200)
      expect((await admin.call('GET', '/api/packs/export')).text).toBe(out.text)
    } finally {
      await other.end()
    }
  })

  it.each(demoFiles())('%s imported before comes out as it went in', async file => {
    const pack = JSON.parse(readDemo(file)) as Pack
    const latest = pack.sheets.filter(
      sheet =>
        !['petrel-clutch-hose', 'wherry-clutch-line'].includes(sheet.id) &&
        !pack.sheets.some(other => other.id === sheet.id && other.revision > sheet.revision),
    )
    for (const sheet of latest) {
      const { text } = await lead.call('GET', `/api/packs/export?sheets=${sheet.id}`)
      const { families } = JSON.parse(text) as Pack
      expect(text).toBe(writePack({ format: 'efferent.pack/1', title: sheet.title, families, sheets: [sheet] }))
    }
  })

  it('a preview says what would change, in words, and changes nothing', async () => {
    const sheet = sheetOf('ketch-cooler-assembly')
    const pack = {
      format: 'efferent.pack/1',
      title: 'News',
      families: [],
      sheets: [next(sheet, before => replaceAt(before, ['joints', 0, 'torque'], () => 'unknown')), { ...sheet, id: 'ketch-other' }],
    }
    const { body } = await lead.call<ImportPreview>('POST', '/api/packs/preview', pack)
    expect(body.sheets).toMatchObject([
      { change: 'newer', changes: ['Joint Gearbox block, one bolt: torque 7–9 N·m and 4–6 N·m → unknown'] },
      { change: 'new', changes: [] },
    ])
    expect((await lead.call<SheetView>('GET', '/api/sheets/ketch-cooler-assembly')).body.sheet.revision).toBe(1)
  })

  it.each<[string, string, number, string]>([
    [
      'a prototype key',
      `{"format":"efferent.pack/1","title":"x","families":[],"sheets":[],"__proto__":{"admin":true}}`,
      400,
      'REQUEST_JSON',
    ],
    ['nesting without end', `${'['.repeat(60)}${']'.repeat(60)}`, 400, 'REQUEST_JSON'],
    ['no JSON at all', 'sheets: yes', 400, 'REQUEST_JSON'],
    ['a wrong format', '{"format":"something-else","sheets":[]}', 422, 'PACK_REFUSED'],
    ['nine megabytes', `{"title":"${'x'.repeat(9 * 1024 * 1024)}"}`, 413, 'REQUEST_TOO_LARGE'],
  ])('refuses %s in preview and import alike', async (_, text, status, code) => {
    for (const path of ['/api/packs/preview', '/api/packs'])
      expect(await lead.problem('POST', path, text, { 'content-type': 'application/json' })).toMatchObject({ status, body: { code } })
  })

  it('tables of fittings and fluids as CSV: a row per source, unknown empty', async () => {
    const fittings = (await technician.call('GET', '/api/packs/fittings.csv?sheets=ketch-cooler-assembly,wherry-clutch-line')).text.split(
      '\r\n',
    )
    expect(fittings[0]).toMatch(/^sheet,revision,line,joint,name,kind,thread,hex_turn_mm/)
    expect(fittings.filter(row => row.includes(',block-out-joint,'))).toHaveLength(2)
    expect(fittings.find(row => row.includes('wherry-clutch-line') && row.includes(',slave-joint,'))).toMatch(/,,,,,,$/)
    expect((await technician.call('GET', '/api/packs/fluids.csv')).text).toContain('coolant CB-2, 50/50')
    expect((await technician.problem('GET', '/api/packs/fluids.csv?sheets=no-such-sheet')).body.code).toBe('SHEET_UNKNOWN')
  })
})

describe('vehicle numbers', () => {
  const car = (extra: object) => ({
    plate: `VN ${Math.random().toString(36).slice(2, 8)}`,
    customer: 'Number Tester',
    family: 'brannoch-ketch',
    ...extra,
  })

  it('are kept when the check digit holds, found by their end, and never decoded', async () => {
    const { body } = await technician.call<VehicleView>('POST', '/api/vehicles', car({ vin: '1m8gdm9ax kp042788' }))
    expect(body.vin).toBe('1M8GDM9AXKP042788')
    expect(body.label).toBe('Brannoch Ketch')
    expect(hitsOf(await find('042788'), 'vehicle')[0]!.vehicle.id).toBe(body.id)
    expect((await technician.problem('POST', '/api/vehicles', car({ vin: '1M8GDM9AXKP042788' }))).body.code).toBe('VEHICLE_NUMBER_TAKEN')
  })

  it('are refused with the place, and a failed check is taken once it was read twice', async () => {
    expect((await technician.problem('POST', '/api/vehicles', car({ vin: '1M8GDM9AXKPO42788' }))).body).toMatchObject({
      code: 'VEHICLE_NUMBER',
      fields: { character: 'O', position: 12 },
    })
    expect((await technician.problem('POST', '/api/vehicles', car({ vin: '1M8GDM9A1KP042788', vinRead: true }))).status).toBe(200)
    expect((await technician.problem('POST', '/api/vehicles', car({ vin: '123', vinRead: true }))).body).toMatchObject({
      code: 'VEHICLE_NUMBER',
      fields: { length: 3 },
    })
  })
})
