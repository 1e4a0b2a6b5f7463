import type { Health } from '../../shared/schemas/session'
import { probeDatabase } from '../sql/probeDatabase'
import { readSettings } from '../sql/settings/settings'
import { config } from '../utils/config'
import { getPool, isDatabaseGone } from '../utils/db'
import { loopDelay } from '../utils/loopDelay'
import { lastStorageTrouble, storageTroubleOf } from '../utils/storageTrouble'

export async function getHealth(): Promise<Health> {
  try {
    const [probe, settings] = await Promise.all([probeDatabase(getPool()), readSettings(getPool())])
    const { readOnly, ...database } = probe
    const storage = readOnly ? 'read-only' : lastStorageTrouble()
    const status = storage ? 'no-storage' : 'ok'
    return {
      status,
      version: config.version,
      database: { reachable: true, ...database },
      storage,
      delay: loopDelay(),
      demo: settings.demo === true,
    }
  } catch (error) {
    const storage = storageTroubleOf(error)
    if (storage) return { status: 'no-storage', version: config.version, database: { reachable: true }, storage, demo: false }
    if (!isDatabaseGone(error)) throw error
    return { status: 'no-database', version: config.version, database: { reachable: false }, demo: false }
  }
}
