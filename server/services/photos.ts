import { createHash } from 'node:crypto'
import { stripImage } from '../../core/exchange/stripImage'
import type { Person } from '../../core/job/types'
import { limits } from '../../shared/limits'
import type { PhotoReceipt } from '../../shared/schemas/receipts'
import { imageWords } from '../../shared/words/imageWords'
import type { EventRow } from '../sql/jobs/jobRows'
import { countPhotos, findPhoto, insertPhoto, listPhotos } from '../sql/photos/photos'
import { getPool, withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { runTask } from '../utils/workers'
import { dispute } from './disputes'
import { getJobRow } from './jobs'

/** Keeps a photo for a job: its pixels, and nothing else of the file. The device chose the id: a photo sent twice is one photo. */
export async function keepPhoto(job: string, id: string, bytes: Buffer, person: Person): Promise<PhotoReceipt> {
  const plain = stripImage(bytes, limits.photoSide)
  if (!plain.ok) throw new ProblemError('PHOTO_REFUSED', imageWords(plain.error)).about(id)
  // The filter has seen that it is a picture of a size we take; what is kept is drawn from it anew.
  const {
    bytes: drawn,
    width,
    height,
  } = await runTask('redrawPhoto', { bytes }).catch((error: unknown) => {
    throw error instanceof ProblemError && error.problem.code === 'PHOTO_REFUSED' ? error.about(id) : error
  })
  const sent = createHash('sha256').update(bytes).digest()
  const receipt: PhotoReceipt = { id, sha256: sent.toString('hex'), width, height }
  return withTransaction(async db => {
    await getJobRow(db, job)
    const known = await findPhoto(db, id)
    // Without a digest, of a photo of before, its id is all there is to go by.
    if (known && (known.job_id !== job || (known.sent_sha256 && !known.sent_sha256.equals(sent)))) return { known }
    if ((await countPhotos(db, job)) >= limits.photosPerJob && !known)
      throw new ProblemError('PHOTO_REFUSED', `A job keeps ${limits.photosPerJob} photos, and this one has them.`).about(id)
    await insertPhoto(db, { id, job, bytes: Buffer.from(drawn), width, height, person: person.id, sent })
    return receipt
  }).then(async kept => {
    if (!('known' in kept)) return kept
    // On record before the answer: the device that hears of it may let go.
    const why = 'Another photo has this id: this one was sent under it as well.'
    await dispute(getPool(), {
      kind: 'photo',
      about: id,
      job,
      person: person.id,
      sentBy: person.id,
      why,
      bytes: Buffer.from(drawn),
      sha256: sent,
    })
    throw new ProblemError('PHOTO_CONFLICT', 'Another photo has this id. This one lies with the leads now: Shop, To settle.').about(id)
  })
}

/** The photos of a job that a PDF can show: JPEG, as every device of ours sends them; of its record it takes those that count. */
export async function getPrintablePhotos(db: Db, job: string, rows: readonly EventRow[]): Promise<Map<string, Buffer>> {
  const isJpeg = (bytes: Buffer) => bytes[0] === 0xff && bytes[1] === 0xd8
  const named = rows.flatMap(({ body }) => {
    const { type, photo } = body as { type?: unknown; photo?: unknown }
    return type === 'photoTaken' && typeof photo === 'string' ? [photo] : []
  })
  return new Map((await listPhotos(db, job, named)).filter(({ bytes }) => isJpeg(bytes)).map(({ id, bytes }) => [id, bytes]))
}

export async function getPhoto(db: Db, id: string): Promise<Buffer> {
  const row = await findPhoto(db, id)
  if (!row) throw new ProblemError('PHOTO_UNKNOWN', 'No photo has this id. Reload the job.')
  return row.bytes
}
