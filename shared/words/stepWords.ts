import { systemRules } from '../../core/sheet/systemRules'
import { bleedMethodsFor } from '../../core/bleed/bleedMethodsFor'
import { isScrewed } from '../../core/fittings/jointKinds'
import { chosenPart } from '../../core/sheet/chosenPart'
import { isMotorcycle } from '../../core/sheet/isMotorcycle'
import { isSealedSheet, newSealing, opensCircuit } from '../../core/sheet/sealing'
import { isTap } from '../../core/sheet/isTap'
import { isOn } from '../../core/sheet/jointLines'
import { turnsByHand } from '../../core/fittings/seating'
import type { Step } from '../../core/job/steps/listSteps'
import type { StepKind } from '../../core/job/steps/stepKinds'
import type { PanPlace } from '../../core/route/panPlace'
import { formatNumber } from '../../core/units/formatQuantity'
import { settleValue, settleWindow } from '../../core/sheet/settleContested'
import { pressureSourceOf } from '../../core/job/state/carState'
import { fillMark } from '../../core/job/state/fillMark'
import { isWheel } from '../../core/sheet/carRests'
import { carTestOf } from '../../core/job/owed/carTests'
import { levelsOf } from '../../core/sheet/levelsOf'
import type { BleedMethod, Caution, Joint, LiftPosition, Phase, PressureSource, Seal, Sheet, ThingCaution } from '../../core/sheet/types'
import { tryWords } from './carTestWords'
import type { StepWords } from './stepWordsOf'
import { hexName } from './hexWords'
import { list, positionMove, positionWords } from './vocabulary'
import { systemSays } from './systemSays'
import { sheetNames } from './sheetNames'

const lift: Caution = {
  kind: 'crush',
  text: 'Lift locks set, or stands rated for the load under the lift points. Never under a car that stands on a jack.',
}
/** Common practice, no source: the key is in reach from beside a car at waist height; of a raised one, from a step. */
const upRunning = (at: 'half' | 'raised', sheet: Sheet): Caution => ({
  kind: 'crush',
  text: `${isMotorcycle(sheet) ? 'The motorcycle is up: in neutral, held upright' : 'The car is up: in park or neutral, brake on'}, wheels clear. The key is turned through the window, ${at === 'raised' ? 'from a step' : 'from beside it'}: nobody is in it, and nobody climbs in.`,
})
/** Cautions of a thing, for when it comes off or opens, or goes back. */
const said = (thing: { cautions: readonly ThingCaution[] } | undefined, moment: 'off' | 'on'): Caution[] =>
  (thing?.cautions ?? []).filter(({ only }) => only === undefined || only === moment)
/** Those that hold whenever somebody is near it. */
const atAnyTime = (thing: { cautions: readonly ThingCaution[] } | undefined): Caution[] =>
  (thing?.cautions ?? []).filter(({ only }) => only === undefined)
const neverClamped = ({ system, lines }: Sheet, text: string): Caution[] =>
  systemRules[system].neverClamped && lines.some(({ sections }) => sections.some(({ kind }) => kind === 'hose'))
    ? [{ kind: 'damage', text }]
    : []
const byPhase = (sheet: Sheet, ...phases: Phase[]): Caution[] => sheet.cautions.filter(caution => phases.includes(caution.phase))

/** Clips, caps and clamps hold an end; they seal nothing that could stay behind in a port. */
const hasSeal = ({ kind, seals }: Joint): boolean => seals.length > 0 && kind !== 'clip-connect' && kind !== 'clamp'

