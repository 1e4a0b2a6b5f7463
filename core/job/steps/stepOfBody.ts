import type { Sheet } from '../../sheet/types'
import type { StepRef } from './stepKinds'
import type { JobBody, JobCommand } from '../types'

/** The step that an act does; undefined: a decision, a word, or something beside the list. */
export function stepOfBody(body: JobBody | JobCommand, sheet: Sheet): StepRef | undefined {
  const step = (kind: StepRef['kind'], target: string): StepRef => ({ kind, target })
  switch (body.type) {
    case 'prepared':
      return step('prepare', sheet.id)
    case 'stepSkipped':
      return body.step
    case 'partReceived':
      return step(body.against === 'old-line' ? 'compare' : 'receive', body.line)
    case 'operationOff':
      return step('off', body.operation)
    case 'operationOn':
      return step('on', body.operation)
    case 'fastenersCounted':
      return step('count', body.operation)
    case 'jointOpened':
      return step('open', body.joint)
    case 'jointCapped':
      return step('cap', body.joint)
    case 'sealFitted':
      return step('seals', body.joint)
    case 'jointSeated':
      return step('seat', body.joint)
    case 'jointTorqued':
      return step('torque', body.joint)
    case 'leakChecked':
      return step('leak', body.joint)
    case 'holdReleased':
      return step('release', body.hold)
    case 'holdFastened':
      return step('fasten', body.hold)
    case 'lineOut':
      return step('withdraw', body.line)
    case 'lineIn':
      return step('fit', body.line)
    case 'clearanceProved':
      return step('clear', body.line)
    case 'neighbourRenewed':
      return step('renew', body.neighbour)
    case 'tightened':
      return step('tighten', body.target)
    case 'fluidCaught':
      return body.circuit === undefined ? step('catch', sheet.id) : step('drain', body.circuit)
    case 'fluidExtracted':
      return step('drain', body.circuit ?? sheet.id)
    case 'partLooked':
      return step('look', body.operation)
    case 'fluidAdded':
      return body.circuit === undefined ? step('fill', sheet.fills[0]?.id ?? sheet.id) : step('refill', body.circuit)
    case 'roundBled':
      return step(body.running ? 'turn' : 'bleed', body.bleeder)
    case 'levelRead':
      return step('level', body.level)
    case 'cleaned':
      return step('wipe', body.at)
    case 'carMoved':
      return step('move', body.to)
    case 'engineStarted':
      return step('run', sheet.id)
    case 'engineStopped':
      return step('stop', sheet.id)
    case 'pressureHeld':
      return step('press', sheet.id)
    case 'pressureLet':
      return step('let', sheet.id)
    case 'lineMade':
      return step('make', body.line)
    case 'carriedOver':
      return step('carry', body.line)
    case 'leakTraced':
      return step('mend', body.joint)
    case 'airTraced':
      return step('trace', sheet.id)
    case 'tested':
      return step('test', body.test)
    case 'roadTested':
      return step('road-test', sheet.id)
    default:
      return undefined
  }
}
