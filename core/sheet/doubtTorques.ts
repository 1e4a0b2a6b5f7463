import { usualTorque } from '../torque/usualTorque'
import type { NewtonMetres } from '../units/types'
import type { Path } from './checkIntegrity'
import { settleWindow } from './settleContested'
import type { Joint, Sheet } from './types'

/** A torque out of all proportion to its thread: to be asked about, not refused. */
export type TorqueDoubt = { path: Path; size: string; high: NewtonMetres; usual: NewtonMetres }

/** Beyond this share of what is usual a class 8.8 bolt yields: 0.75 of its proof load times this is more than the load itself. */
const most = 1.4

/**
 * Torques that their threads would hardly stand. Only solid bolts and nuts: a banjo is hollow, and a flare nut seals before its thread is
 * loaded. Softer ground, as a plastic block, takes less than what is usual; that is not seen here.
 */
export function doubtTorques(sheet: Sheet): TorqueDoubt[] {
  const doubt = (path: Path, size: string, torque: Joint['torque']): TorqueDoubt[] => {
    const usual = usualTorque(size)
    const window = settleWindow(torque ?? 'unknown')
    if (usual === undefined || window.kind === 'unknown') return []
    const { high } = window.value
    return high > most * usual ? [{ path, size, high, usual }] : []
  }
  return [
    ...sheet.joints.flatMap((joint, i) =>
      joint.kind === 'flange' && joint.thread ? doubt(['joints', i, 'torque'], joint.thread.designation, joint.torque) : [],
    ),
    ...sheet.operations.flatMap(({ fasteners }, i) =>
      fasteners.flatMap(({ what, size, torque }, j) =>
        what === 'bolt' || what === 'nut' || what === 'screw' ? doubt(['operations', i, 'fasteners', j, 'torque'], size, torque) : [],
      ),
    ),
  ]
}
