import type { JobEvent } from '../../core/job/types'
import type { Sheet } from '../../core/sheet/types'

/**
 * What a car is really like after some events, told by someone who knows nothing of obligations, gates or plans: only that a joint that
 * was opened leaks until it has new seals, sits home and is tight; that fluid that ran out is missing; that air stays in until it is seen
 * to have left; that nobody knows a joint is dry who has not looked at it, under pressure, after it was last touched. Shares no code with
 * core/job: it is what core/job is tried against.
 */
/** What is turned on with a wrench has a torque, whether anybody knows it or not. */
/** What one tries before driving off, by what was worked on. */
const trials: Partial<Record<Sheet['system'], string>> = {
  brake: 'pedal',
  clutch: 'pedal',
  'power-steering': 'steering',
  'transmission-cooler': 'gears',
  heater: 'heater',
  'turbo-coolant': 'heater',
}
const nuts: readonly string[] = ['inverted-flare', 'iso-flare', 'oring-nut', 'banjo', 'taper-thread', 'flange']
type Touch = { seq: number; device: string }
type Around = { number: number; seen: number; device: string }

export function whatIsWrong(sheet: Sheet, events: readonly JobEvent[]): string[] {
  const takenBack = new Set(events.flatMap(({ body }) => (body.type === 'stepUndone' ? body.reverts : [])))
  const told = events.filter(({ id, body }) => !takenBack.has(id) && body.type !== 'stepUndone')
  const wrong: string[] = []

  const touched = new Map<string, Touch[]>()
  const loose = new Map<string, Set<'seal' | 'seat' | 'torque'>>()
  const dry = new Map<string, { result: string; when: Around }>()
  const off = new Map<string, number[]>()
  const inAgain = new Map<string, readonly number[]>()
  const untightened = new Set<string>()
  const hanging = new Set<string>()
  const out = new Set<string>()
  /** Which of the two lies in the car; one that was called out again counts as neither. */
  const inCar = new Map<string, 'old' | 'new' | 'bad'>()
  let foams = 0
  let restsUntil = -Infinity
  /** Seen while it rests it is the same foam. */
  const foamAt = (at: string, rest = 0) => {
    if (Date.parse(at) >= restsUntil && ++foams >= 3) airFound = false
    restsUntil = Date.parse(at) + rest * 60_000
  }
  let airFound = true
  let ending: string | undefined
  /** Lines laid in, and what has moved each since somebody felt along it. */
  const unfelt = new Map<string, Touch[]>()
  const laid = new Set<string>()
  const moved = (ids: readonly string[], touch: Touch) => {
    for (const id of ids) {
      const whole = pieces.get(id) ?? id
      if (laid.has(whole)) unfelt.set(whole, [...(unfelt.get(whole) ?? []), touch])
    }
  }
  const linesOn = (joint: string) => {
    const { line, also = [] } = lineOf(joint)
    return [line, ...also.map(one => one.line)]
  }
  const heldBy = (id: string) => {
    const { line, with: others } = sheet.holds.find(hold => hold.id === id)!
    return [line, ...others]
  }
  let wanted: readonly string[] = []
  let isAsked = false
  let method: string | undefined
  const opened = new Map<string, Touch>()
  const fluid: Touch[] = []
  const emptied: Touch[] = []
  let [lost, returned, returnedSince] = [0, 0, false]
  /** Other fluids: what ran out of each, what went back, and when somebody last saw its level. */
  const others = new Map<string, { out: number; back: number; emptied?: Touch; moved: Touch[] }>()
  const otherOf = (id: string) => others.get(id) ?? others.set(id, { out: 0, back: 0, moved: [] }).get(id)!
  const partsSealed = new Map<string, Touch>()
  const partsDry = new Map<string, { result: string; when: Around }>()
  let fluidWish: string | undefined
  let [saidSealed, noneNeeded] = [false, false]
  const air = new Map<string, { saw: string; turns: number; when: Around }>()
  const levels = new Map<string, { reading: string; when: Around }>()
  const wiped = new Map<string, Around>()
  const closed = new Map<string, Touch & { place: string }>()
  let pressureSince: number | undefined
  let engine = false
  let place = 'ground'
  const tried = new Map<string, { good: boolean; when: Around }>()
  let road: { good: boolean; when: Around } | undefined
  let noRoad = false
  let ranWarm: { around: Around; touch: Touch } | undefined
  const owedBeside = new Set<string>()
  const doneBeside = new Set<string>()
  const misfits = new Set<string>()
  /** Lines laid in as a part of another's piece. */
  const pieces = new Map<string, string>()
  let chosen: Readonly<Record<string, string>> = {}
  /** What is in the box: what was chosen, or the only one there is. */
  const partIn = (id: string) => {
    const { parts } = sheet.lines.find(one => one.id === id)!
    const had = parts.filter(part => !part.discontinued && part.supersededBy === undefined)
    return parts.find(part => part.id === chosen[id]) ?? (had.length === 1 ? had[0] : undefined)
  }
  /** What was compared last, and what was laid in, by the name it had then. */
  const comparedAs = new Map<string, string | undefined>()
  const laidAs = new Map<string, string | undefined>()
  /** Nuts on a hub, wherever a sheet says that a wheel is. */
  const standsOn = (id: string) => {
    const { carRestsOnIt, fasteners, from } = sheet.operations.find(one => one.id === id)!
    return carRestsOnIt ?? (from.startsWith('wheel-') && fasteners.some(({ what }) => what === 'nut'))
  }
  const lineOf = (id: string) => sheet.joints.find(joint => joint.id === id)!
  const late = (proof: Around, ...touches: (Touch | undefined)[]) =>
    touches.some(touch => touch !== undefined && (proof.number < touch.seq || (proof.seen < touch.seq && proof.device !== touch.device)))

  for (const { seq, seen, device, at, body } of told) {
    const touch = { seq, device }
    const around = { number: seq, seen, device }
    switch (body.type) {
      case 'planned':
        wanted = body.inputs.lines
        chosen = body.inputs.parts ?? {}
        isAsked = wanted.length > 0 || (body.inputs.joints ?? []).length > 0 || (body.inputs.neighbours ?? []).length > 0
        method = body.inputs.bleed
        if (body.inputs.service && body.inputs.service !== fluidWish) {
          fluidWish = body.inputs.service
          isAsked = true
          if (fluidWish !== 'level') emptied.push(touch)
          fluid.push(touch)
          returnedSince = false
        }
        isAsked ||= body.inputs.service !== undefined
        if (seq < 4) place = body.inputs.start
        for (const id of body.inputs.neighbours ?? []) if (!doneBeside.has(id)) owedBeside.add(id)
        break
      case 'partReceived':
        misfits[body.agrees ? 'delete' : 'add'](body.line)
        if (body.against === 'old-line') comparedAs.set(body.line, partIn(body.line)?.id)
        break
      case 'partAccepted':
        misfits.delete(body.line)
        break
      case 'neighbourRenewed':
        owedBeside.delete(body.neighbour)
        doneBeside.add(body.neighbour)
        break
      case 'carMoved':
        if (engine) wrong.push(`the lift moved with the engine running, event ${seq}`)
        if (body.to === 'ground')
          for (const id of off.keys()) if (standsOn(id) && !inAgain.has(id)) wrong.push(`let down with ${id} off, event ${seq}`)
        place = body.to
        break
      case 'engineStarted':
        engine = true
        pressureSince = seq
        if (place === 'ground')
          for (const id of off.keys()) if (standsOn(id) && !inAgain.has(id)) wrong.push(`driven by an engine on the ground without ${id}`)
        for (const [joint, left] of loose) if (left.size > 0) wrong.push(`the engine ran with ${joint} loose, event ${seq}`)
        break
      case 'engineStopped':
        engine = false
        ranWarm = { around, touch }
        break
      case 'pressureHeld':
        pressureSince = seq
        for (const [joint, left] of loose) if (left.size > 0) wrong.push(`the pedal pressed on ${joint} loose, event ${seq}`)
        break
      case 'jointOpened': {
        const { seals, torque, turn, kind } = lineOf(body.joint)
        loose.set(
          body.joint,
          new Set([
            ...(seals.some(seal => seal.reuse === 'never') ? (['seal'] as const) : []),
            'seat' as const,
            ...(torque !== undefined || turn !== undefined || nuts.includes(kind) ? (['torque'] as const) : []),
          ]),
        )
        touched.set(body.joint, [touch])
        opened.set(body.joint, touch)
        fluid.push(touch)
        closed.set(body.joint, { ...touch, place })
        closed.delete(`${body.joint}, turned,`)
        returnedSince = false
        if (engine) wrong.push(`${body.joint} opened with the engine running, event ${seq}`)
        break
      }
      case 'sealFitted':
        loose.get(body.joint)?.delete('seal')
        break
      case 'jointSeated':
        loose.get(body.joint)?.delete('seat')
        touched.get(body.joint)!.push(touch)
        closed.set(body.joint, { ...touch, place })
        moved(linesOn(body.joint), touch)
        break
      case 'jointTorqued':
        loose.get(body.joint)?.delete('torque')
        touched.get(body.joint)!.push(touch)
        closed.set(`${body.joint}, turned,`, { ...touch, place })
        moved(linesOn(body.joint), touch)
        break
      case 'leakChecked':
        dry.set(body.joint, { result: body.result === 'dry' && pressureSince === undefined ? 'unseen' : body.result, when: around })
        if (body.result === 'dry' && pressureSince! < touched.get(body.joint)!.at(-1)!.seq)
          wrong.push(`${body.joint} was called dry without pressure since it was touched, event ${seq}`)
        break
      case 'operationOff':
        off.set(body.operation, [...body.fasteners])
        {
          const { drains } = sheet.operations.find(({ id }) => id === body.operation)!
          if (drains?.circuit === sheet.id) {
            emptied.push(touch)
            fluid.push(touch)
            returnedSince = false
          } else if (drains?.circuit) {
            otherOf(drains.circuit).emptied = touch
            otherOf(drains.circuit).moved.push(touch)
          }
        }
        inAgain.delete(body.operation)
        if (engine) wrong.push(`${body.operation} came off with the engine running, event ${seq}`)
        break
      case 'operationOn':
      case 'fastenersCounted': {
        const left = (off.get(body.operation) ?? []).map((count, i) => count - (body.fasteners[i] ?? 0))
        if (body.type === 'operationOn') {
          const { fasteners, seals = [] } = sheet.operations.find(({ id }) => id === body.operation)!
          if (seals.some(({ id, reuse }) => reuse === 'never' && !body.seals?.includes(id)))
            wrong.push(`${body.operation} went back on its old seal, event ${seq}`)
          if (seals.length > 0) partsSealed.set(body.operation, touch)
          if (fasteners.some(({ torque, turn }) => torque !== undefined || turn !== undefined))
            untightened.add(`operation ${body.operation}`)
        }
        inAgain.set(body.operation, body.fasteners)
        // What is missing stays missing until the count is right.
        if (left.every(count => count === 0)) off.delete(body.operation)
        break
      }
      case 'holdReleased':
        hanging.add(body.hold)
        break
      case 'holdFastened':
        hanging.delete(body.hold)
        moved(heldBy(body.hold), touch)
        if (sheet.holds.find(({ id }) => id === body.hold)!.torque !== undefined) untightened.add(`hold ${body.hold}`)
        break
      case 'tightened':
        untightened.delete(`${body.thing} ${body.target}`)
        if (body.thing === 'hold') moved(heldBy(body.target), touch)
        if (partsSealed.has(body.target)) partsSealed.set(body.target, touch)
        break
      case 'lineOut':
        {
          const whole = pieces.get(body.line) ?? body.line
          for (const id of [body.line, whole, ...[...pieces].flatMap(([part, of]) => (of === whole ? [part] : []))]) {
            if (id !== body.line && id !== whole && pieces.get(id) !== whole) continue
            pieces.delete(id)
            out.add(id)
            inCar.delete(id)
            unfelt.delete(id)
            laid.delete(id)
          }
        }
        misfits.delete(body.line)
        break
      case 'lineCalledOut':
        for (const id of [body.line, ...[...pieces].flatMap(([part, of]) => (of === body.line ? [part] : []))]) inCar.set(id, 'bad')
        break
      case 'lineIn':
        out.delete(body.line)
        inCar.set(body.line, wanted.includes(body.line) ? 'new' : 'old')
        if (wanted.includes(body.line)) {
          laidAs.set(body.line, partIn(body.line)?.id)
          if (!partIn(body.line) && sheet.lines.find(({ id }) => id === body.line)!.parts.length > 1)
            wrong.push(`${body.line} laid in, and nobody said which part it is, event ${seq}`)
          if (comparedAs.has(body.line) && comparedAs.get(body.line) !== partIn(body.line)?.id)
            wrong.push(`${body.line}: one part compared, another laid in, event ${seq}`)
        }
        laid.add(body.line)
        unfelt.set(body.line, [touch])
        // One piece is several lines.
        for (const id of partIn(body.line)?.covers ?? [])
          if (wanted.includes(body.line) && wanted.includes(id)) {
            out.delete(id)
            inCar.set(id, 'new')
            pieces.set(id, body.line)
          }
        for (const id of wanted.includes(body.line) ? (partIn(body.line)?.drops ?? []) : []) {
          loose.delete(id)
          touched.delete(id)
          hanging.delete(id)
        }
        break
      case 'clearanceProved': {
        if (!late(around, ...(unfelt.get(body.line) ?? []))) unfelt.delete(body.line)
        break
      }
      case 'fluidCaught':
      case 'fluidExtracted':
        if (body.circuit) {
          otherOf(body.circuit).out += body.volume
          if (body.type === 'fluidExtracted') otherOf(body.circuit).moved.push(touch)
          break
        }
        lost += body.volume
        if (body.type === 'fluidExtracted') fluid.push(touch)
        break
      case 'partLooked':
        partsDry.set(body.operation, {
          result: body.result === 'dry' && !engine && sheet.proving.pressure === 'engine' ? 'unseen' : body.result,
          when: around,
        })
        break
      case 'fluidAdded':
        if (sheet.operations.some(({ id, drains }) => drains?.circuit === (body.circuit ?? sheet.id) && off.has(id) && !inAgain.has(id)))
          wrong.push(`filled into an open drain, event ${seq}`)
        if (body.circuit) {
          otherOf(body.circuit).back += body.volume
          otherOf(body.circuit).moved.push(touch)
          break
        }
        returned += body.volume
        returnedSince = true
        fluid.push(touch)
        break
      case 'roundBled': {
        const place = body.running ? `${body.bleeder} running` : body.bleeder
        if (body.running && !engine) wrong.push(`turned with the engine off and called running, event ${seq}`)
        const before = air.get(place)
        const turns = before && !late(before.when, ...opened.values(), ...emptied) ? before.turns : 0
        air.set(place, { saw: body.saw, turns: turns + (body.count ?? 0), when: around })
        fluid.push(touch)
        if (sheet.bleeders.find(({ id }) => id === body.bleeder)?.torque !== undefined) untightened.add(`bleeder ${body.bleeder}`)
        break
      }
      case 'levelRead':
        levels.set(body.level, { reading: body.reading, when: around })
        if (body.reading === 'foam') foamAt(at, body.rest)
        if (sheet.levels.find(({ id }) => id === body.level)?.torque !== undefined) untightened.add(`level ${body.level}`)
        break
      case 'ranDry':
        emptied.push(touch)
        fluid.push(touch)
        returnedSince = false
        break
      case 'sealingSaid':
        saidSealed = body.fitted && body.goesIn
        break
      case 'fillSpared':
        noneNeeded = true
        break
      case 'timerEnded':
        if (body.timer === 'rest') restsUntil = -Infinity
        break
      case 'airTraced':
        airFound = true
        break
      case 'fastenerLost': {
        const left = off.get(body.operation)
        const back = inAgain.get(body.operation)
        if (!left) break
        left[body.group]! -= body.count
        if (back && left.every((count, i) => count === back[i])) off.delete(body.operation)
        break
      }
      case 'ended':
        ending = body.ending
        break
      case 'reopened':
        ending = undefined
        break
      case 'cleaned':
        wiped.set(body.at, around)
        break
      case 'tested':
        tried.set(body.test, { good: body.result === 'good', when: around })
        break
      case 'roadTested':
        road = { good: body.result === 'good', when: around }
        ranWarm = { around, touch }
        break
      case 'stepSkipped':
        if (body.step.kind === 'road-test') noRoad = true
        break
    }
  }

  // Out with one level to be read: as done as any other, but for that.
  const isOut = ending === 'provisional'
  if (isOut) ending = undefined
  // What a lead lets go unfinished stands, and is not running; all else is on the paper.
  if (ending === 'unfinished') {
    if (engine) wrong.push('the engine runs')
    if (place !== 'ground') wrong.push('the car is in the air')
    return wrong
  }
  for (const [line, part] of laidAs)
    if (inCar.get(line) === 'new' && partIn(line)?.id !== part) wrong.push(`${line}: another part on record than was laid in`)
  if (ending === undefined) for (const line of wanted) if (inCar.get(line) !== 'new') wrong.push(`${line} is still the old one`)
  for (const [line, which] of inCar) if (which === 'bad') wrong.push(`${line} was to come out again and did not`)
  for (const [level, { reading }] of levels) if (reading === 'foam') wrong.push(`${level} stands in foam`)
  if (!airFound) wrong.push('air is drawn in, and nobody knows where')
  for (const line of out) wrong.push(`${line} lies beside the car`)
  for (const line of unfelt.keys()) wrong.push(`nobody has felt along ${line}`)
  for (const [joint, left] of loose) if (left.size > 0) wrong.push(`${joint} lacks ${[...left].join(', ')}`)
  for (const [joint, touches] of touched) {
    const look = dry.get(joint)
    if (look?.result !== 'dry' || late(look.when, ...touches)) wrong.push(`nobody knows that ${joint} is dry`)
  }
  for (const [operation] of off) wrong.push(`${operation} is off, or not all of its fasteners are in`)
  for (const thing of untightened) wrong.push(`${thing} is finger tight`)
  for (const hold of hanging) wrong.push(`${hold} hangs`)
  for (const beside of ending === undefined ? owedBeside : []) wrong.push(`${beside} was promised and is the old one`)
  for (const line of ending === undefined ? misfits : []) if (wanted.includes(line)) wrong.push(`${line} was said to be the wrong part`)
  if (!isAsked && ending === undefined) wrong.push('nobody has said what is wanted')
  if (engine) wrong.push('the engine runs')
  if (place !== 'ground') wrong.push('the car is in the air')

  for (const [part, touch] of partsSealed) {
    const look = partsDry.get(part)
    if (look?.result !== 'dry' || late(look.when, touch)) wrong.push(`nobody knows that ${part} is dry`)
  }
  for (const [id, { out: ran, back, emptied: let_, moved }] of others) {
    if (!let_) continue
    const read = levels.get(sheet.circuits!.find(one => one.id === id)!.level.id)
    if (read?.reading !== 'at' || late(read.when, ...moved)) wrong.push(`nobody has seen the level of ${id} right`)
    if (back === 0 && ran > 0 && read?.reading !== 'at') wrong.push(`${id} is not back in`)
  }
  if (opened.size > 0 || emptied.length > 0 || fluidWish) {
    // A set holds its fluid in where somebody says that it does; what nobody has said anything of ran out and wants filling.
    const isMute = sheet.bleeding.allowed.length === 0 && sheet.bleeders.length === 0
    const isSaid = (one: { sealed?: false | object }) => one.sealed !== undefined
    const unsaid = isMute && sheet.lines.some(line => !isSaid(line) || !line.parts.every(isSaid))
    const isSet = sheet.lines.every(line => line.sealed && line.parts.every(part => part.sealed))
    const holdsFluid = unsaid ? !saidSealed && !noneNeeded : !isSet
    if (unsaid && !saidSealed && !noneNeeded && returned === 0 && opened.size > 0) wrong.push('nobody knows that it needed no fluid')
    if (
      unsaid &&
      !saidSealed &&
      trials[sheet.system] === 'pedal' &&
      opened.size > 0 &&
      ![...air.values()].some(({ saw }) => saw === 'clear')
    )
      wrong.push('a pedal that was opened and never bled')
    const marks = sheet.levels
    const deciding = [...marks].reverse().find(({ engine: at }) => at === 'idling') ?? marks.at(-1)
    const level = deciding && levels.get(deciding.id)
    if (deciding && (level?.reading !== 'at' || late(level.when, ...fluid)))
      wrong.push('nobody has seen the level right since the fluid moved')
    if (
      holdsFluid &&
      (opened.size > 0 || emptied.length > 0) &&
      !returnedSince &&
      ![...levels.values()].some(({ reading, when }) => reading === 'at' && !late(when, ...opened.values(), ...emptied))
    )
      wrong.push('what ran out has not gone back in')
    if (returned === 0 && lost > 0 && !deciding) wrong.push('it is dry inside')
    const how = method !== undefined && (sheet.bleeding.allowed as readonly string[]).includes(method) ? method : sheet.bleeding.allowed[0]
    const places =
      how === undefined || how === 'circulate'
        ? []
        : ['prime', 'vacuum-fill', 'bench', 'lock-to-lock'].includes(how)
          ? [sheet.id, ...(how === 'lock-to-lock' && sheet.bleeding.parameters.running ? [`${sheet.id} running`] : [])]
          : sheet.bleeders.map(({ id }) => id)
    for (const at of opened.size > 0 || emptied.length > 0 ? places : []) {
      const last = air.get(at)
      if (last?.saw !== 'clear' || late(last.when, ...opened.values(), ...emptied)) wrong.push(`air may be left at ${at}`)
      else if (
        how === 'lock-to-lock' &&
        at === sheet.id &&
        sheet.bleeding.parameters.turns &&
        last.turns < (sheet.bleeding.parameters.strokes ?? 0)
      )
        wrong.push(`too few turns at ${at}`)
    }
    for (const [joint, touch] of closed) {
      const dried = wiped.get(touch.place)
      if (!dried || late(dried, touch)) wrong.push(`${joint} is wet from the work`)
    }
    const trial = trials[sheet.system]
    const isLoose = opened.size > 0 || emptied.length > 0
    const last = trial ? tried.get(trial) : undefined
    if (
      trial === 'pedal'
        ? !last?.good || late(last.when, ...fluid)
        : trial && isLoose && (!last?.good || late(last.when, ...opened.values(), ...emptied))
    )
      wrong.push(`nobody has tried the ${trial}`)
    const isCoolant = sheet.system === 'heater' || sheet.system === 'turbo-coolant'
    if (isLoose && isCoolant && deciding?.engine === 'off') {
      if (!ranWarm || late(ranWarm.around, ...opened.values(), ...emptied)) wrong.push('the coolant has not been hot since')
      else if (level?.reading !== 'at' || late(level.when, ranWarm.touch)) wrong.push('nobody has read the coolant cold again')
    }
    if (opened.size > 0 && sheet.proving.roadTest && !noRoad && (!road?.good || late(road.when, ...opened.values())))
      wrong.push('nobody has driven it')
  }
  if (!isOut) return wrong
  const isCold = (text: string) =>
    text === 'nobody has seen the level right since the fluid moved' || text === 'nobody has read the coolant cold again'
  if (['brake', 'clutch'].includes(sheet.system)) wrong.push('a brake or a clutch left with its level unread')
  if ([...levels.values()].some(({ reading }) => reading !== 'at')) wrong.push('a level was last seen wrong')
  return wrong.filter(text => !isCold(text))
}
