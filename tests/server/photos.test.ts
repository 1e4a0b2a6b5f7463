import { createHash } from 'node:crypto'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import sharp from 'sharp'
import { v7 } from 'uuid'
import type { DisputeView } from '../../shared/schemas/shop'
import { copyDatabase, TestServer, type Client } from '../helpers/server'
import type { JobRecord } from '../../core/job/record/buildRecord'
import type { JobRow } from '../../shared/schemas/jobRow'

/** A small red photo, with a word in its metadata where one is given. */
const photoOf = ({ about, width = 8 }: { about?: string; width?: number } = {}): Promise<Buffer> => {
  const drawn = sharp({ create: { width, height: 6, channels: 3, background: '#c03020' } }).jpeg()
  return (about ? drawn.withExif({ IFD0: { ImageDescription: about } }) : drawn).toBuffer()
}

let server: TestServer
let client: Client
let job: JobRow
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  client = await server.as('technician')
  job = await client.openJob()
})
afterAll(() => server?.end())
const send = (id: string, body: Buffer, to = job.id) =>
  fetch(`${server.url}/api/jobs/${to}/photos?id=${id}`, {
    method: 'POST',
    headers: { origin: server.url, cookie: client.cookie, 'content-type': 'image/jpeg' },
    body: new Blob([new Uint8Array(body)]),
  })
const pdfOf = async () =>
  Buffer.from(await (await fetch(`${server.url}/api/jobs/${job.id}/record.pdf`, { headers: { cookie: client.cookie } })).arrayBuffer())
const get = (id: string) => fetch(`${server.url}/api/photos/${id}`, { headers: { cookie: client.cookie } })

it('keeps a photo without its metadata, once, and the record names it', async () => {
  const id = v7()
  const photo = await photoOf({ about: 'where it was' })
  expect(photo.includes('where it was')).toBe(true)
  for (let i = 0; i < 2; i++) expect(await (await send(id, photo)).json()).toMatchObject({ id, width: 8, height: 6 })
  const back = await get(id)
  expect(back.headers.get('content-type')).toBe('image/jpeg')
  const bytes = Buffer.from(await back.arrayBuffer())
  expect(bytes.includes('where it was')).toBe(false)
  expect((await sharp(bytes).stats()).dominant.r).toBeGreaterThan(150)
  expect(
    (await client.say(job.id, { type: 'photoTaken', photo: id, step: { kind: 'prepare', target: 'car' }, caption: 'before' }, 2)).status,
  ).toBe(200)
})

it('the record’s PDF shows what is here, and names what is not', async () => {
  const before = (await pdfOf()).length
  const id = v7()
  await send(id, await photoOf({ width: 16 }))
  expect((await client.say(job.id, { type: 'photoTaken', photo: id }, 3)).status).toBe(200)
  expect(
    (
      await client.say(
        job.id,
        { type: 'photoTaken', photo: v7(), step: { kind: 'prepare', target: 'car' }, caption: 'still on the tablet' },
        4,
      )
    ).status,
  ).toBe(200)
  const { body } = await client.call<JobRecord>('GET', `/api/jobs/${job.id}/record.json`)
  expect(body.photos.map(({ photo, caption }) => [photo === id, caption])).toEqual([
    [false, 'before'],
    [true, undefined],
    [false, 'still on the tablet'],
  ])
  const pdf = await pdfOf()
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  // One picture drawn as it is, the other two as words.
  expect(pdf.toString('latin1').match(/\/Filter \/DCTDecode/g)).toHaveLength(2)
  expect(pdf.length).toBeGreaterThan(before)
})

it('answers with what it was sent, by its digest; the same id with another picture goes to the leads, and the first stays', async () => {
  const lead = await server.as('lead')
  const [first, other, id] = [await photoOf({ width: 20 }), await photoOf({ width: 24 }), v7()]
  const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
  const answerOf = async (bytes: Buffer) => {
    const answer = await send(id, bytes)
    return [answer.status, (await answer.json()) as Record<string, unknown>] as const
  }
  expect(await answerOf(first)).toMatchObject([200, { id, sha256: sha256(first), width: 20 }])
  // Sent twice it is one photo, and answered as at first.
  expect(await answerOf(first)).toMatchObject([200, { id, sha256: sha256(first) }])
  for (let i = 0; i < 2; i++) expect(await answerOf(other)).toMatchObject([409, { code: 'PHOTO_CONFLICT', refused: id }])
  expect(await answerOf(first)).toMatchObject([200, {}])
  const list = async () => (await lead.call<DisputeView[]>('GET', '/api/disputes')).body
  const [one, ...more] = await list()
  expect([one, more]).toMatchObject([{ kind: 'photo', job: job.id, number: job.number, by: 'Rafe Undal' }, []])
  expect((await client.call('GET', '/api/disputes')).status).toBe(403)
  const picture = await fetch(`${server.url}/api/disputes/${one!.id}/photo`, { headers: { cookie: lead.cookie } })
  expect((await sharp(Buffer.from(await picture.arrayBuffer())).metadata()).width).toBe(24)
  expect((await lead.problem('POST', `/api/disputes/${one!.id}/settle`, { why: ' ' })).status).toBe(422)
  expect((await lead.call('POST', `/api/disputes/${one!.id}/settle`, { why: 'the same bolt, taken again' })).status).toBe(200)
  expect((await lead.problem('POST', `/api/disputes/${one!.id}/settle`, { why: 'once more' })).body.code).toBe('DISPUTE_UNKNOWN')
  expect(await list()).toEqual([])
})

it('refuses what is no photo, is too large, or belongs to no job', async () => {
  expect(await (await send(v7(), Buffer.from('<svg/>'))).json()).toMatchObject({ code: 'PHOTO_REFUSED', status: 422 })
  expect((await send(v7(), Buffer.alloc(3 * 1024 * 1024, 1))).status).toBe(413)
  expect(await (await send(v7(), await photoOf(), v7())).json()).toMatchObject({ code: 'JOB_UNKNOWN' })
  expect(await (await send('not-an-id', await photoOf())).json()).toMatchObject({ code: 'REQUEST_BODY' })
  expect(await (await get(v7())).json()).toMatchObject({ code: 'PHOTO_UNKNOWN' })
  expect((await fetch(`${server.url}/api/photos/${v7()}`)).status).toBe(401)
})

it('only pixels come through: what hides in the file or behind it does not, and a photo held sideways stands upright', async () => {
  const hidden = Buffer.from('<script>alert(1)</script>')
  const whole = await photoOf()
  // Behind the picture, and in a segment that the picture's own reader would skip.
  const behind = Buffer.concat([whole, hidden])
  const within = Buffer.concat([whole.subarray(0, 2), Buffer.from([0xff, 0xef, 0, hidden.length + 2]), hidden, whole.subarray(2)])
  for (const bytes of [behind, within]) {
    const id = v7()
    expect((await send(id, bytes)).status).toBe(200)
    expect(Buffer.from(await (await get(id)).arrayBuffer()).includes('script')).toBe(false)
  }
  const sideways = v7()
  const turned = await sharp(whole).withMetadata({ orientation: 6 }).toBuffer()
  expect(await (await send(sideways, turned)).json()).toMatchObject({ id: sideways, width: 6, height: 8 })
  // Its head is that of a picture, and what follows is not.
  const damaged = Buffer.concat([whole.subarray(0, 200), Buffer.alloc(400, 7), Buffer.from([0xff, 0xd9])])
  expect(await (await send(v7(), damaged)).json()).toMatchObject({ code: 'PHOTO_REFUSED' })
})
