import type { Body, Landmark, Sheet } from '../sheet/types'
import { millimetres } from '../units/types'

const box = (id: string, name: string, min: readonly [number, number, number], max: readonly [number, number, number]): Landmark => ({
  id,
  name,
  body: { shape: 'box', min, max },
})
const wheel = (id: string, y: number): Landmark => ({
  id,
  name: '',
  body: { shape: 'cylinder', a: [0, y - 110, 360], b: [0, y + 110, 360], radius: millimetres(355) },
})

/** A generic car with its engine in front, for orientation only. Landmarks without a name are drawn and not named. */
const genericCar: readonly Landmark[] = [
  box('radiator', 'radiator', [620, -360, 480], [665, 360, 880]),
  box('engine', 'engine', [-330, -220, 380], [330, 220, 980]),
  box('gearbox', 'gearbox', [-1050, -190, 360], [-340, 190, 700]),
  box('bumper', 'bumper', [860, -800, 420], [930, 800, 700]),
  wheel('wheel-left', 800),
  wheel('wheel-right', -800),
]

/** The landmarks of a sheet; of one that names none, those every car has. */
export const landmarksOf = (sheet: Pick<Sheet, 'landmarks'>): readonly Landmark[] => sheet.landmarks ?? genericCar

/** Centre of a body, mm: where its name stands. Our own. */
export const centreOfBody = (body: Body): readonly [number, number, number] => {
  const [a, b] = body.shape === 'box' ? [body.min, body.max] : [body.a, body.b]
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2]
}
