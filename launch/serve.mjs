import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { backUpNightly } from './backups.mjs'
import { writeBackup } from './backup.mjs'
import { claimPort, holdFolder, keepSecret, openFolder } from './dataFolder.mjs'
import { openDatabase, prepareDatabase } from './database.mjs'
import { doorSign } from './doorSign.mjs'
import { leanMemory } from './leanMemory.mjs'
import { Failure, root, say, until } from './run.mjs'
import { ensureBuild, ensurePackages, ensurePostgres, postgresFor } from './setup.mjs'
import { supervise } from './supervise.mjs'

const warn = text => process.stderr.write(`efferent: ${text}\n`)
/** A server that has not answered at all for so long hangs, and is ended to be started again. */
const silentMs = 60_000
const askEveryMs = 5000
/** So often it may end at its start before whoever opens the page is told. */
const patience = 3

/** Sets up what is missing, serves until told to stop, and stops what it started, in reverse. */
export async function serve({ port: wanted, host, data, 'no-demo': noDemo, 'plain-http': plainHttp, 'no-backup': noBackup, dev }) {
  if (!/^\d+$/.test(wanted) || Number(wanted) > 65535) throw new Failure(`--port takes a number up to 65535, not “${wanted}”`)
  const dataDir = openFolder(resolve(data ?? join(root, '.efferent')))
  const port = await claimPort(host, Number(wanted))

  let stopping = false
  const stops = []
  const stop = async code => {
    if (stopping) return
    stopping = true
    for (const step of stops.reverse()) await Promise.resolve(step()).catch(error => warn(error.message))
    process.exit(code)
  }
  process.on('SIGINT', () => void stop(0))
  process.on('SIGTERM', () => void stop(0))

  try {
    stops.push(holdFolder(dataDir, 'Efferent runs from it'))
    const secret = keepSecret(dataDir)
    await ensurePackages()
    if (!dev) await ensureBuild()
    const database = await openDatabase(dataDir)
    stops.push(database.stop)
    await prepareDatabase(database.url, { demo: !noDemo })
    const backups = join(dataDir, 'backups')
    if (!noBackup && !dev) {
      const bin = process.env.DATABASE_URL ? await ensurePostgres() : await postgresFor(join(dataDir, 'database'))
      stops.push(backUpNightly({ dir: backups, take: async file => writeBackup({ bin, url: await database.now(), file }), say: warn }))
    }

    const env = {
      ...leanMemory,
      ...process.env,
      DATABASE_URL: database.forServer,
      EFFERENT_SESSION_SECRET: secret,
      EFFERENT_PLAIN_HTTP: plainHttp || dev ? '1' : '',
      // With hot reload Nuxt stands before the server as a proxy: without its word no PIN would count, for nobody would be at this machine.
      ...(dev && { EFFERENT_TRUST_PROXY: '1' }),
      EFFERENT_VERSION: JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')).version,
      EFFERENT_BACKUPS: noBackup || dev ? '' : backups,
      NODE_ENV: dev ? 'development' : 'production',
      NITRO_HOST: host,
      NITRO_PORT: String(port),
      NUXT_HOST: host,
      NUXT_PORT: String(port),
      NITRO_SHUTDOWN_TIMEOUT: '3000',
    }
    const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`
    const sign = doorSign({ host, port })
    let starts = 0
    const start = async () => {
      await sign.takeDown()
      starts++
      return startServer({ env, host, port, dev, address })
    }
    const tell = async why => {
      warn(why)
      if (!stopping && starts >= patience) await sign.hang(`Tried ${starts} times: ${why}.`)
    }
    const server = supervise({ start, say: why => void tell(why) })
    stops.push(() => server.stop(({ end }) => end()).finally(sign.takeDown))
    const isUp = async () => !stopping && (await fetch(`${address}/api/health`).catch(() => undefined))?.ok
    const ready = () => until('the server to answer', isUp, { timeoutMs: 120_000 })
    // It is tried for as long as this runs: a machine short of memory at five in the morning must not leave the shop without it at eight.
    while (!stopping && !(await ready().catch(() => false))) warn(`the server does not start, after ${starts} tries; it is tried again`)
    if (!stopping) say(`Efferent is ready: ${address}`)
  } catch (error) {
    process.stderr.write(`efferent: ${error instanceof Failure ? error.message : error.stack}\n`)
    await stop(1)
  }
}

/** The server as a child of this process: how to end it, and when and why it has ended. */
function startServer({ env, host, port, dev, address }) {
  const args = dev ? ['node_modules/nuxt/bin/nuxt.mjs', 'dev', '--host', host, '--port', String(port)] : ['.output/server/index.mjs']
  const child = spawn('setpriv', ['--pdeathsig=TERM', process.execPath, ...args], {
    cwd: root,
    env,
    stdio: ['ignore', dev ? 'inherit' : 'ignore', 'inherit'],
  })
  let over = false
  let heard = Date.now()
  let hung = false
  const look = setInterval(async () => {
    // Any answer is one, that the database is away too: only silence is a server that hangs.
    const answer = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(askEveryMs - 500) }).catch(() => undefined)
    if (answer) heard = Date.now()
    else if (Date.now() - heard > silentMs && !dev) {
      hung = true
      child.kill('SIGKILL')
    }
  }, askEveryMs)
  look.unref()
  const ended = new Promise(done => {
    const end = why => {
      over = true
      clearInterval(look)
      done(why)
    }
    child.on('error', error => end(`the server could not be started: ${error.message}`))
    child.on('exit', (code, signal) =>
      end(hung ? `the server had not answered for ${silentMs / 1000} s and was ended` : `the server ended with ${signal ?? code}`),
    )
  })
  return {
    ended,
    end: async () => {
      if (over) return
      child.kill('SIGTERM')
      await until('the server to stop', () => over, { timeoutMs: 10_000 }).catch(() => child.kill('SIGKILL'))
    },
  }
}
