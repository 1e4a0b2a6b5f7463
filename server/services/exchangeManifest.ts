import { createHmac, randomInt, scryptSync, timingSafeEqual } from 'node:crypto'
import { join } from 'node:path'
import { z } from 'zod'
import type { ExportedTable } from '../sql/exchange/tables'

const sumsSchema = z.object({ rows: z.number().int().nonnegative(), sha256: z.string().regex(/^[0-9a-f]{64}$/) })
/** Everything of a workshop as files anybody can read (docs/formats.md): one line of JSON a row, one JPEG a photo, and what there is. */
export const manifestSchema = z.object({
  format: z.literal('efferent.export/2'),
  exportedAt: z.iso.datetime(),
  migration: z.string(),
  workshop: z.string(),
  tables: z.record(z.string(), sumsSchema),
  /** Of photos.sha256, which names each photo and its SHA-256 as `sha256sum` does. */
  photos: sumsSchema,
})
export type Manifest = z.infer<typeof manifestSchema>

/** An export of before: its photographs have no sums, and nothing proves who wrote it. */
const manifest1Schema = manifestSchema.omit({ photos: true }).extend({ format: z.literal('efferent.export/1') })
/** `proof`: the sums of everything under a key that only the phrase gives. */
const provedSchema = manifestSchema.extend({ proof: z.object({ salt: z.string(), hmacSha256: z.string() }) })
export type Proved = z.infer<typeof provedSchema>
export const anyManifestSchema = z.union([provedSchema, manifest1Schema])
export type AnyManifest = z.infer<typeof anyManifestSchema>

/** What is wrong with the files, with its place; nothing was written then. */
export class ExchangeFailure extends Error {}

export const fileOf = (dir: string, { name }: Pick<ExportedTable, 'name'>) => join(dir, `${name}.jsonl`)
export const photoFile = (dir: string, id: string) => join(dir, 'photos', `${id}.jpg`)
export const photoSums = (dir: string) => join(dir, 'photos.sha256')

// No letter or digit that is read as another one: 32 of them, five bits each.
const letters = 'abcdefghjkmnpqrstuvwxyz23456789+'
const groups = 6
/** A phrase of 120 bits, in groups that a person can type from paper. */
export const newPhrase = (): string =>
  Array.from({ length: groups }, () => Array.from({ length: 4 }, () => letters[randomInt(letters.length)]).join('')).join('-')
const typed = (phrase: string) => phrase.trim().toLowerCase().replaceAll(/\s+/g, '-')

/** One text for one content, in whatever order its keys stand. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )

/** HMAC-SHA-256 (RFC 2104) of the manifest, which has the sum of every file, keyed by scrypt (RFC 7914) of the phrase. */
export function keyedSum(manifest: Manifest, phrase: string, salt: string): string {
  const key = scryptSync(typed(phrase), Buffer.from(salt, 'base64url'), 32)
  return createHmac('sha256', key).update(canonical(manifest)).digest('hex')
}

/** Was this manifest written under this phrase, and not a letter of it changed since? */
export function isProved({ proof, ...manifest }: Proved, phrase: string): boolean {
  const [expected, actual] = [keyedSum(manifest, phrase, proof.salt), proof.hmacSha256].map(text => Buffer.from(text))
  return expected!.length === actual!.length && timingSafeEqual(expected!, actual!)
}
