import { z } from 'zod'
import type { Sheet } from '../core/sheet/types'
import { readSheet } from './schemas/readSheet'

/** A sheet by its own reader: its version and its bounds come before its schema. */
export const sheetField = z.unknown().transform((raw, context): Sheet => {
  const read = readSheet(raw)
  if (read.ok) return read.value
  const issues =
    read.error.why === 'newer'
      ? [{ path: 'format', message: `version ${read.error.version} is not known to this Efferent` }]
      : read.error.issues
  for (const { path, message } of issues) context.addIssue({ code: 'custom', path: path ? [path] : [], message })
  return z.NEVER
})
