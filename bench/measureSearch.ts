import pg from 'pg'
import { v7 } from 'uuid'
import { sheetSortKeys } from '../core/search/pageSheets'
import { blankSheet } from '../core/sheet/mendSheet'
import { jointKinds, systems, type Family, type Joint, type Sheet } from '../core/sheet/types'
import { millimetres } from '../core/units/types'
import { sheetAskSchema } from '../shared/schemas/library'
import { search } from '../server/services/search'
import { getSheetPage } from '../server/services/sheetPage'
import { insertEntries } from '../server/sql/search/writeEntries'
import { sheetEntries, vehicleEntries } from '../shared/searchEntries'
import { seededInteger } from '../tests/helpers/seededInteger'

const syllables = [
  'bra',
  'cor',
  'del',
  'fen',
  'gar',
  'hol',
  'ka',
  'lin',
  'mor',
  'nes',
  'or',
  'pel',
  'quin',
  'ras',
  'sund',
  'tor',
  'ul',
  'ven',
  'wick',
  'yar',
]
const nouns = [
  'cooler lines',
  'steering pressure line',
  'steering return',
  'clutch line',
  'brake hose',
  'oil feed',
  'turbo coolant feed',
  'heater hoses',
]
const hexes = [10, 11, 12, 13, 14, 15.88, 16, 17, 18, 19, 22, 24]

export type Library = {
  families: Family[]
  sheets: Sheet[]
  vehicles: { id: string; plate: string; customer: string; family: number; year: number; vin?: string }[]
}

export function makeLibrary(sheetCount: number, vehicleCount: number): Library {
  const pick = seededInteger(4747)
  const word = () => Array.from({ length: 2 + pick(2) }, () => syllables[pick(syllables.length)]!).join('')
  const name = () => word().replace(/^./, letter => letter.toUpperCase())
  const families = Array.from({ length: Math.max(1, sheetCount / 10) }, (_, i): Family => ({
    id: `f${i}`,
    make: name(),
    model: name(),
    body: 'van',
    years: [2000, 2024],
    engines: [{ id: 'e', name: `${1 + pick(4)}.${pick(10)} diesel` }],
  }))
  const sheets = Array.from({ length: sheetCount }, (_, i): Sheet => {
    const blank = blankSheet(`s${i}`, nouns[pick(nouns.length)]!, systems[pick(systems.length)]!, `f${i % families.length}`)
    const number = () => `BX-${10_000 + pick(90_000)}-${'ABCD'[pick(4)]}`
    return {
      ...blank,
      words: [word()],
      lines: blank.lines.map(line => ({
        ...line,
        parts: [{ id: 'p', kind: 'factory' as const, name: 'line', number: number(), brings: [] }],
      })),
      fluid: { ...blank.fluid, spec: { values: [{ value: `XF-${pick(30)}`, source: 'invented' as const, date: '2026-01-01' }] } },
      joints: blank.joints.map((joint): Joint => ({
        ...joint,
        kind: jointKinds[pick(jointKinds.length)]!,
        hex: { turn: millimetres(hexes[pick(hexes.length)]!), alternates: [] },
        seals: [{ id: 's', name: 'seal', count: 1, reuse: 'never', part: number() }],
      })),
    }
  })
  const letters = 'ABCDEFGHJKLMNPRSTUVWXYZ'
  const letter = () => letters[pick(letters.length)]!
  const vehicles = Array.from({ length: vehicleCount }, (_, i) => ({
    id: v7(),
    plate: `${letter()}${letter()} ${String(i % 100).padStart(2, '0')} ${letter()}${letter()}${letter()}${Math.floor(i / 100)}`,
    customer: `${name()} ${name()}`,
    family: pick(families.length),
    year: 2000 + pick(25),
  }))
  return { families, sheets, vehicles }
}

async function inBatches<T>(items: readonly T[], size: number, work: (batch: T[]) => Promise<unknown>): Promise<void> {
  for (let i = 0; i < items.length; i += size) await work(items.slice(i, i + size))
}

