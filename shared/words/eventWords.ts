import type { JobBody } from '../../core/job/types'
import { waitNamed } from '../../core/job/state/waits'
import type { Sheet } from '../../core/sheet/types'
import type { Entered } from '../../core/units/types'
import { formatEntered, formatNumber } from '../../core/units/formatQuantity'
import { bottleWords, holdWords, leakedWords, scaleWords } from './fluidWords'
import { heightWords } from './levelWords'
import { choiceWords, howWords, instrumentWords, leakWords, readingWords, roundWords, testWords } from './recordWords'
import { leverOf } from './carTestWords'
import { actDoneWords, cutOffWords, rebentWords } from './makeActWords'
import { pauseWords } from './pauseWords'
import { foundWords } from './foundWords'
import { goalWords, wishWords } from './planWords'
import { remedyWords } from './remedyWords'
import { rowOf, type Rows } from './rows'
import { sheetNames, type SheetNames } from './sheetNames'
import { endingWords } from './endingWords'
import { list, plural, positionWords, proofWords, waitWords } from './vocabulary'
import { stepWords } from './stepWords'

const amountWords = (circuit: string | undefined, entered: Entered<'volume'>, sheet: Sheet): string =>
  `${formatEntered('volume', entered)}${circuit === undefined ? '' : ` of ${sheetNames(sheet).fluid(circuit).toLowerCase()}`}`
