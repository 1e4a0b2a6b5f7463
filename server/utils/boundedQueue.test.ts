import { expect, it } from 'vitest'
import { BoundedQueue } from './boundedQueue'
import { storageTroubleOf, lastStorageTrouble, noteStorage } from './storageTrouble'

it('does so many at a time, lets so many wait, and tells the rest at once', async () => {
  const queue = new BoundedQueue(2, 1, () => new Error('full'))
  const doors: (() => void)[] = []
  const work = () => new Promise<string>(resolve => doors.push(() => resolve('done')))
  const [one, two, three] = [queue.run(work), queue.run(work), queue.run(work)]
  await expect(queue.run(work)).rejects.toThrow('full')
  expect([doors.length, queue.load]).toEqual([2, 3])
  doors[0]!()
  expect(await one).toBe('done')
  await Promise.resolve()
  expect(doors).toHaveLength(3)
  doors[1]!()
  doors[2]!()
  expect(await Promise.all([two, three])).toEqual(['done', 'done'])
  expect(queue.load).toBe(0)
})

it('work that fails gives its place on', async () => {
  const queue = new BoundedQueue(1, 5, () => new Error('full'))
  const failing = queue.run(() => Promise.reject(new Error('broken')))
  const next = queue.run(() => Promise.resolve('done'))
  await expect(failing).rejects.toThrow('broken')
  expect(await next).toBe('done')
})

// PostgreSQL documentation, appendix A: error codes.
it.each([
  [{ code: '53100' }, 'full'],
  [{ code: '58030' }, 'full'],
  [{ code: 'ENOSPC' }, 'full'],
  [{ code: '25006' }, 'read-only'],
  [{ code: '53200' }, 'busy'],
  [{ code: '55P03' }, 'busy'],
  [{ code: '57014' }, 'busy'],
  [{ code: '40P01' }, 'busy'],
  [{ code: '23505' }, undefined],
  [{ code: '22P02' }, undefined],
  [new Error('no code'), undefined],
  [null, undefined],
])('%j is a storage trouble: %s', (error, trouble) => expect(storageTroubleOf(error)).toBe(trouble))

it('a trouble that stays is told until something was kept, or long enough ago; one that passes by itself is not', () => {
  noteStorage('full', 1000)
  noteStorage('busy', 1500)
  expect([lastStorageTrouble(2000), lastStorageTrouble(1000 + 60_000)]).toEqual(['full', undefined])
  noteStorage('full', 1000)
  noteStorage(undefined)
  expect(lastStorageTrouble(2000)).toBeUndefined()
})
