import { combinationsOf, conditionParts, mostCombinations, mostEvaluations } from '../identify/identifyLayouts'
import { developLine } from '../route/developLine'
import type { RouteIssue } from '../route/developLine'
import { distance } from '../route/vector'
import { goesBackFirst } from './carRests'
import { restBehind } from './groundReach'
import { endOn } from './jointLines'
import { traitsImplied, traitsMentioned } from './evaluatePredicate'
import type { Contested, Needs, Predicate, Sheet, Slug, Way, Window } from './types'
import { stepsNamed } from './stepsNamed'

export type Path = readonly (string | number)[]
export type IntegrityIssue = { path: Path } & (
  | { code: 'SHEET_DUPLICATE_ID'; id: Slug }
  | {
      code: 'SHEET_UNKNOWN_REFERENCE'
      id: Slug
      expected: 'line' | 'port' | 'operation' | 'trait' | 'trait value' | 'seal or hold' | 'joint, hold or line' | 'part' | 'step' | 'fluid'
    }
  | { code: 'SHEET_ANSWER_TEACHES_NOTHING'; answer: Slug }
  | { code: 'SHEET_TOO_MANY_LAYOUTS'; combinations: number; most: number }
  | { code: 'SHEET_CONDITIONS_TOO_LONG'; parts: number; combinations: number; most: number }
  | { code: 'SHEET_NEEDS_TOO_MANY'; ways: number; most: number }
  | { code: 'SHEET_LINE_ENDS'; line: Slug; end: 'from' | 'to'; joints: number }
  | { code: 'SHEET_END_OFF_PORT'; line: Slug; end: 'from' | 'to'; gapMm: number }
  | { code: 'SHEET_HOLD_OFF_LINE'; at: number; length: number }
  | { code: 'SHEET_VALVE_OFF_LINE'; at: number; length: number }
  | { code: 'SHEET_NO_WAY' }
  | { code: 'SHEET_NEEDS_CIRCLE'; operations: readonly Slug[] }
  | { code: 'SHEET_WINDOW_REVERSED'; low: number; high: number }
  | { code: 'SHEET_SETTLED_INDEX'; index: number; count: number }
  | { code: 'SHEET_VIEW_NEEDS_ENGINE_OFF'; operation: Slug }
  /** On the ground, behind a wheel or whatever else the car stands on. */
  | { code: 'SHEET_GROUND_WITHOUT_WHEEL'; operation: Slug }
  | { code: 'SHEET_ROUTE'; issue: RouteIssue }
  /** Another fluid is filled and read where nothing has to come off for that. */
  | { code: 'SHEET_CIRCUIT_BEHIND'; circuit: Slug }
)

/** In how many ways one list of needs may be met: more alternatives than any car has. */
export const mostNeedWays = 256

/** Line ends may miss their port by this much (mm): fittings have length. */
const portTolerance = 25

const idsOf = (items: readonly { id: Slug }[]) => new Set(items.map(item => item.id))

