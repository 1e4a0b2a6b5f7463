import { mount } from '@vue/test-utils'
import { afterEach, expect, it } from 'vitest'
import { footInField } from '../../app/utils/footKey'

const inputs =
  '<input id="torque" inputmode="decimal"><input id="qt" inputmode="decimal" data-mixed><input id="full" inputmode="decimal" value="9"><input id="why">'
let page: ReturnType<typeof mount> | undefined
afterEach(() => page?.unmount())
function step(button: 'on' | 'off') {
  const template = `<div><main>${inputs}</main><button class="go" ${button === 'off' ? 'disabled' : ''}>Record</button></div>`
  page = mount({ template }, { attachTo: document.body })
  const root = page.element as HTMLElement
  const main = root.querySelector('main')!
  const press = (id: string, value: string, more: KeyboardEventInit = {}) => {
    const field = main.querySelector<HTMLInputElement>(`#${id}`)!
    field.value = value
    field.focus()
    const event = new KeyboardEvent('keydown', { key: ' ', cancelable: true, bubbles: true, ...more })
    let used = false
    field.addEventListener('keydown', (heard: KeyboardEvent) => (used = footInField(heard, main, root.querySelector<HTMLElement>('.go'))), {
      once: true,
    })
    field.dispatchEvent(event)
    return { used, types: !event.defaultPrevented, at: document.activeElement?.id || document.activeElement?.className }
  }
  return press
}

it('a foot in a number field goes on to the next empty one, then to the button, and types nothing', () => {
  const press = step('on')
  expect(press('torque', '18')).toEqual({ used: true, types: false, at: 'qt' })
  expect(press('qt', '1.5')).toEqual({ used: true, types: false, at: 'go' })
  // Held down it is one press; what a person types in words is theirs.
  expect(press('torque', '18', { repeat: true })).toEqual({ used: true, types: false, at: 'torque' })
  expect(press('why', 'it')).toMatchObject({ used: false, types: true })
  expect(press('torque', '18', { ctrlKey: true })).toMatchObject({ used: false })
})

it('a mixed number keeps its space: 1 1/2 qt is not 11/2', () => {
  const press = step('on')
  expect(press('qt', '1')).toEqual({ used: false, types: true, at: 'qt' })
  expect(press('qt', '1 ')).toMatchObject({ used: true, types: false })
  expect(press('qt', '1 1/2')).toMatchObject({ used: true, types: false, at: 'go' })
})

it('with nothing to record yet it leaves the field, and presses nothing', () => {
  expect(step('off')('qt', '0.5')).toMatchObject({ used: true, types: false, at: '' })
})
