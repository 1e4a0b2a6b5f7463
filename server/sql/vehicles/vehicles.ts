import type { Db } from '../../utils/db'

export type VehicleRow = {
  id: string
  plate: string
  customer: string
  family: string
  year: number | null
  engine: string | null
  vin: string | null
  traits: unknown
  family_body: unknown
}

const columns = 'v.id, v.plate, v.customer, v.family, v.year, v.engine, v.vin, v.traits, f.body as family_body'

export async function findVehicle(db: Db, id: string): Promise<VehicleRow | undefined> {
  const { rows } = await db.query<VehicleRow>(
    `select ${columns} from vehicles v join families f on f.id = v.family where v.id = $1::uuid`,
    [id],
  )
  return rows[0]
}

export async function listVehicles(db: Db, ids: string[]): Promise<VehicleRow[]> {
  const { rows } = await db.query<VehicleRow>(
    `select ${columns} from vehicles v join families f on f.id = v.family where v.id = any ($1::uuid[])`,
    [ids],
  )
  return rows
}

export async function listVehiclesOfFamilies(db: Db, families: string[], limit: number): Promise<VehicleRow[]> {
  const { rows } = await db.query<VehicleRow>(
    `select ${columns} from vehicles v join families f on f.id = v.family where v.family = any ($1::text[]) order by v.plate limit $2::int`,
    [families, limit],
  )
  return rows
}

export async function insertVehicle(
  db: Db,
  vehicle: { plate: string; customer: string; family: string; year?: number; engine?: string; vin?: string },
): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    `insert into vehicles (plate, customer, family, year, engine, vin)
      values ($1::text, $2::text, $3::text, $4::int, $5::text, $6::text) returning id`,
    [vehicle.plate, vehicle.customer, vehicle.family, vehicle.year ?? null, vehicle.engine ?? null, vehicle.vin ?? null],
  )
  return rows[0]!.id
}

export async function addVehicleTraits(db: Db, id: string, traits: Record<string, string>): Promise<void> {
  await db.query('update vehicles set traits = traits || $2::jsonb where id = $1::uuid', [id, JSON.stringify(traits)])
}
