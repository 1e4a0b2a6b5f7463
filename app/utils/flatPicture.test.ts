import { describe, expect, it } from 'vitest'
import { standpoints } from '#core/sheet/types'
import { demoCar } from '../../tests/helpers/demo'
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
  it('grow with a picture that fills the screen, and are as they were where its size is not known', () => {
    const asked = { resolved, standpoint: 'under-lift' } as const
    const usual = drawFlat(asked)
    const large = drawFlat({ ...asked, box: { width: 1400, height: 1200 } })
    expect(large.view).toEqual(usual.view)
    expect(drawFlat({ ...asked, box: { width: 0, height: 0 } }).view).toEqual(usual.view)
  })
  it('cover each other nowhere, however small it is', () => {
    const { named } = drawFlat({ resolved, standpoint: 'under-lift', box: { width: 240, height: 110 } })
    const rows = named.joints.map(({ left, at, size, name }) => ({ left, right: left + name.length * size * 0.56, at, size }))
    for (const [i, a] of rows.entries())
      for (const b of rows.slice(i + 1)) expect(a.left < b.right && b.left < a.right && Math.abs(a.at - b.at) < a.size * 0.9).toBe(false)
  })
})
