import { systemRules } from '../../core/sheet/systemRules'
import type { AccessIssue } from '../../core/plan/types'
import type { Gate, Obligation, Refusal, TimerName } from '../../core/job/types'
import { makeRefusedWords } from './makeActWords'
import { assertNever } from '../../core/result'
import type { ParseIssue } from '../../core/units/parseQuantity'
import type { Sheet } from '../../core/sheet/types'
import { formatNumber, formatQuantity, formatRange } from '../../core/units/formatQuantity'
import { list, plural, positionWords, proofWords, roleWords } from './vocabulary'
import { readCold } from '../../core/plan/goals/listGoals'
import { levelsOf } from '../../core/sheet/levelsOf'
import { waitNamed } from '../../core/job/state/waits'
import { remedyBarWords, remedyWords } from './remedyWords'
import { goalWords } from './planWords'
import { rowOf, type Rows } from './rows'
import { sheetNames, type SheetNames } from './sheetNames'
import { untriedWords } from './carTestWords'
import { stepWords } from './stepWords'

const bledWords = {
  'not-done': 'not bled yet',
  'not-clear': 'the last round was not clear; another one',
  'too-few': 'fewer turns than the sheet asks for',
  'opened-since': 'opened again since it was bled',
} as const
const levelDoubt = {
  'not-read': 'not read yet',
  'not-at': 'not at its mark',
  'changed-since': 'fluid went in or out since it was read',
} as const
const leakDoubt = {
  'not-done': 'not looked at under pressure yet',
  'not-dry': 'not dry when it was last looked at',
  'disturbed-since': 'worked on since it was looked at; look again',
} as const
const dueRows: Rows<Obligation, 'kind', [SheetNames, Sheet]> = {
  plan: () => 'There is no plan: choose the lines first.',
  part: (item, name) =>
    `${name.line(item.line)}: the new part differs, and nobody has settled that. Compare it again once it is the right one, or have a lead accept it.`,
  compared: (item, name) =>
    item.because === 'differs'
      ? `${name.line(item.line)}: old and new differ, and nobody has settled that.`
      : `${name.line(item.line)}: old and new not laid side by side yet.`,
  made: (item, name) => `${name.line(item.line)}: not made yet.`,
  'carried-over': (item, name) => `${name.line(item.line)}: not moved over from the old one yet: ${list(item.items)}.`,
  capped: (item, name) => `${name.joint(item.joint)}: open and not capped.`,
  line: (item, name) =>
    item.needs === 'out' ? `${name.line(item.line)}: not replaced yet.` : `${name.line(item.line)}: old line out, new one not in.`,
  sealed: (item, name) => `${name.joint(item.joint)}: ${list(item.seals.map(name.seal))} not renewed.`,
  seated: (item, name) => `${name.joint(item.joint)}: opened and not seated.`,
  tight: (item, name) => `${name.joint(item.joint)}: opened and not torqued.`,
  tightened: (item, name) =>
    `${name.any(item.target) ?? item.target}: ${item.thing === 'bleeder' ? 'open for bleeding, not torqued shut' : 'loosened and not torqued'}.`,
  held: (item, name) => `${name.hold(item.hold)}: released and not fastened.`,
  'back-on': (item, name) => `${name.operation(item.operation)}: off and not back on.`,
  counted: (item, name, sheet) => {
    const group = sheet.operations.find(operation => operation.id === item.operation)?.fasteners[item.group]
    return `${name.operation(item.operation)}: ${item.out} out, ${item.in} back in${group ? ` (${group.what} ${group.size}, ${group.place})` : ''}.`
  },
  clear: (item, name) => `${name.line(item.line)}: nobody has felt along it for clearance.`,
  renewed: (item, name) => `${name.neighbour(item.neighbour)}: decided to be renewed, and not renewed yet.`,
  filled: (item, name) =>
    item.circuit === undefined
      ? 'What ran out has not gone back in.'
      : `${name.fluid(item.circuit)}: what was let out has not gone back in.`,
  primed: () => 'Not primed yet, or opened again since.',
  bled: (item, name, sheet) =>
    `${item.running ? 'Turning with the engine idling' : item.bleeder === sheet.id ? 'Bleeding' : name.bleeder(item.bleeder)}: ${bledWords[item.because]}.`,
  level: (item, name) => `${name.level(item.level)}: ${levelDoubt[item.because]}.`,
  wiped: item => `Joints not wiped dry since they were closed, car ${positionWords[item.at]}.`,
  'leak-look': (item, name) => `${name.joint(item.joint)}: ${leakDoubt[item.because]}.`,
  'part-look': (item, name) => `${name.operation(item.operation)}: ${leakDoubt[item.because]}.`,
  'leak-source': (item, name) => `${name.joint(item.joint)}: it leaked, and nobody has mended it or found where it comes from.`,
  'cold-again': (item, name) =>
    item.because === 'not-run'
      ? `${name.level(item.level)}: it has not run warm since its circuit was open. Run it, let it get cold, and read the level again.`
      : `${name.level(item.level)}: it has run warm since. Read the level again once it is cold, best the next morning.`,
  foam: (item, name) => `${name.level(item.level)}: foam was seen, and no level since.`,
  'air-source': () => 'Foam came back a third time: air is drawn in somewhere. Find where.',
  tested: (item, name, sheet) => untriedWords(item.test, sheet),
  road: () => 'No good road test since the work, and no reason for leaving it out.',
  propped: () => 'The pedal is still propped: the line stands under pressure.',
  stopped: () => 'The engine is running.',
  down: () => 'The car is still on the lift.',
  'to-settle': item => `An entry of ${item.by} is not settled: a lead says whether it is so (Shop, To settle).`,
}

