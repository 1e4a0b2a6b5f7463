import { expect, it } from 'vitest'
import { everyDemoCar } from '../../tests/helpers/demo'
import { stepWords } from './stepWords'
import { oldOutItem } from './sealWords'

const said = (kind: 'seals' | 'cap', target: string, sheet: ReturnType<typeof everyDemoCar>[number]['sheet']): string =>
  stepWords({ kind, target }, sheet).how

it('only what is a seal is wetted, lost in a bore, or looked for in a port: no clip, no clamp, no metal gasket', () => {
  let asked = 0
  for (const { sheet } of everyDemoCar())
    for (const joint of sheet.joints.filter(({ seals }) => seals.length > 0)) {
      const isHolder = joint.kind === 'clip-connect' || joint.kind === 'clamp'
      expect(/wet with the system/.test(said('seals', joint.id, sheet)), joint.id).toBe(
        !isHolder && joint.kind !== 'banjo' && joint.seals.some(({ wet }) => wet),
      )
      expect(/old seal comes out/.test(said('cap', joint.id, sheet)), joint.id).toBe(!isHolder)
      expect(/seals/.test(oldOutItem(joint).text), joint.id).toBe(!isHolder)
      asked++
    }
  expect(asked).toBeGreaterThan(30)
})
