import 'fake-indexeddb/auto'
import { createHash } from 'node:crypto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { usualJudgement } from '#core/plan/search/judgeChance'
import { usualLift } from '#core/plan/liftMinutes'
import { makingGearSchema } from '#shared/schemas/gear'
import { problem } from '#shared/errors'
import { technician } from '../../tests/helpers/demo'
import { deviceStore, type RawPhoto } from '~/utils/deviceStore'
import { useConnection } from './connection'
import { usePhotos } from './photos'
import { useSession } from './session'

const disk = () => deviceStore().listPhotos()
let shrink: (file: Blob) => Promise<Blob>
vi.mock('~/utils/shrinkPhoto', () => ({ shrinkPhoto: (file: Blob) => shrink(file) }))
let answer: (path: string, picture: Blob) => Promise<Response>
let sent: string[]
const photo = (id: string): RawPhoto => ({
  id,
  job: 'job-1',
  picture: new Blob([id], { type: 'image/jpeg' }),
  raw: { step: { kind: 'open', target: 'slave-joint' } },
})
/** As the server says it: by node's own digest of the bytes that came. */
const receipt = async (path: string, picture: Blob) => ({
  id: new URL(path, 'http://shop').searchParams.get('id'),
  sha256: createHash('sha256')
    .update(new Uint8Array(await picture.arrayBuffer()))
    .digest('hex'),
  width: 4,
  height: 3,
})
const said = (body: unknown, init: ResponseInit = {}) => new Response(typeof body === 'string' ? body : JSON.stringify(body), init)
const taken = async (path: string, picture: Blob) => said(await receipt(path, picture))
const settled = (condition: () => boolean) => vi.waitFor(() => expect(condition()).toBe(true), { timeout: 20_000, interval: 10 })

beforeEach(async () => {
  await Promise.all((await disk()).map(({ id }) => deviceStore().removePhoto(id)))
  sent = []
  answer = taken
  shrink = file => Promise.resolve(file)
  vi.stubGlobal(
    'fetch',
    vi.fn((path: string, init: { body: Blob }) => {
      // Whether anybody is there is asked as well: that is not what is counted.
      if (path.includes('/photos')) sent.push(path)
      return answer(path, init.body)
    }),
  )
  URL.createObjectURL = () => 'blob:here'
  URL.revokeObjectURL = vi.fn()
  setActivePinia(createPinia())
  useSession().view = {
    person: { ...technician, active: true },
    setup: false,
    judgement: usualJudgement,
    lift: usualLift,
    workshop: '',
    shelf: [],
    making: makingGearSchema.parse({}),
    people: [],
  }
})
afterEach(() => {
  vi.unstubAllGlobals()
})

it('sends a photo by itself and reads it from the server from then on', async () => {
  const photos = usePhotos()
  await photos.take(photo('a'))
  await settled(() => photos.waiting.length === 0)
  expect(sent).toEqual(['/api/jobs/job-1/photos?id=a'])
  expect(await disk()).toEqual([])
  expect(photos.urlOf('a')).toBe('/api/photos/a')
})

it('one taken while another is on its way follows by itself', async () => {
  const photos = usePhotos()
  let arrive: (() => void) | undefined
  answer = (path, picture) => (arrive ? taken(path, picture) : new Promise(resolve => (arrive = () => resolve(taken(path, picture)))))
  await photos.take(photo('a'))
  await settled(() => arrive !== undefined)
  await photos.take(photo('b'))
  arrive!()
  await settled(() => photos.waiting.length === 0)
  expect(sent.map(path => path.at(-1))).toEqual(['a', 'b'])
})

it('keeps it while the server is away, over a reload, and sends oldest first', async () => {
  answer = () => Promise.reject(new TypeError('network'))
  await usePhotos().take(photo('a'))
  await usePhotos().take(photo('b'))
  await settled(() => useConnection().trouble === 'no-server')
  expect(usePhotos().urlOf('a')).toBe('blob:here')
  // The page is loaded anew.
  const { view } = useSession()
  setActivePinia(createPinia())
  useSession().view = view
  answer = taken
  sent = []
  await usePhotos().send()
  expect(sent.map(path => path.at(-1))).toEqual(['a', 'b'])
  expect(await disk()).toEqual([])
})

