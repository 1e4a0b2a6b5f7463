import { readdir, readFile, stat } from 'node:fs/promises'
import { join } from 'node:path'
import type { BackupsView } from '../../shared/schemas/shop'

/** What the start command's nightly backups have come to, by what lies in their folder. */
export async function getBackups(dir: string): Promise<BackupsView> {
  if (!dir) return { kept: false, count: 0 }
  const files = (await readdir(dir).catch(() => [])).filter(file => file.endsWith('.dump'))
  const stats = await Promise.all(
    files.map(async file => ({ file, ...(await stat(join(dir, file)).then(({ mtime, size }) => ({ mtime, size }))) })),
  )
  const last = stats.sort((a, b) => b.mtime.getTime() - a.mtime.getTime())[0]
  const trouble = await readFile(join(dir, 'trouble.txt'), 'utf8').catch(() => undefined)
  return {
    kept: true,
    count: files.length,
    ...(last && { last: { at: last.mtime.toISOString(), bytes: last.size, file: last.file } }),
    ...(trouble && { trouble }),
  }
}
