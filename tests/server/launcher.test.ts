import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { afterAll, expect, inject, it } from 'vitest'
import { createDatabase } from '../../launch/database.mjs'
import { until } from '../../launch/run.mjs'
import type { Health } from '../../shared/schemas/session'
import { Client, freePort } from '../helpers/server'
import { newestMigration } from '../helpers/templates'

const root = fileURLToPath(new URL('../..', import.meta.url))
const dir = mkdtempSync(join(tmpdir(), 'efferent-start-'))
const lockFile = join(dir, 'database/pg/postmaster.pid')
const databasePid = () => (existsSync(lockFile) ? Number(readFileSync(lockFile, 'utf8').split('\n')[0]) : undefined)
const isGone = (pid: number | undefined) => pid === undefined || !existsSync(`/proc/${pid}`)
const running: ChildProcess[] = []

async function start(port: number, more: string[] = [], databaseUrl?: string) {
  const { DATABASE_URL: _, ...rest } = process.env
  const env = databaseUrl ? { ...rest, DATABASE_URL: databaseUrl } : rest
  const child = spawn(process.execPath, ['launch/main.mjs', 'start', '--port', String(port), '--data', dir, ...more], {
    cwd: root,
    env,
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  running.push(child)
  let output = ''
  let code: number | null | undefined
  child.stdout!.on('data', chunk => (output += chunk))
  child.stderr!.on('data', chunk => (output += chunk))
  child.on('exit', exit => (code = exit))
  await until('the ready line or the end', () => output.includes('ready') || code !== undefined)
  return { child, output: () => output, code: () => code, ended: () => until('the launcher to end', () => code !== undefined) }
}
const health = (port: number) =>
  new Client(`http://127.0.0.1:${port}`).call('GET', '/api/health').then(
    answer => answer.status,
    () => undefined,
  )

afterAll(async () => {
  running.forEach(child => child.exitCode === null && child.kill('SIGTERM'))
  await until('everything to end', () => running.every(child => child.exitCode !== null || child.signalCode !== null))
  rmSync(dir, { recursive: true, force: true })
})

it('starts, survives its database, recovers from kill -9 and stops cleanly', async () => {
  const port = await freePort()
  const first = await start(port, ['--no-demo'])
  expect(first.output()).toContain(`Efferent is ready: http://127.0.0.1:${port}`)

  // A second start on the same port says so and touches nothing.
  const second = await start(port)
  await second.ended()
  expect(second.code()).toBe(1)
  expect(second.output()).toMatch(/port \d+ is in use/)

  const client = new Client(`http://127.0.0.1:${port}`)
  await client.call('POST', '/api/setup', { workshop: 'Slip 4', name: 'Ada', password: 'a long password' })
  const pid = databasePid()!
  process.kill(pid, 'SIGKILL')
  await until('the database to be back', async () => databasePid() !== pid && (await health(port)) === 200)

  first.child.kill('SIGKILL')
  await first.ended()
  await until('server and database to follow their starter', async () => (await health(port)) === undefined && isGone(databasePid()))
  const third = await start(port, ['--no-demo'])
  expect(third.output()).toContain('ready')
  expect((await client.call<{ workshop: string }>('GET', '/api/session')).body.workshop).toBe('Slip 4')

  third.child.kill('SIGINT')
  await third.ended()
  expect(third.code()).toBe(0)
  expect(await health(port)).toBeUndefined()
  expect(isGone(databasePid())).toBe(true)
}, 120_000)

it('a database whose password was changed from outside is not opened, and says so in a sentence', async () => {
  const secret = join(dir, 'database/pg.secret')
  const right = readFileSync(secret, 'utf8')
  writeFileSync(secret, 'somebody else’s')
  const refused = await start(await freePort())
  await refused.ended()
  writeFileSync(secret, right)
  expect(refused.code()).toBe(1)
  expect(refused.output()).toMatch(/pg\.secret is not the one its database was made with/)
  expect(refused.output()).not.toContain('    at ')
  expect(isGone(databasePid())).toBe(true)
}, 120_000)

/** The server that a launcher runs, by its command line. */
const serverOf = (launcher: ChildProcess): number | undefined =>
  readFileSync(`/proc/${launcher.pid}/task/${launcher.pid}/children`, 'utf8')
    .trim()
    .split(' ')
    .map(Number)
    .find(pid => existsSync(`/proc/${pid}/cmdline`) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('.output/server/index.mjs'))

it('a server that dies at every start is tried again all the same, and whoever opens the page reads so', async () => {
  const port = await freePort()
  const starting = start(port, ['--no-demo', '--data', join(dir, 'dying')])
  const launcher = running.at(-1)!
  const killed = new Set<number>()
  await until('three servers to have died', () => {
    const pid = serverOf(launcher)
    if (pid !== undefined && !killed.has(pid)) {
      process.kill(pid, 'SIGKILL')
      killed.add(pid)
    }
    return killed.size >= 3
  })
  const page = await until('its words', () => fetch(`http://127.0.0.1:${port}/`).catch(() => undefined))
  expect([page.status, await page.text()]).toEqual([
    503,
    expect.stringMatching(/does not start.*Tried 3 times: the server ended with SIGKILL/s),
  ])
  const started = await starting
  expect(started.output()).toContain('Efferent is ready')
  expect(await health(port)).toBe(200)
  started.child.kill('SIGTERM')
  await started.ended()
  expect(started.code()).toBe(0)
}, 120_000)

it('a server that ends is started again; a second start on the folder says who has it; a free port is taken for 0', async () => {
  const data = join(dir, 'again')
  const first = await start(0, ['--no-demo', '--data', data])
  const port = Number(/127\.0\.0\.1:(\d+)/.exec(first.output())![1])
  expect(await health(port)).toBe(200)
  for (let times = 0; times < 2; times++) {
    const pid = serverOf(first.child)!
    process.kill(pid, 'SIGKILL')
    await until('another server', async () => serverOf(first.child) !== pid && (await health(port)) === 200)
  }
  expect(first.output()).toMatch(/the server ended with SIGKILL; started again in/)

  const second = await start(0, ['--data', data])
  await second.ended()
  expect(second.code()).toBe(1)
  expect(second.output()).toMatch(/again is in use: Efferent runs from it \(process \d+\)/)
  expect(await health(port)).toBe(200)
  first.child.kill('SIGTERM')
  await first.ended()
  expect(existsSync(join(data, 'in-use'))).toBe(false)
}, 120_000)

it('a database that a newer version has been at work on is left alone', async () => {
  await createDatabase(inject('admin'), 'newer')
  const url = inject('admin').replace(/\/postgres$/, '/newer')
  const once = await start(0, ['--no-demo', '--data', join(dir, 'newer')], url)
  expect(once.output()).toContain('ready')
  once.child.kill('SIGTERM')
  await once.ended()
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(`insert into migrations (name, run_on) values ('000099_later', now())`)
  const again = await start(0, ['--no-demo', '--data', join(dir, 'newer')], url)
  await again.ended()
  expect(again.code()).toBe(1)
  expect(again.output()).toMatch(/written by a newer version of Efferent \(it has “000099_later”\)/)
  await client.end()
}, 120_000)

it('with DATABASE_URL it starts no database of its own, migrates that one and leaves it running', async () => {
  await createDatabase(inject('admin'), 'outside')
  const port = await freePort()
  const data = join(dir, 'with-url')
  const url = inject('admin').replace(/\/postgres$/, '/outside')
  const launcher = await start(port, ['--no-demo', '--data', data], url)
  expect(launcher.output()).toContain('ready')
  expect((await new Client(`http://127.0.0.1:${port}`).call<Health>('GET', '/api/health')).body.database).toMatchObject({
    reachable: true,
    migration: newestMigration(),
  })
  expect(existsSync(join(data, 'database'))).toBe(false)
  launcher.child.kill('SIGTERM')
  await launcher.ended()
  expect(launcher.code()).toBe(0)
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  expect((await client.query('select count(*)::int as n from sheets')).rows).toEqual([{ n: 0 }])
  await client.end()
}, 60_000)

it('says which database it cannot reach', async () => {
  const launcher = await start(
    await freePort(),
    ['--data', join(dir, 'nowhere')],
    `postgresql://efferent@127.0.0.1:${await freePort()}/efferent`,
  )
  await launcher.ended()
  expect(launcher.code()).toBe(1)
  expect(launcher.output()).toMatch(/could not be brought up to date: .*ECONNREFUSED/)
}, 60_000)

it.each([
  [['start', '--port', 'many'], 1, /--port takes a number/],
  [['start', '--sideways'], 1, /sideways/],
  [['fly'], 2, /usage/],
])('%j ends with %d', async (args, code, words) => {
  const child = spawn(process.execPath, ['launch/main.mjs', ...args], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] })
  running.push(child)
  let output = ''
  child.stderr!.on('data', chunk => (output += chunk))
  const exit = await new Promise(done => child.on('close', done))
  expect(exit).toBe(code)
  expect(output).toMatch(words)
})

