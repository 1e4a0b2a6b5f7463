import type { Db } from '../../utils/db'

export type FailureCount = { person: number; address: number; oldest: Date | null }

export async function countFailures(db: Db, args: { person: string; address: string; windowMinutes: number }): Promise<FailureCount> {
  const { rows } = await db.query<FailureCount>(
    `select count(*) filter (where person_id = $1::uuid) as person, count(*) filter (where address = $2::text) as address,
      min(failed_at) as oldest
     from sign_in_failures where failed_at > now() - make_interval(mins => $3::int) and (person_id = $1::uuid or address = $2::text)`,
    [args.person, args.address, args.windowMinutes],
  )
  return rows[0]!
}

export async function insertFailure(db: Db, args: { person: string | undefined; address: string }): Promise<void> {
  await db.query('insert into sign_in_failures (person_id, address) values ($1::uuid, $2::text)', [args.person ?? null, args.address])
}

/** A right sign-in clears the person's slate, and sweeps what is too old to count for anybody. */
export async function clearFailures(db: Db, args: { person: string; windowMinutes: number }): Promise<void> {
  await db.query('delete from sign_in_failures where person_id = $1::uuid or failed_at < now() - make_interval(mins => $2::int)', [
    args.person,
    args.windowMinutes,
  ])
}
