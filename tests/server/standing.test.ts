import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { backUpNightly, listBackups, nextBackup, thin, type Backup } from '../../launch/backups.mjs'
import { startCluster } from '../../launch/cluster.mjs'
import { claimPort, holdFolder, isHeld, keepSecret, openFolder } from '../../launch/dataFolder.mjs'
import { createDatabase } from '../../launch/database.mjs'
import { ensurePostgres, installedMajors, postgresFor } from '../../launch/setup.mjs'
import { supervise } from '../../launch/supervise.mjs'
import { bringOver } from '../../launch/upgrade.mjs'

// What keeps the program standing, piece by piece.
const dirs: string[] = []
const fresh = () => dirs[dirs.push(mkdtempSync(join(tmpdir(), 'efferent-standing-'))) - 1]!
afterEach(() => {
  vi.useRealTimers()
  for (const dir of dirs.splice(0)) rmSync(dir, { recursive: true, force: true })
})

describe('what runs is kept running', () => {
  /** Something that ends when it is told to, and what was waited between. */
  function supervised(lasts: number[]) {
    let clock = 0
    const waits: number[] = []
    const said: string[] = []
    let starts = 0
    supervise({
      start: () => {
        const lasted = lasts[starts++]
        if (lasted === undefined) return { ended: new Promise<string>(() => {}) }
        if (lasted < 0) throw new Error('no room on the disk')
        clock += lasted
        return { ended: Promise.resolve('it ended') }
      },
      say: text => said.push(text),
      now: () => clock,
      wait: ms => Promise.resolve(waits.push(ms)),
    })
    return { waits, said, starts: () => starts }
  }

  it('started again, later each time it does not last, at most half a minute later', async () => {
    const { waits, starts } = supervised([0, 0, 0, 0, 0, 0, 0, 0, 0])
    await vi.waitFor(() => expect(starts()).toBe(10))
    expect(waits).toEqual([500, 1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000])
  })

  it('what had run well begins with a short wait again; what cannot be started is said with its reason', async () => {
    const { waits, said, starts } = supervised([0, 0, 90_000, -1])
    await vi.waitFor(() => expect(starts()).toBe(5))
    expect(waits).toEqual([500, 1000, 500, 1000])
    expect(said[3]).toContain('no room on the disk')
  })

  it('stopped, it is not started again, not even out of its waiting', async () => {
    let starts = 0
    const kept = supervise({
      start: () => ({ ended: Promise.resolve(`end ${++starts}`) }),
      say: () => {},
      wait: () => new Promise(() => {}),
    })
    await vi.waitFor(() => expect(starts).toBe(1))
    await kept.stop(() => {})
    expect(starts).toBe(1)
  })

  it('what runs when it is stopped is stopped by whoever started it', async () => {
    let end = (_why: string) => {}
    const kept = supervise({ start: () => ({ ended: new Promise<string>(done => (end = done)), name: 'it' }), say: () => {} })
    await vi.waitFor(() => expect(kept.current()).toBeDefined())
    const stopped: string[] = []
    await kept.stop(running => {
      stopped.push(running.name)
      end('told to')
    })
    expect(stopped).toEqual(['it'])
  })
})

