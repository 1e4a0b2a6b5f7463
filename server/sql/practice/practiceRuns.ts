import type { Db } from '../../utils/db'

export type PracticeRow = {
  person_id: string
  name: string
  scenario: string
  points: number
  passed: boolean
  runs: number
  last_at: Date
}

/** One more run: the best stays, whenever it was. */
export async function putPracticeRun(
  db: Db,
  run: { person: string; scenario: string; points: number; passed: boolean; at: Date },
): Promise<void> {
  await db.query(
    `insert into practice_runs (person_id, scenario, points, passed, last_at)
     values ($1::uuid, $2::text, $3::int, $4::boolean, $5::timestamptz)
     on conflict (person_id, scenario) do update set
       points = greatest(practice_runs.points, excluded.points),
       passed = practice_runs.passed or excluded.passed,
       runs = practice_runs.runs + 1,
       last_at = greatest(practice_runs.last_at, excluded.last_at)`,
    [run.person, run.scenario, run.points, run.passed, run.at],
  )
}

/** Of one person, or of everybody who can sign in. */
export async function listPracticeRuns(db: Db, person: string | undefined): Promise<PracticeRow[]> {
  const { rows } = await db.query<PracticeRow>(
    `select r.person_id, p.name, r.scenario, r.points, r.passed, r.runs, r.last_at
     from practice_runs r join people p on p.id = r.person_id
     where p.active and ($1::uuid is null or r.person_id = $1::uuid)
     order by lower(p.name), r.scenario`,
    [person ?? null],
  )
  return rows
}
