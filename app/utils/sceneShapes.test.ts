import { BoxGeometry, CapsuleGeometry, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { keepoutKinds, type Body } from '#core/sheet/types'
import { millimetres } from '#core/units/types'
import { shade, solidOf, TracedCurve } from './sceneShapes'

describe('a traced line as a curve', () => {
  // Two straights of 300 and 100 mm with a corner between them.
  const curve = new TracedCurve([
    [0, 0, 0],
    [300, 0, 0],
    [300, 100, 0],
  ])
  it('is as long as its parts, and goes along them evenly', () => {
    expect(curve.size).toBe(400)
    expect(curve.getPoint(0).toArray()).toEqual([0, 0, 0])
    expect(curve.getPoint(0.5).toArray()).toEqual([200, 0, 0])
    expect(curve.getPoint(0.75).toArray()).toEqual([300, 0, 0])
    expect(curve.getPoint(1).toArray()).toEqual([300, 100, 0])
  })
  it('two points in one place do not throw it off', () => {
    const still = new TracedCurve([
      [0, 0, 0],
      [0, 0, 0],
      [10, 0, 0],
    ])
    expect(still.getPoint(0.5).toArray()).toEqual([5, 0, 0])
  })
})

describe('a body of the sheet', () => {
  const extent = (body: Body) => {
    const { geometry, position, quaternion } = solidOf('x', body, '#fff', 1)
    geometry.computeBoundingBox()
    const size = geometry.boundingBox!.getSize(new Vector3()).applyQuaternion(quaternion)
    return { geometry, at: position.toArray(), size: size.toArray().map(one => Math.abs(Math.round(one))) }
  }
  it('a box stands where it is, as large as it is', () => {
    const { geometry, at, size } = extent({ shape: 'box', min: [0, 10, 20], max: [100, 30, 80] } as Body)
    expect(geometry).toBeInstanceOf(BoxGeometry)
    expect([at, size]).toEqual([
      [50, 20, 50],
      [100, 20, 60],
    ])
  })
  it('a capsule lies along its axis, its round ends beyond it', () => {
    const { geometry, at, size } = extent({ shape: 'capsule', a: [0, 0, 0], b: [200, 0, 0], radius: millimetres(25) } as Body)
    expect(geometry).toBeInstanceOf(CapsuleGeometry)
    expect(at).toEqual([100, 0, 0])
    expect(size).toEqual([250, 50, 50])
  })
  it('one without a length is drawn all the same', () => {
    expect(extent({ shape: 'cylinder', a: [5, 5, 5], b: [5, 5, 5], radius: millimetres(10) } as Body).size).toEqual([20, 1, 20])
  })
  it('every kind of keep-out has its shade', () => {
    expect(keepoutKinds.filter(kind => !/^#[0-9a-f]{6}$/.test(shade[kind]))).toEqual([])
  })
})
