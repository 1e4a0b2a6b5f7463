import { describe, expect, it } from 'vitest'
import ChoiceRow from '../../app/components/bay/ChoiceRow.vue'
import CountEntry from '../../app/components/bay/CountEntry.vue'
import QuantityEntry from '../../app/components/bay/QuantityEntry.vue'
import ToggleList from '../../app/components/bay/ToggleList.vue'
import TightenEntry from '../../app/components/bay/TightenEntry.vue'
import TorqueEntry from '../../app/components/bay/TorqueEntry.vue'
import AmountEntry from '../../app/components/bay/AmountEntry.vue'
import { button, lastOf, mountPart } from '../helpers/mountPart'

const window = (low: number, high: number) => ({ values: [{ value: { low, high }, source: 'service-information', date: '2026-01-01' }] })

/** As a step holds it: what is said comes back to the entry. */
function amountEntry(props: Record<string, unknown>) {
  const entry = mountPart(AmountEntry, {
    spec: 'coolant CB-2',
    goesIn: false,
    asksWhich: false,
    asksBottle: false,
    modelValue: { how: 'measured' },
    'onUpdate:modelValue': (modelValue: unknown) => entry.setProps({ modelValue }),
    ...props,
    ...(props.asksBottle ? { spec: 'DOT 4' } : {}),
  })
  return entry
}

