import { checkIntegrity } from '../../core/sheet/checkIntegrity'
import type { Pack } from '../../core/sheet/types'
import { isSheetFile, packVersion, readPackFile, readSheet } from '../../shared/schemas/readSheet'
import { mostIssues, pathText, type Unreadable } from '../../shared/versioned'
import { integrityWords } from '../../shared/words/integrityWords'
import { ProblemError } from './problemError'

type PathError = { path: string; message: string }

export function refusePack(errors: PathError[]): never {
  throw new ProblemError(
    'PACK_REFUSED',
    `${errors.length === 1 ? 'One place is' : `${errors.length} places are`} not right. Mend the file and import it again.`,
    { errors },
  )
}

export const fromNewer = (what: string, version: number) =>
  new ProblemError(
    'VERSION_NEWER',
    `${what} has format version ${version}, which this Efferent does not know. Update Efferent, then try again.`,
  )

function refuseUnreadable(error: Unreadable): never {
  if (error.why === 'newer') throw fromNewer('The file', error.version)
  refusePack(error.issues)
}

/**
 * A file as a pack: a pack itself, or a single sheet. Bounded, brought up, validated, and sound; anything else is refused with its places.
 */
export function readPack(value: unknown): Pack {
  const single = isSheetFile(value)
  const read = single ? readSheet(value) : readPackFile(value)
  if (!read.ok) refuseUnreadable(read.error)
  const pack: Pack =
    'sheets' in read.value
      ? read.value
      : { format: `efferent.pack/${packVersion}`, title: read.value.title, families: [], sheets: [read.value] }
  const errors = pack.sheets.flatMap((sheet, i) =>
    checkIntegrity(sheet).map(issue => ({
      path: pathText(single ? issue.path : ['sheets', i, ...issue.path]),
      message: integrityWords(issue),
    })),
  )
  const seen = new Set<string>()
  pack.sheets.forEach((sheet, i) => {
    const key = `${sheet.id}@${sheet.revision}`
    if (seen.has(key)) errors.push({ path: `sheets[${i}]`, message: `“${sheet.id}” revision ${sheet.revision} is in the pack twice` })
    seen.add(key)
  })
  if (errors.length > 0) refusePack(errors.slice(0, mostIssues))
  return pack
}
