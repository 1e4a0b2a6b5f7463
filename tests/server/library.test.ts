import Ajv2020 from 'ajv/dist/2020'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import type { SheetPage } from '../../core/search/pageSheets'
import type { Pack } from '../../core/sheet/types'
import { limits } from '../../shared/limits'
import type { SearchResult, SheetGlanceView, SheetHead } from '../../shared/schemas/library'
import type { SheetView } from '../../shared/schemas/sheetView'
import { demoPack, fixtureNames, fixtureSheet } from '../helpers/demo'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

let server: TestServer
let lead: Client
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  lead = await server.as('lead')
})
afterAll(() => server?.end())

type Loose = { sheets: { [key: string]: never; id: never; revision: never }[] }
const changed = (change: (pack: Loose) => void): Pack => {
  const pack = structuredClone(demoPack()) as unknown as Loose
  change(pack)
  return pack as unknown as Pack
}

describe('import', () => {
  it('takes a pack, and the same pack again as nothing new', async () => {
    expect((await lead.call<unknown>('POST', '/api/packs', demoPack())).body).toEqual({
      families: 3,
      added: [],
      unchanged: [{ id: 'halyard-cooler-lines', revision: 1 }],
    })
    const next = changed(pack => (pack.sheets[0]!.revision = 2 as never))
    expect((await lead.call<{ added: unknown }>('POST', '/api/packs', next)).body.added).toEqual([
      { id: 'halyard-cooler-lines', revision: 2 },
    ])
    expect((await lead.call<SheetView>('GET', '/api/sheets/halyard-cooler-lines')).body.sheet.revision).toBe(2)
    expect((await lead.call<SheetView>('GET', '/api/sheets/halyard-cooler-lines?revision=1')).body.sheet.revision).toBe(1)
  })

  it.each(fixtureNames)('takes the single sheet %s', async name => {
    expect((await lead.call<{ added: unknown[] }>('POST', '/api/packs', fixtureSheet(name))).body.added).toHaveLength(1)
  })

  it('the library comes as it is asked for, page by page; what is not here is said before a file begins', async () => {
    const page = async (query: string) => (await lead.call<SheetPage<SheetHead>>('GET', `/api/sheets${query}`)).body
    const ids = async (query: string) => (await page(query)).sheets.map(({ id }) => id)
    const { all: count, sheets, systems } = await page('')
    const titles = sheets.map(({ title }) => title)
    expect(count).toBeGreaterThan(2)
    expect(titles).toEqual(titles.toSorted((a, b) => a.localeCompare(b)))
    expect(systems.reduce((sum, one) => sum + one.count, 0)).toBe(count)
    const all = sheets.map(({ id }) => id)
    expect(await ids('?from=1')).toEqual(all.slice(1))
    expect(await ids('?from=1&most=1')).toEqual(all.slice(1, 2))
    expect(await ids(`?from=${count}`)).toEqual([])
    expect(await ids('?down=1')).not.toEqual(all)
    const cooler = sheets.find(({ id }) => id === 'halyard-cooler-lines')!
    expect(await ids(`?systems=${cooler.system}&words=${encodeURIComponent(cooler.title.toUpperCase())}`)).toContain(cooler.id)
    expect(await ids(`?words=${encodeURIComponent(`${cooler.title} nowhere-at-all`)}`)).toEqual([])
    expect(await ids(`?id=${cooler.id}`)).toEqual([cooler.id])
    for (const bad of ['systems=horn', 'by=colour', 'most=100000', 'from=-1', `words=${'x'.repeat(121)}`])
      expect((await lead.problem('GET', `/api/sheets?${bad}`)).status, bad).toBe(422)
    const [family = ''] = (await lead.call<SheetView>('GET', '/api/sheets/halyard-cooler-lines')).body.sheet.applies[0]!.families
    expect(await ids(`?family=${family}`)).toContain('halyard-cooler-lines')
    expect(await ids('?family=nobody')).toEqual([])
    for (const file of ['export', 'fittings.csv', 'fluids.csv'])
      expect(await lead.problem('GET', `/api/packs/${file}?sheets=halyard-cooler-lines,nothing-here`)).toMatchObject({
        status: 404,
        body: { code: 'SHEET_UNKNOWN' },
      })
  })

  it('what comes out is what went in', async () => {
    const { body } = await lead.call<SheetView>('GET', '/api/sheets/halyard-cooler-lines?revision=1')
    expect(body.sheet).toEqual(demoPack().sheets[0])
  })

  it.each<[string, (pack: Loose) => void, string, string]>([
    [
      'a reference to nothing',
      pack => ((pack.sheets[0]!.joints as unknown as { line: string }[])[2]!.line = 'gone'),
      'PACK_REFUSED',
      'sheets[0].joints[2].line',
    ],
    [
      'a value out of range',
      pack => ((pack.sheets[0]!.operations as unknown as { off: number }[])[0]!.off = -3),
      'PACK_REFUSED',
      'sheets[0].operations[0].off',
    ],
    ['a key nobody knows', pack => ((pack.sheets[0] as unknown as Record<string, unknown>).script = 'x'), 'PACK_REFUSED', 'sheets[0]'],
    [
      'a family nobody knows',
      pack => ((pack.sheets[0]!.applies as unknown as { families: string[] }[])[0]!.families = ['gone']),
      'PACK_REFUSED',
      'sheets[0].applies',
    ],
    [
      'other content under a known revision',
      pack => ((pack.sheets[0] as unknown as { title: string }).title = 'Something else'),
      'PACK_REVISION_EXISTS',
      'sheets[0].revision',
    ],
    ['one sheet twice', pack => pack.sheets.push(pack.sheets[0]!), 'PACK_REFUSED', 'sheets[1]'],
  ])('refuses %s whole, with its place', async (_, change, code, path) => {
    const good = { ...structuredClone(demoPack().sheets[0]!), id: 'good-one' }
    const bad = changed(change) as unknown as { sheets: unknown[] }
    const answer = await lead.problem('POST', '/api/packs', { ...bad, sheets: [...bad.sheets, good] })
    expect(answer.body.code).toBe(code)
    expect(answer.body.errors!.map(error => error.path)).toContain(path)
    expect((await lead.problem('GET', '/api/sheets/good-one')).status).toBe(404)
  })

  it('the served JSON Schema accepts the demo pack and refuses a broken one', async () => {
    const schema = (await lead.call<object>('GET', '/api/schemas/pack')).body
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
    expect(validate(demoPack())).toBe(true)
    expect(validate(changed(pack => (pack.sheets[0]!.revision = 0 as never)))).toBe(false)
  })
})

