import { systemRules } from './systemRules'
import { slipsBetween } from '../search/nearestWords'
import { direction, distance, dot } from '../route/vector'
import { millimetres, minutes } from '../units/types'
import type { IntegrityIssue, Path } from './checkIntegrity'
import type { CentrePoint, Joint, Section, Sheet, Vec3, Way } from './types'

/** What a mend would do, for the button that offers it; the words are in shared/words/mendWords.ts. */
export type Mend =
  | { code: 'MEND_RENAME'; to: string }
  | { code: 'MEND_POINT_TO'; to: string }
  | { code: 'MEND_REMOVE' }
  | { code: 'MEND_ADD_JOINT' }
  | { code: 'MEND_MOVE_PORT' }
  | { code: 'MEND_TO_END'; at: number }
  | { code: 'MEND_ADD_WAY' }
  | { code: 'MEND_SWAP' }
  | { code: 'MEND_UNSETTLE' }
  | { code: 'MEND_RADIUS'; to: number }
  | { code: 'MEND_JOIN' }
  | { code: 'MEND_DROP_POINT' }
export type Offer = { mend: Mend; sheet: Sheet }

type Json = { [key: string]: Json } | Json[] | string | number | boolean | null | undefined

/** The sheet with the value at a path replaced (undefined: removed). Everything off the path is shared, not copied. */
export function replaceAt<T>(root: T, path: Path, change: (value: unknown) => unknown): T {
  const [key, ...rest] = path
  if (key === undefined) return change(root) as T
  if (Array.isArray(root)) {
    const index = Number(key)
    const next = replaceAt(root[index] as Json, rest, change)
    return (
      rest.length === 0 && next === undefined
        ? root.filter((_, i) => i !== index)
        : root.map((item: Json, i) => (i === index ? next : item))
    ) as T
  }
  const object = root as Record<string, unknown>
  const next = replaceAt(object[key], rest, change)
  if (rest.length === 0 && next === undefined) return Object.fromEntries(Object.entries(object).filter(([name]) => name !== key)) as T
  return { ...object, [key]: next } as T
}
/** What stands at a path in a sheet; undefined where there is nothing. */
export function valueAt(root: unknown, path: Path): unknown {
  return path.reduce<unknown>(
    (value, key) => (typeof value === 'object' && value !== null ? (value as Record<string | number, unknown>)[key] : undefined),
    root,
  )
}

export const plainWay: Way = { at: 'ground', from: 'above', needs: [], minutes: minutes(5) }

const candidatesFor = (sheet: Sheet, expected: string): string[] => {
  const ids = (items: readonly { id: string }[]) => items.map(item => item.id)
  switch (expected) {
    case 'line':
      return ids(sheet.lines)
    case 'port':
      return ids(sheet.ports)
    case 'operation':
      return ids(sheet.operations)
    case 'trait':
      return ids(sheet.traits)
    case 'fluid':
      return [sheet.id, ...ids(sheet.circuits ?? [])]
    case 'part':
      return ids(sheet.lines.flatMap(line => line.parts))
    case 'seal or hold':
      return [...ids(sheet.joints.flatMap(joint => joint.seals)), ...ids(sheet.holds)]
    case 'joint, hold or line':
      return [...ids(sheet.joints), ...ids(sheet.holds), ...ids(sheet.lines)]
    default:
      return []
  }
}

function freeId(sheet: Sheet, path: Path, id: string): string {
  const list = valueAt(sheet, path.slice(0, -2)) as readonly { id: string }[]
  let n = 2
  while (list.some(item => item.id === `${id}-${n}`)) n++
  return `${id}-${n}`
}

function newJoint(sheet: Sheet, line: string, end: 'from' | 'to'): Joint {
  const id = `${line}-${end}-joint`
  return {
    id: sheet.joints.some(joint => joint.id === id) ? freeId(sheet, ['joints', 0, 'id'], id) : id,
    name: `${line}, ${end} end`,
    line,
    end,
    kind: 'clamp',
    hex: { alternates: [] },
    seals: [],
    tools: [],
    release: 'Say how it opens.',
    seated: 'Say how it is known to be seated.',
    proofs: ['bottomed'],
    ways: [plainWay],
    hiddenBy: [],
    cautions: [],
  }
}