/** Something that is due, as a line a technician can act on. */
export const dueWords = (item: Obligation, sheet: Sheet): string => rowOf(dueRows, 'kind', item, sheetNames(sheet), sheet)
const gateWords: Record<Gate, string> = {
  open: 'Before a joint is opened',
  fit: 'Before the new line goes in',
  close: 'Before this goes back on',
  pause: 'Before the job is left',
  pressure: 'Before anything is put under pressure',
  run: 'Before the engine runs',
  drive: 'Before the car is driven',
  end: 'Before the job ends',
}

/** What a running timer stands before. */
const timerUntil: Record<TimerName, string> = {
  leak: 'before a joint counts as dry',
  rest: 'of the foam’s rest: a level read before that does not count',
  drip: 'of dripping out',
  soak: 'of soaking',
}
const accessThings: Record<Extract<AccessIssue, { code: 'ACCESS_UNKNOWN' }>['what'], string> = {
  joint: 'joint',
  neighbour: 'part beside the lines',
  operation: 'part to take off',
  part: 'part to fit called',
  way: 'such way to',
}
const accessRows: Rows<AccessIssue, 'code', [SheetNames, Sheet]> = {
  ACCESS_NOTHING_CHOSEN: () => 'Choose at least one line to replace.',
  ACCESS_UNKNOWN_LINE: (issue, name) => `This car does not have “${name.line(issue.line)}”. Choose from the lines on its sheet.`,
  ACCESS_LAYOUT_OPEN: (issue, name) =>
    `It is not known yet whether the car has ${list(issue.lines.map(name.line))}. Answer the question on the sheet first.`,
  ACCESS_NO_WAY: (issue, name, sheet) =>
    `No way leads to “${goalWords(issue.goal, sheet)}” on this car. Choose another line, or have a lead look at the sheet.`,
  ACCESS_RULED_OUT: (issue, name, sheet) => `Every way to “${goalWords(issue.goal, sheet)}” has been ruled out. Allow one of them again.`,
  ACCESS_HIDDEN_WHILE_RUNNING: (issue, name, sheet) =>
    `“${goalWords(issue.goal, sheet)}” is read after the engine has run, and lies behind a part the engine needs. A lead should correct the sheet.`,
  ACCESS_UNKNOWN: issue => `This car has no ${accessThings[issue.what]} “${issue.id}”. Plan the job again from its sheet.`,
  ACCESS_BUDGET: issue =>
    `No plan was found within ${issue.nodes} steps of search: the sheet offers too many alternatives. Choose fewer lines, or tell whoever writes the sheet.`,
  ACCESS_TOOL_MISSING: issue => `Without “${issue.tool}” there is no way in. Borrow one, or look for another way with a lead.`,
  ACCESS_ORDER_IMPOSSIBLE: (issue, name, sheet) =>
    `The sheet asks for an order that cannot be worked: ${list(issue.tasks.slice(0, 4).map(task => `“${stepWords(task, sheet).title}”`))}. A lead should correct the sheet.`,
}