async function load(pool: pg.Pool, { families, sheets, vehicles }: Library): Promise<void> {
  const json = (items: readonly unknown[]) => items.map(item => JSON.stringify(item))
  await pool.query(
    "insert into families (id, make, model, body) select f ->> 'id', f ->> 'make', f ->> 'model', f from unnest($1::jsonb[]) f",
    [json(families)],
  )
  await inBatches(sheets, 500, async batch => {
    await pool.query(
      `insert into sheets (id, revision, title, system, summary, families, body, digest)
        select s ->> 'id', 1, s ->> 'title', s ->> 'system', s ->> 'summary', array[s #>> '{applies,0,families,0}'], s, 'bench'
        from unnest($1::jsonb[]) s`,
      [json(batch)],
    )
    await pool.query(
      `insert into sheet_heads (id, revision, title, system, summary, families, applies)
        select s ->> 'id', 1, s ->> 'title', s ->> 'system', s ->> 'summary', array[s #>> '{applies,0,families,0}'],
        s -> 'applies' from unnest($1::jsonb[]) s`,
      [json(batch)],
    )
    await insertEntries(
      pool,
      batch.flatMap(sheet => sheetEntries(sheet, [families[Number(sheet.applies[0]!.families[0]!.slice(1))]!])),
    )
  })
  await inBatches(vehicles, 5000, async batch => {
    await pool.query(
      `insert into vehicles (id, plate, customer, family, year) select *
        from unnest($1::uuid[], $2::text[], $3::text[], $4::text[], $5::int[])`,
      [
        batch.map(v => v.id),
        batch.map(v => v.plate),
        batch.map(v => v.customer),
        batch.map(v => families[v.family]!.id),
        batch.map(v => v.year),
      ],
    )
    await insertEntries(
      pool,
      batch.flatMap(({ family, ...vehicle }) => vehicleEntries(vehicle, families[family]!)),
    )
  })
  await pool.query('vacuum analyze')
}

/** What people type: plates in full and in part, customers, a car and its lines, hexes, part numbers, one slip in five. */
function makeQueries({ families, sheets, vehicles }: Library, n: number): string[] {
  const pick = seededInteger(77)
  const slip = (text: string) => {
    const at = 1 + pick(Math.max(1, text.length - 2))
    return pick(2) === 0 ? text.slice(0, at) + text.slice(at + 1) : text.slice(0, at) + text[at + 1] + text[at] + text.slice(at + 2)
  }
  return Array.from({ length: n }, (_, i) => {
    const [vehicle, family, sheet] = [vehicles[pick(vehicles.length)]!, families[pick(families.length)]!, sheets[pick(sheets.length)]!]
    const query = [
      () => vehicle.plate,
      () => vehicle.plate.replaceAll(' ', '').slice(0, 5),
      () => vehicle.customer,
      () => `${family.model} ${sheet.title}`,
      () => `${family.make} ${vehicle.customer.split(' ')[1]!}`,
      () => `${hexes[pick(hexes.length)]} mm banjo`,
      () => sheet.lines[0]!.parts[0]!.number!,
      () => sheet.title,
      () => family.make.slice(0, 4),
      () => `${family.model} ${hexes[pick(hexes.length)]} mm`,
    ][i % 10]!()
    return i % 5 === 4 ? slip(query) : query
  })
}

/** What people ask the library for: a word or two of a title, a family, a system, in one order or another, and pages further down. */
const pageAsk = ({ sheets, families }: Library, query: string, i: number) => ({
  words: [query, '', sheets[i % sheets.length]!.title, 'brake 1'][i % 4],
  by: sheetSortKeys[i % sheetSortKeys.length],
  down: String(i % 2),
  from: String((i % 5) * 60),
  ...(i % 7 === 0 && { family: families[i % families.length]!.id }),
  ...(i % 3 === 0 && { systems: systems[i % systems.length] }),
})

export async function measureSearch(
  databaseUrl: string,
  sheetCount: number,
  vehicleCount: number,
): Promise<{ taken: number[]; found: number; pages: number[]; first: number }> {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 4 })
  pool.on('error', () => {})
  try {
    const library = makeLibrary(sheetCount, vehicleCount)
    await load(pool, library)
    const queries = makeQueries(library, Math.min(500, sheetCount))
    for (const query of queries.slice(0, 60)) await search(pool, query)
    const taken: number[] = []
    let found = 0
    for (const query of queries) {
      const started = performance.now()
      const { hits } = await search(pool, query)
      taken.push(performance.now() - started)
      if (hits.length > 0) found++
      if (process.env.EFFERENT_BENCH_SLOW && taken.at(-1)! > Number(process.env.EFFERENT_BENCH_SLOW))
        process.stderr.write(`${taken.at(-1)!.toFixed(1)} ms: ${query} (${hits.length})\n`)
    }
    const asks = queries.map((query, i) => sheetAskSchema.parse(pageAsk(library, query, i)))
    const begun = performance.now()
    for (const by of sheetSortKeys) await getSheetPage(pool, sheetAskSchema.parse({ by }))
    const first = performance.now() - begun
    const pages: number[] = []
    for (const ask of asks) {
      const started = performance.now()
      await getSheetPage(pool, ask)
      pages.push(performance.now() - started)
    }
    return { taken: taken.sort((a, b) => a - b), found: found / queries.length, pages: pages.sort((a, b) => a - b), first }
  } finally {
    await pool.end()
  }
}