/** The largest radius at a corner that its two straights hold, given what the neighbouring bends take; rounded down to a whole mm. */
function largestRadius(points: readonly CentrePoint[], at: number): number {
  const turnAt = (i: number) => {
    const [before, after] = [direction(points[i - 1]!.at, points[i]!.at), direction(points[i]!.at, points[i + 1]!.at)]
    return before && after ? Math.acos(Math.min(1, Math.max(-1, dot(before, after)))) : 0
  }
  const tangentAt = (i: number) => (i <= 0 || i >= points.length - 1 ? 0 : (points[i]!.radius ?? 0) * Math.tan(turnAt(i) / 2))
  const room = Math.min(
    distance(points[at - 1]!.at, points[at]!.at) - tangentAt(at - 1),
    distance(points[at]!.at, points[at + 1]!.at) - tangentAt(at + 1),
  )
  return Math.max(0, Math.floor(room / Math.tan(turnAt(at) / 2)))
}

/**
 * What could be done about an integrity issue: the mend and the sheet it makes. Undefined where only a person can know. A mend never
 * invents a specification: it renames, points elsewhere, removes, swaps or moves.
 */
export function offerMend(sheet: Sheet, issue: IntegrityIssue): Offer | undefined {
  const put = (mend: Mend, path: Path, value: unknown): Offer => ({ mend, sheet: replaceAt(sheet, path, () => value) })
  switch (issue.code) {
    case 'SHEET_DUPLICATE_ID': {
      const to = freeId(sheet, issue.path, issue.id)
      return put({ code: 'MEND_RENAME', to }, issue.path, to)
    }
    case 'SHEET_UNKNOWN_REFERENCE': {
      const near = candidatesFor(sheet, issue.expected)
        .map(id => ({ id, far: slipsBetween(id, issue.id) }))
        .sort((a, b) => a.far - b.far)[0]
      if (near && near.far <= Math.max(2, issue.id.length / 3) && typeof valueAt(sheet, issue.path) === 'string')
        return put({ code: 'MEND_POINT_TO', to: near.id }, issue.path, near.id)
      // An entry of a list can go; a line without its port cannot.
      if (typeof issue.path.at(-1) !== 'number') return undefined
      const list = issue.path.slice(0, -1)
      const isLastOfNeed = issue.path.includes('needs') && (valueAt(sheet, list) as unknown[]).length === 1
      return put({ code: 'MEND_REMOVE' }, isLastOfNeed ? list : issue.path, undefined)
    }
    case 'SHEET_LINE_ENDS':
      return issue.joints === 0
        ? { mend: { code: 'MEND_ADD_JOINT' }, sheet: { ...sheet, joints: [...sheet.joints, newJoint(sheet, issue.line, issue.end)] } }
        : undefined
    case 'SHEET_END_OFF_PORT': {
      const line = sheet.lines.find(candidate => candidate.id === issue.line)!
      const at = (issue.end === 'from' ? line.sections[0]!.points[0]! : line.sections.at(-1)!.points.at(-1)!).at
      const index = sheet.ports.findIndex(port => port.id === line[issue.end])
      return put({ code: 'MEND_MOVE_PORT' }, ['ports', index, 'at'], at)
    }
    case 'SHEET_VALVE_OFF_LINE':
    case 'SHEET_HOLD_OFF_LINE': {
      const at = Math.floor(issue.length)
      return put({ code: 'MEND_TO_END', at }, issue.path, at)
    }
    case 'SHEET_NO_WAY':
      return put({ code: 'MEND_ADD_WAY' }, issue.path, [plainWay])
    case 'SHEET_NEEDS_CIRCLE': {
      const next = issue.operations[1]!
      return {
        mend: { code: 'MEND_REMOVE' },
        sheet: replaceAt(sheet, issue.path, needs =>
          (needs as string[][]).map(anyOf => anyOf.filter(id => id !== next)).filter(anyOf => anyOf.length > 0),
        ),
      }
    }
    case 'SHEET_WINDOW_REVERSED':
      return put({ code: 'MEND_SWAP' }, issue.path, { low: issue.high, high: issue.low })
    case 'SHEET_SETTLED_INDEX':
      return put({ code: 'MEND_UNSETTLE' }, issue.path.slice(0, -1), undefined)
    case 'SHEET_CIRCUIT_BEHIND':
      return put({ code: 'MEND_ADD_WAY' }, issue.path, [plainWay])
    case 'SHEET_GROUND_WITHOUT_WHEEL':
      return undefined
    case 'SHEET_VIEW_NEEDS_ENGINE_OFF':
      return put({ code: 'MEND_REMOVE' }, issue.path, undefined)
    case 'SHEET_ROUTE': {
      const { issue: route } = issue
      const line = issue.path[1] as number
      const sections = sheet.lines[line]!.sections
      if (route.code === 'ROUTE_BEND_DOES_NOT_FIT') {
        const to = largestRadius(sections[route.section]!.points, route.point)
        return put(
          { code: 'MEND_RADIUS', to },
          ['lines', line, 'sections', route.section, 'points', route.point, 'radius'],
          to > 0 ? to : undefined,
        )
      }
      if (route.code === 'ROUTE_POINT_REPEATED' && sections[route.section]!.points.length > 2)
        return put({ code: 'MEND_DROP_POINT' }, ['lines', line, 'sections', route.section, 'points', route.point], undefined)
      if (route.code === 'ROUTE_SECTIONS_APART')
        return put(
          { code: 'MEND_JOIN' },
          ['lines', line, 'sections', route.section, 'points', 0, 'at'],
          sections[route.section - 1]!.points.at(-1)!.at,
        )
      return undefined
    }
    default:
      return undefined
  }
}