describe('look up', () => {
  it('sheets at a glance come in the order asked, and none that is not here', async () => {
    const glances = (await lead.call<SheetGlanceView[]>('GET', '/api/sheets/glances?sheets=wherry-rear-brake,halyard-cooler-lines')).body
    expect(glances.map(({ lines }) => lines.map(({ line }) => line))).toEqual([
      expect.arrayContaining([expect.stringMatching(/./)]),
      expect.arrayContaining(['supply']),
    ])
    expect(glances[1]!.sources['service-information']).toBeGreaterThan(3)
    expect((await lead.problem('GET', '/api/sheets/glances?sheets=halyard-cooler-lines,nobody-wrote-this')).body.code).toBe('SHEET_UNKNOWN')
    const many = Array.from({ length: limits.glances + 1 }, (_, i) => `sheet-${i}`).join(',')
    expect((await lead.problem('GET', `/api/sheets/glances?sheets=${many}`)).status).toBe(422)
    expect((await lead.problem('GET', '/api/sheets/glances')).status).toBe(422)
  })

  const find = async (query: string) => (await lead.call<SearchResult>('GET', `/api/search?q=${encodeURIComponent(query)}`)).body.hits
  it.each([
    ['part of a plate, without its spaces', 'sk41l', 'SK 41 LYN'],
    ['a customer', 'marrow', 'SK 41 LYN'],
    ['two words of different things', 'halyard strand', 'BR 88 KEL'],
  ])('finds a vehicle by %s', async (_, query, plate) => {
    expect((await find(query)).flatMap(hit => (hit.kind === 'vehicle' ? [hit.vehicle.plate] : []))).toContain(plate)
  })
  it.each(['cooler lines', 'ATF', 'halyard', 'cooler lnes'])('finds the sheet by %j', async query => {
    expect((await find(query)).flatMap(hit => (hit.kind === 'sheet' ? [hit.sheet.id] : []))).toContain('halyard-cooler-lines')
  })
  it('brings the sheets that fit a vehicle, and takes % for what it is', async () => {
    expect((await find('SK 17 TOW'))[0]).toMatchObject({ kind: 'vehicle', sheets: [{ id: 'halyard-cooler-lines' }] })
    expect(await find('%')).toEqual([])
    expect(await find('')).toEqual([])
  })
  it('a look at the car stays with the car', async () => {
    const vehicle = await lead.vehicle('SK 41 LYN')
    expect(vehicle.traits).toEqual({})
    const answer = { sheet: 'halyard-cooler-lines', question: 'second-cooler', answer: 'no' }
    expect((await lead.call<{ traits: unknown }>('POST', `/api/vehicles/${vehicle.id}/traits`, answer)).body.traits).toEqual({
      coolers: 'one',
    })
    expect((await lead.problem('POST', `/api/vehicles/${vehicle.id}/traits`, { ...answer, answer: 'perhaps' })).body.code).toBe(
      'REQUEST_BODY',
    )
    expect((await lead.vehicle('SK 41 LYN')).traits).toEqual({ coolers: 'one' })
  })
  it.each([
    ['a plate that is here', { plate: 'sk41lyn', customer: 'X', family: 'ondrel-halyard' }, 'VEHICLE_PLATE_TAKEN'],
    ['a family that is not', { plate: 'A 1', customer: 'X', family: 'gone' }, 'FAMILY_UNKNOWN'],
    ['an engine it never had', { plate: 'A 1', customer: 'X', family: 'ondrel-halyard', engine: 'p14' }, 'REQUEST_BODY'],
  ])('does not add a vehicle with %s', async (_, vehicle, code) => {
    expect((await lead.problem('POST', '/api/vehicles', vehicle)).body.code).toBe(code)
  })
})

