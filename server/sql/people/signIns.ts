import { asked, type Db } from '../../utils/db'
import { limits } from '../../../shared/limits'
import type { PersonRow } from './listPeople'

/** From where somebody signs in. */
export type From = { device: string | undefined; address: string }

export async function insertSignIn(db: Db, person: { id: string; version: number }, key: Buffer, from: From): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    `insert into sign_ins (person_id, person_version, key, device, address)
     values ($1::uuid, $2::int, $3::bytea, $4::uuid, $5::text) returning id`,
    [person.id, person.version, key, from.device ?? null, from.address],
  )
  return rows[0]!.id
}

/** Has this person ever signed in on this device? */
export async function hasSignedIn(db: Db, person: string, device: string): Promise<boolean> {
  const { rowCount } = await db.query('select 1 from sign_ins where person_id = $1::uuid and device = $2::uuid limit 1', [person, device])
  return rowCount === 1
}

/** Whose it was, if it had not ended before. `shutOut`: by somebody who may not know where the device is. */
export async function endSignIn(db: Db, id: string, shutOut = false): Promise<string | undefined> {
  const { rows } = await db.query<{ person_id: string }>(
    'update sign_ins set ended_at = now(), shut_out = $2::boolean where id = $1::uuid and ended_at is null returning person_id',
    [id, shutOut],
  )
  return rows[0]?.person_id
}

export type SignInRow = {
  id: string
  person_id: string
  person: string
  role: PersonRow['role']
  device: string
  address: string
  began_at: Date
}

/** Sign-ins that count now, newest first; of one person, or of everybody. */
export async function listSignIns(db: Db, person: string | undefined): Promise<SignInRow[]> {
  const { rows } = await db.query<SignInRow>(
    `select s.id, s.person_id, p.name as person, p.role, coalesce(d.name, '') as device, coalesce(s.address, '') as address, s.began_at
     from sign_ins s join people p on p.id = s.person_id left join devices d on d.id = s.device
     where s.ended_at is null and p.active and p.version = s.person_version and s.began_at > now() - make_interval(hours => $2::int)
       and ($1::uuid is null or s.person_id = $1::uuid)
     order by s.began_at desc limit 200`,
    [person ?? null, limits.signInHours],
  )
  return rows
}

/** Who is signed in by each of these: nobody once it has ended, the person is not active any more, or their secret or role has changed. */
export async function findSignedIn(db: Db, ids: readonly string[]): Promise<(PersonRow | undefined)[]> {
  const { rows } = await asked<PersonRow & { sign_in: string }>(
    db,
    'signed-in',
    `select s.id as sign_in, p.id, p.name, p.role, p.secret_hash, p.hint, p.active, p.version
     from sign_ins s join people p on p.id = s.person_id
     where s.id = any ($1::uuid[]) and s.ended_at is null and p.active and p.version = s.person_version`,
    [ids],
  )
  const bySignIn = new Map(rows.map(({ sign_in: signIn, ...person }) => [signIn, person]))
  return ids.map(id => bySignIn.get(id))
}

/** `late`: it ended, by itself or by its owner, more than so many days ago. `shut`: its owner was given a new secret, or was shut out. */
export type SignInKeyRow = Pick<PersonRow, 'id' | 'name' | 'role'> & { sign_in: string; key: Buffer; late: boolean; shut: boolean }

/**
 * Keys that entries were signed with, ended sign-ins among them: an entry made before somebody signed out may arrive long after. A sign-in
 * that nobody ended is over after its hours.
 */
export async function listSignInKeys(db: Db, ids: string[], days: number): Promise<SignInKeyRow[]> {
  const { rows } = await db.query<SignInKeyRow>(
    `select s.id as sign_in, s.key, p.id, p.name, p.role, not p.active or p.version <> s.person_version or s.shut_out as shut,
       least(s.ended_at, s.began_at + make_interval(hours => $3::int)) < now() - make_interval(days => $2::int) as late
     from sign_ins s join people p on p.id = s.person_id
     where s.id = any ($1::uuid[])`,
    [ids, days, limits.signInHours],
  )
  return rows
}
