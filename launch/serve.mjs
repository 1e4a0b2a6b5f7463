import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { join, resolve } from 'node:path'
import { openDatabase, prepareDatabase } from './database.mjs'
import { Failure, root, say, until } from './run.mjs'
import { ensureBuild, ensurePackages } from './setup.mjs'

function keepSecret(dataDir) {
  const file = join(dataDir, 'session.secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

const portTaken = (host, port) =>
  new Promise(done => {
    const socket = connect({ host: host === '0.0.0.0' ? '127.0.0.1' : host, port })
    socket.on('connect', () => {
      socket.destroy()
      done(true)
    })
    socket.on('error', () => done(false))
  })

/** Sets up what is missing, serves until told to stop, and stops what it started, in reverse. */
export async function serve({ port, host, data, 'no-demo': noDemo, 'plain-http': plainHttp, dev }) {
  if (!/^\d+$/.test(port) || Number(port) > 65535) throw new Failure(`--port takes a number up to 65535, not “${port}”`)
  const dataDir = resolve(data ?? join(root, '.efferent'))
  mkdirSync(dataDir, { recursive: true })
  if (await portTaken(host, Number(port)))
    throw new Failure(`port ${port} is in use. Stop what runs there, or give another: --port ${Number(port) + 1}`)

  let stopping = false
  const stops = []
  const stop = async code => {
    if (stopping) return
    stopping = true
    for (const step of stops.reverse()) await step().catch(error => process.stderr.write(`efferent: ${error.message}\n`))
    process.exit(code)
  }
  process.on('SIGINT', () => void stop(0))
  process.on('SIGTERM', () => void stop(0))

  try {
    await ensurePackages()
    if (!dev) await ensureBuild()
    const database = await openDatabase(dataDir)
    stops.push(database.stop)
    await prepareDatabase(database.url, { demo: !noDemo })

    const env = {
      ...process.env,
      DATABASE_URL: database.url,
      EFFERENT_SESSION_SECRET: keepSecret(dataDir),
      EFFERENT_PLAIN_HTTP: plainHttp || dev ? '1' : '',
      EFFERENT_VERSION: JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')).version,
      NODE_ENV: dev ? 'development' : 'production',
      NITRO_HOST: host,
      NITRO_PORT: port,
      NUXT_HOST: host,
      NUXT_PORT: port,
      NITRO_SHUTDOWN_TIMEOUT: '3000',
    }
    const args = dev ? ['node_modules/nuxt/bin/nuxt.mjs', 'dev', '--host', host, '--port', port] : ['.output/server/index.mjs']
    const server = spawn('setpriv', ['--pdeathsig=TERM', process.execPath, ...args], {
      cwd: root,
      env,
      stdio: ['ignore', dev ? 'inherit' : 'ignore', 'inherit'],
    })
    let ended = false
    server.on('exit', (code, signal) => {
      ended = true
      if (!stopping) {
        process.stderr.write(`efferent: the server ended with ${signal ?? code}\n`)
        void stop(1)
      }
    })
    stops.push(async () => {
      if (ended) return
      server.kill('SIGTERM')
      await until('the server to stop', () => ended, { timeoutMs: 10_000 }).catch(() => server.kill('SIGKILL'))
    })
    const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`
    await until('the server to answer', async () => !stopping && (await fetch(`${address}/api/health`).catch(() => undefined))?.ok, {
      timeoutMs: 120_000,
    })
    say(`Efferent is ready: ${address}`)
  } catch (error) {
    process.stderr.write(`efferent: ${error instanceof Failure ? error.message : error.stack}\n`)
    await stop(1)
  }
}
