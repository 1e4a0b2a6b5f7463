import type { Db } from '../../utils/db'
import type { PersonRow } from './listPeople'

export async function insertSignIn(db: Db, person: { id: string; version: number }, key: Buffer): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    'insert into sign_ins (person_id, person_version, key) values ($1::uuid, $2::int, $3::bytea) returning id',
    [person.id, person.version, key],
  )
  return rows[0]!.id
}

export async function endSignIn(db: Db, id: string): Promise<void> {
  await db.query('update sign_ins set ended_at = now() where id = $1::uuid and ended_at is null', [id])
}

/** Who is signed in by this: nobody once it has ended, the person is no longer active, or their secret or role has changed since. */
export async function findSignedIn(db: Db, id: string): Promise<PersonRow | undefined> {
  const { rows } = await db.query<PersonRow>(
    `select p.id, p.name, p.role, p.secret_hash, p.hint, p.active, p.version
     from sign_ins s join people p on p.id = s.person_id
     where s.id = $1::uuid and s.ended_at is null and p.active and p.version = s.person_version`,
    [id],
  )
  return rows[0]
}

export type SignInKeyRow = Pick<PersonRow, 'id' | 'name' | 'role'> & { sign_in: string; key: Buffer }

/**
 * Keys that entries were signed with, ended sign-ins among them: an entry made before somebody signed out may arrive long after. They are
 * believed for `days` after that.
 */
export async function listSignInKeys(db: Db, ids: string[], days: number): Promise<SignInKeyRow[]> {
  const { rows } = await db.query<SignInKeyRow>(
    `select s.id as sign_in, s.key, p.id, p.name, p.role from sign_ins s join people p on p.id = s.person_id
     where s.id = any ($1::uuid[]) and (s.ended_at is null or s.ended_at > now() - make_interval(days => $2::int))`,
    [ids, days],
  )
  return rows
}
