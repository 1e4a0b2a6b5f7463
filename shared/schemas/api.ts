import { z } from 'zod'
import type { Judgement } from '../../core/access/judgeChance'
import type { LiftMinutes } from '../../core/access/liftMinutes'
import type { JobEvent, Role } from '../../core/job/types'
import type { Summary } from '../../core/job/summarise'
import type { Family, Sheet } from '../../core/sheet/types'
import { limits } from '../limits'
import type { SearchKind } from '../searchEntries'
import { nameSchema, sheetSchema, slugSchema, textSchema } from './sheet'

export const signInSchema = z.strictObject({ person: z.uuid(), secret: z.string().min(1).max(limits.passwordLength[1]) })
export const setupSchema = z.strictObject({
  workshop: nameSchema,
  name: nameSchema,
  password: z.string().min(limits.passwordLength[0]).max(limits.passwordLength[1]),
})
const pin = z
  .string()
  .regex(new RegExp(`^\\d{${limits.pinDigits[0]},${limits.pinDigits[1]}}$`), `${limits.pinDigits[0]} to ${limits.pinDigits[1]} digits`)
/** An admin signs in with a password, everybody else with a PIN. */
export const newPersonSchema = z.discriminatedUnion('role', [
  z.strictObject({ name: nameSchema, role: z.enum(['technician', 'lead', 'desk']), secret: pin }),
  z.strictObject({
    name: nameSchema,
    role: z.literal('admin'),
    secret: z.string().min(limits.passwordLength[0]).max(limits.passwordLength[1]),
  }),
])
export const changePersonSchema = z
  .strictObject({ active: z.boolean().optional(), secret: z.string().min(limits.pinDigits[0]).max(limits.passwordLength[1]).optional() })
  .refine(change => change.active !== undefined || change.secret !== undefined, 'nothing to change')
export const searchSchema = z.object({ q: z.string().trim().max(120).default('') })
export const newVehicleSchema = z.strictObject({
  plate: nameSchema,
  customer: nameSchema,
  family: slugSchema,
  year: z.number().int().min(1900).max(2100).optional(),
  engine: slugSchema.optional(),
  /** Vehicle number; `vinRead` says that a failed check digit was read twice and stands so on the car. */
  vin: z.string().trim().max(40).optional(),
  vinRead: z.boolean().optional(),
})
export const noteTargets = ['sheet', 'line', 'joint', 'hold', 'operation'] as const
export type NoteTarget = (typeof noteTargets)[number]
export const newNoteSchema = z
  .strictObject({
    id: z.uuid(),
    revision: z.number().int().min(1),
    target: z.enum(noteTargets),
    targetId: slugSchema.optional(),
    text: textSchema.pipe(z.string().max(limits.noteText)),
  })
  .refine(note => (note.target === 'sheet') === (note.targetId === undefined), {
    path: ['targetId'],
    message: 'names what the note is about, and nothing for the sheet itself',
  })
export const setAsideSchema = z.strictObject({ why: textSchema })
export const publishSchema = z.strictObject({ sheet: sheetSchema, notes: z.array(z.uuid()).max(limits.notesPerRevision).default([]) })
export const sheetListSchema = z.object({
  sheets: z
    .string()
    .max(20_000)
    .regex(/^[a-z0-9,-]*$/)
    .optional(),
})
export const learnTraitSchema = z.strictObject({ sheet: slugSchema, question: slugSchema, answer: slugSchema })

const weight = z.number().min(0).max(50)
export const judgementSchema: z.ZodType<Judgement, Judgement> = z.strictObject({
  sound: weight,
  aged: weight,
  weeping: weight,
  ofAge: z.number().min(1).max(60),
  years: z.number().int().min(1).max(30),
})

export const wrenchSchema = z.strictObject({ millimetres: z.number().min(50).max(2000) })

export type PersonView = { id: string; name: string; role: Role; active: boolean }
export type SessionView = {
  person: PersonView | undefined
  /** No people yet: the first visit makes the admin. */
  setup: boolean
  workshop: string
  /** Length of the torque wrench this person works with, mm; asked for once, on any tablet. */
  wrench?: number
  /** How this shop judges what it leaves alone, and what its lift takes. */
  judgement: Judgement
  lift: LiftMinutes
  /** Only with demo data: who can sign in, and with what. */
  people: { id: string; name: string; role: Role; hint?: string }[]
}
export type VehicleView = {
  id: string
  plate: string
  customer: string
  family: string
  label: string
  year?: number
  engine?: string
  vin?: string
  traits: Record<string, string>
}
export type SheetHead = {
  id: string
  revision: number
  title: string
  system: string
  summary: string
  families: string[]
  appliesTo: string
}
/**
 * One thing found. Fittings, fluids, parts and notes lead to the sheet they stand on; `more` counts the other sheets with the same fluid
 * or part.
 */
export type SearchHit =
  | { kind: 'vehicle'; vehicle: VehicleView; sheets: SheetHead[] }
  | { kind: 'sheet'; sheet: SheetHead }
  | { kind: 'customer'; customer: string }
  | { kind: 'fitting' | 'fluid' | 'part' | 'note'; id: string; title: string; detail: string; sheet: string; more: number }
export type SearchResult = {
  query: string
  hits: SearchHit[]
  tookMs: number
  /** Words that nothing is found by, and what was looked for instead. */
  mended: { word: string; near: string[] }[]
  /** Nothing has all the words: what has some of them is shown. */
  partly: boolean
}
/** Extract would miss the hits that share one shape for several kinds. */
type Having<H, K> = H extends { kind: infer Q } ? (K extends Q ? H : never) : never
export type HitOf<K extends SearchKind> = Having<SearchHit, K>
export type RevisionView = { revision: number; publishedAt: string; by?: string }
export type NoteView = {
  id: string
  sheet: string
  revision: number
  target: NoteTarget
  targetId?: string
  text: string
  by: string
  at: string
  foldedInto?: number
  setAside?: string
  settledBy?: string
}
/** What an import would do, before it does anything. */
export type ImportPreview = {
  title: string
  families: { id: string; name: string; change: 'new' | 'same' | 'changed' }[]
  sheets: { id: string; revision: number; title: string; change: 'new' | 'newer' | 'older' | 'same'; changes: string[] }[]
}
export type SheetView = { sheet: Sheet; families: Family[] }
export type JobRow = {
  id: string
  number: number
  seq: number
  sheet: string
  sheetTitle: string
  revision: number
  plate: string
  vehicle: string
  customer: string
  summary: Summary
  nextWords: string
  updatedAt: string
  openedAt: string
  serverNow: string
}
export type JobView = {
  row: JobRow
  events: JobEvent[]
  sheet: Sheet
  /** The newest revision of the sheet there is. */
  latest: number
  vehicle: VehicleView
}
export type AppendResult = { seq: number; events: JobEvent[] }
export type Health = {
  status: 'ok' | 'no-database'
  version: string
  database: { reachable: boolean; server?: string; migration?: string }
  demo: boolean
}