describe('nothing is said beforehand', () => {
  it('a choice is pressed on purpose', async () => {
    const row = mountPart(ChoiceRow, {
      label: 'Agree',
      choices: [
        { id: 'yes', text: 'They agree' },
        { id: 'no', text: 'Something differs' },
      ],
    })
    expect(row.findAll('[aria-pressed="true"]')).toHaveLength(0)
    await button(row, 'Something differs').trigger('click')
    expect(lastOf(row)).toBe('no')
  })

  it('ticks begin empty, keep the order of the list, and can be taken back', async () => {
    const list = mountPart(ToggleList, {
      label: 'Proofs',
      modelValue: [],
      items: [
        { id: 'a', text: 'Click' },
        { id: 'b', text: 'Pull' },
      ],
      'onUpdate:modelValue': (value: string[]) => list.setProps({ modelValue: value }),
    })
    expect(list.findAll('[aria-checked="true"]')).toHaveLength(0)
    await button(list, 'Pull').trigger('click')
    await button(list, 'Click').trigger('click')
    expect(lastOf(list)).toEqual(['a', 'b'])
    await button(list, 'Click').trigger('click')
    expect(lastOf(list)).toEqual(['b'])
  })

  it('a torque is what the wrench said: an empty box says nothing, a comma is a point, the other unit stays the other unit', async () => {
    const entry = mountPart(TorqueEntry, { torque: window(16, 20) })
    expect(lastOf(entry)).toBeUndefined()
    const box = entry.find('input')
    await box.setValue('18,5')
    expect(lastOf(entry)).toMatchObject({ how: 'wrench', entered: { value: 18.5, unit: 'N.m' } })
    await box.setValue('')
    expect(lastOf(entry)).toBeUndefined()
    await button(entry, 'By feel').trigger('click')
    expect(lastOf(entry)).toMatchObject({ how: 'feel' })
    expect(lastOf(entry)).not.toHaveProperty('entered')
  })

  it('group after group is tightened, and what stands in one stays while another is', async () => {
    const place = (size: string) => ({ what: 'bolt', size, place: 'cover', count: 2 })
    const entry = mountPart(TightenEntry, {
      asked: [{ torque: window(16, 20) }, undefined, { torque: window(8, 10) }],
      thing: 'operation',
      target: 'cover',
      operation: { fasteners: [place('M8'), place('clip'), place('M6')] },
      modelValue: [undefined, undefined, undefined],
      'onUpdate:modelValue': (modelValue: unknown) => entry.setProps({ modelValue }),
    })
    const isOpen = () => entry.findAll('.torque').map(one => one.isVisible())
    const said = () => (entry.props() as { modelValue: unknown[] }).modelValue
    expect(isOpen()).toEqual([true, false])
    await entry.findAll('.torque input')[0]!.setValue('18')
    expect(button(entry, 'M8').text()).toContain('entered')
    expect(button(entry, 'M6').text()).toContain('not yet')
    await button(entry, 'M6').trigger('click')
    expect(isOpen()).toEqual([false, true])
    await entry.findAll('.torque')[1]!.find('input').setValue('9')
    expect(said()).toMatchObject([{ entered: { value: 18 } }, undefined, { entered: { value: 9 } }])
    await button(entry, 'M8').trigger('click')
    expect(isOpen()).toEqual([true, false])
    expect((entry.find('.torque input').element as HTMLInputElement).value).toBe('18')
  })

  it('how much went in is not known from which fluid it was', async () => {
    const entry = amountEntry({ label: 'put in', goesIn: true, asksWhich: true })
    expect(lastOf(entry)).toBeUndefined()
    await button(entry, 'What was drained').trigger('click')
    expect(lastOf(entry)).toEqual({ how: 'measured', which: 'drained' })
  })

  it('what it comes out of is asked, and an old bottle is said to be one before it is poured', async () => {
    const entry = amountEntry({ label: 'put in', goesIn: true, asksBottle: true })
    expect(lastOf(entry)).toBeUndefined()
    await button(entry, 'Opened before').trigger('click')
    expect((lastOf(entry) as { bottle?: unknown } | undefined)?.bottle).toBeUndefined()
    const [, opened] = entry.findAll('input')
    await opened!.setValue('2001-01-01')
    expect(lastOf(entry)).toMatchObject({ bottle: { opened: '2001-01-01' } })
    expect(entry.text()).toContain('take a sealed bottle')
    await button(entry, 'Sealed until now').trigger('click')
    expect(lastOf(entry)).toMatchObject({ bottle: 'sealed' })
    expect(entry.text()).not.toContain('take a sealed bottle')
  })

  it('on a scale it takes the full pan, the empty one and how warm it is; none of them is taken for granted', async () => {
    const entry = amountEntry({ label: 'caught' })
    await button(entry, 'Weighed').trigger('click')
    const [full, empty, warm] = entry.findAll('input')
    await full!.setValue('1385')
    await empty!.setValue('310')
    expect(lastOf(entry)).toMatchObject({ amount: undefined, weighed: undefined })
    await warm!.setValue('15')
    // 1.075 kg/L at 15 °C, from memory.
    expect(lastOf(entry)).toMatchObject({
      how: 'measured',
      amount: { value: 1000, unit: 'mL' },
      weighed: { full: 1385, empty: 310, celsius: 15 },
    })
    await button(entry, 'Estimated').trigger('click')
    expect(lastOf(entry)).toMatchObject({ how: 'estimated', amount: undefined, weighed: undefined })
  })
})

describe('numbers', () => {
  it.each([
    ['0,5', 0.5],
    ['1.25', 1.25],
    ['', undefined],
    ['a lot', undefined],
  ])('%j is %s', async (typed, value) => {
    const entry = mountPart(QuantityEntry, { dimension: 'volume', units: ['L', 'mL'], label: 'put in' })
    await entry.find('input').setValue('7')
    await entry.find('input').setValue(typed)
    expect(lastOf(entry)).toEqual(value === undefined ? undefined : { value, unit: 'L' })
  })

  it('bolts are counted as they come: the count can be less and more than the sheet says, and never below none', async () => {
    const entry = mountPart(CountEntry, {
      fasteners: [{ count: 2, what: 'bolt', size: 'M8×20', place: 'front' }],
      expected: [2],
      verb: 'out',
      modelValue: [2],
      'onUpdate:modelValue': (value: number[]) => entry.setProps({ modelValue: value }),
    })
    const less = entry.find('button[aria-label*="ess"]')
    const more = entry.find('button[aria-label*="ore"]')
    await more.trigger('click')
    expect(lastOf(entry)).toEqual([3])
    for (let i = 0; i < 5; i++) await less.trigger('click')
    expect(lastOf(entry)).toEqual([0])
  })
})