/** How the seals of a joint go in, by what kind of joint it is. */
function sealWords(joint: Joint | undefined): string {
  const old = 'Old ones out and accounted for, seats wiped clean.'
  switch (joint?.kind) {
    case 'banjo':
      return `${old} On the bolt in this order: washer, eye, washer. A face that is scored gets no new washer: it gets a new part.`
    case 'clamp':
      return `${old} The clamp goes over the hose before the hose goes on.`
    case 'clip-connect':
      return 'Old ones out and accounted for, groove wiped clean. A wire clip that has been out once does not hold again.'
    default:
      return joint?.seals.some(seal => seal.wet) ? `${old} New ones wet with the system’s own fluid.` : `${old} New ones go in dry.`
  }
}
/** How a line is laid to its end so that turning the fitting turns nothing else. */
function seatWords(joint: Joint): string {
  const turns = turnsByHand(joint)
  const started =
    turns === undefined ? '' : `If it binds within ${turns} turns of the fingers, back off and look at the thread: no wrench yet.`
  switch (joint.kind) {
    case 'banjo':
      return `Turn the eye to where the line lies free, and hold it there. ${started}`
    case 'clamp':
      return 'Past the bead, turned as it lies by itself; the clamp sits behind the bead.'
    default:
      return started
  }
}
/** What nobody supplies any more is said before the joint is opened, not when the line goes back in. */
const goneSeals = (joint: Joint | undefined): Caution[] =>
  (joint?.seals ?? [])
    .filter(seal => seal.unobtainable)
    .map(seal => ({
      kind: 'damage',
      text: `Better left shut: its ${seal.name}${seal.size ? ` ${seal.size}` : ''} is no longer sold. Once open, it may not seal again.`,
    }))

/** A plug goes back with what seals it once; by hand first, for a crossed thread in a housing costs the housing. */
const plugWords = (seals: readonly Seal[]): string => {
  const renewed = seals.filter(({ reuse }) => reuse === 'never').map(({ count, name }) => `${count} × ${name}`)
  return `${renewed.length > 0 ? `The old seal off, new on: ${list(renewed)}. ` : ''}Started by hand for two turns. Smooth pull, one click.`
}
const plugIsHot: Caution = { kind: 'burn', text: 'After a run the plug and what is round it are hot.' }

/** What is held still while the joint is tightened. */
function holdWords({ kind, hex: { turn, hold } }: Joint): string {
  if (hold !== undefined)
    return `Hold ${hexName(hold)} still${turn === undefined ? '' : `, turn ${hexName(turn)}`}: the line must not turn with it.`
  return kind === 'banjo'
    ? 'Hold the eye where it lies while the bolt turns.'
    : isScrewed({ kind })
      ? 'Watch the line: it must not turn with the nut.'
      : ''
}

/** Bled as a whole, not at a screw. */
const circuitBleedWords: Record<BleedMethod, string> = {
  circulate: 'Let it circulate',
  'lock-to-lock': 'Bleed from lock to lock',
  'pump-and-hold': 'Bleed with the pedal',
  vacuum: 'Bleed by vacuum',
  pressure: 'Bleed by pressure',
  gravity: 'Let it bleed by itself',
  bench: 'Bleed on the bench',
  'vacuum-fill': 'See that no air is left',
  prime: 'Prime before the engine runs',
}
const isHighPressure = ({ system }: Sheet): boolean => systemRules[system].piercesSkin
const fanRuns: Caution = { kind: 'entangle', text: 'The engine runs: no rag, sleeve or hand near belt or fan.' }
/** Where somebody only reads: short, so that it stands over the foot with all that is entered there. */
const fanBeside: Caution = { kind: 'entangle', text: 'Engine running: keep clear.' }
const fanWhileRunning: Caution = { kind: 'entangle', text: 'While the engine runs: no rag, sleeve or hand near belt or fan.' }
const injection: Caution = { kind: 'pressure', text: 'Never feel for a leak by hand: fluid under pressure goes through skin.' }
/** What the place's rules let such a line be made of, before it is. */
function lawOf({ system }: Sheet): Caution[] {
  const { madeOf } = systemSays[system]
  return madeOf === undefined ? [] : [{ kind: 'law', text: madeOf }]
}
/** Filled by the vacuum that was drawn on it empty: filling it is bleeding it, and what is left is looked for. */
const isVacuumFilled = (sheet: Sheet): boolean => bleedMethodsFor(sheet)[0] === 'vacuum-fill'
const primes = (sheet: Sheet): boolean => bleedMethodsFor(sheet)[0] === 'prime'
/** Whether this car's work has the engine running at all. */
const runsEngine = (sheet: Sheet): boolean => sheet.proving.pressure === 'engine' || sheet.levels.some(({ engine }) => engine === 'idling')
/** Its mark is for a cold system, and the engine may have warmed it. */
function isReadCold(sheet: Sheet, target: string): boolean {
  const level = levelsOf(sheet).find(({ id }) => id === target)
  const window = settleWindow(level?.temperature ?? 'unknown')
  return level?.engine === 'off' && runsEngine(sheet) && window.kind !== 'unknown' && window.value.high <= 40
}
const coldAgain = 'The engine has run since: wait until it is cold again (best the next morning), or the mark reads high.'

