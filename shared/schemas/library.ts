import { z } from 'zod'
import { sheetSortKeys } from '../../core/search/pageSheets'
import { jointKinds, sourceKinds, systems } from '../../core/sheet/types'
import { limits } from '../limits'
import type { SearchKind } from '../searchEntries'
import { momentSchema, slugSchema, nameSchema, textSchema, yearSchema } from './basics'

// What is looked up: cars, sheets, what is found in them, what is noted on them, and what an import brings.

export const searchSchema = z.object({ q: z.string().trim().max(120).default('') })
export const newVehicleSchema = z.strictObject({
  plate: nameSchema,
  customer: nameSchema,
  family: slugSchema,
  year: yearSchema.optional(),
  engine: slugSchema.optional(),
  /** Vehicle number; `vinRead` says that a failed check digit was read twice and stands so on the car. */
  vin: z.string().trim().max(40).optional(),
  vinRead: z.boolean().optional(),
})
/** A vehicle that is not known yet: its years from the first to the last, or the present one. */
export const newFamilySchema = z.strictObject({
  make: nameSchema,
  model: nameSchema,
  body: nameSchema,
  years: z.tuple([yearSchema, yearSchema]).refine(([first, last]) => first <= last, { message: 'the first year comes before the last' }),
  engines: z.array(nameSchema).max(30),
})
export type NewFamily = z.infer<typeof newFamilySchema>
export const noteTargets = ['sheet', 'line', 'joint', 'hold', 'operation'] as const
export type NoteTarget = (typeof noteTargets)[number]
export const newNoteSchema = z
  .strictObject({
    id: z.uuid(),
    revision: z.number().int().min(1).max(limits.revisions),
    target: z.enum(noteTargets),
    targetId: slugSchema.optional(),
    text: textSchema.pipe(z.string().max(limits.noteText)),
  })
  .refine(note => (note.target === 'sheet') === (note.targetId === undefined), {
    path: ['targetId'],
    message: 'names what the note is about, and nothing for the sheet itself',
  })
export const setAsideSchema = z.strictObject({ why: textSchema })
/** The sheet is read by itself (readSheet): its version and its bounds come first. */
export const publishSchema = z.strictObject({ sheet: z.unknown(), notes: z.array(z.uuid()).max(limits.notesPerRevision).default([]) })
/** Which part of the library: a query as it stands in an address, with everything said that it leaves out. */
export const sheetAskSchema = z.object({
  words: z.string().trim().max(120).default(''),
  systems: z
    .string()
    .max(500)
    .transform(text => text.split(',').filter(Boolean))
    .pipe(z.array(z.enum(systems)))
    .optional(),
  family: slugSchema.optional(),
  id: slugSchema.optional(),
  by: z.enum(sheetSortKeys).default('title'),
  down: z
    .enum(['0', '1'])
    .default('0')
    .transform(text => text === '1'),
  from: z.coerce.number().int().min(0).max(limits.sheets).default(0),
  most: z.coerce.number().int().min(0).max(limits.sheetsPerPage).default(limits.sheetsShown),
})
export const sheetListSchema = z.object({
  sheets: z
    .string()
    .max(20_000)
    .regex(/^[a-z0-9,-]*$/)
    .optional(),
})
export const learnTraitSchema = z.strictObject({ sheet: slugSchema, question: slugSchema, answer: slugSchema })

export const vehicleViewSchema = z.object({
  id: z.uuid(),
  plate: z.string(),
  customer: z.string(),
  family: slugSchema,
  label: z.string(),
  year: z.number().optional(),
  engine: z.string().optional(),
  vin: z.string().optional(),
  traits: z.record(slugSchema, slugSchema),
})
export type VehicleView = z.infer<typeof vehicleViewSchema>

export const sheetHeadSchema = z.object({
  id: slugSchema,
  revision: z.number(),
  title: z.string(),
  system: z.enum(systems),
  summary: z.string(),
  families: z.array(slugSchema),
  appliesTo: z.string(),
})
export type SheetHead = z.infer<typeof sheetHeadSchema>
export const sheetPageSchema = z.object({
  sheets: z.array(sheetHeadSchema),
  found: z.number(),
  all: z.number(),
  systems: z.array(z.object({ system: z.enum(systems), count: z.number(), first: sheetHeadSchema })),
})

