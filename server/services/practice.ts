import { scenarioId } from '../../core/bleed/sheetScenario'
import type { Score } from '../../core/bleed/practise'
import type { Person } from '../../core/job/types'
import type { PracticeRequest, PracticeView } from '../../shared/schemas/practice'
import { listPracticeRuns, putPracticeRun } from '../sql/practice/practiceRuns'
import type { Db } from '../utils/db'
import { getSheet } from './sheets'
import { runTask } from '../utils/workers'

/** Runs the hands again, off the event loop, and keeps what comes of them. The same hands make the same run, wherever it is run. */
export async function keepPractice(db: Db, person: Person, request: PracticeRequest, now: Date, gone?: AbortSignal) {
  const { verdict } = request
  const name = 'loop' in request ? 'simulate-loop' : 'simulate'
  const acts = ('loop' in request ? request.loop : request.acts).map(({ ms, ...hands }) => ({ ...hands, seconds: ms / 1000 }))
  const of =
    'sheet' in request
      ? { sheet: await getSheet(db, request.sheet, request.revision), variant: request.variant }
      : { scenario: request.scenario }
  const scenario = 'sheet' in request ? scenarioId(request.sheet, request.variant) : request.scenario
  const answer = await runTask('compute', { name, body: Buffer.from(JSON.stringify({ ...of, verdict, acts })) }, gone)
  const { score } = JSON.parse(answer) as { score: Pick<Score, 'points' | 'passed'> }
  await putPracticeRun(db, { person: person.id, scenario, points: score.points, passed: score.passed, at: now })
  return { ...(request.id && { id: request.id }), points: score.points, passed: score.passed }
}

/** One's own; a lead sees everybody's. */
export async function getPractice(db: Db, { id, role }: Person): Promise<PracticeView[]> {
  const rows = await listPracticeRuns(db, role === 'lead' || role === 'admin' ? undefined : id)
  return rows.map(({ person_id, name, last_at, ...row }) => ({ ...row, person: person_id, name, lastAt: last_at.toISOString() }))
}
