import { seatingProofs } from '../fittings/seating'
import type { FluidEstimate } from '../fluid/estimateFluid'
import { settleWindow } from '../sheet/settleContested'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import { targetTorque } from '../torque/checkTorque'
import type { Joint } from '../sheet/types'
import { asksTemperature, drainsOf, levelsOf, measuredOf } from './carState'
import { carryOver } from './obligations'
import { torquesAsked } from './torquesAsked'
import type { Step } from './listSteps'
import type { JobCommand, JobState, TorqueSaid } from './types'

const roundTo = (value: number, step: number): number => Math.round(value / step) * step

/** Common practice, no source: what to look up first where a sheet states no torque for small hydraulic nuts. */
const lookedUp = 15
const middleOf = (torque: NonNullable<Joint['torque']>): TorqueSaid => {
  const window = settleWindow(torque)
  const value = window.kind === 'unknown' ? lookedUp : roundTo(targetTorque(window.value), 0.5)
  return { how: 'wrench', entered: { value, unit: 'N.m' } }
}

/** Turned where only a turn is stated. */
const saidOf = ({ torque, turn }: Pick<Joint, 'torque' | 'turn'>): TorqueSaid =>
  turn && !torque ? { how: 'turn' } : middleOf(torque ?? 'unknown')

/**
 * What a step records when everything goes as the sheet says: all fasteners, all proofs, the target torque, the likely spill. The bay view
 * starts its entries from this; the person changes what was different. Amounts are marked estimated: nobody has measured them yet.
 */
export function plainCommand(resolved: ResolvedSheet, step: Step, state: JobState, fluid: FluidEstimate | undefined): JobCommand {
  const { sheet } = resolved
  const joint = sheet.joints.find(candidate => candidate.id === step.target)
  const operation = sheet.operations.find(candidate => candidate.id === step.target)
  const { target } = step
  switch (step.kind) {
    case 'prepare':
      return { type: 'stepDone', step: step.id }
    case 'move':
      return { type: 'carMoved', to: step.at }
    case 'renew':
      return { type: 'neighbourRenewed', neighbour: target }
    case 'bleed': {
      const { strokes } = sheet.bleeding.parameters
      return { type: 'roundBled', bleeder: target, ...(strokes !== undefined && { count: strokes }), saw: 'clear', toppedUp: true }
    }
    case 'turn':
      return { type: 'roundBled', bleeder: sheet.id, count: sheet.bleeding.parameters.running, saw: 'clear', toppedUp: true, running: true }
    case 'carry': {
      const line = resolved.lines.find(({ id }) => id === target)
      return { type: 'carriedOver', line: target, items: line ? carryOver(line, state) : [] }
    }
    case 'mend':
      return { type: 'jointOpened', joint: target }
    case 'trace':
      return { type: 'airTraced', cause: '' }
    case 'stop':
      return { type: 'engineStopped' }
    case 'press':
      return { type: 'pressureHeld' }
    case 'test':
      return { type: 'tested', test: 'pedal', result: 'good' }
    case 'clear':
      return { type: 'clearanceProved', line: target }
    case 'count':
      return { type: 'fastenersCounted', operation: target, fasteners: state.operations[target]?.fastenersOut ?? [] }
    case 'tighten': {
      const asked = torquesAsked(sheet, target)!
      return { type: 'tightened', thing: asked.thing, target, torques: asked.asked.map(one => (one === undefined ? null : saidOf(one))) }
    }
    case 'receive':
      return { type: 'partReceived', line: target, against: 'sheet', agrees: true }
    case 'compare':
      return { type: 'partReceived', line: target, against: 'old-line', agrees: true }
    case 'off':
      return { type: 'operationOff', operation: target, fasteners: operation?.fasteners.map(fastener => fastener.count) ?? [] }
    case 'on':
      return {
        type: 'operationOn',
        operation: target,
        fasteners: state.operations[target]?.fastenersOut ?? operation?.fasteners.map(fastener => fastener.count) ?? [],
        ...(operation?.seals?.length && { seals: operation.seals.map(({ id }) => id), oldOut: true }),
      }
    case 'open':
      return { type: 'jointOpened', joint: target }
    case 'cap':
      return { type: 'jointCapped', joint: target }
    case 'release':
      return { type: 'holdReleased', hold: target }
    case 'fasten':
      return { type: 'holdFastened', hold: target }
    case 'withdraw':
      return { type: 'lineOut', line: target }
    case 'fit':
      return { type: 'lineIn', line: target }
    case 'seals':
      return { type: 'sealFitted', joint: target, seals: joint?.seals.map(seal => seal.id) ?? [], oldOut: true }
    case 'seat':
      return {
        type: 'jointSeated',
        joint: target,
        proofs: joint
          ? seatingProofs(
              joint,
              resolved.lines.find(line => line.id === joint.line),
            )
          : [],
      }
    case 'torque':
      return { type: 'jointTorqued', joint: target, ...saidOf(joint ?? {}) }
    case 'catch':
      return { type: 'fluidCaught', entered: { value: Math.max(10, roundTo(fluid?.spill.likely ?? 0, 10)), unit: 'mL' }, how: 'estimated' }
    case 'fill': {
      const caught = measuredOf(sheet, state, sheet.id).caught.reduce((sum, { volume }) => sum + volume, 0)
      return {
        type: 'fluidAdded',
        entered: { value: Math.max(10, roundTo(caught > 0 ? caught : (fluid?.topUp.likely ?? 0), 10)), unit: 'mL' },
        how: 'estimated',
      }
    }
    case 'drain': {
      const isOwn = target === sheet.id
      const drained = drainsOf(sheet, target).find(({ id }) => state.operations[id]?.off)?.drains
      const entered = { value: Math.max(10, roundTo(drained?.likely ?? 200, 10)), unit: 'mL' as const }
      const type = drained || !isOwn ? 'fluidCaught' : 'fluidExtracted'
      return { type, entered, how: 'estimated', ...(!isOwn && { circuit: target }) }
    }
    case 'refill': {
      const out = measuredOf(sheet, state, target).caught.reduce((sum, { volume }) => sum + volume, 0)
      const likely = drainsOf(sheet, target).find(({ id }) => state.operations[id]?.off)?.drains?.likely ?? 0
      const value = Math.max(10, roundTo(out > 0 ? out : likely, 10))
      return { type: 'fluidAdded', entered: { value, unit: 'mL' }, how: 'estimated', circuit: target }
    }
    case 'look':
      return { type: 'partLooked', operation: target, result: 'dry' }
    case 'wipe':
      return { type: 'cleaned', at: step.at }
    case 'run':
      return { type: 'engineStarted' }
    case 'level': {
      const level = levelsOf(sheet).find(candidate => candidate.id === target)
      const window = settleWindow(level?.temperature ?? 'unknown')
      return {
        type: 'levelRead',
        level: target,
        ...(level && !asksTemperature(sheet, level)
          ? {}
          : { temperature: { value: window.kind === 'unknown' ? 20 : (window.value.low + window.value.high) / 2, unit: 'degC' } }),
        engine: level?.engine ?? 'off',
        reading: 'at',
      }
    }
    case 'leak':
      return { type: 'leakChecked', joint: target, result: 'dry' }
    case 'road-test':
      return { type: 'roadTested', result: 'good' }
  }
}