/** How the wrench is pulled, by what is known. */
function pullWords({ torque, turn }: Joint): string {
  if (turn && !torque) return `Snug, then ${turn.snugThen}° further, with the mark of a pen to see it.`
  return settleWindow(torque ?? 'unknown').kind === 'unknown'
    ? 'Nobody knows its torque here: look it up first, or take it from the leaflet in the box.'
    : 'Smooth pull, one click. The middle of the window; the rest stays in hand.'
}
/** What is done and watched as it starts. */
function startWords(sheet: Sheet, at: LiftPosition): string {
  switch (sheet.system) {
    case 'transmission-cooler':
      return at === 'ground'
        ? 'Foot on the brake, through every gear, then leave it idling.'
        : 'In park, nobody near a wheel: leave it idling. It goes through every gear later, on the ground.'
    case 'heater':
    case 'turbo-coolant':
      return 'Cap on, eyes on the tank and the temperature; leave it idling.'
    case 'oil-feed':
      return 'Eyes on the oil pressure light, no revving; leave it idling.'
    default:
      return [...sheet.levels, ...sheet.fills].some(({ ways }) => ways.some(way => way.at === at))
        ? 'Look into the reservoir as it starts, then leave it idling.'
        : 'Nobody sees into the reservoir from here, so listen: a pump that howls draws air. Then engine off, down, top up. Else leave it idling.'
  }
}

/** How a line comes under pressure, and stays so while it is looked at. */
const pressWords: Record<PressureSource, string> = {
  engine: 'Start the engine and leave it idling.',
  pedal:
    'On the ground: pump the pedal until it stands, and have it held. For joints looked at from below, prop it hard between pedal and seat, get out, then raise the car.',
  lever: 'Pull the lever in and hold it, with a band round the grip, while every joint is looked at.',
  'hand-pump': 'Pump it up by hand to the value the maker states, and watch the gauge while every joint is looked at.',
}
/** What the ends of a line that is made here take, and what is tried on a scrap before: a hose goes over a bead, a nut draws up a flare. */
function madeEnds(ends: readonly Pick<Joint, 'kind'>[]): { takes: string; end: string; trial: string } {
  if (ends.length > 0 && ends.every(({ kind }) => kind === 'clamp'))
    return { takes: 'hose and clamps for both ends, bender and beading tool', end: 'bead', trial: 'A trial bead' }
  return { takes: 'both nuts, bender and flaring bar', end: 'flare', trial: 'A trial flare' }
}
type SaidStep = Pick<Step, 'kind' | 'target'> & Partial<Pick<Step, 'at' | 'phase' | 'helper' | 'part'>>
/** What a step's words are made of. */
type About = ReturnType<typeof aboutStep>
const aboutStep = (step: SaidStep, sheet: Sheet) => {
  const name = sheetNames(sheet)
  const line = sheet.lines.find(candidate => candidate.id === step.target)
  const chosen = line && step.part !== undefined ? { [line.id]: step.part } : {}
  const part = line && chosenPart(line, chosen)
  return {
    step,
    sheet,
    name,
    line,
    chosen,
    part,
    at: step.at ?? 'ground',
    joint: sheet.joints.find(candidate => candidate.id === step.target),
    hold: sheet.holds.find(candidate => candidate.id === step.target),
    operation: sheet.operations.find(candidate => candidate.id === step.target),
    /** One piece for several lines goes in by its own name. */
    newLine: part?.covers?.length ? part.name.replace(/^./, first => first.toUpperCase()) : name.line(step.target),
    made: madeEnds(sheet.joints.filter(candidate => isOn(candidate, step.target))),
  }
}
const words = (title: string, how: string, button: string, cautions: readonly Caution[] = []): StepWords => ({
  title,
  how,
  button,
  cautions: [...cautions],
})

