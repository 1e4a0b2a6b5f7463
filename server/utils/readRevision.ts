import { checkIntegrity } from '../../core/sheet/checkIntegrity'
import type { Sheet } from '../../core/sheet/types'
import { publishSchema } from '../../shared/schemas/library'
import { readSheet } from '../../shared/schemas/readSheet'
import { pathText } from '../../shared/versioned'
import { integrityWords } from '../../shared/words/integrityWords'
import { parseWith } from './body'
import { ProblemError } from './problemError'
import { fromNewer } from './readPack'

const refused = (errors: { path: string; message: string }[]) =>
  new ProblemError('SHEET_REFUSED', 'The sheet has places that are not right. The editor shows them and offers the mend.', { errors })

/** A revision somebody wants to publish: bounded, brought up, validated and sound. */
export function readRevision(value: unknown): { sheet: Sheet; notes: string[] } {
  const { sheet: raw, notes } = parseWith(publishSchema, value)
  const read = readSheet(raw)
  if (!read.ok) {
    if (read.error.why === 'newer') throw fromNewer('The sheet', read.error.version)
    throw refused(read.error.issues.map(({ path, message }) => ({ path: path ? `sheet.${path}` : 'sheet', message })))
  }
  const issues = checkIntegrity(read.value)
  if (issues.length > 0) throw refused(issues.map(issue => ({ path: pathText(issue.path), message: integrityWords(issue) })))
  return { sheet: read.value, notes }
}
