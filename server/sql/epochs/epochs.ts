import { asked, type Db } from '../../utils/db'

/** Which history this is: another one from each restore on, also one by hand. */
export async function findEpoch(db: Db): Promise<string> {
  const { rows } = await db.query<{ id: string }>('select this_epoch() as id')
  return rows[0]!.id
}

/** From here on it is another history, and nobody is signed in. */
export async function beginEpoch(db: Db): Promise<void> {
  await db.query('select begin_epoch()')
}

/**
 * How far a job is the same in a device's history and in this one; undefined: all of it. A device that names none has its from before the
 * first restore; of one that nobody knows nothing is the same.
 */
export async function sharedSeq(db: Db, job: string, epoch: string | undefined): Promise<number | undefined> {
  const { rows } = await asked<{ seq: number | null }>(
    db,
    'shared-seq',
    `with known as (select n from epochs where id = $2::uuid union all select 1 where $2::uuid is null)
     select case when exists (select 1 from known)
       then (select min(coalesce(s.seq, 0)) from epochs e left join epoch_seqs s on s.epoch = e.id and s.job_id = $1::uuid
         where e.n > (select n from known))
       else 0 end as seq`,
    [job, epoch ?? null],
  )
  return rows[0]!.seq ?? undefined
}
