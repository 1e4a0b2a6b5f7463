import type { JobBody } from '../../core/job/types'
import { waitNamed } from '../../core/job/state/waits'
import { assertNever } from '../../core/result'
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
import { sheetNames } from './sheetNames'
import { endingWords } from './endingWords'
import { list, plural, positionWords, proofWords, waitWords } from './vocabulary'
import { stepWords } from './stepWords'

const amountWords = (circuit: string | undefined, entered: Entered<'volume'>, sheet: Sheet): string =>
  `${formatEntered('volume', entered)}${circuit === undefined ? '' : ` of ${sheetNames(sheet).fluid(circuit).toLowerCase()}`}`

/** One line of the record: what an event says happened. */
export function eventWords(body: JobBody, sheet: Sheet): string {
  const name = sheetNames(sheet)
  const total = (counts: readonly number[]) => counts.reduce((sum, count) => sum + count, 0)
  switch (body.type) {
    case 'opened':
      return `Job ${body.number} opened for ${body.vehicle.plate}`
    case 'traitsLearned':
      return `Looked at the car: ${sheet.questions.find(question => question.id === body.question)?.answers.find(answer => answer.id === body.answer)?.label ?? body.answer}`
    case 'scopeChosen':
      return `Lines chosen: ${list(body.lines.map(name.line))}`
    case 'planned':
      return `Planned: ${list(wishWords(body.inputs, sheet))}`
    case 'revisionMoved':
      return `Moved to revision ${body.revision} of the sheet`
    case 'prepared':
      return 'Car made ready'
    case 'stepSkipped':
      return `Left out: ${stepWords(body.step, sheet).title}, because ${body.reason}`
    case 'stepUndone':
      return 'Taken back'
    case 'partReceived':
      if (body.against === 'stock')
        return `${name.line(body.line)}: what it is made of is ${body.agrees ? 'all there' : `not all there (${body.differs ?? ''})`}`
      return `${name.line(body.line)}: ${body.agrees ? 'agrees' : `differs (${body.differs ?? ''})`}, compared with ${body.against === 'sheet' ? 'the sheet' : 'the old line'}`
    case 'operationOff':
      return `${name.operation(body.operation)} off, ${total(body.fasteners)} fasteners out`
    case 'operationOn':
      return `${name.operation(body.operation)} on, ${total(body.fasteners)} fasteners in`
    case 'fastenersCounted':
      return `${name.operation(body.operation)}: ${total(body.fasteners)} fasteners counted in`
    case 'jointOpened':
      return `${name.joint(body.joint)} opened`
    case 'jointCapped':
      return `${name.joint(body.joint)} capped on both sides`
    case 'jointSeized':
      return `${name.joint(body.joint)} does not move: ${remedyWords[body.remedy].title.toLowerCase()}${body.note ? `. ${body.note}` : ''}`
    case 'neighbourDecided':
      return `${sheetNames(sheet).neighbour(body.neighbour)}: ${choiceWords(body)}`
    case 'photoTaken':
      return `Photo${body.caption ? `: ${body.caption}` : ''}`
    case 'passedOn':
      return `Passed on to ${body.to}${body.note ? `: ${body.note}` : ''}`
    case 'holdReleased':
      return `${name.hold(body.hold)} released`
    case 'holdFastened':
      return `${name.hold(body.hold)} fastened`
    case 'lineOut':
      return `${name.line(body.line)} out`
    case 'lineIn':
      return body.which === 'old' ? `${name.line(body.line)}: the old one is back in` : `${name.line(body.line)} in`
    case 'makingSaid':
      return `${name.line(body.line)}: what is to be made: ${plural(body.making.rows.filter(({ bend }) => bend > 0).length, 'bend')}`
    case 'makeActDone': {
      return `${name.line(body.line)}, making: ${actDoneWords(body.act)}`
    }
    case 'endCutOff':
      return `${name.line(body.line)}: ${cutOffWords({ ...body, off: body.mm })}${body.note ? `, ${body.note}` : ''}`
    case 'rebent':
      return `${name.line(body.line)}: ${rebentWords(body)}${body.note ? `, ${body.note}` : ''}; tried in its place once more`
    case 'lineMade':
      return `${name.line(body.line)} made${body.how === 'without' ? ` without the list: ${body.note}` : ''}`
    case 'carriedOver':
      return `${name.line(body.line)}: moved over from the old one: ${list(body.items)}`
    case 'lineCalledOut':
      return `${name.line(body.line)} has to come out again: ${body.why}`
    case 'partAccepted':
      return `${name.line(body.line)}: the part that differs is used all the same, because ${body.why}`
    case 'fastenerLost': {
      const fastener = sheet.operations.find(operation => operation.id === body.operation)?.fasteners[body.group]
      return `${name.operation(body.operation)}: ${body.count} × ${fastener?.what ?? 'fastener'} ${body.what}; instead: ${body.instead}`
    }
    case 'leakTraced':
      return `${name.joint(body.joint)}: what was seen comes from elsewhere: ${body.note}`
    case 'airTraced':
      return `Air is drawn in: ${body.cause}`
    case 'sealingSaid':
      return `What is on the car ${body.fitted ? 'came' : 'did not come'} filled and sealed, what goes in ${body.goesIn ? 'comes' : 'does not come'} so: ${body.why}`
    case 'fillSpared':
      return `Nothing filled in: ${body.why}`
    case 'ranDry':
      return 'The reservoir ran dry'
    case 'waitCut': {
      const wait = waitNamed(sheet, body.wait)
      return `Not waited for (${wait ? waitWords[wait.kind] : body.wait})${body.temperature ? ` at ${formatEntered('temperature', body.temperature)}` : ''}: ${body.reason}`
    }
    case 'sealFitted':
      return `${name.joint(body.joint)}: new ${list(body.seals.map(name.seal))}, old out`
    case 'sealUnavailable':
      return `${name.joint(body.joint)}: ${name.seal(body.seal)} not available. ${body.note}`
    case 'jointSeated':
      return `${name.joint(body.joint)} seated: ${list(body.proofs.map(proof => proofWords[proof].short))}`
    case 'jointTorqued':
      return `${name.joint(body.joint)} torqued${body.entered ? ` at ${formatEntered('torque', body.entered)}` : ''}, ${body.instrument ? instrumentWords[body.instrument] : howWords[body.how]}${body.reason ? `; accepted: ${body.reason}` : ''}`
    case 'fluidCaught':
      return `${amountWords(body.circuit, body.entered, sheet)} caught (${body.weighed ? scaleWords(body.weighed) : body.how})`
    case 'fluidAdded':
      return `${amountWords(body.circuit, body.entered, sheet)} put in (${body.how})${body.drained ? ', what was drained and clean' : ''}${body.bottle ? `, ${bottleWords(body.bottle)}` : ''}${body.kept ? `; used all the same: ${body.kept}` : ''}`
    case 'fluidExtracted':
      return `${amountWords(body.circuit, body.entered, sheet)} taken out (${body.weighed ? scaleWords(body.weighed) : body.how})`
    case 'vacuumHeld':
      return `Drawn down to ${formatNumber(body.from, 0)} kPa below, ${formatNumber(body.to, 0)} after ${formatNumber(body.minutes, 1)} min: ${holdWords[body.verdict]}${body.instrument ? ` (${instrumentWords[body.instrument]})` : ''}`
    case 'leakedBefore':
      return `${sheet.circuits?.find(({ id }) => id === body.circuit)?.name ?? 'Fluid'} lost before it came in: ${leakedWords(body.found, body.amount)}`
    case 'partLooked':
      return `${name.operation(body.operation)}: ${leakWords[body.result]}`
    case 'leafletRead':
      return `${name.any(body.target) ?? body.target}: the leaflet says ${formatEntered('torque', body.low)} to ${formatEntered('torque', body.high)} (${body.from})`
    case 'observed':
      return `${name.any(body.target) ?? name.line(body.target)}: ${foundWords(body.found)}`
    case 'wayHung':
      return `It does not go that way (${goalWords(body.goal, sheet)})${body.note ? `: ${body.note}` : ''}`
    case 'levelRead':
      return `${name.level(body.level)}: ${readingWords[body.reading]}${body.mm === undefined ? '' : ` (${heightWords(body.mm)})`}${body.temperature ? ` at ${formatEntered('temperature', body.temperature)}${body.instrument ? ` (${instrumentWords[body.instrument]})` : ''}` : ''}, engine ${body.engine}`
    case 'tightened': {
      const said = body.torques.flatMap(torque =>
        torque ? [torque.entered ? formatEntered('torque', torque.entered) : howWords[torque.how]] : [],
      )
      const why = body.torques.find(torque => torque?.reason)?.reason
      return `${name.any(body.target) ?? body.target} torqued: ${list(said)}${why ? `; accepted: ${why}` : ''}`
    }
    case 'clearanceProved':
      return `${name.line(body.line)}: clear all along`
    case 'neighbourRenewed':
      return `${name.neighbour(body.neighbour)} renewed`
    case 'carMoved':
      return `Car ${positionWords[body.to]}`
    case 'engineStarted':
      return 'Engine started'
    case 'engineStopped':
      return 'Engine stopped'
    case 'pressureHeld':
      return `${leverOf(sheet) === 'lever' ? 'Lever' : 'Pedal'} held, line under pressure`
    case 'pressureLet':
      return `${leverOf(sheet) === 'lever' ? 'Lever' : 'Pedal'} let go, prop out`
    case 'roundBled':
      return roundWords({
        ...body,
        out: body.outVolume,
        in: body.inVolume,
        name: body.bleeder === sheet.id ? undefined : name.bleeder(body.bleeder),
      })
    case 'tested':
      return testWords(body, sheet)
    case 'timerStarted':
      return `Timer begun: ${waitWords[body.timer]}, ${formatNumber(body.minutes, 1)} min`
    case 'timerEnded':
      return `Timer ended: ${waitWords[body.timer]}${body.reason ? `, because ${body.reason}` : ''}`
    case 'cleaned':
      return `Joints wiped dry, car ${positionWords[body.at]}`
    case 'leakChecked':
      return `${name.joint(body.joint)}: ${leakWords[body.result]}`
    case 'roadTested':
      return `Road test ${body.result === 'good' ? 'good' : `not good: ${body.note ?? ''}`}`
    case 'noteWritten':
      return `Note: ${body.text}`
    case 'paused':
      return `Paused: ${pauseWords[body.reason]}${body.note ? `, ${body.note}` : ''}`
    case 'resumed':
      return 'Resumed'
    case 'handedOver':
      return `Handed over to the ${body.to}${body.note ? `: ${body.note}` : ''}`
    case 'signedOff':
      return 'Signed off'
    case 'ended':
      return `${endingWords[body.ending].title}: ${body.why}`
    case 'reopened':
      return `Reopened: ${body.why}`
    case 'entryHeld':
      return body.counts
        ? `An entry of ${body.by.name} waits for a lead. Until then it counts as done, for what it makes necessary`
        : `An entry of ${body.by.name} waits for a lead, and counts for nothing until then`
    case 'entrySettled':
      return `An entry that waited ${body.stands ? 'stands as it was said' : 'does not stand'}: ${body.why}`
    default:
      return assertNever(body)
  }
}
