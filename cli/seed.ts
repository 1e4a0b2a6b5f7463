import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { shelfSchema } from '../shared/schemas/session'
import { noteTargets } from '../shared/schemas/library'
import { makingGearSchema } from '../shared/schemas/gear'
import { z } from 'zod'
import { estimateFluid } from '../core/fluid/estimateFluid'
import { fold } from '../core/job/state/evolve'
import { listSteps } from '../core/job/steps/listSteps'
import { plainCommand, plainCut } from '../core/job/commands/plainCommand'
import { waitBefore } from '../core/job/state/waits'
import { entryVersion, type JobCommand, type Person } from '../core/job/types'
import { commandSchema, type Entry } from '../shared/schemas/job'
import { roleSchema } from '../shared/schemas/basics'
import { writeNote } from '../server/services/bayNotes'
import { importPack } from '../server/services/importPack'
import { appendToJob } from '../server/services/append'
import { getJob, openJob } from '../server/services/jobs'
import { resolveJob } from '../server/services/jobState'
import { planFor, restFor } from '../server/services/plans'
import { addVehicle, learnTrait } from '../server/services/lookUp'
import { addPerson } from '../server/services/people'
import { sumUpPutOff } from '../server/services/summaries'
import { getSheet } from '../server/services/sheets'
import { dropSetting, readSettings, writeSetting } from '../server/sql/settings/settings'
import { emptyWorkshop } from '../server/sql/exchange/emptyWorkshop'
import { closePool, getPool } from '../server/utils/db'
import { readPack } from '../server/utils/readPack'

const workshopSchema = z.strictObject({
  shelf: shelfSchema,
  making: makingGearSchema,
  workshop: z.string(),
  people: z.array(z.strictObject({ name: z.string(), role: roleSchema, secret: z.string() })),
  vehicles: z.array(
    z.strictObject({
      plate: z.string(),
      customer: z.string(),
      family: z.string(),
      year: z.number().optional(),
      engine: z.string().optional(),
      vin: z.string().optional(),
      answers: z.array(z.strictObject({ sheet: z.string(), question: z.string(), answer: z.string() })).optional(),
    }),
  ),
  notes: z
    .array(
      z.strictObject({ sheet: z.string(), by: z.string(), target: z.enum(noteTargets), targetId: z.string().optional(), text: z.string() }),
    )
    .default([]),
  jobs: z.array(
    z.strictObject({
      plate: z.string(),
      sheet: z.string(),
      by: z.string(),
      complaint: z.string(),
      lines: z.array(z.string()),
      neighbours: z.array(z.string()).optional(),
      parts: z.record(z.string(), z.string()).optional(),
      /** So many minutes ago it came in; each step took two of them, and what had to rest has rested. */
      began: z.number().positive(),
      workedUntil: z.string().optional(),
      /** What happened then. */
      said: z.array(commandSchema).optional(),
      paused: z.enum(['parts', 'approval', 'end-of-day']).optional(),
    }),
  ),
})

const beingLoaded = 'demo-being-loaded'

/**
 * Loads the demo workshop through the same doors its users have: packs through the import, people, vehicles and jobs through the services.
 * Does nothing to a database that has a workshop already.
 */
async function seed(folder: string): Promise<void> {
  const db = getPool()
  const settings = await readSettings(db)
  if (settings.workshop !== undefined) return
  // A first start that was cut short leaves half a demo: it is nobody's, and begun anew.
  if (settings[beingLoaded] !== undefined) await emptyWorkshop(db)
  await writeSetting(db, beingLoaded, true)
  const workshop = workshopSchema.parse(JSON.parse(readFileSync(join(folder, 'workshop.json'), 'utf8')))
  for (const file of readdirSync(folder)
    .filter(name => name.endsWith('.efferent.json'))
    .sort())
    await importPack(readPack(JSON.parse(readFileSync(join(folder, file), 'utf8'))), undefined)
  const people = new Map<string, Person>()
  // A secret takes long to hash, and so it should: all of them at once.
  const added = workshop.people.map(person => addPerson(db, { ...person, hint: person.secret }, { id: '', name: 'demo' }))
  for (const { id, name, role } of await Promise.all(added)) people.set(name, { id, name, role })
  const vehicles = new Map<string, string>()
  for (const { answers = [], ...vehicle } of workshop.vehicles) {
    const { id } = await addVehicle(vehicle)
    vehicles.set(vehicle.plate, id)
    for (const answer of answers) await learnTrait(db, id, answer)
  }
  for (const { sheet, by, ...note } of workshop.notes)
    await writeNote(sheet, { ...note, id: v7(), revision: (await getSheet(db, sheet)).revision }, people.get(by)!)
  for (const job of workshop.jobs) await seedJob(job, people.get(job.by)!, vehicles.get(job.plate)!)
  // The first look at the Floor waits for none of them.
  await sumUpPutOff(db)
  await writeSetting(db, 'demo', true)
  await writeSetting(db, 'shelf', workshop.shelf)
  await writeSetting(db, 'making', workshop.making)
  await writeSetting(db, 'workshop', workshop.workshop)
  await dropSetting(db, beingLoaded)
}

async function seedJob(job: z.infer<typeof workshopSchema>['jobs'][number], person: Person, vehicle: string): Promise<void> {
  const device = 'demo'
  let ago = job.began
  const now = () => new Date(Date.now() - ago * 60_000).toISOString()
  const pass = (minutes: number) => void (ago = Math.max(0, ago - minutes))
  const { id } = await openJob({ id: v7(), at: now(), device, sheet: job.sheet, vehicle, complaint: job.complaint }, person)
  const say = async (command: JobCommand) => {
    const entry: Entry = { v: entryVersion, id: v7(), at: now(), device, seen: 1, by: person.id, command }
    await appendToJob(id, { events: [entry] }, person)
  }
  const { lines, neighbours, parts } = job
  await say({ type: 'planned', inputs: { lines, start: 'ground', ...(neighbours && { neighbours }), ...(parts && { parts }) } })
  while (job.workedUntil) {
    const { events, sheet } = await getJob(getPool(), id)
    const state = fold(events)!
    const resolved = resolveJob(sheet, state)
    const [planned, rest] = [await planFor(resolved, state.inputs!), await restFor(resolved, state)]
    if (!planned.ok || !rest?.ok) throw new Error(`the demo job ${job.plate} cannot be planned`)
    const plan = planned.value
    const step = listSteps(resolved, rest.value, 'ground', state).find(candidate => candidate.status === 'open')
    if (!step || step.id === job.workedUntil) break
    // A joint counts as dry once it has been under pressure for so long.
    if (step.kind === 'leak' && Object.values(state.joints).every(({ leak }) => leak === undefined)) pass(15)
    const plain = plainCommand(resolved, step, state, estimateFluid(resolved, state.scope, plan))
    const command: JobCommand =
      plain.type === 'lineMade'
        ? { ...plain, how: 'without', note: 'bent on the bench against the old one, both flares looked at' }
        : plain.type === 'fluidAdded'
          ? { ...plain, bottle: 'sealed' }
          : plain
    const wait = waitBefore(resolved, state, command, { at: now(), device })
    if (wait && wait.secondsLeft <= ago * 60) pass(wait.secondsLeft / 60 + 0.1)
    else await say(wait ? plainCut(resolved, wait.wait) : command)
    pass(2)
  }
  for (const command of job.said ?? []) await say(command)
  if (job.paused) await say({ type: 'paused', reason: job.paused })
}

try {
  await seed(process.argv[2]!)
} finally {
  await closePool()
}