const rows: { readonly [Kind in StepKind]: (about: About) => StepWords } = {
  move: ({ at }) =>
    words(
      positionMove[at],
      at === 'ground'
        ? 'Nobody in it, everybody clear, nothing left under or on the car.'
        : 'Nobody in it and nobody under it while it moves. Shake the car once it has left the ground.',
      at === 'ground' ? 'It is down' : `It is ${positionWords[at]}`,
      at === 'ground' ? [] : [lift],
    ),
  receive: ({ part, newLine, made }) => {
    // What is made here comes in no box.
    if (part?.bent)
      return words(
        `What it is made of: ${newLine}`,
        `Tube enough on the coil, of the right size, ${made.takes}, before anything comes off the car. ${made.trial} on a scrap that is good.`,
        'All there',
      )
    return words(
      `Check the new part: ${newLine}`,
      'Length, both ends, end angles, brackets and marks against the sheet, before anything comes off the car.',
      'Part agrees',
    )
  },
  prepare: ({ at, sheet }) =>
    words(
      'Make the car ready',
      `${isMotorcycle(sheet) ? 'Upright and strapped, key out.' : 'In park or in gear, parking brake on.'} Pan, caps, rags and fluid within reach.`,
      'Ready',
      [...(at === 'ground' ? [] : [lift]), ...byPhase(sheet, 'before')],
    ),
  off: ({ step, name, operation }) =>
    words(
      `${isTap(operation) ? 'Open' : 'Take off'}: ${name.operation(step.target)}`,
      operation?.how ?? '',
      isTap(operation) ? 'It is open' : 'It is off',
      said(operation, 'off'),
    ),
  on: ({ step, sheet, name, operation }) =>
    words(
      `${isTap(operation) ? 'Shut' : 'Put back'}: ${name.operation(step.target)}`,
      operation?.refit ?? '',
      isTap(operation) ? 'It is shut' : 'It is back on',
      [
        ...said(operation, 'on'),
        ...(operation?.engineMayRun && runsEngine(sheet)
          ? [{ kind: 'entangle', text: 'Engine off and the belt still before hands go near it.' } as const]
          : []),
      ],
    ),
  open: ({ step, sheet, name, joint }) =>
    words(`Open: ${name.joint(step.target)}`, joint?.release ?? '', 'It is open', [
      ...goneSeals(joint),
      ...byPhase(sheet, 'open'),
      // Where nothing opens there is nothing to stop, and no end to cap.
      ...(joint && !opensCircuit(sheet, joint)
        ? []
        : neverClamped(sheet, 'No clamp on the rubber to stop the fluid: it crushes inside, where nobody sees it. Cap the end.')),
      ...said(joint, 'off'),
    ]),
  cap: ({ step, name, joint }) =>
    words(
      `Cap both sides: ${name.joint(step.target)}`,
      `One cap on the line, one in the port, at once.${joint && hasSeal(joint) ? ' The old seal comes out with the old end: look.' : ''}`,
      'Both capped',
    ),
  release: ({ step, name, hold }) => words(`Release: ${name.hold(step.target)}`, hold?.opens ?? '', 'Released'),
  withdraw: ({ step, name, line }) =>
    words(
      `Take out: ${name.line(step.target)}`,
      line?.withdrawNote ?? 'Keep it whole and note which way it turns on its way out: its shape is the only drawing.',
      'It is out',
    ),
  catch: ({ sheet }) =>
    words('Measure what was caught', 'Pour the pan into a measuring jug. What is lost on the floor: estimate and add.', 'Record', [
      {
        kind: 'waste',
        text:
          sheet.fluid.reuse === 'if-clean'
            ? 'Covered and clean it may go back in; the rest goes to the waste tank, not down a drain.'
            : 'Old fluid goes to the waste tank, not down a drain.',
      },
    ]),
  compare: ({ newLine }) =>
    words(
      `Lay old beside new: ${newLine}`,
      'Length, ends, end angles, brackets, marks. Move over what the new line does not bring.',
      'They match',
    ),
  renew: ({ step, sheet }) => {
    const neighbour = sheet.neighbours.find(candidate => candidate.id === step.target)
    return words(
      `Renew: ${neighbour?.what ?? step.target}`,
      neighbour?.parts.length
        ? `Parts: ${neighbour.parts.join(', ')}. Compare old and new before the old one is out of reach.`
        : 'Compare old and new before the old one is out of reach.',
      'Renewed',
    )
  },
  seals: ({ step, name, joint }) => words(`Renew the seals: ${name.joint(step.target)}`, sealWords(joint), 'Seals fitted'),
  fit: ({ sheet, line, chosen, newLine }) =>
    words(
      `Lay in the new line: ${newLine}`,
      `${line?.feeding ? `${line.feeding} ` : ''}${line && newSealing(sheet, line, chosen) === 'sealed' ? 'Its caps and straps stay on until it is bolted: it came filled.' : 'Ends stay capped until they meet their ports.'} No tension, no twist, clear of heat and belts.`,
      'It is in place',
    ),
  seat: ({ step, name, joint }) =>
    words(
      `Seat: ${name.joint(step.target)}`,
      [joint?.seated, joint && seatWords(joint)].filter(Boolean).join(' '),
      'Seated and proved',
      said(joint, 'on'),
    ),
  fasten: ({ step, name }) =>
    words(
      `Fasten: ${name.hold(step.target)}`,
      'Both ends are started: the line lies where it wants to. No tension at the hold.',
      'Fastened',
    ),
  torque: ({ step, name, joint }) =>
    words(
      `Torque: ${name.joint(step.target)}`,
      [joint && holdWords(joint), joint && pullWords(joint)].filter(Boolean).join(' '),
      'Torqued',
      // What is to be done as it goes on stood in the step before.
      atAnyTime(joint),
    ),
  drain: ({ step, sheet }) => {
    const circuit = sheet.circuits?.find(({ id }) => id === step.target)
    const isClean = (circuit ?? sheet.fluid).reuse === 'if-clean'
    const drained = sheet.operations.find(({ drains }) => drains?.circuit === step.target)?.drains
    return words(
      drained ? `Measure what was drained: ${circuit?.name.toLowerCase() ?? drained.fluid}` : 'Draw off the old fluid',
      `${circuit ? 'A pan and a jug of its own: nothing else goes in there. ' : ''}${drained ? 'Let it run out first, then measure. ' : 'By syringe or pump from the reservoir, into a jug; never so low that it draws air. '}${isClean ? 'Covered and clean it may go back in.' : 'Old fluid is waste.'}`,
      'Record',
      [{ kind: 'waste', text: 'Keep fluids apart: mixed waste is refused and costs.' }],
    )
  },
  refill: ({ step, sheet }) => {
    const circuit = sheet.circuits?.find(({ id }) => id === step.target)
    const spec = settleValue(circuit?.spec ?? 'unknown')
    const isClean = circuit?.reuse === 'if-clean'
    return words(
      `Fill again: ${circuit?.name.toLowerCase() ?? step.target}`,
      `${circuit?.fill.name ?? ''}: ${spec.kind === 'unknown' ? 'the kind the maker’s information names' : spec.value}, with a funnel of its own. As much as came out; the level decides.${isClean ? ' What was drained may go back in where it is clean: look at it.' : ''}`,
      'Record',
    )
  },
  look: ({ step, name }) =>
    words(
      `Look at its seal: ${name.operation(step.target)}`,
      'Light, and a dry rag round the edge: it stays dry. What shows only when it is warm shows now.',
      'It is dry',
      [fanRuns],
    ),
  fill: ({ step, sheet, name }) =>
    words(
      pressureSourceOf(sheet) === 'engine' ? 'Fill before the engine runs' : 'Fill the reservoir',
      `${name.fill(step.target)}. The specified fluid, ${isVacuumFilled(sheet) ? `no funnel. ${sheet.bleeding.summary}` : 'clean funnel.'} ${fillMark(sheet) ? 'To its mark: the line below fills while it is bled.' : 'As much as came out goes in first; the level check decides the rest.'}`,
      'Record',
      byPhase(sheet, 'fill'),
    ),
  bleed: ({ step, sheet, name }) => {
    const bleeder = sheet.bleeders.some(candidate => candidate.id === step.target)
    const inReach = !step.at || sheet.fills.length === 0 || sheet.fills.some(({ ways }) => ways.some(way => way.at === step.at))
    const dry: Caution = {
      kind: 'damage',
      text: 'The reservoir is out of reach from here: a feed bottle on it, or down again between rounds. Dry, it draws air.',
    }
    return words(
      bleeder ? `Bleed at: ${name.bleeder(step.target)}` : circuitBleedWords[bleedMethodsFor(sheet)[0] ?? 'circulate'],
      `${isVacuumFilled(sheet) ? 'Heater on hot. Squeeze the hoses and look for bubbles in the tank.' : sheet.bleeding.summary} ${primes(sheet) ? 'It is done when oil has been seen to come.' : `One round at a time: say what came out, then top up. It is done when a round is clear.`}`,
      primes(sheet) ? 'Record it' : 'Record this round',
      [
        ...(inReach ? [] : [dry]),
        ...neverClamped(sheet, 'No clamp or pliers left on the rubber.'),
        ...byPhase(sheet, 'fill'),
        ...(primes(sheet) ? [] : [{ kind: 'eyes', text: 'Goggles on: fluid under pressure jumps.' } as const]),
      ],
    )
  },
  turn: ({ at, sheet }) =>
    words(
      'Turn lock to lock, engine idling',
      `${at === 'ground' ? '' : 'By the steering wheel, through the window from beside the car: nobody in it. '}${sheet.bleeding.parameters.turns === 'full-lock' ? 'Slowly from stop to stop' : 'Slowly from side to side, just short of the stops'}${sheet.bleeding.parameters.running ? `, ${sheet.bleeding.parameters.running} times` : ''}, while somebody watches the reservoir. Foam or a falling level: stop, let it rest, top up.`,
      'Record these turns',
      [{ kind: 'crush', text: 'Hands and feet clear of the wheels and the linkage: they move under power.' }, ...byPhase(sheet, 'engine')],
    ),
  tighten: ({ step, sheet, name, operation }) => {
    const wheel = operation !== undefined && isWheel(operation)
    const turned = operation?.fasteners.find(({ torque, turn }) => torque === undefined && turn !== undefined)?.turn
    // One bolt beside two terminal nuts has nothing across from it: those of one kind and one torque go round together.
    // The plug a level is read at is shut over hot fluid, as a rule with the engine still idling.
    const level = levelsOf(sheet).find(({ id, engine }) => id === step.target && engine === 'idling')
    const fill = sheet.fills.find(({ id }) => id === step.target)
    const isSaid = level?.cautions.some(({ kind }) => kind === 'entangle')
    const isRing = operation?.fasteners.some(({ count, torque }) => torque !== undefined && count > 2) ?? false
    return words(
      fill ? `Back in, and torqued: ${fill.name}` : `Torque: ${name.any(step.target) ?? step.target}`,
      fill || level?.seals.length
        ? plugWords(fill?.seals ?? level?.seals ?? [])
        : wheel
          ? 'Wheel on the ground, crosswise, in two rounds.'
          : turned
            ? `Snug, then ${turned.snugThen}° further, with the mark of a pen to see it.`
            : `${isRing ? 'Crosswise, in two rounds. ' : ''}Smooth pull, one click.`,
      'Torqued',
      level
        ? [...level.cautions, ...(isSaid ? [] : [fanWhileRunning])]
        : fill && pressureSourceOf(sheet) === 'engine'
          ? [plugIsHot, fanWhileRunning]
          : [],
    )
  },
  count: ({ step, name }) =>
    words(`Count in: ${name.operation(step.target)}`, 'What came out and is not back: found, or renewed, and in its place.', 'All in'),
  clear: ({ newLine }) =>
    words(
      `Feel along: ${newLine}`,
      'A finger, or a gauge where the sheet names a distance, everywhere it passes something hot, sharp or turning. Pull at each hold.',
      'Clear all along',
    ),
  press: ({ sheet }) =>
    words('Put it under pressure', pressWords[sheet.proving.pressure], 'It is held', [
      { kind: 'eyes', text: 'Goggles on, whoever looks: a joint that lets go now sprays.' },
    ]),
  let: () => words('Take the prop out', 'The car is down: get in, take the prop out, let the pedal come up.', 'It is out'),
  test: ({ sheet }) => tryWords(carTestOf(sheet) ?? 'pedal', sheet),
  make: ({ sheet, newLine, made }) =>
    words(
      `Make: ${newLine}`,
      `Against the old one, act by act. What closes round the tube goes on before the ${made.end} or the bend that keeps it off; ${made.trial.toLowerCase()} on a scrap first.`,
      'Made, both ends looked at',
      [{ kind: 'eyes', text: 'Eye protection on: cutting and forming throw splinters, and edges are sharp.' }, ...lawOf(sheet)],
    ),
  carry: ({ newLine }) =>
    words(
      `Move over to the new one: ${newLine}`,
      'Old and new side by side on the bench: the same places, the same way round.',
      'All moved over',
    ),
  mend: ({ step, name }) =>
    words(
      `It leaks: ${name.joint(step.target)}`,
      'Wipe it and watch where it comes from: this joint, or something above that runs down to it. Then tighten within the window, open it again, or say where it comes from.',
      'Go on',
      [{ kind: 'pressure', text: 'Engine off, pressure let go, before a wrench or a hand comes near.' }],
    ),
  trace: () =>
    words(
      'Find where air is drawn in',
      'Foam three times is air drawn in, not air left over: the hose clamp on the suction side, its O-ring, a low reservoir, a crack above the fluid.',
      'Found it',
    ),
  wipe: ({ at }) =>
    words(`Wipe every joint dry, ${positionWords[at]}`, 'Joints, line and what lies below them. Residue reads as a leak.', 'All dry'),
  run: ({ at, sheet }) => {
    const minutes = settleValue(sheet.proving.leakMinutes)
    return words(
      'Start the engine',
      `${startWords(sheet, at)} Look at once for anything running.${minutes.kind === 'unknown' ? '' : ` A joint counts as dry once it has idled ${minutes.value} minutes in all.`}`,
      'Engine running',
      [...(at === 'ground' ? [] : [upRunning(at, sheet)]), ...byPhase(sheet, 'engine')],
    )
  },
  level: ({ step, sheet, name }) => {
    const level = levelsOf(sheet).find(({ id }) => id === step.target)
    const own = level?.cautions ?? []
    const isCold = step.phase !== 'fill' && isReadCold(sheet, step.target)
    // Another fluid's mark has its own cautions; and what is read cold is not hot any more: its own say when it may be opened.
    const ofPhase = sheet.levels.some(({ id }) => id === step.target) ? byPhase(sheet, step.phase === 'fill' ? 'fill' : 'prove') : []
    const saysWhen = isCold && own.some(({ kind }) => kind === 'burn')
    const told = [...ofPhase.filter(({ kind }) => !saysWhen || kind !== 'burn'), ...own]
    return words(
      isSealedSheet(sheet) ? `Feel: ${name.level(step.target)}` : `Read the level: ${name.level(step.target)}`,
      [level?.reads, isCold && coldAgain].filter(Boolean).join(' '),
      'Record the reading',
      level?.engine === 'idling' && !told.some(({ kind }) => kind === 'entangle') ? [...told, fanBeside] : told,
    )
  },
  leak: ({ step, sheet, name, joint }) => {
    const isHurt = ({ kind }: Caution) => kind === 'burn' || kind === 'entangle' || kind === 'electric'
    const proving = byPhase(sheet, 'prove')
    const own = atAnyTime(joint).filter(isHurt)
    const isSaid = [...own, ...proving].some(({ kind }) => kind === 'entangle')
    const handsOff = [...own, ...(sheet.proving.pressure === 'engine' && !isSaid ? [fanRuns] : [])]
    return words(
      `Look for a leak: ${name.joint(step.target)}`,
      'Light and mirror where it is hidden. A strip of clean card held below it, never a hand.',
      'It is dry',
      [...(isHighPressure(sheet) ? [injection] : []), ...handsOff, ...proving],
    )
  },
  stop: () =>
    words('Stop the engine', 'Key out, and with you. Wait until fan and belt stand still.', 'It stands still', [
      { kind: 'entangle', text: 'An electric fan may start by itself with the engine off.' },
    ]),
  'road-test': ({ sheet }) =>
    words(
      'Road test, then look again',
      `${systemSays[sheet.system].roadTest} Look once more at every joint that can still be seen.`,
      'Good, and dry',
      byPhase(sheet, 'close'),
    ),
}

/** A step in words, for the bay view, the Floor and the record. Cautions stand before the action. */
export const stepWords = (step: SaidStep, sheet: Sheet): StepWords => rows[step.kind](aboutStep(step, sheet))

/** "left side, 520 mm behind the front axle" */
export function panWords({ side, along, end }: PanPlace): string {
  const where = { left: 'left side', right: 'right side', middle: 'in the middle' }[side]
  return `${where}, ${end === 'level' ? 'level with the front axle' : `${formatNumber(Math.round(along / 10) * 10, 0)} mm ${end} ${end === 'ahead' ? 'of ' : ''}the front axle`}`
}