/** What is checked of one thing, wherever on a sheet it stands; what is wrong is collected. */
type Checks = ReturnType<typeof checksOf>
function checksOf(sheet: Sheet) {
  const issues: IntegrityIssue[] = []
  const known = {
    lines: idsOf(sheet.lines),
    ports: idsOf(sheet.ports),
    operations: idsOf(sheet.operations),
    traits: new Map(sheet.traits.map(trait => [trait.id, idsOf(trait.values)])),
  }

  const unique = (path: string, items: readonly { id: Slug }[]) => {
    const seen = new Set<Slug>()
    items.forEach(({ id }, i) => {
      if (seen.has(id)) issues.push({ path: [path, i, 'id'], code: 'SHEET_DUPLICATE_ID', id })
      seen.add(id)
    })
  }
  const refer = (
    path: Path,
    id: Slug,
    among: ReadonlySet<Slug>,
    expected: 'line' | 'port' | 'operation' | 'seal or hold' | 'joint, hold or line' | 'part' | 'step' | 'fluid',
  ) => {
    if (!among.has(id)) issues.push({ path, code: 'SHEET_UNKNOWN_REFERENCE', id, expected })
  }
  const checkPredicate = (path: Path, predicate: Predicate | undefined) => {
    for (const { trait, is } of traitsMentioned(predicate)) {
      const values = known.traits.get(trait)
      if (!values) issues.push({ path, code: 'SHEET_UNKNOWN_REFERENCE', id: trait, expected: 'trait' })
      else if (!values.has(is)) issues.push({ path, code: 'SHEET_UNKNOWN_REFERENCE', id: is, expected: 'trait value' })
    }
  }
  const checkNeeds = (path: Path, needs: Needs) => {
    needs.forEach((anyOf, i) => anyOf.forEach((id, j) => refer([...path, i, j], id, known.operations, 'operation')))
    const ways = needs.reduce((product, anyOf) => product * anyOf.length, 1)
    if (ways > mostNeedWays) issues.push({ path, code: 'SHEET_NEEDS_TOO_MANY', ways, most: mostNeedWays })
  }
  const checkGround = (path: Path, needs: Needs) => {
    const operation = restBehind(needs, sheet.operations)
    if (operation !== undefined) issues.push({ path, code: 'SHEET_GROUND_WITHOUT_WHEEL', operation })
  }
  const checkWays = (path: Path, ways: readonly Way[]) => {
    if (ways.length === 0) issues.push({ path, code: 'SHEET_NO_WAY' })
    ways.forEach((way, i) => {
      checkNeeds([...path, i, 'needs'], way.needs)
      if (way.at === 'ground') checkGround([...path, i, 'needs'], way.needs)
    })
  }
  const checkContested = <T>(path: Path, contested: Contested<T> | undefined) => {
    if (contested === undefined || contested === 'unknown') return
    if (contested.settled && contested.settled.index >= contested.values.length) {
      issues.push({
        path: [...path, 'settled', 'index'],
        code: 'SHEET_SETTLED_INDEX',
        index: contested.settled.index,
        count: contested.values.length,
      })
    }
  }
  const checkWindow = (path: Path, contested: Contested<Window<number>> | undefined) => {
    checkContested(path, contested)
    if (contested === undefined || contested === 'unknown') return
    contested.values.forEach(({ value: { low, high } }, i) => {
      if (low > high) issues.push({ path: [...path, 'values', i, 'value'], code: 'SHEET_WINDOW_REVERSED', low, high })
    })
  }

  return { issues, known, unique, refer, checkPredicate, checkNeeds, checkGround, checkWays, checkContested, checkWindow }
}

function checkLayouts(sheet: Sheet, { issues, refer, checkPredicate }: Checks): void {
  sheet.applies.forEach((applies, i) => checkPredicate(['applies', i, 'when'], applies.when))
  sheet.questions.forEach((question, i) =>
    question.answers.forEach((answer, j) => {
      const path = ['questions', i, 'answers', j, 'implies']
      checkPredicate(path, answer.implies)
      // What a look teaches is kept with the vehicle as trait values; "not" and "any" leave none to keep, and the question would be asked
      // for ever.
      if (Object.keys(traitsImplied(answer.implies)).length === 0)
        issues.push({ path, code: 'SHEET_ANSWER_TEACHES_NOTHING', answer: answer.id })
    }),
  )
  const [combinations, conditions] = [combinationsOf(sheet), conditionParts(sheet)]
  if (combinations > mostCombinations)
    issues.push({ path: ['traits'], code: 'SHEET_TOO_MANY_LAYOUTS', combinations, most: mostCombinations })
  else if (combinations * conditions > mostEvaluations)
    issues.push({ path: ['traits'], code: 'SHEET_CONDITIONS_TOO_LONG', parts: conditions, combinations, most: mostEvaluations })
  const parts = idsOf(sheet.lines.flatMap(line => line.parts))
  sheet.verdicts?.forEach((verdict, i) => {
    checkPredicate(['verdicts', i, 'when'], verdict.when)
    if (verdict.part) refer(['verdicts', i, 'part'], verdict.part, parts, 'part')
  })
}