/** Sheets at a glance, in the order asked. */
export const glanceListSchema = z.object({
  sheets: z
    .string()
    .transform(text => text.split(','))
    .pipe(z.array(slugSchema).min(1).max(limits.glances)),
})
export const sheetGlanceSchema = z.object({
  lines: z.array(
    z.object({
      line: slugSchema,
      length: z.number(),
      sections: z.array(z.object({ kind: z.enum(['tube', 'hose']), from: z.number(), to: z.number() })),
      holds: z.array(z.number()),
      ends: z.array(z.enum(jointKinds)),
    }),
  ),
  sources: z.partialRecord(z.enum(sourceKinds), z.number()),
  unknown: z.number(),
})
export type SheetGlanceView = z.infer<typeof sheetGlanceSchema>

/** Words of it that were asked for and do not stand in what is shown of it. */
const why = z.array(z.string())
/**
 * One thing found. Fittings, fluids, parts and notes lead to the sheet they stand on; `more` counts the other sheets with the same fluid
 * or part.
 */
export const searchHitSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('vehicle'), why, vehicle: vehicleViewSchema, sheets: z.array(sheetHeadSchema) }),
  z.object({ kind: z.literal('sheet'), why, sheet: sheetHeadSchema }),
  z.object({ kind: z.literal('customer'), why, customer: z.string() }),
  z.object({
    why,
    kind: z.enum(['fitting', 'fluid', 'part', 'note']),
    id: z.string(),
    title: z.string(),
    detail: z.string(),
    sheet: slugSchema,
    more: z.number(),
  }),
])
export type SearchHit = z.infer<typeof searchHitSchema>
export const searchResultSchema = z.object({
  query: z.string(),
  hits: z.array(searchHitSchema),
  tookMs: z.number(),
  /** Words that nothing is found by, and what was looked for instead. */
  mended: z.array(z.object({ word: z.string(), near: z.array(z.string()) })),
  /** Nothing has all the words: what has some of them is shown. */
  partly: z.boolean(),
})
export type SearchResult = z.infer<typeof searchResultSchema>
/** Extract would miss the hits that share one shape for several kinds. */
type Having<H, K> = H extends { kind: infer Q } ? (K extends Q ? H : never) : never
export type HitOf<K extends SearchKind> = Having<SearchHit, K>

export const revisionViewSchema = z.object({ id: slugSchema, revision: z.number(), publishedAt: momentSchema, by: z.string().optional() })
export type RevisionView = z.infer<typeof revisionViewSchema>

export const noteViewSchema = z.object({
  id: z.uuid(),
  sheet: slugSchema,
  revision: z.number(),
  target: z.enum(noteTargets),
  targetId: slugSchema.optional(),
  text: z.string(),
  by: z.string(),
  at: momentSchema,
  foldedInto: z.number().optional(),
  setAside: z.string().optional(),
  settledBy: z.string().optional(),
})
export type NoteView = z.infer<typeof noteViewSchema>

/** What an import would do, before it does anything. */
export const importPreviewSchema = z.object({
  title: z.string(),
  families: z.array(z.object({ id: slugSchema, name: z.string(), change: z.enum(['new', 'same', 'changed']) })),
  sheets: z.array(
    z.object({
      id: slugSchema,
      revision: z.number(),
      title: z.string(),
      change: z.enum(['new', 'newer', 'older', 'same']),
      changes: z.array(z.string()),
    }),
  ),
})
export type ImportPreview = z.infer<typeof importPreviewSchema>
const sheetAt = z.object({ id: slugSchema, revision: z.number() })
export const importResultSchema = z.object({ families: z.number(), added: z.array(sheetAt), unchanged: z.array(sheetAt) })
export type ImportResult = z.infer<typeof importResultSchema>
