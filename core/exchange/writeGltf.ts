import { direction, dot, scale, subtract } from '../route/vector'
import type { Vec3 } from '../sheet/types'

/** Corners of a tube's section. */
const sides = 16
/** Drawn as thick as this where nobody has said how thick it is, mm. */
const assumed = 6
const cross = (a: Vec3, b: Vec3): Vec3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
const unit = (a: Vec3): Vec3 => direction([0, 0, 0], a) ?? [1, 0, 0]
/** Metres, y up, z towards the viewer: what is up here is z. */
const turned = ([x, y, z]: Vec3): Vec3 => [x / 1000, z / 1000, -y / 1000]

/** Rings around a course, square to it, carried along without a twist. */
function rings(course: readonly Vec3[], radius: number): { at: Vec3; out: Vec3 }[][] {
  let side: Vec3 = [0, 0, 1]
  return course.map((at, i) => {
    const along = unit(subtract(course[Math.min(i + 1, course.length - 1)]!, course[Math.max(i - 1, 0)]!))
    // What of the last side is still square to the tube; where nothing is, any other.
    const left = subtract(side, scale(along, dot(side, along)))
    side = Math.hypot(...left) > 1e-6 ? unit(left) : unit(cross(along, Math.abs(along[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0]))
    const other = cross(along, side)
    return Array.from({ length: sides }, (_, k) => {
      const [c, s] = [Math.cos((2 * Math.PI * k) / sides), Math.sin((2 * Math.PI * k) / sides)]
      const out: Vec3 = [side[0] * c + other[0] * s, side[1] * c + other[1] * s, side[2] * c + other[2] * s]
      return { at: [at[0] + out[0] * radius, at[1] + out[1] * radius, at[2] + out[2] * radius], out }
    })
  })
}

/**
 * A line as binary glTF 2.0 (ISO/IEC 12113): a round tube of `outside` mm around points along its middle, mm, the
 * line's own z up.
 */
export function writeGltf(course: readonly Vec3[], outside = assumed): Uint8Array {
  const around = rings(course, outside / 2).flat()
  const places = new Float32Array(around.flatMap(({ at }) => turned(at)))
  const normals = new Float32Array(around.flatMap(({ out }) => unit(turned(out))))
  const corners = course.slice(1).flatMap((_, ring) =>
    Array.from({ length: sides }, (_, k) => {
      const [a, b] = [ring * sides + k, ring * sides + ((k + 1) % sides)]
      return [a, b, a + sides, b, b + sides, a + sides]
    }).flat(),
  )
  const faces = new Uint32Array(corners)
  const bytes = new Uint8Array(places.byteLength + normals.byteLength + faces.byteLength)
  for (const [at, part] of [
    [0, places],
    [places.byteLength, normals],
    [places.byteLength + normals.byteLength, faces],
  ] as const)
    bytes.set(new Uint8Array(part.buffer), at)
  const axis = (pick: (a: number, b: number) => number, from: number) =>
    [0, 1, 2].map(i => around.reduce((found, _, n) => pick(found, places[3 * n + i]!), from))
  const count = around.length
  const length = places.byteLength
  const scene = {
    asset: { version: '2.0', generator: 'Efferent' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, name: 'line' }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0, NORMAL: 1 }, indices: 2, material: 0 }] }],
    materials: [{ pbrMetallicRoughness: { baseColorFactor: [0.75, 0.55, 0.4, 1], metallicFactor: 0.7, roughnessFactor: 0.4 } }],
    accessors: [
      { bufferView: 0, componentType: 5126, count, type: 'VEC3', min: axis(Math.min, Infinity), max: axis(Math.max, -Infinity) },
      { bufferView: 1, componentType: 5126, count, type: 'VEC3' },
      { bufferView: 2, componentType: 5125, count: faces.length, type: 'SCALAR' },
    ],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: length, target: 34962 },
      { buffer: 0, byteOffset: length, byteLength: length, target: 34962 },
      { buffer: 0, byteOffset: 2 * length, byteLength: faces.byteLength, target: 34963 },
    ],
    buffers: [{ byteLength: bytes.byteLength }],
  }
  return packed(JSON.stringify(scene), bytes)
}

/** The two chunks of a binary file, each padded to four bytes. */
function packed(json: string, bytes: Uint8Array): Uint8Array {
  const text = Uint8Array.from(json.padEnd(Math.ceil(json.length / 4) * 4, ' '), letter => letter.charCodeAt(0))
  const tail = Math.ceil(bytes.length / 4) * 4
  const file = new Uint8Array(12 + 8 + text.length + 8 + tail)
  const view = new DataView(file.buffer)
  const numbers: [number, number][] = [
    [0, 0x46546c67],
    [4, 2],
    [8, file.length],
    [12, text.length],
    [16, 0x4e4f534a],
    [20 + text.length, tail],
    [24 + text.length, 0x004e4942],
  ]
  for (const [at, value] of numbers) view.setUint32(at, value, true)
  file.set(text, 20)
  file.set(bytes, 28 + text.length)
  return file
}
