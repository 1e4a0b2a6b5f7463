import type { Db } from '../../utils/db'

export type DeviceRow = { id: string; code: string; name: string; asked_at: Date; let_in_at: Date | null; let_in_by: string | null }

const columns = `d.id, d.code, d.name, d.asked_at, d.let_in_at, p.name as let_in_by`

export async function findDevice(db: Db, id: string): Promise<DeviceRow | undefined> {
  const { rows } = await db.query<DeviceRow>(
    `select ${columns} from devices d left join people p on p.id = d.let_in_by where d.id = $1::uuid`,
    [id],
  )
  return rows[0]
}

/** A device that stands at the door. Those that nobody let in are forgotten: the oldest, so that strangers cannot fill the list. */
export async function insertDevice(db: Db, device: { id: string; code: string }, mostAsking: number): Promise<void> {
  await db.query(`insert into devices (id, code) values ($1::uuid, $2::text) on conflict (id) do nothing`, [device.id, device.code])
  await db.query(
    `delete from devices where let_in_at is null and id not in
       (select id from devices where let_in_at is null order by asked_at desc limit $1::int)`,
    [mostAsking],
  )
}

export async function letDeviceIn(db: Db, id: string, name: string, by: string | undefined): Promise<boolean> {
  const { rowCount } = await db.query(
    `update devices set let_in_at = now(), let_in_by = $3::uuid, name = $2::text where id = $1::uuid and let_in_at is null`,
    [id, name, by ?? null],
  )
  return rowCount === 1
}

/** Not let in any more: gone, with its sign-ins. Gives those that ended. */
export async function removeDevice(db: Db, id: string): Promise<string[]> {
  // Whoever has the device may have the keys of all of them.
  await db.query('update sign_ins set shut_out = true where device = $1::uuid', [id])
  const { rows } = await db.query<{ id: string }>(
    `update sign_ins set ended_at = now() where device = $1::uuid and ended_at is null returning id`,
    [id],
  )
  await db.query(`delete from devices where id = $1::uuid`, [id])
  return rows.map(row => row.id)
}

export async function listDevices(db: Db): Promise<DeviceRow[]> {
  const { rows } = await db.query<DeviceRow>(
    `select ${columns} from devices d left join people p on p.id = d.let_in_by order by d.let_in_at nulls first, d.asked_at desc limit 500`,
  )
  return rows
}
