import type { Signature } from '../../core/job/types'
import type { AuditView, DeviceView, SignedInView } from '../../shared/schemas/shop'
import { auditViewSchema } from '../../shared/schemas/shop'
import { insertAudit, listAudit } from '../sql/audit/audit'
import { findDevice, insertDevice, letDeviceIn, listDevices, removeDevice } from '../sql/devices/devices'
import { notifyEnded } from '../sql/jobs/notifyJob'
import { endSignIn, listSignIns } from '../sql/people/signIns'
import { withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'

/** Devices that ask and nobody let in: more are forgotten, the oldest first. */
const mostAsking = 50
const auditPage = 100

/** What a device shows at the door: short enough to be read across a workshop. */
const codeOf = (device: string): string => device.slice(-6).toUpperCase()

export async function standAtDoor(db: Db, device: string): Promise<string> {
  const code = codeOf(device)
  await insertDevice(db, { id: device, code }, mostAsking)
  return code
}

export async function getDevices(db: Db, mine: string | undefined): Promise<DeviceView[]> {
  return (await listDevices(db)).map(({ id, code, name, asked_at, let_in_at, let_in_by }) => ({
    id,
    code,
    name,
    askedAt: asked_at.toISOString(),
    letInAt: let_in_at?.toISOString(),
    letInBy: let_in_by ?? undefined,
    mine: id === mine,
  }))
}

const unknown = () => new ProblemError('DEVICE_UNKNOWN', 'It is not in the list any more. Reload the page.')

export async function letIn(db: Db, id: string, name: string, by: Signature): Promise<{ name: string }> {
  if (!(await letDeviceIn(db, id, name, by.id))) throw unknown()
  await insertAudit(db, { kind: 'device-let-in', by, about: `${name} (${codeOf(id)})` })
  return { name }
}

/** Shut out: whoever is signed in on it is not any more. */
export const shutOut = (id: string, by: Signature): Promise<{ ended: number }> =>
  withTransaction(async db => {
    const device = await findDevice(db, id)
    if (!device) throw unknown()
    const ended = await removeDevice(db, id)
    for (const signIn of ended) await notifyEnded(db, { signIn })
    await insertAudit(db, { kind: 'device-shut-out', by, about: `${device.name} (${device.code})` })
    return { ended: ended.length }
  })

const seesAll = (role: string): boolean => role === 'admin' || role === 'lead'

/** Who is signed in now: a lead and an admin see everybody, others themselves. */
export async function getSignIns(db: Db, person: Signature & { role: string }, mine: string | undefined): Promise<SignedInView[]> {
  const rows = await listSignIns(db, seesAll(person.role) ? undefined : person.id)
  return rows.map(({ id, person, role, device, address, began_at }) => ({
    id,
    person,
    role,
    device,
    address,
    beganAt: began_at.toISOString(),
    mine: id === mine,
  }))
}

export async function endOther(db: Db, id: string, person: Signature & { role: string }): Promise<{ ended: true }> {
  const found = (await listSignIns(db, seesAll(person.role) ? undefined : person.id)).find(row => row.id === id)
  if (!found || !(await endSignIn(db, id, true))) throw new ProblemError('SIGN_IN_UNKNOWN', 'It has ended already. Reload the page.')
  await notifyEnded(db, { signIn: id })
  await insertAudit(db, { kind: 'sign-in-ended', by: person, about: found.person })
  return { ended: true }
}

export async function getAudit(db: Db, before: number | undefined): Promise<AuditView[]> {
  const rows = await listAudit(db, before, auditPage)
  // A kind that only a newer version knows is not shown rather than shown wrong.
  return rows.flatMap(({ n, at, kind, by_name, about, address }) => {
    const read = auditViewSchema.safeParse({ n: Number(n), at: at.toISOString(), kind, by: by_name, about, address })
    return read.success ? [read.data] : []
  })
}