/** Gives the length of each line whose shape is known, mm. */
function checkLines(sheet: Sheet, { issues, known, refer, checkPredicate, checkWays }: Checks): Map<Slug, number> {
  const parts = idsOf(sheet.lines.flatMap(line => line.parts))
  const bringable = new Set([...sheet.joints.flatMap(joint => joint.seals.map(seal => seal.id)), ...idsOf(sheet.holds)])
  const droppable = new Set([...idsOf(sheet.joints), ...idsOf(sheet.holds)])
  const lengths = new Map<Slug, number>()
  sheet.lines.forEach((line, i) => {
    checkPredicate(['lines', i, 'when'], line.when)
    checkWays(['lines', i, 'withdraw'], line.withdraw)
    line.parts.forEach((part, j) => {
      part.covers?.forEach((id, k) => refer(['lines', i, 'parts', j, 'covers', k], id, known.lines, 'line'))
      part.drops?.forEach((id, k) => refer(['lines', i, 'parts', j, 'drops', k], id, droppable, 'joint, hold or line'))
    })
    line.parts.forEach((part, j) => part.supersededBy && refer(['lines', i, 'parts', j, 'supersededBy'], part.supersededBy, parts, 'part'))
    line.parts.forEach((part, j) =>
      part.brings.forEach((id, k) => refer(['lines', i, 'parts', j, 'brings', k], id, bringable, 'seal or hold')),
    )
    // A line whose shape nobody has measured is a line all the same.
    const developed = line.sections.length > 0 ? developLine(line.sections) : undefined
    if (developed && !developed.ok)
      issues.push({ path: ['lines', i, 'sections', developed.error.section], code: 'SHEET_ROUTE', issue: developed.error })
    else if (developed) lengths.set(line.id, developed.value.length)
    for (const end of ['from', 'to'] as const) {
      refer(['lines', i, end], line[end], known.ports, 'port')
      const joints = sheet.joints.filter(joint => endOn(joint, line.id) === end)
      if (joints.length !== 1) issues.push({ path: ['lines', i, end], code: 'SHEET_LINE_ENDS', line: line.id, end, joints: joints.length })
      const port = sheet.ports.find(candidate => candidate.id === line[end])
      const point = end === 'from' ? line.sections[0]?.points[0] : line.sections.at(-1)?.points.at(-1)
      if (port && point && distance(port.at, point.at) > portTolerance)
        issues.push({ path: ['lines', i, end], code: 'SHEET_END_OFF_PORT', line: line.id, end, gapMm: distance(port.at, point.at) })
    }
  })
  return lengths
}

function checkJoints(sheet: Sheet, { issues, known, refer, checkWays, checkWindow }: Checks): void {
  sheet.joints.forEach((joint, i) => {
    refer(['joints', i, 'line'], joint.line, known.lines, 'line')
    joint.also?.forEach((other, j) => refer(['joints', i, 'also', j, 'line'], other.line, known.lines, 'line'))
    checkWays(['joints', i, 'ways'], joint.ways)
    checkWindow(['joints', i, 'torque'], joint.torque)
    joint.hiddenBy.forEach((id, j) => {
      refer(['joints', i, 'hiddenBy', j], id, known.operations, 'operation')
      if (sheet.operations.some(operation => operation.id === id && goesBackFirst(operation)))
        issues.push({ path: ['joints', i, 'hiddenBy', j], code: 'SHEET_VIEW_NEEDS_ENGINE_OFF', operation: id })
    })
  })
}

/** What stands somewhere along a line. */
function checkAlong(sheet: Sheet, { issues, known, refer, checkWays, checkWindow }: Checks, lengths: ReadonlyMap<Slug, number>): void {
  sheet.lines.forEach(({ id, checkValve }, i) => {
    const length = lengths.get(id)
    if (checkValve && length !== undefined && checkValve.at > length)
      issues.push({ path: ['lines', i, 'checkValve', 'at'], code: 'SHEET_VALVE_OFF_LINE', at: checkValve.at, length })
  })
  sheet.holds.forEach((hold, i) => {
    refer(['holds', i, 'line'], hold.line, known.lines, 'line')
    hold.with.forEach((id, j) => refer(['holds', i, 'with', j], id, known.lines, 'line'))
    checkWays(['holds', i, 'ways'], hold.ways)
    checkWindow(['holds', i, 'torque'], hold.torque)
    const length = lengths.get(hold.line)
    if (length !== undefined && hold.at > length)
      issues.push({ path: ['holds', i, 'at'], code: 'SHEET_HOLD_OFF_LINE', at: hold.at, length })
  })
}

