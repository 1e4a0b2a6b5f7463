import { execFileSync, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { appendFileSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { createDatabase } from '../../launch/database.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'
import type { AppendResult } from '../../shared/schemas/jobView'
import { EventReader } from '../helpers/eventReader'
import { copyDatabase, TestServer } from '../helpers/server'
import { sumsOf } from '../helpers/sumsOf'

const root = fileURLToPath(new URL('../..', import.meta.url))
const dir = mkdtempSync(join(tmpdir(), 'efferent-backup-'))
const file = join(dir, 'tuesday.dump')
let source: string
const urlOf = (name: string) => inject('admin').replace(/\/[^/]*$/, `/${name}`)

function efferent(command: 'backup' | 'restore', databaseUrl: string, name = file): Promise<{ code: number | null; output: string }> {
  const child = spawn(process.execPath, ['launch/main.mjs', command, name, '--data', join(dir, 'data')], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: databaseUrl },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let output = ''
  child.stdout!.on('data', chunk => (output += chunk))
  child.stderr!.on('data', chunk => (output += chunk))
  return new Promise(done => child.on('close', code => done({ code, output })))
}

beforeAll(async () => {
  source = await copyDatabase(inject('admin'), 'template_demo')
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

it('what was backed up comes back whole into an empty database, and is served', async () => {
  const written = await efferent('backup', source)
  expect(written).toMatchObject({ code: 0, output: expect.stringMatching(/holds .+: \d+ jobs, \d+ entries/) })
  expect(readFileSync(`${file}.sha256`, 'utf8')).toMatch(/^[0-9a-f]{64} {2}tuesday\.dump\n$/)
  expect(existsSync(`${file}.part`)).toBe(false)
  await createDatabase(inject('admin'), 'restored')
  expect(await efferent('restore', urlOf('restored'))).toMatchObject({ code: 0, output: expect.stringContaining('restored') })
  const sums = await sumsOf(source)
  expect(Object.keys(sums)).toEqual(expect.arrayContaining(['jobs', 'job_events', 'people', 'settings', 'sheets']))
  const restored = await sumsOf(urlOf('restored'))
  // A restore begins a history of its own, with nobody signed in.
  const work = (all: Record<string, string>) =>
    Object.entries(all).filter(([table]) => !['epochs', 'epoch_seqs', 'sign_ins'].includes(table))
  expect(work(restored)).toEqual(work(sums))
  const server = await TestServer.start(urlOf('restored'))
  try {
    const rafe = await server.as('technician')
    const job = await rafe.openJob()
    expect((await rafe.say(job.id, { type: 'noteWritten', text: 'after' }, 2)).status).toBe(200)
  } finally {
    await server.end()
  }
}, 120_000)

it('what devices saw after the backup is another history: it proves nothing here, and nobody is signed in by it', async () => {
  const [now, then] = [join(dir, 'epochs.dump'), urlOf('epochs')]
  const before = await TestServer.start(source)
  const [rafe, leaver] = [await before.as('technician'), await before.as('technician')]
  const job = await rafe.openJob()
  await rafe.say(job.id, { type: 'noteWritten', text: 'in the backup' }, 2)
  expect((await efferent('backup', source, now)).code).toBe(0)
  await rafe.say(job.id, { type: 'noteWritten', text: 'lost with the disk' }, 3)
  const later = await rafe.openJob()
  const { headers } = await leaver.call('DELETE', '/api/session')
  const old = headers.get('efferent-epoch')!
  await before.end()

  await createDatabase(inject('admin'), 'epochs')
  expect((await efferent('restore', then, now)).code).toBe(0)
  const server = await TestServer.start(then)
  try {
    // The secret that seals cookies is the same: what had ended, and what had not, has ended now.
    for (const { cookie } of [leaver, rafe])
      expect((await fetch(`${server.url}/api/jobs`, { headers: { cookie } })).status, 'a sign-in of before').toBe(401)
    const imke = await server.as('lead')
    const here = (await imke.call('GET', '/api/jobs')).headers.get('efferent-epoch')!
    expect([here, old].map(id => id.length)).toEqual([36, 36])
    expect(here).not.toBe(old)
    const reader = await EventReader.open(`${server.url}/api/jobs/${job.id}/stream?after=4`, imke.cookie)
    expect(await reader.next('epoch')).toEqual({ id: here })
    reader.close()
    const seenOf = async (said: { epoch?: string; seen: number }) => {
      const entry = { ...imke.entry({ type: 'noteWritten', text: 'looked' }, 0), ...said }
      const answer = await imke.call<AppendResult>('POST', `/api/jobs/${job.id}/events`, { events: [entry] })
      return answer.body.events[0]!.seen
    }
    expect(await seenOf({ epoch: here, seen: 3 })).toBe(3)
    // There is a fourth here too, but not the one that device has seen.
    expect(await seenOf({ epoch: old, seen: 4 })).toBe(3)
    expect(await seenOf({ seen: 4 })).toBe(3)
    expect(await seenOf({ epoch: v7(), seen: 4 })).toBe(0)
    expect(await seenOf({ epoch: here, seen: 4 })).toBe(4)
    expect((await imke.call('GET', `/api/jobs/${later.id}`)).status).toBe(404)
  } finally {
    await server.end()
  }
}, 180_000)

it('what was read back by hand is another history too, and what is only started again is not', async () => {
  const [before, after] = [await TestServer.start(await copyDatabase(inject('admin'), 'template_demo')), urlOf('by_hand')]
  const imke = await before.as('lead')
  const epochOf = async (server: TestServer) => (await server.client().call('GET', '/api/session')).headers.get('efferent-epoch')
  const old = await epochOf(before)
  await before.end()
  // Housekeeping writes rows anew as they are, and is no other history.
  const housekeeper = new pg.Client({ connectionString: before.databaseUrl })
  await housekeeper.connect()
  await housekeeper.query('vacuum (full, freeze) epochs')
  // A managed cluster may not say which it is: nothing is refused for that.
  await housekeeper.query('begin; revoke execute on function pg_control_system() from public; set local role pg_monitor')
  expect((await housekeeper.query(`select born_here('7') as born`)).rows).toEqual([{ born: ':7' }])
  await housekeeper.query('rollback')
  await housekeeper.end()
  await before.up()
  expect(await epochOf(before)).toBe(old)
  expect((await imke.call('GET', '/api/jobs')).status).toBe(200)
  const [bin, dump] = [await ensurePostgres(), join(dir, 'by-hand.dump')]
  await createDatabase(inject('admin'), 'by_hand')
  execFileSync(join(bin, 'pg_dump'), ['--format=custom', `--file=${dump}`, before.databaseUrl])
  execFileSync(join(bin, 'pg_restore'), ['--no-owner', `--dbname=${after}`, dump])
  await before.end()
  const server = await TestServer.start(after)
  try {
    expect(await epochOf(server)).toMatch(/^[0-9a-f-]{36}$/)
    expect(await epochOf(server)).not.toBe(old)
    expect((await fetch(`${server.url}/api/jobs`, { headers: { cookie: imke.cookie } })).status).toBe(401)
  } finally {
    await server.end()
  }
}, 120_000)

it('neither writes over anything', async () => {
  expect(await efferent('backup', source)).toMatchObject({ code: 1, output: expect.stringContaining('never written over') })
  expect(await efferent('restore', source)).toMatchObject({ code: 1, output: expect.stringContaining('never writes over one') })
}, 60_000)

it('what is not whole, or not there, is not restored, and says so without a stack', async () => {
  await createDatabase(inject('admin'), 'untouched')
  const url = urlOf('untouched')
  const refused = async (name: string, words: string) => {
    const answer = await efferent('restore', url, name)
    expect(answer).toMatchObject({ code: 1, output: expect.stringContaining(words) })
    expect(answer.output).not.toContain('    at ')
    expect(await sumsOf(url)).toEqual({})
  }
  await refused(join(dir, 'wednesday.dump'), 'is not there')
  const other = join(dir, 'other.dump')
  writeFileSync(other, readFileSync(file))
  await refused(other, 'nobody can tell whether the backup is whole')
  writeFileSync(`${other}.sha256`, readFileSync(`${file}.sha256`))
  appendFileSync(other, 'x')
  await refused(other, 'its checksum differs')
  // Whole, and no backup.
  const list = 'a shopping list'
  writeFileSync(other, list)
  writeFileSync(`${other}.sha256`, `${createHash('sha256').update(list).digest('hex')}  other.dump\n`)
  await refused(other, 'could not be read back, and nothing was changed')
}, 120_000)