const total = (counts: readonly number[]) => counts.reduce((sum, count) => sum + count, 0)
const eventRows: Rows<JobBody, 'type', [SheetNames, Sheet]> = {
  opened: body => `Job ${body.number} opened for ${body.vehicle.plate}`,
  traitsLearned: (body, name, sheet) =>
    `Looked at the car: ${sheet.questions.find(question => question.id === body.question)?.answers.find(answer => answer.id === body.answer)?.label ?? body.answer}`,
  scopeChosen: (body, name) => `Lines chosen: ${list(body.lines.map(name.line))}`,
  planned: (body, name, sheet) => `Planned: ${list(wishWords(body.inputs, sheet))}`,
  revisionMoved: body => `Moved to revision ${body.revision} of the sheet`,
  prepared: () => 'Car made ready',
  stepSkipped: (body, name, sheet) => `Left out: ${stepWords(body.step, sheet).title}, because ${body.reason}`,
  stepUndone: () => 'Taken back',
  partReceived: (body, name) => {
    if (body.against === 'stock')
      return `${name.line(body.line)}: what it is made of is ${body.agrees ? 'all there' : `not all there (${body.differs ?? ''})`}`
    return `${name.line(body.line)}: ${body.agrees ? 'agrees' : `differs (${body.differs ?? ''})`}, compared with ${body.against === 'sheet' ? 'the sheet' : 'the old line'}`
  },
  operationOff: (body, name) => `${name.operation(body.operation)} off, ${total(body.fasteners)} fasteners out`,
  operationOn: (body, name) => `${name.operation(body.operation)} on, ${total(body.fasteners)} fasteners in`,
  fastenersCounted: (body, name) => `${name.operation(body.operation)}: ${total(body.fasteners)} fasteners counted in`,
  jointOpened: (body, name) => `${name.joint(body.joint)} opened`,
  jointCapped: (body, name) => `${name.joint(body.joint)} capped on both sides`,
  jointSeized: (body, name) =>
    `${name.joint(body.joint)} does not move: ${remedyWords[body.remedy].title.toLowerCase()}${body.note ? `. ${body.note}` : ''}`,
  neighbourDecided: (body, name) => `${name.neighbour(body.neighbour)}: ${choiceWords(body)}`,
  photoTaken: body => `Photo${body.caption ? `: ${body.caption}` : ''}`,
  passedOn: body => `Passed on to ${body.to}${body.note ? `: ${body.note}` : ''}`,
  holdReleased: (body, name) => `${name.hold(body.hold)} released`,
  holdFastened: (body, name) => `${name.hold(body.hold)} fastened`,
  lineOut: (body, name) => `${name.line(body.line)} out`,
  lineIn: (body, name) => (body.which === 'old' ? `${name.line(body.line)}: the old one is back in` : `${name.line(body.line)} in`),
  makingSaid: (body, name) =>
    `${name.line(body.line)}: what is to be made: ${plural(body.making.rows.filter(({ bend }) => bend > 0).length, 'bend')}`,
  makeActDone: (body, name) => `${name.line(body.line)}, making: ${actDoneWords(body.act)}`,
  endCutOff: (body, name) => `${name.line(body.line)}: ${cutOffWords({ ...body, off: body.mm })}${body.note ? `, ${body.note}` : ''}`,
  rebent: (body, name) => `${name.line(body.line)}: ${rebentWords(body)}${body.note ? `, ${body.note}` : ''}; tried in its place once more`,
  lineMade: (body, name) => `${name.line(body.line)} made${body.how === 'without' ? ` without the list: ${body.note}` : ''}`,
  carriedOver: (body, name) => `${name.line(body.line)}: moved over from the old one: ${list(body.items)}`,
  lineCalledOut: (body, name) => `${name.line(body.line)} has to come out again: ${body.why}`,
  partAccepted: (body, name) => `${name.line(body.line)}: the part that differs is used all the same, because ${body.why}`,
  fastenerLost: (body, name, sheet) => {
    const fastener = sheet.operations.find(operation => operation.id === body.operation)?.fasteners[body.group]
    return `${name.operation(body.operation)}: ${body.count} × ${fastener?.what ?? 'fastener'} ${body.what}; instead: ${body.instead}`
  },
  leakTraced: (body, name) => `${name.joint(body.joint)}: what was seen comes from elsewhere: ${body.note}`,
  airTraced: body => `Air is drawn in: ${body.cause}`,
  sealingSaid: body =>
    `What is on the car ${body.fitted ? 'came' : 'did not come'} filled and sealed, what goes in ${body.goesIn ? 'comes' : 'does not come'} so: ${body.why}`,
  fillSpared: body => `Nothing filled in: ${body.why}`,
  ranDry: () => 'The reservoir ran dry',
  waitCut: (body, name, sheet) => {
    const wait = waitNamed(sheet, body.wait)
    return `Not waited for (${wait ? waitWords[wait.kind] : body.wait})${body.temperature ? ` at ${formatEntered('temperature', body.temperature)}` : ''}: ${body.reason}`
  },
  sealFitted: (body, name) => `${name.joint(body.joint)}: new ${list(body.seals.map(name.seal))}, old out`,
  sealUnavailable: (body, name) => `${name.joint(body.joint)}: ${name.seal(body.seal)} not available. ${body.note}`,
  jointSeated: (body, name) => `${name.joint(body.joint)} seated: ${list(body.proofs.map(proof => proofWords[proof].short))}`,
  jointTorqued: (body, name) =>
    `${name.joint(body.joint)} torqued${body.entered ? ` at ${formatEntered('torque', body.entered)}` : ''}, ${body.instrument ? instrumentWords[body.instrument] : howWords[body.how]}${body.reason ? `; accepted: ${body.reason}` : ''}`,
  fluidCaught: (body, name, sheet) =>
    `${amountWords(body.circuit, body.entered, sheet)} caught (${body.weighed ? scaleWords(body.weighed) : body.how})`,
  fluidAdded: (body, name, sheet) =>
    `${amountWords(body.circuit, body.entered, sheet)} put in (${body.how})${body.drained ? ', what was drained and clean' : ''}${body.bottle ? `, ${bottleWords(body.bottle)}` : ''}${body.kept ? `; used all the same: ${body.kept}` : ''}`,
  fluidExtracted: (body, name, sheet) =>
    `${amountWords(body.circuit, body.entered, sheet)} taken out (${body.weighed ? scaleWords(body.weighed) : body.how})`,
  vacuumHeld: body =>
    `Drawn down to ${formatNumber(body.from, 0)} kPa below, ${formatNumber(body.to, 0)} after ${formatNumber(body.minutes, 1)} min: ${holdWords[body.verdict]}${body.instrument ? ` (${instrumentWords[body.instrument]})` : ''}`,
  leakedBefore: (body, name, sheet) =>
    `${sheet.circuits?.find(({ id }) => id === body.circuit)?.name ?? 'Fluid'} lost before it came in: ${leakedWords(body.found, body.amount)}`,
  partLooked: (body, name) => `${name.operation(body.operation)}: ${leakWords[body.result]}`,
  leafletRead: (body, name) =>
    `${name.any(body.target) ?? body.target}: the leaflet says ${formatEntered('torque', body.low)} to ${formatEntered('torque', body.high)} (${body.from})`,
  observed: (body, name) => `${name.any(body.target) ?? name.line(body.target)}: ${foundWords(body.found)}`,
  wayHung: (body, name, sheet) => `It does not go that way (${goalWords(body.goal, sheet)})${body.note ? `: ${body.note}` : ''}`,
  levelRead: (body, name) =>
    `${name.level(body.level)}: ${readingWords[body.reading]}${body.mm === undefined ? '' : ` (${heightWords(body.mm)})`}${body.temperature ? ` at ${formatEntered('temperature', body.temperature)}${body.instrument ? ` (${instrumentWords[body.instrument]})` : ''}` : ''}, engine ${body.engine}`,
  tightened: (body, name) => {
    const said = body.torques.flatMap(torque =>
      torque ? [torque.entered ? formatEntered('torque', torque.entered) : howWords[torque.how]] : [],
    )
    const why = body.torques.find(torque => torque?.reason)?.reason
    return `${name.any(body.target) ?? body.target} torqued: ${list(said)}${why ? `; accepted: ${why}` : ''}`
  },
  clearanceProved: (body, name) => `${name.line(body.line)}: clear all along`,
  neighbourRenewed: (body, name) => `${name.neighbour(body.neighbour)} renewed`,
  carMoved: body => `Car ${positionWords[body.to]}`,
  engineStarted: () => 'Engine started',
  engineStopped: () => 'Engine stopped',
  pressureHeld: (body, name, sheet) => `${leverOf(sheet) === 'lever' ? 'Lever' : 'Pedal'} held, line under pressure`,
  pressureLet: (body, name, sheet) => `${leverOf(sheet) === 'lever' ? 'Lever' : 'Pedal'} let go, prop out`,
  roundBled: (body, name, sheet) =>
    roundWords({
      ...body,
      out: body.outVolume,
      in: body.inVolume,
      name: body.bleeder === sheet.id ? undefined : name.bleeder(body.bleeder),
    }),
  tested: (body, name, sheet) => testWords(body, sheet),
  timerStarted: body => `Timer begun: ${waitWords[body.timer]}, ${formatNumber(body.minutes, 1)} min`,
  timerEnded: body => `Timer ended: ${waitWords[body.timer]}${body.reason ? `, because ${body.reason}` : ''}`,
  cleaned: body => `Joints wiped dry, car ${positionWords[body.at]}`,
  leakChecked: (body, name) => `${name.joint(body.joint)}: ${leakWords[body.result]}`,
  roadTested: body => `Road test ${body.result === 'good' ? 'good' : `not good: ${body.note ?? ''}`}`,
  noteWritten: body => `Note: ${body.text}`,
  paused: body => `Paused: ${pauseWords[body.reason]}${body.note ? `, ${body.note}` : ''}`,
  resumed: () => 'Resumed',
  handedOver: body => `Handed over to the ${body.to}${body.note ? `: ${body.note}` : ''}`,
  signedOff: () => 'Signed off',
  ended: body => `${endingWords[body.ending].title}: ${body.why}`,
  reopened: body => `Reopened: ${body.why}`,
  entryHeld: body =>
    body.counts
      ? `An entry of ${body.by.name} waits for a lead. Until then it counts as done, for what it makes necessary`
      : `An entry of ${body.by.name} waits for a lead, and counts for nothing until then`,
  entrySettled: body => `An entry that waited ${body.stands ? 'stands as it was said' : 'does not stand'}: ${body.why}`,
}

/** One line of the record: what an event says happened. */
export const eventWords = (body: JobBody, sheet: Sheet): string => rowOf(eventRows, 'type', body, sheetNames(sheet), sheet)