function checkParts(sheet: Sheet, { issues, refer, checkPredicate, checkNeeds, checkGround, checkContested, checkWindow }: Checks): void {
  const fluids = new Set([sheet.id, ...idsOf(sheet.circuits ?? [])])
  sheet.circuits?.forEach((circuit, i) => {
    checkContested(['circuits', i, 'spec'], circuit.spec)
    checkContested(['circuits', i, 'capacity'], circuit.capacity)
    checkWindow(['circuits', i, 'level', 'temperature'], circuit.level.temperature)
    checkWindow(['circuits', i, 'level', 'torque'], circuit.level.torque)
    if (sheet.levels.some(({ id }) => id === circuit.level.id))
      issues.push({ path: ['circuits', i, 'level', 'id'], code: 'SHEET_DUPLICATE_ID', id: circuit.level.id })
    if (circuit.level.ways.length !== 1 || circuit.level.ways[0]!.needs.length > 0)
      issues.push({ path: ['circuits', i, 'level', 'ways'], code: 'SHEET_CIRCUIT_BEHIND', circuit: circuit.id })
  })
  sheet.operations.forEach((operation, i) => {
    checkPredicate(['operations', i, 'when'], operation.when)
    checkNeeds(['operations', i, 'needs'], operation.needs)
    if (operation.at === 'ground') checkGround(['operations', i, 'needs'], operation.needs)
    operation.fasteners.forEach((fastener, j) => checkWindow(['operations', i, 'fasteners', j, 'torque'], fastener.torque))
    if (operation.drains?.circuit !== undefined) refer(['operations', i, 'drains', 'circuit'], operation.drains.circuit, fluids, 'fluid')
    const circle = circleThrough(operation.id, sheet)
    if (circle) issues.push({ path: ['operations', i, 'needs'], code: 'SHEET_NEEDS_CIRCLE', operations: circle })
  })
}

function checkRest(sheet: Sheet, { known, refer, checkWays, checkContested, checkWindow }: Checks): void {
  for (const key of ['fills', 'bleeders', 'levels'] as const) sheet[key].forEach((item, i) => checkWays([key, i, 'ways'], item.ways))
  sheet.levels.forEach((level, i) => {
    checkWindow(['levels', i, 'temperature'], level.temperature)
    checkWindow(['levels', i, 'torque'], level.torque)
  })
  sheet.bleeders.forEach((bleeder, i) => checkWindow(['bleeders', i, 'torque'], bleeder.torque))
  const goals = new Set([...known.lines, ...idsOf(sheet.joints), ...idsOf(sheet.holds)])
  sheet.neighbours.forEach((neighbour, i) =>
    neighbour.goals.forEach((id, j) => refer(['neighbours', i, 'goals', j], id, goals, 'joint, hold or line')),
  )
  sheet.neighbours.forEach((neighbour, i) => neighbour.ways && checkWays(['neighbours', i, 'ways'], neighbour.ways))
  const steps = stepsNamed(sheet)
  sheet.waits?.forEach((wait, i) => {
    for (const key of ['after', 'before'] as const) wait[key].forEach((ref, j) => refer(['waits', i, key, j], ref, steps, 'step'))
  })
  checkContested(['fluid', 'spec'], sheet.fluid.spec)
  checkContested(['fluid', 'capacity'], sheet.fluid.capacity)
  checkContested(['proving', 'leakMinutes'], sheet.proving.leakMinutes)
}

/**
 * What a schema cannot see: that names point at things, ends meet ports, bends fit, needs do not go in circles, windows are the right way
 * round. Returns every issue with its path; an empty list means the sheet can be resolved, planned and drawn without surprises.
 */
export function checkIntegrity(sheet: Sheet): IntegrityIssue[] {
  const checks = checksOf(sheet)
  for (const key of [
    'traits',
    'questions',
    'verdicts',
    'ports',
    'lines',
    'joints',
    'holds',
    'operations',
    'landmarks',
    'keepouts',
    'fills',
    'bleeders',
    'levels',
    'neighbours',
    'waits',
    'circuits',
  ] as const)
    checks.unique(key, sheet[key] ?? [])

  checkLayouts(sheet, checks)
  const lengths = checkLines(sheet, checks)
  checkJoints(sheet, checks)
  checkAlong(sheet, checks, lengths)
  checkParts(sheet, checks)
  checkRest(sheet, checks)
  return checks.issues
}

/**
 * A way round from an operation back to itself through its needs, if there is one. Each operation is walked once: what did not lead back
 * the first time does not the second.
 */
function circleThrough(start: Slug, sheet: Sheet): Slug[] | undefined {
  const operations = new Map(sheet.operations.map(operation => [operation.id, operation]))
  const walked = new Set<Slug>([start])
  const walk = (id: Slug, trail: readonly Slug[]): Slug[] | undefined => {
    for (const next of operations.get(id)?.needs.flat() ?? []) {
      if (next === start) return [...trail, next]
      if (walked.has(next)) continue
      walked.add(next)
      const found = walk(next, [...trail, next])
      if (found) return found
    }
    return undefined
  }
  return walk(start, [start])
}