describe('the data folder', () => {
  it('a file in its place is said, with the remedy', () => {
    const file = join(fresh(), 'here')
    writeFileSync(file, '')
    expect(() => openFolder(file)).toThrow(/cannot be used.*--data DIR/)
    expect(() => openFolder(join(file, 'below'))).toThrow(/a file where a folder should be/)
    expect(openFolder(join(fresh(), 'a/b'))).toMatch(/a\/b$/)
  })

  it('is held by one; a lock whose holder is gone, or that cannot be read, counts for nothing', () => {
    const dir = fresh()
    const lock = join(dir, 'in-use')
    for (const left of [JSON.stringify({ pid: 2 ** 22 + 1, what: 'gone' }), '{"pid":', JSON.stringify({ pid: process.pid, what: 'me' })]) {
      writeFileSync(lock, left)
      expect(isHeld(dir)).toBe(false)
      const letGo = holdFolder(dir, 'a test')
      expect(JSON.parse(readFileSync(lock, 'utf8'))).toEqual({ pid: process.pid, what: 'a test' })
      letGo()
      expect(existsSync(lock)).toBe(false)
    }
  })

  it('keeps its secret; one that was cut short is said', () => {
    const dir = fresh()
    const secret = keepSecret(dir)
    expect(secret.length).toBeGreaterThan(40)
    expect(keepSecret(dir)).toBe(secret)
    writeFileSync(join(dir, 'session.secret'), '\n')
    expect(() => keepSecret(dir)).toThrow(/empty or cut short. Remove it/)
    const shared = 'one for all servers, 32 characters'
    expect(keepSecret(dir, shared)).toBe(shared)
    expect(() => keepSecret(dir, 'short')).toThrow(/EFFERENT_SESSION_SECRET has 5 characters: give at least 32/)
  })
})

describe('the port', () => {
  it('0 takes a free one; one in use, and an address of another machine, are said', async () => {
    const port = await claimPort('127.0.0.1', 0)
    expect(port).toBeGreaterThan(1023)
    const other = createServer().listen(port, '127.0.0.1')
    await new Promise(done => other.once('listening', done))
    await expect(claimPort('127.0.0.1', port)).rejects.toThrow(`port ${port} is in use`)
    other.close()
    // TEST-NET-3 (RFC 5737): nobody's address.
    await expect(claimPort('203.0.113.7', port)).rejects.toThrow(/no address of this machine/)
  })
})

describe('nightly backups', () => {
  const day = 86_400_000
  const noon = Date.parse('2026-11-27T12:00:00Z')
  const daily = (count: number): Backup[] => Array.from({ length: count }, (_, i) => ({ file: `${i}`, at: noon - i * day }))

  it('keeps a week by days, five weeks by weeks, a year by months, and always the newest', () => {
    const all = daily(800)
    const gone = new Set(thin(all))
    const kept = all.filter(one => !gone.has(one))
    expect(kept.slice(0, 7).map(({ file }) => file)).toEqual(['0', '1', '2', '3', '4', '5', '6'])
    expect(kept.length).toBeLessThanOrEqual(7 + 5 + 12)
    // Nothing older than a year, and no gap longer than a month within it.
    expect((noon - kept.at(-1)!.at) / day).toBeLessThan(366)
    expect((noon - kept.at(-1)!.at) / day).toBeGreaterThan(300)
    expect(kept.every((one, i) => i === 0 || kept[i - 1]!.at - one.at <= 31 * day)).toBe(true)
    // Thinned every night, it comes to the same as thinned once.
    let nightly: Backup[] = []
    for (const one of all.toReversed()) {
      nightly = [...nightly, one]
      const over = new Set(thin(nightly))
      nightly = nightly.filter(each => !over.has(each))
    }
    expect(nightly.length).toBeLessThanOrEqual(24)
    expect(nightly.at(-1)!.file).toBe('0')
    expect((noon - nightly[0]!.at) / day).toBeGreaterThan(300)
  })

  it('the next is due in the night, or soon where there is none of the last day', () => {
    expect(nextBackup(noon, undefined) - noon).toBe(60_000)
    expect(nextBackup(noon, noon - 3 * day) - noon).toBe(60_000)
    const next = new Date(nextBackup(noon, noon - day / 2))
    expect([next.getHours(), next.getMinutes()]).toEqual([2, 0])
    expect(next.getTime() - noon).toBeGreaterThan(0)
    expect(next.getTime() - noon).toBeLessThanOrEqual(day)
  })

  it('is taken, thinned, and said where it fails until one succeeds', async () => {
    vi.useFakeTimers({ now: noon })
    const dir = join(fresh(), 'backups')
    let full = false
    const said: string[] = []
    const stop = backUpNightly({
      dir,
      take: file => {
        if (full) throw new Error('the disk is full')
        writeFileSync(file, 'x')
        writeFileSync(`${file}.sha256`, 'y')
        return Promise.resolve()
      },
      say: text => said.push(text),
    })
    await vi.advanceTimersByTimeAsync(61_000)
    expect(listBackups(dir)).toHaveLength(1)
    await vi.advanceTimersByTimeAsync(30 * day)
    expect(listBackups(dir).length).toBeGreaterThan(8)
    expect(listBackups(dir).length).toBeLessThanOrEqual(14)
    expect(readdirSync(dir).filter(file => file.endsWith('.sha256'))).toHaveLength(listBackups(dir).length)
    full = true
    await vi.advanceTimersByTimeAsync(day)
    expect(readFileSync(join(dir, 'trouble.txt'), 'utf8')).toBe('the disk is full')
    full = false
    await vi.advanceTimersByTimeAsync(3_700_000)
    expect(existsSync(join(dir, 'trouble.txt'))).toBe(false)
    stop()
    const before = listBackups(dir)[0]!.at
    await vi.advanceTimersByTimeAsync(3 * day)
    expect(listBackups(dir)[0]!.at).toBe(before)
    expect(said.join()).toContain('the disk is full')
  })
})