describe('compute', () => {
  const request = (coolers: string) => ({
    sheet: demoPack().sheets[0],
    car: { family: 'ondrel-halyard', traits: { coolers } },
    inputs: { lines: ['supply'], start: 'ground' },
  })
  it('plans over HTTP', async () => {
    const { body } = await lead.call<{ operations: string[]; moves: number }>('POST', '/api/compute/plan', request('one'))
    expect(body).toMatchObject({ operations: ['undershield'], moves: 2 })
  })
  it.each([
    ['nothing', {}, 'COMPUTE_UNKNOWN'],
    ['plan', {}, 'COMPUTE_REFUSED'],
    ['constructor', {}, 'COMPUTE_UNKNOWN'],
  ])('answers %s with a problem', async (name, body, code) => {
    expect((await lead.problem('POST', `/api/compute/${name}`, body)).body.code).toBe(code)
  })
})

it('a file that breaks off in the middle is cut, not ended, and the server goes on', async () => {
  const db = new pg.Client({ connectionString: server.databaseUrl })
  await db.connect()
  const [last] = (await lead.call<SheetPage<SheetHead>>('GET', '/api/sheets')).body.sheets.slice(-1)
  const broken = 'zz-broken'
  await db.query(
    `insert into sheets (id, revision, title, system, summary, families, body, digest)
     select $1::text, 1, title, system, summary, families, '{"format": "efferent.line-sheet/2"}', digest from sheets where id = $2::text limit 1`,
    [broken, last!.id],
  )
  await db.query(
    `insert into sheet_heads (id, revision, title, system, summary, families, applies)
     select $1::text, 1, title, system, summary, families, applies from sheet_heads where id = $2::text`,
    [broken, last!.id],
  )
  await db.end()
  await expect(lead.call('GET', `/api/packs/export?sheets=${last!.id},${broken}`)).rejects.toThrow(/terminated|other side closed/)
  expect((await lead.call('GET', '/api/health')).status).toBe(200)
})