it('computes from the command line what the server computes', async () => {
  const ask = (name: string, request: unknown) =>
    new Promise<{ code: number | null; out: string }>(done => {
      const child = spawn('./efferent', ['compute', name], { cwd: root, stdio: ['pipe', 'pipe', 'ignore'] })
      running.push(child)
      let out = ''
      child.stdout!.on('data', chunk => (out += chunk))
      child.on('close', code => done({ code, out }))
      child.stdin!.end(typeof request === 'string' ? request : JSON.stringify(request))
    })
  const torque = await ask('torque', {
    torque: { value: 20, unit: 'lbf.ft' },
    window: { low: { value: 14, unit: 'lbf.ft' }, high: { value: 24, unit: 'lbf.ft' } },
  })
  expect(torque.code).toBe(0)
  expect(JSON.parse(torque.out)).toMatchObject({
    poundFeet: expect.closeTo(20, 9),
    check: { verdict: 'inside', headroom: expect.closeTo(5.423, 3) },
  })
  expect(await ask('torque', { torque: { value: -1, unit: 'N.m' } })).toMatchObject({
    code: 1,
    out: expect.stringContaining('COMPUTE_REFUSED'),
  })
  expect((await ask('nonsense', {})).code).toBe(2)
  expect((await ask('torque', 'not json')).code).toBe(2)
})