describe('PostgreSQL by its major', () => {
  it('a cluster is opened with its own; where that is not here, it is said how to get it', async () => {
    const home = fresh()
    for (const major of ['15', '17', 'common']) {
      mkdirSync(join(home, major, 'bin'), { recursive: true })
      for (const tool of ['postgres', 'initdb']) writeFileSync(join(home, major, 'bin', tool), '')
    }
    expect(installedMajors(home)).toEqual([17, 15])
    const dir = fresh()
    mkdirSync(join(dir, 'pg'))
    writeFileSync(join(dir, 'pg/PG_VERSION'), '15\n')
    expect(await postgresFor(dir, home)).toBe(join(home, '15', 'bin'))
    writeFileSync(join(dir, 'pg/PG_VERSION'), '13\n')
    await expect(postgresFor(dir, home)).rejects.toThrow(/PostgreSQL 13’s, and only PostgreSQL 17 and 15 is.*postgresql-13/)
  })

  it('a cluster comes over whole, the old one beside it; what fails leaves the old one as it was', async () => {
    const dir = fresh()
    const bin = await ensurePostgres()
    const ask = async (text: string) => {
      const cluster = await startCluster({ bin, dir, durable: false })
      const client = new pg.Client({ connectionString: cluster.url('efferent') })
      await client.connect()
      const result = await client.query<{ n: number }>(text)
      await client.end()
      await cluster.stop()
      return result.rows
    }
    const cluster = await startCluster({ bin, dir, durable: false })
    await createDatabase(cluster.url('postgres'), 'efferent')
    await cluster.stop()
    await ask(
      `create table settings (key text primary key, value jsonb); create table jobs (n int); create table job_events (n int);
       create table job_photos (n int); insert into settings values ('workshop', '"Slip 4"'); insert into job_events values (1), (2)`,
    )
    const over = { dir, from: bin, to: bin, dump: join(dir, 'over.dump'), aside: join(dir, 'pg-old') }
    expect(await bringOver(over)).toEqual({ workshop: 'Slip 4', jobs: 0, events: 2, photos: 0 })
    expect(existsSync(join(dir, 'pg-old/PG_VERSION'))).toBe(true)
    expect(await ask(`select count(*)::int as n from settings where key = 'workshop'`)).toEqual([{ n: 1 }])
    await expect(bringOver(over)).rejects.toThrow(/from an earlier upgrade/)
    // A new server that cannot start: everything stands as it stood.
    const half = fresh()
    for (const tool of ['pg_dump', 'pg_restore']) symlinkSync(join(bin, tool), join(half, tool))
    for (const to of ['/nowhere', half])
      await expect(bringOver({ ...over, to, dump: join(dir, 'b.dump'), aside: join(dir, 'pg-b') })).rejects.toThrow()
    expect(existsSync(join(dir, 'pg-b'))).toBe(false)
    expect(await ask(`select count(*)::int as n from settings where key = 'workshop'`)).toEqual([{ n: 1 }])
  }, 120_000)
})