it('says what the server will not take, and lets it go; nobody signed in sends nothing', async () => {
  const photos = usePhotos()
  answer = () =>
    Promise.resolve(
      new Response(JSON.stringify(problem('PHOTO_REFUSED', 'A job keeps 60 photos, and this one has them.', { refused: 'a' })), {
        status: 422,
      }),
    )
  await photos.take(photo('a'))
  await settled(() => photos.refused.length === 1)
  expect(photos.refused[0]).toEqual({ id: 'a', job: 'job-1', why: 'A job keeps 60 photos, and this one has them.' })
  // Kept, and shown, until somebody has read it.
  expect(await disk()).toHaveLength(1)
  await photos.dismiss('a')
  expect([photos.refused, await disk()]).toEqual([[], []])
  useSession().view = { ...useSession().view!, person: undefined }
  sent = []
  await photos.take(photo('b'))
  await photos.send()
  expect([sent.length, (await disk()).length]).toEqual([0, 1])
})

it.each<[string, (right: Awaited<ReturnType<typeof receipt>>) => Response]>([
  ['a sign-in page of the network', () => said('<html>Welcome to Harbour Guest</html>', { headers: { 'content-type': 'text/html' } })],
  ['nothing', () => new Response(null, { status: 204 })],
  ['an empty yes', () => said('')],
  ['null', () => said('null')],
  ['a yes', () => said({ ok: true })],
  ['an empty object', () => said({})],
  ['a list', () => said([])],
  ['the id without a digest', ({ id }) => said({ id, width: 4, height: 3 })],
  ['the receipt of another photo', right => said({ ...right, id: 'b' })],
  ['the receipt of other bytes', right => said({ ...right, sha256: '0'.repeat(64) })],
  ['a digest cut short', right => said({ ...right, sha256: right.sha256.slice(0, 32) })],
  ['an answer of before', ({ id }) => said({ id, width: 4, height: 3 }, { status: 201 })],
  ['a receipt inside something', right => said({ receipt: right })],
])('%s is no receipt: the photo stays here, and goes out when the server answers', async (_, other) => {
  answer = async (path, picture) => other(await receipt(path, picture))
  const photos = usePhotos()
  await photos.take(photo('a'))
  await settled(() => sent.length > 0)
  await photos.send()
  expect([photos.refused, (await disk()).map(({ id }) => id)]).toEqual([[], ['a']])
  answer = taken
  await photos.send()
  await settled(() => photos.waiting.length === 0)
  expect(await disk()).toEqual([])
})

it('a fault of the server is no last word: the photo stays and goes out later', async () => {
  answer = () => Promise.resolve(new Response(JSON.stringify(problem('INTERNAL', 'Our mistake.')), { status: 500 }))
  const photos = usePhotos()
  await photos.take(photo('a'))
  await settled(() => sent.length > 0)
  expect([photos.refused, (await disk()).length]).toEqual([[], 1])
  answer = taken
  await photos.send()
  await settled(() => photos.waiting.length === 0)
  expect(await disk()).toEqual([])
})

it('left while it is made small, it is there as it was taken, and is finished by whoever comes back', async () => {
  shrink = () => new Promise(() => {})
  void usePhotos().take(photo('a'))
  await vi.waitFor(async () => expect(await disk()).toHaveLength(1), { timeout: 20_000 })
  // In hand here: nobody starts on it a second time, and nothing goes out that is not small yet.
  expect(await usePhotos().unfinished('job-1')).toEqual([])
  await usePhotos().send()
  expect(sent).toEqual([])
  // The page is loaded anew.
  const { view } = useSession()
  setActivePinia(createPinia())
  useSession().view = view
  shrink = () => Promise.resolve(new Blob(['small']))
  expect(await usePhotos().unfinished('job-2')).toEqual([])
  const [left] = await usePhotos().unfinished('job-1')
  expect(left).toMatchObject({ id: 'a', raw: { step: { kind: 'open', target: 'slave-joint' } } })
  await usePhotos().take(left!)
  await vi.waitFor(async () => expect([sent.length, await disk()]).toEqual([1, []]), { timeout: 20_000 })
  expect(await usePhotos().unfinished('job-1')).toEqual([])
})

it('what is no photo is said so, and not kept', async () => {
  shrink = () => Promise.reject(new Error('no picture'))
  await expect(usePhotos().take(photo('a'))).rejects.toThrow('no picture')
  expect([await disk(), sent]).toEqual([[], []])
})