/** A sheet to start from: one straight hose between two ports, everything still to be said. Passes the integrity check. */
export function blankSheet(id: string, title: string, system: Sheet['system'], family: string): Sheet {
  const [from, to]: [Vec3, Vec3] = [
    [0, 0, 700],
    [0, 400, 700],
  ]
  const section: Section = {
    kind: 'hose',
    build: 'rubber',
    bore: millimetres(10),
    wall: millimetres(3),
    points: [{ at: from }, { at: to }],
  }
  const start: Sheet = {
    format: 'efferent.line-sheet/2',
    id,
    revision: 1,
    title,
    system,
    summary: 'Say in a sentence what runs from where to where.',
    words: [],
    applies: [{ families: [family] }],
    traits: [],
    questions: [],
    ports: [
      { id: 'start', component: 'first component', at: from },
      { id: 'end', component: 'second component', at: to },
    ],
    lines: [{ id: 'line', name: 'Line', from: 'start', to: 'end', sections: [section], withdraw: [plainWay], parts: [] }],
    joints: [],
    holds: [],
    operations: [],
    keepouts: [],
    fills: [],
    bleeders: [],
    levels: [],
    fluid: { spec: 'unknown', capacity: 'unknown', volumes: [], bottle: 1000 as never, expansionPerKelvin: 0.0008, mixesWith: [] },
    bleeding: { allowed: [], forbidden: [], summary: 'Say how it is bled.', parameters: {} },
    proving: { leakMinutes: 'unknown', pressure: systemRules[system].pressure, roadTest: true, lookNext: [] },
    neighbours: [],
    cautions: [
      { kind: 'law', phase: 'before', text: 'The maker’s information for this very vehicle outranks this sheet, and so do local rules.' },
    ],
    notes: [],
  }
  return {
    ...start,
    joints: [
      { ...newJoint(start, 'line', 'from'), id: 'start-joint', name: 'First end' },
      { ...newJoint(start, 'line', 'to'), id: 'end-joint', name: 'Second end' },
    ],
  }
}
