import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { appendFileSync, cpSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { createDatabase } from '../../launch/database.mjs'
import { copyDatabase, TestServer } from '../helpers/server'
import { sumsOf } from '../helpers/sumsOf'

const root = fileURLToPath(new URL('../..', import.meta.url))
const dir = mkdtempSync(join(tmpdir(), 'efferent-exchange-'))
const whole = join(dir, 'whole')
const urlOf = (name: string) => inject('admin').replace(/\/[^/]*$/, `/${name}`)
let source: string
let photo: string
const phrase = 'a phrase written on the first page'

function efferent(
  command: 'export' | 'import',
  databaseUrl: string,
  name: string,
  more = ['--phrase', phrase, '--yes'],
  blocks = 'unlimited',
) {
  const all = [process.execPath, 'launch/main.mjs', command, name, '--data', join(dir, 'data'), ...more]
  const child = spawn('sh', ['-c', `ulimit -f ${blocks}; exec "$@"`, 'sh', ...all], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: databaseUrl, EFFERENT_ADMIN_PASSWORD: 'a password for the import' },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let output = ''
  child.stdout!.on('data', chunk => (output += chunk))
  child.stderr!.on('data', chunk => (output += chunk))
  return new Promise<{ code: number | null; output: string }>(done => child.on('close', code => done({ code, output })))
}
async function fresh(name: string): Promise<string> {
  await createDatabase(inject('admin'), name)
  return urlOf(name)
}

beforeAll(async () => {
  source = await copyDatabase(inject('admin'), 'template_demo')
  const server = await TestServer.start(source)
  const client = await server.as('technician')
  const job = await client.openJob()
  photo = v7()
  const bytes = await sharp({ create: { width: 8, height: 6, channels: 3, background: '#c03020' } })
    .jpeg()
    .toBuffer()
  const sent = await fetch(`${server.url}/api/jobs/${job.id}/photos?id=${photo}`, {
    method: 'POST',
    headers: { cookie: client.cookie, origin: server.url, 'content-type': 'image/jpeg' },
    body: new Uint8Array(bytes),
  })
  expect(sent.status).toBe(200)
  await server.end()
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

it('everything comes out in files that anybody can read, without a secret, and comes back the same', async () => {
  const written = await efferent('export', source, whole)
  expect(written).toMatchObject({
    code: 0,
    output: expect.stringMatching(/holds Quay Street Garage: \d+ sheets, \d+ jobs, \d+ entries, 1 photos/),
  })
  const manifest = JSON.parse(readFileSync(join(whole, 'export.json'), 'utf8')) as { tables: Record<string, { rows: number }> }
  for (const [table, { rows }] of Object.entries(manifest.tables))
    expect(
      readFileSync(join(whole, `${table}.jsonl`), 'utf8')
        .split('\n')
        .filter(Boolean)
        .map(line => JSON.parse(line) as unknown),
      table,
    ).toHaveLength(rows)
  expect((await sharp(join(whole, 'photos', `${photo}.jpg`)).metadata()).width).toBe(8)
  const all = readdirSync(whole)
    .filter(file => file.endsWith('.jsonl'))
    .map(file => readFileSync(join(whole, file), 'utf8'))
    .join('')
  expect(all).not.toMatch(/scrypt\$|secret_hash|harbour-light/)
  expect(await efferent('export', source, whole)).toMatchObject({ code: 1, output: expect.stringContaining('never written over') })

  const target = await fresh('exchanged')
  const read = await efferent('import', target, whole)
  expect(read).toMatchObject({
    code: 0,
    output: expect.stringMatching(/read Quay Street Garage.*Odd Fennimark signs in with the password given/s),
  })
  const [before, after] = [await sumsOf(source), await sumsOf(target)]
  for (const table of Object.keys(manifest.tables).filter(name => name !== 'people')) expect(after[table], table).toBe(before[table])

  // It is served: the admin with the new password, the others with new PINs only, and numbers go on.
  const server = await TestServer.start(target)
  const admin = await server.client().signIn('admin', 'a password for the import')
  await expect(server.as('technician')).rejects.toThrow(/AUTH_WRONG_SECRET/)
  const job = await admin.openJob('SK 17 TOW')
  expect(job.number).toBeGreaterThan(100)
  expect((await fetch(`${server.url}/api/photos/${photo}`, { headers: { cookie: admin.cookie } })).status).toBe(200)
  await server.end()
  expect(await efferent('import', target, whole)).toMatchObject({
    code: 1,
    output: expect.stringContaining('a workshop in this database already'),
  })
}, 120_000)

it('what is not whole is refused with its place, and nothing of it is written', async () => {
  const copy = (name: string) => {
    cpSync(whole, join(dir, name), { recursive: true })
    return join(dir, name)
  }
  const missing = copy('missing')
  rmSync(join(missing, 'vehicles.jsonl'))
  const changed = copy('changed')
  writeFileSync(
    join(changed, 'jobs.jsonl'),
    readFileSync(join(changed, 'jobs.jsonl'), 'utf8').replace('Pilot', 'Pirate').replace('Harbour', 'Harbor'),
  )
  const torn = copy('torn')
  appendFileSync(join(torn, 'people.jsonl'), '{"id": ')
  const photoless = copy('photoless')
  rmSync(join(photoless, 'photos', `${photo}.jpg`))
  const older = copy('older')
  writeFileSync(
    join(older, 'export.json'),
    readFileSync(join(older, 'export.json'), 'utf8').replace(/"migration": "[^"]+"/, '"migration": "000001_init"'),
  )
  const target = await fresh('refused')
  for (const [name, words] of [
    [missing, /vehicles\.jsonl is missing/],
    [changed, /jobs\.jsonl is not what was written/],
    [torn, /people\.jsonl, line \d+: not readable as JSON/],
    [photoless, /photos.*is missing/],
    [older, /was not written under this phrase, or was changed since/],
    [join(dir, 'nowhere'), /export\.json is missing/],
  ] as const) {
    const { code, output } = await efferent('import', target, name)
    expect([code, output]).toEqual([1, expect.stringMatching(words)])
    expect(output).not.toContain('    at ')
  }
  expect(await efferent('import', target, older, ['--unproved', '--yes'])).toMatchObject({
    code: 1,
    output: expect.stringMatching(/NOT PROVED.*the export is of 000001_init/s),
  })
  await nothingIn(target)
  expect(existsSync(join(dir, 'nowhere'))).toBe(false)
}, 120_000)

async function nothingIn(target: string): Promise<void> {
  const sums = await sumsOf(target)
  for (const table of ['people', 'sheets', 'jobs', 'job_events']) expect(sums[table], table).toMatch(/^0 /)
}

/** A copy in which somebody has changed a file and put every sum right that needs no phrase, as `sha256sum` makes them. */
function forged(name: string, file: string, change: (text: string) => string | Buffer): string {
  const copy = join(dir, name)
  cpSync(whole, copy, { recursive: true })
  const sha256 = (path: string) => createHash('sha256').update(readFileSync(path)).digest('hex')
  writeFileSync(join(copy, file), change(readFileSync(join(copy, file), 'utf8')))
  const sums = readdirSync(join(copy, 'photos')).map(one => `${sha256(join(copy, 'photos', one))}  photos/${one}\n`)
  writeFileSync(join(copy, 'photos.sha256'), sums.join(''))
  const manifest = JSON.parse(readFileSync(join(copy, 'export.json'), 'utf8')) as { tables: Record<string, object>; photos: object }
  const count = (path: string) => readFileSync(path, 'utf8').split('\n').length - 1
  for (const table of Object.keys(manifest.tables)) {
    const path = join(copy, `${table}.jsonl`)
    manifest.tables[table] = { rows: count(path), sha256: sha256(path) }
  }
  manifest.photos = { rows: sums.length, sha256: sha256(join(copy, 'photos.sha256')) }
  writeFileSync(join(copy, 'export.json'), JSON.stringify(manifest))
  return copy
}

it('who has changed it and redone the sums is found out by the phrase; without one it is said, and people and pictures are looked at', async () => {
  const slipped = forged('slipped', 'people.jsonl', text => {
    const admin = text.split('\n').find(line => line.includes('"admin"'))!
    const row = JSON.parse(admin) as { id: string; name: string }
    return `${JSON.stringify({ ...row, id: '00000000-0000-4000-8000-000000000001', name: 'Sly Newcomer' })}\n${text}`
  })
  const target = await fresh('forged')
  const say = async (folder: string, more: string[]) => {
    const { code, output } = await efferent('import', target, folder, more)
    expect(output).not.toContain('    at ')
    return { code, output }
  }
  expect(await say(slipped, ['--phrase', phrase, '--yes'])).toMatchObject({ code: 1, output: expect.stringContaining('changed since') })
  expect(await say(slipped, ['--yes'])).toMatchObject({ code: 1, output: expect.stringContaining('--unproved') })
  // Nobody said yes: who would come in is listed, and nothing is done.
  const listed = await say(slipped, ['--unproved'])
  expect(listed).toMatchObject({ code: 1, output: expect.stringMatching(/NOT PROVED.*Sly Newcomer, admin.*Nothing was done/s) })
  // Nor does the first of two admins get the password.
  expect(await say(slipped, ['--unproved', '--yes'])).toMatchObject({ code: 1, output: expect.stringContaining('--admin NAME') })

  const file = join('photos', `${photo}.jpg`)
  for (const [name, change] of [
    ['page', () => '<html><script>alert(1)</script></html>'],
    ['empty', () => ''],
    ['cut', () => readFileSync(join(whole, file)).subarray(0, readFileSync(join(whole, file)).length / 2)],
  ] as const) {
    const folder = forged(`photo-${name}`, file, change)
    expect(await say(folder, ['--unproved', '--yes']), name).toMatchObject({
      code: 1,
      output: expect.stringContaining('cannot be read as a picture'),
    })
  }
  const climbing = forged('climbing', 'job_photos.jsonl', text => text.replace(photo, '../../../../etc/passwd'))
  expect(await say(climbing, ['--unproved', '--yes'])).toMatchObject({ code: 1, output: expect.stringContaining("is no photo's id") })
  const unfit = forged('unfit', 'vehicles.jsonl', text => text.replace(/"id": *"[^"]+"/, '"id": "no uuid"'))
  expect(await say(unfit, ['--unproved', '--yes'])).toMatchObject({ code: 1, output: expect.stringContaining('a row that does not fit') })
  await nothingIn(target)

  // A picture with a page behind it comes through as its picture alone.
  const hidden = forged('hidden', file, () => Buffer.concat([readFileSync(join(whole, file)), Buffer.from('<script>alert(1)</script>')]))
  expect((await say(hidden, ['--unproved', '--yes'])).code).toBe(0)
  const client = new pg.Client({ connectionString: target })
  await client.connect()
  const { rows } = await client.query<{ bytes: Buffer }>('select bytes from job_photos')
  expect(rows[0]!.bytes.includes('<script>')).toBe(false)
  await client.end()
}, 180_000)

it('a disk that takes no more leaves nothing behind, and is a sentence', async () => {
  const { code, output } = await efferent('export', source, join(dir, 'no-room'), undefined, '64')
  expect([code, output]).toEqual([1, expect.stringMatching(/no-room cannot be written: .*Nothing was left there/)])
  expect(readdirSync(dir).filter(name => name.startsWith('no-room'))).toEqual([])
  expect(output).not.toContain('    at ')
})
