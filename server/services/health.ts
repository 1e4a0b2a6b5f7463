import type { Health } from '../../shared/schemas/api'
import { probeDatabase } from '../sql/probeDatabase'
import { readSettings } from '../sql/settings/settings'
import { config } from '../utils/config'
import { getPool, isDatabaseGone } from '../utils/db'

export async function getHealth(): Promise<Health> {
  try {
    const [probe, settings] = await Promise.all([probeDatabase(getPool()), readSettings(getPool())])
    return { status: 'ok', version: config.version, database: { reachable: true, ...probe }, demo: settings.demo === true }
  } catch (error) {
    if (!isDatabaseGone(error)) throw error
    return { status: 'no-database', version: config.version, database: { reachable: false }, demo: false }
  }
}
