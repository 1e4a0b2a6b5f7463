import type { Family } from '#core/sheet/types'
import { libraryAnswers } from '#shared/answers/library'
import { headOf } from '#shared/headOf'
import type { SheetHead, VehicleView } from '#shared/schemas/library'
import type { SheetView } from '#shared/schemas/sheetView'
import type { Shelf } from '#shared/searchResult'
import { jobAnswers, sheetAnswers } from './answers'
import { readerOf } from './api'
import { deviceStore, type KeptAnswer } from './deviceStore'
import { libraryMemo } from './libraryMemo'

const wholeSheet = /^\/api\/sheets\/(?!glances)[a-z0-9-]+(\?revision=\d+)?$/
const oneJob = /^\/api\/jobs\/[0-9a-f-]{36}$/
const oneVehicle = /^\/api\/vehicles\/[0-9a-f-]{36}$/

/** What was kept by an earlier version and cannot be read any more is not there. */
function readAll<T>(answers: readonly KeptAnswer[], which: RegExp, read: (raw: unknown) => { ok: true; value: T } | { ok: false }): T[] {
  return answers
    .filter(({ path }) => which.test(path))
    .flatMap(({ value }) => {
      const reading = read(value)
      return reading.ok ? [reading.value] : []
    })
}

/** The sheets, their heads and the cars that this device has kept, the newest revision of each sheet. Nothing where it keeps nothing. */
export async function libraryHere(): Promise<Shelf> {
  const answers = await deviceStore()
    .listAnswers('/api/')
    .catch(() => [])
  const stamp = answers.map(({ path, at }) => `${path} ${at}`).join('\n')
  // Reading a job's schema at every letter typed would hold the page up.
  if (libraryMemo.last?.stamp !== stamp) libraryMemo.last = { stamp, library: readLibrary(answers) }
  return libraryMemo.last.library
}

async function readLibrary(answers: readonly KeptAnswer[]): Promise<Shelf> {
  const [readSheet, readJob, readFamilies] = await Promise.all([
    readerOf(sheetAnswers.sheet),
    readerOf(jobAnswers.job),
    readerOf(sheetAnswers.families),
  ])
  const jobs = readAll(answers, oneJob, readJob)
  const whole: SheetView[] = readAll(answers, wholeSheet, readSheet)
  const families = new Map<string, Family>(
    [...readAll(answers, /^\/api\/families$/, readFamilies).flat(), ...whole.flatMap(view => view.families)].map(one => [one.id, one]),
  )
  const newest = new Map<string, Shelf['sheets'][number]>()
  const heads = new Map<string, SheetHead>()
  for (const sheet of [...whole.map(view => view.sheet), ...jobs.map(job => job.sheet)]) {
    if ((newest.get(sheet.id)?.sheet.revision ?? 0) >= sheet.revision) continue
    const its = [...new Set(sheet.applies.flatMap(applies => applies.families))].flatMap(id => families.get(id) ?? [])
    newest.set(sheet.id, { sheet, families: its })
    heads.set(sheet.id, headOf(sheet, its))
  }
  for (const head of readAll(answers, /^\/api\/sheets(\?|$)/, libraryAnswers.sheets).flatMap(page => page.sheets))
    if ((heads.get(head.id)?.revision ?? 0) < head.revision) heads.set(head.id, head)
  const vehicles = new Map<string, VehicleView>(
    [...jobs.map(job => job.vehicle), ...readAll(answers, oneVehicle, libraryAnswers.vehicleFound).map(found => found.vehicle)].map(one => [
      one.id,
      one,
    ]),
  )
  return { sheets: [...newest.values()], heads: [...heads.values()], vehicles: [...vehicles.values()] }
}
