import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { usualJudgement } from '#core/access/judgeChance'
import { usualLift } from '#core/access/liftMinutes'
import { problem } from '#shared/errors'
import { technician } from '../../tests/helpers/demo'
import type { KeptPhoto, RawPhoto } from '~/utils/photoBox'
import { useConnection } from './connection'
import { usePhotos } from './photos'
import { useSession } from './session'

const disk = new Map<string, KeptPhoto>()
vi.mock('~/utils/photoBox', () => ({
  createPhotoBox: () => ({
    list: () => Promise.resolve([...disk.values()]),
    add: (photo: KeptPhoto) => Promise.resolve(void disk.set(photo.id, photo)),
    remove: (id: string) => Promise.resolve(void disk.delete(id)),
  }),
}))
let shrink: (file: Blob) => Promise<Blob>
vi.mock('~/utils/shrinkPhoto', () => ({ shrinkPhoto: (file: Blob) => shrink(file) }))
let answer: () => Promise<Response>
let sent: string[]
const photo = (id: string): RawPhoto => ({
  id,
  job: 'job-1',
  picture: new Blob([id], { type: 'image/jpeg' }),
  raw: { step: 'open:slave-joint' },
})
const taken = () => Promise.resolve(new Response('{}', { status: 200 }))
const settled = (condition: () => boolean) => vi.waitFor(() => expect(condition()).toBe(true))

beforeEach(() => {
  disk.clear()
  sent = []
  answer = taken
  shrink = file => Promise.resolve(file)
  vi.stubGlobal(
    'fetch',
    vi.fn((path: string) => {
      sent.push(path)
      return answer()
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
  expect(disk.size).toBe(0)
  expect(photos.urlOf('a')).toBe('/api/photos/a')
})

it('one taken while another is on its way follows by itself', async () => {
  const photos = usePhotos()
  let arrive: (() => void) | undefined
  answer = () => (arrive ? taken() : new Promise(resolve => (arrive = () => resolve(new Response('{}', { status: 200 })))))
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
  expect(disk.size).toBe(0)
})

it('says what the server will not take, and lets it go; nobody signed in sends nothing', async () => {
  const photos = usePhotos()
  answer = () =>
    Promise.resolve(
      new Response(JSON.stringify(problem('PHOTO_REFUSED', 'A job keeps 60 photos, and this one has them.')), { status: 422 }),
    )
  await photos.take(photo('a'))
  await settled(() => photos.refused.length === 1)
  expect(photos.refused[0]).toEqual({ id: 'a', job: 'job-1', why: 'A job keeps 60 photos, and this one has them.' })
  expect(disk.size).toBe(0)
  photos.dismiss('a')
  expect(photos.refused).toEqual([])
  useSession().view = { ...useSession().view!, person: undefined }
  sent = []
  await photos.take(photo('b'))
  await photos.send()
  expect([sent.length, disk.size]).toEqual([0, 1])
})

it('left while it is made small, it is there as it was taken, and is finished by whoever comes back', async () => {
  shrink = () => new Promise(() => {})
  void usePhotos().take(photo('a'))
  await settled(() => disk.size === 1)
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
  expect(left).toMatchObject({ id: 'a', raw: { step: 'open:slave-joint' } })
  await usePhotos().take(left!)
  await settled(() => sent.length === 1 && disk.size === 0)
  expect(await usePhotos().unfinished('job-1')).toEqual([])
})

it('what is no photo is said so, and not kept', async () => {
  shrink = () => Promise.reject(new Error('no picture'))
  await expect(usePhotos().take(photo('a'))).rejects.toThrow('no picture')
  expect([disk.size, sent.length]).toEqual([0, 0])
})
