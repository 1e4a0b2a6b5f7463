import { fail, ok, type Result } from '../result'
import type { CentrePoint, Vec3 } from '../sheet/types'

export type DxfIssue =
  /** Not a drawing in text: another file, or one in binary. */
  | { code: 'DXF_NOT' }
  /** No polyline, and no lines that hang together. */
  | { code: 'DXF_NO_LINE' }
  /** Several lines: which one is meant cannot be told. */
  | { code: 'DXF_SEVERAL'; lines: number }
  /** A curve drawn in small pieces instead of from corner to corner. */
  | { code: 'DXF_FINE'; points: number; most: number }
  | { code: 'DXF_RANGE'; value: number }

/** Beyond ten metres nothing lies on a car. */
const reach = 10_000
/** Ends of lines that meet, mm: as exactly as drawings are rounded. */
const meets = 0.05

type Entity = { kind: string; layer: string; at: Vec3[] }

/** Group codes and their values, two lines each; undefined for a text that is none. */
function groupsOf(text: string): { code: number; value: string }[] | undefined {
  const rows = text.split(/\r\n?|\n/)
  const groups: { code: number; value: string }[] = []
  for (let i = 0; i + 1 < rows.length; i += 2) {
    const code = Number(rows[i]!.trim())
    if (!Number.isInteger(code)) return undefined
    groups.push({ code, value: rows[i + 1]!.trim() })
  }
  return groups.some(({ code, value }) => code === 0 && value === 'SECTION') ? groups : undefined
}

/** What is drawn, each with its points; a polyline has those of its vertices. All but points and straight pieces is passed over. */
function entitiesOf(groups: readonly { code: number; value: string }[]): Entity[] {
  const entities: Entity[] = []
  let into: Entity | undefined
  /** What is being read of a point, by its place in the entity: LINE has a second one, LWPOLYLINE as many as it likes. */
  let point: [number, number, number] | undefined
  let height = 0
  for (const { code, value } of groups) {
    if (code === 0) {
      point = undefined
      if (value === 'VERTEX' && into?.kind === 'POLYLINE') continue
      into = undefined
      if (['POLYLINE', 'LWPOLYLINE', 'LINE', 'POINT'].includes(value)) entities.push((into = { kind: value, layer: '', at: [] }))
      height = 0
      continue
    }
    if (!into) continue
    if (code === 8) into.layer ||= value
    if (code === 38) height = Number(value)
    if (code === 10 || code === 11) into.at.push((point = [Number(value), NaN, height]))
    if (point && (code === 20 || code === 21)) point[1] = Number(value)
    if (point && (code === 30 || code === 31)) point[2] = Number(value)
  }
  // The point of a POLYLINE's own head says at what height it lies, and is no corner.
  return entities.map(entity => (entity.kind === 'POLYLINE' ? { ...entity, at: entity.at.slice(1) } : entity))
}

/** Lines that meet end to end, in the order they are drawn; undefined where they do not hang together. */
function joined(pieces: readonly Vec3[][]): Vec3[] | undefined {
  const [first, ...rest] = pieces
  const line = [...(first ?? [])]
  const isSame = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) <= meets
  for (const [from, to] of rest as [Vec3, Vec3][]) {
    if (isSame(line.at(-1)!, from)) line.push(to)
    else if (isSame(line.at(-1)!, to)) line.push(from)
    else return undefined
  }
  return line
}

/**
 * The corners of one line out of a DXF drawing in text (ASCII, R12 and what later ones share with it, as Autodesk's public reference
 * describes its groups), mm: points on a layer CORNERS, where there are any, else the vertices of the only polyline, else lines that meet
 * end to end. At most so many corners; a curve in small pieces has none.
 */
export function readDxf(text: string, most: number): Result<CentrePoint[], DxfIssue> {
  const groups = groupsOf(text)
  if (!groups) return fail({ code: 'DXF_NOT' })
  const entities = entitiesOf(groups)
  const corners = entities.filter(({ kind, layer }) => kind === 'POINT' && layer === 'CORNERS').flatMap(({ at }) => at)
  const polylines = entities.filter(({ kind, at }) => /POLYLINE$/.test(kind) && at.length > 1)
  if (corners.length < 2 && polylines.length > 1) return fail({ code: 'DXF_SEVERAL', lines: polylines.length })
  const straight = entities.flatMap(({ kind, at }) => (kind === 'LINE' && at.length === 2 ? [at] : []))
  const found = corners.length >= 2 ? corners : (polylines[0]?.at ?? joined(straight))
  if (!found) return fail({ code: 'DXF_SEVERAL', lines: straight.length })
  if (found.length < 2) return fail({ code: 'DXF_NO_LINE' })
  if (found.length > most) return fail({ code: 'DXF_FINE', points: found.length, most })
  const absurd = found.flat().find(value => !(Math.abs(value) <= reach))
  return absurd === undefined ? ok(found.map(at => ({ at }))) : fail({ code: 'DXF_RANGE', value: absurd })
}
