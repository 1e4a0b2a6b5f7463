import { describe, expect, it } from 'vitest'
import { standpoints } from '#core/sheet/types'
import { demoCar } from '../../tests/helpers/demo'
import { placeOf } from '#core/route/placeOf'
import { drawFlat } from './flatPicture'

describe('words in the flat picture', () => {
  const resolved = demoCar('two')
  /** Pixels on the screen that a millimetre of the picture takes. */
  const shrunk = ({ w, h }: { w: number; h: number }, box: { width: number; height: number }) => Math.min(box.width / w, box.height / h)

  it('are read as easily in a small picture as in one of the usual size', () => {
    for (const standpoint of standpoints)
      for (const box of [
        { width: 358, height: 164 },
        { width: 220, height: 90 },
      ]) {
        const { view, named } = drawFlat({ resolved, standpoint, box })
        for (const { size } of named.joints) expect(size * shrunk(view, box)).toBeGreaterThanOrEqual(13.99)
      }
  })
  it('grow a little with a picture that fills the screen, and are as they were where its size is not known', () => {
    const asked = { resolved, standpoint: 'under-lift' } as const
    const usual = drawFlat(asked)
    const box = { width: 1400, height: 1200 }
    const { view, named } = drawFlat({ ...asked, box })
    expect({ ...view, unit: 0 }).toEqual({ ...usual.view, unit: 0 })
    for (const { size } of named.joints) expect(size * shrunk(view, box)).toBeCloseTo(14 * 1.6)
    expect(drawFlat({ ...asked, box: { width: 0, height: 0 } }).view).toEqual(usual.view)
  })
  it('of what to keep clear of stand inside the picture, and on no joint and no joint’s name', () => {
    let named = 0
    for (const standpoint of standpoints)
      for (const { id } of resolved.joints) {
        const focus = placeOf(resolved, id)
        const { view, joints, named: put } = drawFlat({ resolved, standpoint, focus, box: { width: 1240, height: 640 } })
        const { x, y, w, h, unit } = view
        const taken = [
          ...joints.map(({ at }) => ({
            left: at[0] - 12 * unit,
            right: at[0] + 12 * unit,
            top: at[1] - 9 * unit,
            bottom: at[1] + 9 * unit,
          })),
          ...put.joints.map(({ left, at, size, name }) => ({
            left,
            right: left + name.length * size * 0.5,
            top: at - size * 0.6,
            bottom: at,
          })),
        ]
        for (const { name, left, at, size } of put.rest) {
          named++
          const right = left + name.length * size * 0.5
          expect(left >= x && right <= x + w && at - size >= y && at <= y + h, name).toBe(true)
          for (const box of taken)
            expect(left < box.right && right > box.left && at - size * 0.6 < box.bottom && at > box.top, `${name} from ${standpoint}`).toBe(
              false,
            )
        }
      }
    expect(named).toBeGreaterThan(20)
  })
  it('cover each other nowhere, however small it is', () => {
    const { named } = drawFlat({ resolved, standpoint: 'under-lift', box: { width: 240, height: 110 } })
    const rows = named.joints.map(({ left, at, size, name }) => ({ left, right: left + name.length * size * 0.56, at, size }))
    for (const [i, a] of rows.entries())
      for (const b of rows.slice(i + 1)) expect(a.left < b.right && b.left < a.right && Math.abs(a.at - b.at) < a.size * 0.9).toBe(false)
  })
})
