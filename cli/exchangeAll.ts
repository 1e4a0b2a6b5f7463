import { randomBytes } from 'node:crypto'
import { exportAll, importAll, ExchangeFailure } from '../server/services/exchangeAll'
import { closePool, getPool } from '../server/utils/db'

// `export DIR` and `import DIR` of the start command, with DATABASE_URL set: prints one JSON line, or ends with 3 and a sentence.
const [what, dir] = process.argv.slice(2)
try {
  if (what === 'export') {
    const client = await getPool().connect()
    try {
      process.stdout.write(`${JSON.stringify(await exportAll(client, dir!, new Date()))}\n`)
    } finally {
      client.release()
    }
  } else {
    const password = process.env.EFFERENT_ADMIN_PASSWORD ?? randomBytes(12).toString('base64url')
    process.stdout.write(`${JSON.stringify({ ...(await importAll(dir!, password)), password })}\n`)
  }
} catch (error) {
  if (!(error instanceof ExchangeFailure)) throw error
  process.stderr.write(error.message)
  process.exitCode = 3
} finally {
  await closePool()
}
