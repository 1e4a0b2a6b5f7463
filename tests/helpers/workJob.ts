import { v7 } from 'uuid'
import { estimateFluid } from '../../core/fluid/estimateFluid'
import { carOf } from '../../core/job/state/carOf'
import { fold } from '../../core/job/state/evolve'
import { listSteps, type Step } from '../../core/job/steps/listSteps'
import { plainCommand, plainCut } from '../../core/job/commands/plainCommand'
import { waitBefore } from '../../core/job/state/waits'
import { usableParts } from '../../core/sheet/chosenPart'
import { resolveSheet } from '../../core/sheet/resolveSheet'
import type { JobRow } from '../../shared/schemas/jobRow'
import { byHand, planOf, restOf } from './demo'
import type { Client } from './server'

/** The kind of step before which a job is left, or the step itself. */
type Until = Step['kind'] | ((step: Step) => boolean)

/** Opens a job on a demo car and works it through the API, as the sheet says, up to (not including) a step of a kind; gives its id. */
export async function workJob(
  client: Client,
  {
    sheet,
    plate,
    lines,
    until,
    looked,
    minutesAgo,
  }: { sheet: string; plate: string; lines: string[]; until: Until; looked?: [question: string, answer: string]; minutesAgo?: number },
) {
  const vehicle = await client.vehicle(plate)
  const request = { id: v7(), at: new Date().toISOString(), device: 'test', sheet, vehicle: vehicle.id }
  const { id } = (await client.call<JobRow>('POST', '/api/jobs', request)).body
  if (looked) await client.say(id, { type: 'traitsLearned', question: looked[0], answer: looked[1] }, 1)
  // Which part goes in is said with the plan: the first that can be had.
  const sold = (await client.job(id)).sheet.lines.map(line => [line.id, usableParts(line)] as const)
  const parts = Object.fromEntries(sold.flatMap(([line, usable]) => (usable.length > 1 ? [[line, usable[0]!.id]] : [])))
  await client.say(id, { type: 'planned', inputs: { lines, start: 'ground', parts } }, looked ? 2 : 1)
  return workOn(client, id, until, minutesAgo)
}

/**
 * Goes on with a job as the sheet says, up to (not including) a step of a kind, or to the end of its steps. Worked `minutesAgo`, what
 * has to be looked at for minutes has been: a quarter of an hour passes before the first look for a leak.
 */
export async function workOn(client: Client, id: string, until?: Until, minutesAgo = 0): Promise<string> {
  let ago = minutesAgo
  for (;;) {
    const view = await client.job(id)
    const state = fold(view.events)!
    const resolution = resolveSheet(view.sheet, carOf(state))
    if (resolution.applies === 'no') throw new Error(resolution.why)
    const plan = planOf(resolution.resolved, state.inputs!)
    const step = listSteps(resolution.resolved, restOf(resolution.resolved, state), 'ground', state).find(
      candidate => candidate.status === 'open',
    )
    if (!step || (typeof until === 'function' ? until(step) : step.kind === until)) return id
    const fluid = estimateFluid(resolution.resolved, state.scope, plan)
    const command = byHand(plainCommand(resolution.resolved, step, state, fluid))
    if (step.kind === 'leak' && Object.values(state.joints).every(({ leak }) => leak === undefined)) ago = Math.max(0, ago - 15)
    const at = new Date(Date.now() - ago * 60_000)
    const wait = waitBefore(resolution.resolved, state, command, { at: at.toISOString(), device: 'test' })
    const answer = await client.say(id, wait ? plainCut(resolution.resolved, wait.wait) : command, state.seq, v7(), at)
    if (answer.status !== 200) throw new Error(answer.text)
  }
}
