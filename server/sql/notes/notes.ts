import type { NoteTarget } from '../../../shared/schemas/library'
import type { Db } from '../../utils/db'

export type NoteRow = {
  id: string
  sheet_id: string
  revision: number
  target_kind: NoteTarget
  target_id: string | null
  text: string
  person_name: string
  written_at: Date
  folded_into: number | null
  set_aside_why: string | null
  settled_by: string | null
}

const columns = 'id, sheet_id, revision, target_kind, target_id, text, person_name, written_at, folded_into, set_aside_why, settled_by'

export async function listNotes(db: Db, sheet: string): Promise<NoteRow[]> {
  const { rows } = await db.query<NoteRow>(`select ${columns} from bench_notes where sheet_id = $1::text order by written_at, id`, [sheet])
  return rows
}

export async function noteExists(db: Db, id: string): Promise<boolean> {
  const { rows } = await db.query('select 1 from bench_notes where id = $1::uuid', [id])
  return rows.length === 1
}

/** False when a note with this id is here already: it was sent twice. */
export async function insertNote(
  db: Db,
  note: {
    id: string
    sheet: string
    revision: number
    target: NoteTarget
    targetId?: string
    text: string
    person: string
    personName: string
  },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into bench_notes (id, sheet_id, revision, target_kind, target_id, text, person_id, person_name)
     values ($1::uuid, $2::text, $3::int, $4::text, $5::text, $6::text, $7::uuid, $8::text) on conflict (id) do nothing`,
    [note.id, note.sheet, note.revision, note.target, note.targetId ?? null, note.text, note.person, note.personName],
  )
  return rowCount === 1
}

export async function foldNotes(db: Db, sheet: string, ids: string[], revision: number, by: string): Promise<number> {
  const { rowCount } = await db.query(
    `update bench_notes set folded_into = $3::int, settled_by = $4::text, settled_at = now() where sheet_id = $1::text
      and id = any ($2::uuid[]) and folded_into is null and set_aside_why is null`,
    [sheet, ids, revision, by],
  )
  return rowCount ?? 0
}

export async function setNoteAside(db: Db, id: string, why: string, by: string): Promise<NoteRow | undefined> {
  const { rows } = await db.query<NoteRow>(
    `update bench_notes set set_aside_why = $2::text, settled_by = $3::text, settled_at = now() where id = $1::uuid
      and folded_into is null and set_aside_why is null returning ${columns}`,
    [id, why, by],
  )
  return rows[0]
}
