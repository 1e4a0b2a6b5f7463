import { expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { VProgressLinear } from '../../app/vuetify/fieldLoader'
import { mountPart } from '../helpers/mountPart'

const field = defineComponent({
  props: { active: Boolean },
  setup: props => () => h('div', h(VProgressLinear, { active: props.active, indeterminate: true })),
})

it('a field draws its loading bar where something loads, and not before', async () => {
  const part = mountPart(field, { active: false })
  expect(part.element.childElementCount).toBe(0)
  await part.setProps({ active: true })
  await vi.waitFor(() => expect(part.find('[role=progressbar]').exists()).toBe(true))
})
