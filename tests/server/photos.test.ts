import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { v7 } from 'uuid'
import { jpegOf } from '../helpers/jpeg'
import { copyDatabase, TestServer, type Client } from '../helpers/server'
import type { JobRecord } from '../../core/job/buildRecord'
import type { JobRow } from '../../shared/schemas/api'

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
  const photo = jpegOf({ aside: [[0xe1, 'Exif\0\0 where it was']] })
  for (let i = 0; i < 2; i++) expect(await (await send(id, photo)).json()).toEqual({ id, width: 8, height: 8 })
  const back = await get(id)
  expect(back.headers.get('content-type')).toBe('image/jpeg')
  const bytes = Buffer.from(await back.arrayBuffer())
  expect(bytes.includes('where it was')).toBe(false)
  expect(bytes.equals(jpegOf({ aside: [] }))).toBe(true)
  expect(
    (await client.say(job.id, { type: 'photoTaken', photo: id, step: { kind: 'prepare', target: 'car' }, caption: 'before' }, 2)).status,
  ).toBe(200)
})

it('the record’s PDF shows what is here, and names what is not', async () => {
  const before = (await pdfOf()).length
  const id = v7()
  await send(id, jpegOf({ aside: [], width: 16 }))
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

it('refuses what is no photo, is too large, or belongs to no job', async () => {
  expect(await (await send(v7(), Buffer.from('<svg/>'))).json()).toMatchObject({ code: 'PHOTO_REFUSED', status: 422 })
  expect((await send(v7(), Buffer.alloc(3 * 1024 * 1024, 1))).status).toBe(413)
  expect(await (await send(v7(), jpegOf({ aside: [] }), v7())).json()).toMatchObject({ code: 'JOB_UNKNOWN' })
  expect(await (await send('not-an-id', jpegOf({ aside: [] }))).json()).toMatchObject({ code: 'REQUEST_BODY' })
  expect(await (await get(v7())).json()).toMatchObject({ code: 'PHOTO_UNKNOWN' })
  expect((await fetch(`${server.url}/api/photos/${v7()}`)).status).toBe(401)
})
