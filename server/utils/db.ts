import pg from 'pg'
import { config } from './config'
import { ProblemError } from './problemError'
import { noteStorage, storageTroubleOf } from './storageTrouble'

/** All that SQL files need: one method, so that a pool, a client in a transaction and a test's client are the same to them. */
export interface Db {
  query<Row extends pg.QueryResultRow = pg.QueryResultRow>(
    text: string,
    values?: unknown[],
  ): Promise<{ rows: Row[]; rowCount: number | null }>
}

/**
 * The same for what is asked at every entry: planned once for a connection and known there by its name. Behind a pooler a connection is
 * somebody else's the next moment, and nothing is known by name.
 */
export function asked<Row extends pg.QueryResultRow>(db: Db, name: string, text: string, values: unknown[]) {
  return config.isPooled ? db.query<Row>(text, values) : (db as pg.Pool).query<Row>({ name, text, values })
}

// int8 arrives as text by default; nothing here counts past 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

function openPool(connectionString: string): pg.Pool {
  const opened = new pg.Pool({
    connectionString,
    max: 12,
    connectionTimeoutMillis: 4000,
    idleTimeoutMillis: 30_000,
    application_name: 'efferent',
    query_timeout: 20_000,
    // Nothing waits for ever, for a lock or for an answer; what took too long was not recorded and is asked again (503). Behind a pooler
    // the role is given these (deploy/README.md).
    ...(!config.isPooled && { statement_timeout: 15_000, lock_timeout: 5000, idle_in_transaction_session_timeout: 15_000 }),
  })
  // An idle connection lost with the server is no reason to fall over: the next query opens another.
  opened.on('error', () => {})
  return opened
}

/** Which of the addresses is worked on, and the pool on it. */
let member = 0
let pool: pg.Pool | undefined
export const getPool = (): pg.Pool => (pool ??= openPool(config.databaseUrls[member]!))

/** Goes over to another member of the cluster; what is under way on the old one ends as it ends. */
export function moveTo(index: number): void {
  const next = Math.min(index, config.databaseUrls.length - 1)
  if (next === member) return
  member = next
  const left = pool
  pool = undefined
  void left?.end().catch(() => {})
}

let readPool: pg.Pool | undefined
/** For what may be a moment old, and for long readings: the replica where there is one, else the database itself. */
export function getReadPool(): Db {
  if (!config.readUrl) return getPool()
  const replica = (readPool ??= openPool(config.readUrl))
  return {
    async query<Row extends pg.QueryResultRow>(text: string, values?: unknown[]) {
      try {
        return await replica.query<Row>(text, values)
      } catch (error) {
        // It is only a convenience: without it everything goes on.
        if (isDatabaseGone(error)) return getPool().query<Row>(text, values)
        throw error
      }
    },
  }
}

export async function closePool(): Promise<void> {
  await Promise.all([pool?.end(), readPool?.end()])
  pool = undefined
  readPool = undefined
}

const goneErrors = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ENOENT', 'ETIMEDOUT'])

/** True for a database that is away or shutting down, false for a mistake in what was asked of it. */
export function isDatabaseGone(error: unknown): boolean {
  if (typeof error !== 'object' || error === null) return false
  const { code, message } = error as { code?: string; message?: string }
  return (
    (code !== undefined && (/^(08...|57P0[1-5]|53300)$/.test(code) || goneErrors.has(code))) ||
    /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|Query read timeout/.test(
      message ?? '',
    )
  )
}

export const isUniqueViolation = (error: unknown, constraint: string): boolean =>
  typeof error === 'object' &&
  error !== null &&
  (error as { code?: string }).code === '23505' &&
  (error as { constraint?: string }).constraint === constraint

export const databaseGone = (cause: unknown) =>
  new ProblemError('DATABASE_GONE', 'Nothing was recorded. What you typed stays on this device and is sent when the database is back.', {
    cause,
    headers: { 'retry-after': '2' },
  })

/** Runs `work` in one transaction. A failing rollback never hides the first error. */
export async function withTransaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  const client = await getPool().connect()
  let broken: Error | undefined
  try {
    await client.query('begin')
    const result = await work(client)
    await client.query('commit')
    noteStorage(undefined)
    return result
  } catch (error) {
    const trouble = storageTroubleOf(error)
    if (trouble) noteStorage(trouble)
    if (isDatabaseGone(error)) broken = error as Error
    await client.query('rollback').catch((rollbackError: Error) => {
      broken = rollbackError
    })
    throw error
  } finally {
    client.release(broken)
  }
}
