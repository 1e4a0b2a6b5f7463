import { existsSync, renameSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { contentOf, contentWords, readBackup, writeBackup } from './backup.mjs'
import { startCluster } from './cluster.mjs'
import { holdFolder, openFolder } from './dataFolder.mjs'
import { createDatabase } from './database.mjs'
import { Failure, root, say } from './run.mjs'
import { binOf, ensurePackages, installedMajors, majorOf } from './setup.mjs'

/**
 * Brings a cluster over to another PostgreSQL: written out by the new one's tools, read back into a new cluster, counted, and only then in
 * its place. The old one stays beside it; where anything goes wrong it is put back as it was.
 */
export async function bringOver({ dir, from, to, dump, aside }) {
  if (existsSync(aside)) throw new Failure(`${aside} is there from an earlier upgrade. Move it away first`)
  const old = await startCluster({ bin: from, dir })
  let before
  try {
    const url = old.url('efferent')
    await writeBackup({ bin: to, url, file: dump })
    before = await contentOf(url)
  } finally {
    await old.stop()
  }
  const data = join(dir, 'pg')
  renameSync(data, aside)
  try {
    const fresh = await startCluster({ bin: to, dir })
    try {
      await createDatabase(fresh.url('postgres'), 'efferent')
      await readBackup({ bin: to, url: fresh.url('efferent'), file: dump })
      const after = await contentOf(fresh.url('efferent'))
      if (JSON.stringify(after) !== JSON.stringify(before))
        throw new Failure(`what came over is not what was there: ${contentWords(after)}; before: ${contentWords(before)}`)
      return after
    } finally {
      await fresh.stop()
    }
  } catch (error) {
    rmSync(data, { recursive: true, force: true })
    renameSync(aside, data)
    throw error
  }
}

/** `efferent upgrade`: the private database to the newest PostgreSQL on this machine. */
export async function upgrade(_names, { data }) {
  await ensurePackages()
  const dataDir = openFolder(resolve(data ?? join(root, '.efferent')))
  const letGo = holdFolder(dataDir, 'its database is being upgraded')
  try {
    const dir = join(dataDir, 'database')
    const major = majorOf(dir)
    if (major === undefined) throw new Failure(`there is no database in ${dir} yet`)
    const [newest] = installedMajors()
    if (newest === undefined || newest <= major) {
      say(`the database in ${dir} is PostgreSQL ${major}’s, and no newer one is on this machine`)
      return
    }
    if (!installedMajors().includes(major))
      throw new Failure(`PostgreSQL ${major} is needed to read the old database once more: apt-get install postgresql-${major}`)
    const aside = join(dir, `pg-${major}`)
    const content = await bringOver({ dir, from: binOf(major), to: binOf(newest), dump: join(dir, `before-${newest}.dump`), aside })
    say(`PostgreSQL ${newest} now holds ${contentWords(content)}. The old one is kept under ${aside}; remove it when all is well`)
  } finally {
    letGo()
  }
}
