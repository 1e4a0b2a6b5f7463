import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { developedPoints } from '../making/developedPoints'
import { subtract } from '../route/vector'
import type { Vec3 } from '../sheet/types'
import { writeGltf } from './writeGltf'

const rows = [
  { straight: 120, rotate: 0, bend: 90, radius: 15 },
  { straight: 60, rotate: 100, bend: 150, radius: 15 },
  { straight: 160, rotate: 0, bend: 0, radius: 0 },
]

/** A binary file read back by the letter of the format. */
function read(file: Uint8Array) {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength)
  const word = (at: number) => view.getUint32(at, true)
  expect([word(0), word(4), word(8)]).toEqual([0x46546c67, 2, file.length])
  const long = word(12)
  expect([word(16), long % 4, word(20 + long) % 4, word(24 + long)]).toEqual([0x4e4f534a, 0, 0, 0x004e4942])
  const json = JSON.parse(Buffer.from(file.subarray(20, 20 + long)).toString('utf8')) as {
    accessors: { bufferView: number; componentType: number; count: number; min?: number[]; max?: number[] }[]
    bufferViews: { byteOffset: number; byteLength: number }[]
    buffers: { byteLength: number }[]
  }
  const bytes = Buffer.from(file.subarray(28 + long, 28 + long + json.buffers[0]!.byteLength))
  const values = json.accessors.map(({ bufferView, componentType }) => {
    const { byteOffset, byteLength } = json.bufferViews[bufferView]!
    const part = new Uint8Array(bytes.subarray(byteOffset, byteOffset + byteLength)).buffer
    return componentType === 5126 ? new Float32Array(part) : new Uint32Array(part)
  })
  const triples = (flat: ArrayLike<number>) =>
    Array.from({ length: flat.length / 3 }, (_, i): Vec3 => [flat[3 * i]!, flat[3 * i + 1]!, flat[3 * i + 2]!])
  // Back to the line's own frame and millimetres.
  const back = ([x, y, z]: Vec3): Vec3 => [x * 1000, -z * 1000, y * 1000]
  return { json, corners: triples(values[0]!).map(back), normals: triples(values[1]!), faces: triples(values[2]!) }
}
const apart = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

describe('a line as a shape in space', () => {
  it('is as thick as the tube all along, within a fifth of a millimetre of its middle line', () => {
    const { line } = developedPoints(rows)!
    const { corners, faces, json } = read(writeGltf(line, 4.75))
    for (const corner of corners) expect(Math.abs(Math.min(...line.map(at => apart(at, corner))) - 4.75 / 2)).toBeLessThan(0.2)
    expect(Math.max(...faces.flat())).toBe(corners.length - 1)
    expect(json.accessors[0]!.count).toBe(corners.length)
    for (const axis of [0, 1, 2] as const) expect(json.accessors[0]!.min![axis]).toBeLessThan(json.accessors[0]!.max![axis]!)
  })

  it('its faces look outwards, and no ring is turned against the one before', () => {
    const { line } = developedPoints(rows)!
    const { corners, faces } = read(writeGltf(line, 6))
    for (const [a, b, c] of faces.map(face => face.map(n => corners[n]!))) {
      const [u, v] = [subtract(b!, a!), subtract(c!, a!)]
      const normal: Vec3 = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
      const nearest = line.reduce((best, at) => (apart(at, a!) < apart(best, a!) ? at : best))
      expect(normal[0] * (a![0] - nearest[0]) + normal[1] * (a![1] - nearest[1]) + normal[2] * (a![2] - nearest[2])).toBeGreaterThan(0)
    }
    for (let n = 16; n < corners.length; n++) expect(apart(corners[n]!, corners[n - 16]!)).toBeLessThan(2 + 6 * 0.2)
  })

  it('draws a straight whichever way it runs', () =>
    fc.assert(
      fc.property(fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 })), to => {
        if (to.every(x => x === 0)) return
        const { corners, normals } = read(writeGltf([[0, 0, 0], to as Vec3], 2))
        for (const corner of corners) expect(Number.isFinite(corner[0] + corner[1] + corner[2])).toBe(true)
        for (const normal of normals) expect(Math.hypot(...normal)).toBeCloseTo(1, 5)
        for (const corner of corners.slice(0, 16)) expect(Math.hypot(...corner)).toBeCloseTo(1, 4)
      }),
    ))
})
