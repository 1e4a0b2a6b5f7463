import { flushPromises } from '@vue/test-utils'
import { expect, it } from 'vitest'
import LinePaste from '~/components/making/LinePaste.vue'
import { writeDxf } from '#core/exchange/writeDxf'
import type { BendRow } from '#core/route/bendTable'
import { mountPart } from '../helpers/mountPart'

const drawing = writeDxf(
  [],
  [
    [0, 0, 0],
    [100, 0, 0],
    [100, 60, 0],
  ],
)
async function open(name: string, text: string) {
  const part = mountPart(LinePaste, {})
  part.findComponent({ name: 'VFileInput' }).vm.$emit('update:modelValue', new File([text], name))
  await flushPromises()
  const take = () => part.findAll('button').find(button => button.text() === 'Take these points')!
  return { part, take, taken: () => part.emitted<[BendRow[]]>('take')?.[0]?.[0] }
}

it('a drawing is taken from corner to corner, once somebody has said how tight its bends are', async () => {
  const { part, take, taken } = await open('old line.DXF', drawing)
  expect(part.text()).toContain('“old line.DXF” is taken from corner to corner.')
  expect(take().attributes('disabled')).toBeDefined()
  await part.find('input[type=text], input:not([type=file])').setValue('15')
  await take().trigger('click')
  expect(taken()).toEqual([
    { straight: 85, rotate: 0, bend: 90, radius: 15 },
    { straight: 45, rotate: 0, bend: 0, radius: 0 },
  ])
})
it('points out of a file stand where they can be read before they are taken', async () => {
  const { part, take, taken } = await open('line.csv', 'x;y;z\n0;0;0\n120,5;0;0')
  expect(part.find('textarea').element.value).toContain('120,5;0;0')
  await take().trigger('click')
  expect(taken()).toEqual([{ straight: 120.5, rotate: 0, bend: 0, radius: 0 }])
})
it.each([
  ['photo.dxf', 'GIF89a', 'This is no drawing that can be read'],
  ['line.csv', '1,2', 'Row 1 has 2 values'],
  ['line.csv', '1,2,3', 'A line needs two points at least.'],
])('%s with %s is refused in words', async (name, text, words) => {
  const { part, take, taken } = await open(name, text)
  if (name.endsWith('dxf')) await part.find('input:not([type=file])').setValue('15')
  await take().trigger('click')
  expect(part.text()).toContain(words)
  expect(taken()).toBeUndefined()
})
it('a file that is too large for one line is not even read', async () => {
  const { part, take } = await open('all.csv', '0,0,0\n'.repeat(800_000))
  expect(part.text()).toContain('too large for one line')
  expect(take().attributes('disabled')).toBeDefined()
})
