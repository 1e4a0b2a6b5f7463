import type { z } from 'zod'
import type { Person } from '../../core/job/types'
import type { Sheet } from '../../core/sheet/types'
import type { newNoteSchema, NoteView } from '../../shared/schemas/library'
import { noteEntry } from '../../shared/searchEntries'
import { insertNote, listNotes, noteExists, setNoteAside, type NoteRow } from '../sql/notes/notes'
import { insertEntries } from '../sql/search/writeEntries'
import { withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { getSheet } from './sheets'

const toNote = (row: NoteRow): NoteView => ({
  id: row.id,
  sheet: row.sheet_id,
  revision: row.revision,
  target: row.target_kind,
  targetId: row.target_id ?? undefined,
  text: row.text,
  by: row.person_name,
  at: row.written_at.toISOString(),
  foldedInto: row.folded_into ?? undefined,
  setAside: row.set_aside_why ?? undefined,
  settledBy: row.settled_by ?? undefined,
})

export async function getNotes(db: Db, sheet: string): Promise<NoteView[]> {
  await getSheet(db, sheet)
  return (await listNotes(db, sheet)).map(toNote)
}

function isOnSheet(sheet: Sheet, note: z.output<typeof newNoteSchema>): boolean {
  if (note.target === 'sheet') return true
  const list = { line: sheet.lines, joint: sheet.joints, hold: sheet.holds, operation: sheet.operations }[note.target]
  return list.some(item => item.id === note.targetId)
}

/** The device chose the id: a note sent twice is one note. */
export async function writeNote(sheetId: string, note: z.output<typeof newNoteSchema>, person: Person): Promise<NoteView[]> {
  return withTransaction(async db => {
    const sheet = await getSheet(db, sheetId, note.revision)
    if (!isOnSheet(sheet, note))
      throw new ProblemError('REQUEST_BODY', 'The sheet has no such place. Reload it and write the note again.', {
        errors: [{ path: 'targetId', message: `no ${note.target} “${note.targetId}”` }],
      })
    const fresh = await insertNote(db, { ...note, sheet: sheetId, person: person.id, personName: person.name })
    if (fresh) await insertEntries(db, [noteEntry({ id: note.id, sheet: sheetId, text: note.text, by: person.name }, sheet.title)])
    return (await listNotes(db, sheetId)).map(toNote)
  })
}

/** Not folded in, with the reason: what a technician wrote is never just gone. */
export async function setAside(db: Db, id: string, why: string, person: Person): Promise<NoteView> {
  const row = await setNoteAside(db, id, why, person.name)
  if (!row && !(await noteExists(db, id))) throw new ProblemError('NOTE_UNKNOWN', 'Nothing here has this id. Reload the sheet.')
  if (!row) throw new ProblemError('NOTE_SETTLED', 'This note is not open any more: it was folded in or set aside. Reload the sheet.')
  return toNote(row)
}
