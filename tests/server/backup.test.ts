import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { appendFileSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { createDatabase } from '../../launch/database.mjs'
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
  expect(await sumsOf(urlOf('restored'))).toEqual(sums)
  const server = await TestServer.start(urlOf('restored'))
  try {
    const rafe = await server.as('technician')
    const job = await rafe.openJob()
    expect((await rafe.say(job.id, { type: 'noteWritten', text: 'after' }, 2)).status).toBe(200)
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
