import { randomBytes } from 'node:crypto'
import { ExchangeFailure } from '../server/services/exchangeManifest'
import { exportAll } from '../server/services/exportAll'
import { importAll, lookAtImport } from '../server/services/importAll'
import { closePool, getPool } from '../server/utils/db'

// `export DIR` and `import DIR` of the start command, with DATABASE_URL set: prints one JSON line, or ends with 3 and a sentence.
// `look DIR` says what an import would bring and changes nothing. What else they need comes as JSON on standard input, where no list of
// processes shows it.
const [what, dir] = process.argv.slice(2)

async function readOptions(): Promise<{ phrase?: string; unproved?: boolean; admin?: string }> {
  let text = ''
  for await (const chunk of process.stdin) text += String(chunk)
  return JSON.parse(text || '{}') as object
}

async function writeExport(phrase: string | undefined): Promise<object> {
  const client = await getPool().connect()
  try {
    return await exportAll(client, dir!, new Date(), phrase)
  } finally {
    client.release()
  }
}

async function answer(): Promise<object> {
  const { phrase, unproved = false, admin } = await readOptions()
  if (what === 'export') return writeExport(phrase)
  const trust = { phrase, unproved }
  if (what === 'look') return lookAtImport(dir!, trust)
  const password = process.env.EFFERENT_ADMIN_PASSWORD ?? randomBytes(12).toString('base64url')
  return { ...(await importAll(dir!, trust, { password, admin })), password }
}

try {
  process.stdout.write(`${JSON.stringify(await answer())}\n`)
} catch (error) {
  if (!(error instanceof ExchangeFailure)) throw error
  process.stderr.write(error.message)
  process.exitCode = 3
} finally {
  await closePool()
}