export const accessWords = (issue: AccessIssue, sheet: Sheet): string => rowOf(accessRows, 'code', issue, sheetNames(sheet), sheet)

/** A car that was promised for today need not stand until it is cold. */
const coldLater = (sheet: Sheet, level: string): string =>
  !systemRules[sheet.system].staysCool && levelsOf(sheet).some(one => one.id === level && readCold(one))
    ? ' Promised for today? With nothing else due, a lead hands it over with this level to be read cold: Proof, End it without being done.'
    : ''
const refusalRows: Rows<Refusal, 'code', [SheetNames, Sheet]> = {
  JOB_ALREADY_OPENED: () => 'This job is already open.',
  JOB_NOT_OPENED: () => 'This job has not been opened.',
  JOB_SIGNED_OFF: () => 'The job is signed off. A lead can reopen it with a reason.',
  JOB_NOT_SIGNED_OFF: () => 'The job is not signed off yet.',
  JOB_PAUSED: () => 'The job is paused. Resume it first.',
  JOB_NOT_PAUSED: () => 'The job is not paused.',
  JOB_ROLE: refusal => `This takes ${list(refusal.needs.map(role => roleWords[role]))}. Ask one of them.`,
  JOB_NOT_PLANNED: () => 'Choose the lines to replace first; the plan follows.',
  JOB_REASON_NEEDED: refusal =>
    ({
      reason: 'Write the reason; it goes on the record.',
      differs: 'Say what differs between the two.',
      note: 'Say what was noticed.',
      why: 'Say why; it goes on the record.',
      instead: 'Say what goes there instead, or that nothing does.',
      cause: 'Say where the air is drawn in.',
      temperature: 'Measure the temperature: what has to cool or warm up ends by time, or by that.',
      read: 'Say by when the car is back to be read cold, and how far it may go until then.',
      text: 'The note is empty.',
    })[refusal.field] ?? 'Write the reason.',
  JOB_UNKNOWN_TARGET: refusal =>
    refusal.what === 'test'
      ? 'That is not what is tried on this car.'
      : `This car’s sheet has no ${refusal.what === 'fill' ? 'fill point' : refusal.what} “${refusal.id}”.`,
  JOB_ACCESS: (refusal, name, sheet) => accessWords(refusal.issue, sheet),
  JOB_OPERATION_STATE: (refusal, name) => `${name.operation(refusal.operation)} is already ${refusal.is}.`,
  JOB_FASTENER_GROUPS: (refusal, name) =>
    `${name.operation(refusal.operation)} has ${plural(refusal.expected, 'group')} of fasteners; ${refusal.got} counted.`,
  JOB_JOINT_STATE: (refusal, name) =>
    `${name.joint(refusal.joint)}: ${{ closed: 'already open.', opened: 'not opened in this job.', seals: 'fit the new seals first.', seated: 'seat it first.' }[refusal.needs]}`,
  JOB_LINE_STATE: (refusal, name) =>
    `${name.line(refusal.line)}: ${{ in: 'already out.', out: 'the old line is still in.', 'ends-open': 'both ends have to be open first.', 'holds-released': 'release every hold first.', 'laid-in': 'it lies beside the car; lay it in first.' }[refusal.needs]}`,
  JOB_HOLD_STATE: (refusal, name) => `${name.hold(refusal.hold)} is already ${refusal.needs === 'fastened' ? 'released' : 'fastened'}.`,
  JOB_PROOF_MISSING: (refusal, name) =>
    `${name.joint(refusal.joint)}: still to prove: ${list(refusal.proofs.map(proof => proofWords[proof].short))}.`,
  JOB_SEAL_MISSING: (refusal, name) =>
    `${name.joint(refusal.joint)}: still to fit: ${list(refusal.seals.map(name.seal))}. One-time seals are not reused.`,
  JOB_OLD_SEAL: (refusal, name) => `${name.joint(refusal.joint)}: the old seal has to be seen to have come out. Two in one bore leak.`,
  JOB_TORQUE_OUTSIDE: refusal => {
    const {
      torque,
      window: { low, high },
    } = refusal
    return `${formatQuantity('torque', torque, 'N.m')} (${formatQuantity('torque', torque, 'lbf.ft')}) is ${refusal.verdict} the window ${formatRange('torque', low, high, 'N.m')} (${formatRange('torque', low, high, 'lbf.ft')}). ${refusal.verdict === 'under' ? 'Tighten and read again' : 'Back off and torque again'}, or have a lead accept it with a reason.`
  },
  JOB_TORQUE_NEEDED: (refusal, name) => `${name.any(refusal.target) ?? refusal.target}: enter what the wrench was set to.`,
  JOB_QUANTITY_RANGE: refusal => {
    const unit = { torque: 'N·m', volume: 'mL', temperature: '°C', length: 'mm' }[refusal.dimension]
    return `${formatNumber(refusal.value, 1)} ${unit} is outside ${refusal.low} to ${refusal.high} ${unit}. Check the number and its unit.`
  },
  JOB_BY_FEEL: (refusal, name) =>
    `${name.any(refusal.target) ?? refusal.target}: measure the torque. By feel, or by a turn the sheet does not state, takes a lead and a reason.`,
  JOB_TORQUE_GROUPS: (refusal, name) =>
    `${name.any(refusal.target) ?? refusal.target} has ${plural(refusal.expected, 'group')} of fasteners; ${plural(refusal.got, 'torque')} said.`,
  JOB_GATE: (refusal, name, sheet) => `${gateWords[refusal.gate]}: ${refusal.due.map(item => dueWords(item, sheet)).join(' ')}`,
  JOB_ENGINE: refusal =>
    refusal.is === 'running' ? 'The engine is running. Stop it first.' : 'The engine stands: that is for an engine that idles.',
  JOB_LIFT: refusal =>
    refusal.is === 'there'
      ? `The car is ${positionWords[refusal.needs]} already.`
      : `For that the car has to be ${positionWords[refusal.needs]}: move it, and say so, first.`,
  JOB_NO_PRESSURE: refusal =>
    refusal.by === 'engine'
      ? 'A joint counts as dry only while the engine runs and presses on it. Start it first.'
      : 'A joint counts as dry only while the pedal is held. Hold it first.',
  JOB_THING_STATE: (refusal, name) =>
    `${name.any(refusal.target) ?? refusal.target}: ${{ on: 'put it back on first.', fastened: 'fasten it first.' }[refusal.needs]}`,
  JOB_UNDO_OTHERS: refusal => `${refusal.by} has recorded that: they take it back, or a lead does.`,
  JOB_TEMPERATURE_NEEDED: (refusal, name) =>
    `${name.level(refusal.level)}: enter the temperature of the fluid; the mark holds for one window only.`,
  JOB_TIMER_NOT_STARTED: () => 'Put the line under pressure first, since it was last worked on.',
  JOB_TIMER_RUNNING: refusal => `${plural(Math.ceil(refusal.secondsLeft / 60), 'minute')} to go ${timerUntil[refusal.timer]}.`,
  JOB_LEVEL_TEMPERATURE: (refusal, name, sheet) =>
    `${formatQuantity('temperature', refusal.celsius, 'degC')} is outside ${formatRange('temperature', refusal.window.low, refusal.window.high, 'degC')} (${formatRange('temperature', refusal.window.low, refusal.window.high, 'degF')}). ${refusal.celsius < refusal.window.low ? 'Let it warm up' : 'Let it cool'} and read again.${refusal.celsius > refusal.window.high ? coldLater(sheet, refusal.level) : ''}`,
  JOB_LEVEL_ENGINE: refusal =>
    refusal.needs === 'idling' ? 'This level is read with the engine idling.' : 'This level is read with the engine off.',
  JOB_REMEDY_BARRED: (refusal, name) =>
    `${name.joint(refusal.joint)}: ${remedyWords[refusal.remedy].title.toLowerCase()} is not for here. ${remedyBarWords[refusal.because]}`,
  JOB_STEP_NOT_SKIPPABLE: () => 'This step proves or protects something and cannot be skipped.',
  JOB_UNDO_NOT_LAST: () => 'Something later hangs on it. Undo that first.',
  JOB_REVISION: refusal =>
    ({
      'not-there': `Revision ${refusal.revision} of this sheet is not here. Reload the job.`,
      'not-newer': `The job goes by revision ${refusal.revision} or a newer one already.`,
      'other-car': `Revision ${refusal.revision} is not for this car. The job stays where it is.`,
    })[refusal.why],
  JOB_REVISION_LOST: refusal =>
    `Revision ${refusal.revision} no longer has what this job has worked on: ${list(refusal.lost)}. The job stays on its revision.`,
  JOB_MISSING: (refusal, name, sheet) => `Still missing: ${refusal.items.map(item => dueWords(item, sheet)).join(' ')}`,
  JOB_READ_COLD: refusal =>
    ({
      brakes: 'No brake and no clutch leaves with a level still to be read.',
      level: 'A car goes out provisionally with nothing due but one level that was right before it ran and is to be read cold again.',
      past: 'That is over already: say by when the car is back.',
    })[refusal.why],
  JOB_FULL: refusal =>
    `This job has ${refusal.most.toLocaleString('en')} entries, as many as one holds. Make the car safe, pause or end it, and go on in a new job of the same car.`,
  JOB_WAIT: (refusal, name, sheet) => {
    const wait = waitNamed(sheet, refusal.wait)
    const minutes = Math.ceil(refusal.secondsLeft / 60)
    return `${wait?.text ?? 'It has to wait.'} ${plural(minutes, 'minute')} to go.`
  },
  JOB_WAIT_NOT_RUNNING: () => 'That wait is over, or has not begun.',
  JOB_LINE_REPLACED: (refusal, name) => `“${name.line(refusal.line)}” has been replaced already and stays in the job.`,
  JOB_NOT_DIFFERENT: (refusal, name) => `Nothing on record says that “${name.line(refusal.line)}” differs.`,
  JOB_HIDDEN: (refusal, name) =>
    `“${name.operation(refusal.operation)}” hides “${name.any(refusal.joint) ?? refusal.joint}”: take it off for the look.`,
  JOB_DRAIN_OPEN: (refusal, name) => `“${name.operation(refusal.operation)}” is open: shut it and torque it before anything is filled in.`,
  JOB_OLD_FLUID: () => 'What was drained does not go back in here. New fluid, of the kind the sheet says.',
  JOB_BOTTLE: refusal => {
    if (refusal.why === 'not-said') return 'Say what the brake fluid comes out of: a sealed bottle, or one opened before, and on which day.'
    return refusal.why === 'not-yet'
      ? 'No bottle was opened on a day that is still to come. Look at the date again.'
      : `This bottle has stood open for more than ${plural(refusal.months, 'month')}: the fluid has drawn water from the air and boils too soon. Take a sealed one. A lead may let it in, with a word of why.`
  },
  JOB_MAKE: (refusal, name) => `“${name.line(refusal.line)}”: ${makeRefusedWords(refusal)}`,
  JOB_VACUUM: () =>
    'The vacuum did not hold: air comes in somewhere, and fluid will come out there. Find it, draw it down again, and fill then.',
  JOB_WEIGHT: refusal => {
    if (refusal.why === 'lighter') return 'The full pan weighs no more than the empty one. Weigh both again.'
    if (refusal.why === 'density') return 'Nothing is known of how heavy this fluid is. Measure it in a jug.'
    return `By its weight that is ${formatQuantity('volume', refusal.millilitres!, 'mL')}: enter what the scale says, or what the jug says.`
  },
  JOB_WINDOW: refusal =>
    `${formatQuantity('torque', refusal.low, 'N.m')} to ${formatQuantity('torque', refusal.high, 'N.m')}: the smaller value comes first. Read the leaflet again.`,
  JOB_PART_SEALS: (refusal, name) =>
    refusal.seals.length > 0
      ? `${name.operation(refusal.operation)}: still to fit: ${list(refusal.seals.map(name.seal))}. One-time seals are not reused.`
      : `${name.operation(refusal.operation)}: the old seal has to be seen to have come off. Two on one face leak.`,
  JOB_PART_NOT_CHOSEN: (refusal, name) =>
    `${name.line(refusal.line)}: more than one part is sold for it. Say which one this is before comparing it.`,
  JOB_AIR_BACK: () =>
    'The pedal came up with the bleeder open: air went back in, and that round did not run clear. Say what came out, and make another.',
  JOB_PART_IN: (refusal, name) =>
    `${name.line(refusal.line)}: its new part is in the car already. Take it out again before another one is named.`,
  JOB_PROPPED: () => 'The pedal is propped, and the line under pressure: let the car down, take the prop out, then go on.',
  JOB_CAR_RESTS: (refusal, name) =>
    refusal.why === 'floor'
      ? `Something on the floor holds the car while “${name.operation(refusal.operation)}” is off: the lift stays where it is, and no engine runs.`
      : `The car stands or rolls on “${name.operation(refusal.operation)}”: it goes back on before the car is let down, or its engine starts there.`,
  JOB_SEALING: refusal =>
    ({
      known: 'The sheet says already whether it comes filled and sealed.',
      'ran-out': 'Fluid ran out of it: it is no sealed set. Take back what was caught if it came from somewhere else.',
      'always-filled': 'On brakes, clutch and steering there is no reason for none: what was opened is filled and bled.',
    })[refusal.why],
  JOB_NO_LEAK: (refusal, name) => `No leak is on record at “${name.joint(refusal.joint)}”.`,
  JOB_LEAD_SIGNS: (refusal, name) =>
    `Accepted outside the torque window: ${list(refusal.joints.map(name.joint))}. A lead signs this job off.`,
}

/** A refusal in words: what is wrong, with which value and limit, and what to do. */
export const refusalWords = (refusal: Refusal, sheet: Sheet): string => rowOf(refusalRows, 'code', refusal, sheetNames(sheet), sheet)

export function parseWords(issue: ParseIssue): string {
  switch (issue.code) {
    case 'UNIT_NOT_A_NUMBER':
      return issue.text.trim() ? `“${issue.text.trim()}” is not a number. Write it like 18, 18.5 or 7/16.` : 'Enter a number.'
    case 'UNIT_UNKNOWN':
      return `“${issue.unit}” is not a unit known here.`
    case 'UNIT_RANGE_REVERSED':
      return `${issue.low} to ${issue.high} runs backwards.`
    default:
      return assertNever(issue)
  }
}
