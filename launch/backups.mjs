import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const hourMs = 3_600_000
const dayMs = 24 * hourMs
/** How long after a start that finds the last one older than a day: the shop opens first. */
const firstAfterMs = 60_000
const name = at => `efferent-${at.toISOString().slice(0, 16).replaceAll(':', '')}.dump`
const named = /^efferent-(\d{4}-\d{2}-\d{2})T(\d{2})(\d{2})\.dump$/

/** The backups in a folder, newest first, by the time in their names. */
export function listBackups(dir) {
  if (!existsSync(dir)) return []
  return readdirSync(dir)
    .flatMap(file => {
      const found = named.exec(file)
      return found ? [{ file, at: Date.parse(`${found[1]}T${found[2]}:${found[3]}:00Z`) }] : []
    })
    .sort((a, b) => b.at - a.at)
}

/**
 * Which to keep: the newest of each of the last seven days, five weeks and twelve months that have any, so that a mistake found late is in
 * an older one. Gives back what may go.
 */
export function thin(backups, { days = 7, weeks = 5, months = 12 } = {}) {
  const kept = new Set()
  const keepNewest = (count, periodOf) => {
    const seen = new Set()
    for (const backup of backups.toSorted((a, b) => b.at - a.at)) {
      const period = periodOf(backup.at)
      if (!seen.has(period) && seen.size < count) kept.add(backup)
      seen.add(period)
    }
  }
  keepNewest(days, at => Math.floor(at / dayMs))
  // Weeks begin on a Monday; the first of January 1970 was a Thursday.
  keepNewest(weeks, at => Math.floor((at / dayMs + 3) / 7))
  keepNewest(months, at => new Date(at).toISOString().slice(0, 7))
  return backups.filter(backup => !kept.has(backup))
}

/** When the next one is due: at two in the night by this machine's clock, or soon where there is none of the last day. */
export function nextBackup(now, last) {
  if (last === undefined || now - last > dayMs + 2 * hourMs) return now + firstAfterMs
  const night = new Date(now)
  night.setHours(2, 0, 0, 0)
  if (night.getTime() <= now) night.setDate(night.getDate() + 1)
  return night.getTime()
}

/**
 * Takes a backup every night and thins the older ones, until told to stop. `take(file)` writes one. What went wrong is kept beside them,
 * for the Shop page to say, until one succeeds; then it is tried again after an hour.
 */
export function backUpNightly({ dir, take, say, now = Date.now }) {
  mkdirSync(dir, { recursive: true, mode: 0o700 })
  const troubleFile = join(dir, 'trouble.txt')
  let timer
  let stopped = false
  const plan = at => {
    if (stopped) return
    // Longer timers than 24 days do not exist, and a machine sleeps: looked at anew every hour.
    timer = setTimeout(() => void (now() >= at ? work() : plan(at)), Math.min(Math.max(at - now(), 0), hourMs))
    timer.unref()
  }
  const work = async () => {
    try {
      await take(join(dir, name(new Date(now()))))
      rmSync(troubleFile, { force: true })
      for (const { file } of thin(listBackups(dir))) for (const part of [file, `${file}.sha256`]) rmSync(join(dir, part), { force: true })
      plan(nextBackup(now(), now()))
    } catch (error) {
      say(`no backup was taken: ${error.message}`)
      try {
        writeFileSync(`${troubleFile}.part`, error.message)
        renameSync(`${troubleFile}.part`, troubleFile)
      } catch {
        /* A full disk keeps no note either; the age of the last one says it. */
      }
      plan(now() + hourMs)
    }
  }
  plan(nextBackup(now(), listBackups(dir)[0]?.at))
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}
