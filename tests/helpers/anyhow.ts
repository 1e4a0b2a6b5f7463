import { describe, expect, it } from 'vitest'
import { services } from '../../core/plan/goals/services'
import { carTests } from '../../core/sheet/systemRules'
import { earlyEndings, sights, type JobCommand } from '../../core/job/types'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import { liftPositions } from '../../core/sheet/types'
import { whatIsWrong } from './carOracle'
import { PlayedJob, allLines, lead, partSteps } from './demo'
import { seededInteger } from './seededInteger'

/** For each car; EFFERENT_DRAWN draws more. */
const drawn = Number(process.env.EFFERENT_DRAWN ?? 6)

type Draw = ReturnType<typeof seededInteger>
const pick = <T>(draw: Draw, list: readonly T[]): T => list[draw(list.length)]!

/** Something a careless, hurried or hostile person might press, whatever the plan says. */
function anything(played: PlayedJob, draw: Draw): JobCommand | undefined {
  const { sheet } = played.resolved
  const joint = pick(draw, played.resolved.joints).id
  const line = pick(draw, played.resolved.lines).id
  const last = played.state!.effective.at(-1)
  switch (draw(38)) {
    case 0:
      return { type: 'jointOpened', joint }
    case 1:
      return { type: 'leakChecked', joint, result: pick(draw, ['dry', 'weeping', 'leaking']) }
    case 2:
      return last && { type: 'stepUndone', reverts: [last.id] }
    case 3:
      return { type: 'carMoved', to: pick(draw, liftPositions) }
    case 4:
      return { type: draw(2) ? 'engineStarted' : 'engineStopped' }
    case 5:
      return sheet.bleeders.length > 0 || sheet.bleeding.allowed.length > 0
        ? { type: 'roundBled', bleeder: sheet.bleeders[0]?.id ?? sheet.id, count: 1 + draw(4), saw: pick(draw, sights), toppedUp: true }
        : undefined
    case 6:
      return { type: 'fluidAdded', entered: { value: 20 + draw(400), unit: 'mL' }, how: 'measured', bottle: 'sealed' }
    case 7:
      return { type: 'fluidExtracted', entered: { value: 20 + draw(200), unit: 'mL' }, how: 'measured' }
    case 8: {
      const level = sheet.levels.length > 0 ? pick(draw, sheet.levels) : undefined
      return (
        level && {
          type: 'levelRead',
          level: level.id,
          temperature: { value: 40, unit: 'degC' },
          engine: level.engine,
          reading: pick(draw, ['at', 'below', 'above']),
        }
      )
    }
    case 9: {
      const operation = sheet.operations.length > 0 ? pick(draw, sheet.operations) : undefined
      return (
        operation && {
          type: draw(2) ? 'operationOff' : 'operationOn',
          operation: operation.id,
          fasteners: operation.fasteners.map(({ count }) => Math.max(0, count - draw(2))),
        }
      )
    }
    case 10: {
      const hold = played.resolved.holds.length > 0 ? pick(draw, played.resolved.holds) : undefined
      return hold && { type: draw(2) ? 'holdReleased' : 'holdFastened', hold: hold.id }
    }
    case 11:
      return { type: draw(2) ? 'lineOut' : 'lineIn', line }
    case 12:
      return { type: 'jointTorqued', joint, how: 'feel' }
    case 13:
      return { type: 'pressureHeld' }
    case 14:
      return { type: 'tested', test: pick(draw, carTests), result: 'good' }
    case 15:
      return { type: 'roadTested', result: 'good' }
    case 21:
      return { type: 'lineCalledOut', line, why: 'kinked' }
    case 22:
      return draw(2) ? { type: 'ranDry' } : { type: 'leakTraced', joint, note: 'from above' }
    case 23: {
      const [level] = sheet.levels
      return level && { type: 'levelRead', level: level.id, engine: 'off', reading: 'foam' }
    }
    case 24: {
      const lines = allLines(played.resolved).filter(() => draw(3) > 0)
      return lines.length > 0 ? { type: 'planned', inputs: { ...played.state!.inputs!, lines } } : undefined
    }
    case 25: {
      const ending = pick(draw, earlyEndings)
      const read = { by: '2027-03-02T18:00:00Z', km: 50 }
      return { type: 'ended', ending, why: 'no time', ...(ending === 'provisional' && { read }) }
    }
    case 26:
      return { type: draw(2) ? 'paused' : 'resumed', reason: 'parts' } as JobCommand
    case 28: {
      const circuit = sheet.circuits?.[0]?.id
      const type = pick(draw, ['fluidAdded', 'fluidCaught', 'fluidExtracted'] as const)
      const entered = { value: 20 + draw(500), unit: 'mL' } as const
      const bottle = type === 'fluidAdded' ? { bottle: 'sealed' as const } : {}
      return { type, entered, how: 'measured', ...bottle, ...(circuit && draw(3) > 0 && { circuit }) } as JobCommand
    }
    case 29: {
      const sealed = sheet.operations.filter(({ seals = [] }) => seals.length > 0)
      return sealed.length > 0
        ? { type: 'partLooked', operation: pick(draw, sealed).id, result: pick(draw, ['dry', 'weeping']) }
        : undefined
    }
    case 30: {
      const [level] = sheet.circuits ?? []
      return level && { type: 'levelRead', level: level.level.id, engine: level.level.engine, reading: pick(draw, ['at', 'below']) }
    }
    case 31:
      return { type: 'planned', inputs: { ...played.state!.inputs!, service: pick(draw, services) } }
    case 32: {
      return { type: 'wayHung', goal: { kind: 'joint', target: joint }, way: 0 }
    }
    case 33:
      return { type: 'roundBled', bleeder: sheet.id, count: 1 + draw(8), saw: pick(draw, sights), toppedUp: true, running: draw(2) === 0 }
    case 34:
      return {
        type: 'leafletRead',
        thing: 'joint',
        target: joint,
        low: { value: 8 + draw(4), unit: 'N.m' },
        high: { value: 10 + draw(8), unit: 'N.m' },
        from: 'leaflet in the box',
      }
    case 35: {
      const operation = sheet.operations.length > 0 ? pick(draw, sheet.operations) : undefined
      const seals = operation?.seals?.map(({ id }) => id)
      const fasteners = operation?.fasteners.map(({ count }) => count) ?? []
      return operation && { type: 'operationOn', operation: operation.id, fasteners, seals: draw(3) > 0 ? seals : [], oldOut: draw(3) > 0 }
    }
    case 20:
      return draw(2)
        ? { type: 'sealingSaid', fitted: draw(2) > 0, goesIn: draw(2) > 0, why: 'looks so' }
        : { type: 'fillSpared', why: 'looks full' }
    case 16:
      return { type: 'cleaned', at: pick(draw, liftPositions) }
    case 17:
      return {
        type: 'stepSkipped',
        step: { kind: pick(draw, ['road-test', 'fill', 'bleed', 'catch', 'leak'] as const), target: pick(draw, [joint, sheet.id]) },
        reason: 'in a hurry',
      }
    case 19:
      return { type: 'partReceived', line, against: 'sheet', agrees: false, differs: 'a bracket too many' }
    case 18:
      return { type: 'prepared' }
    default:
      return { type: 'signedOff' }
  }
}

/** Follows the plan to its end; says where it stuck. */
function toTheEnd(played: PlayedJob): string {
  if (played.state!.paused) played.do({ type: 'resumed' })
  for (let guard = 0; guard < 400; guard++) {
    const step = played.next()
    if (!step) break
    if (step.kind === 'leak') played.clock += 20 * 60_000
    if (partSteps.has(step.kind)) played.choosePart(step.target)
    const refusal = played.tryInTime(played.plainFor(step))
    if (refusal) return `${step.id}: ${JSON.stringify(refusal)}`
  }
  const refusal = played.try({ type: 'signedOff' })
  return refusal ? JSON.stringify(refusal) : 'signed'
}

/** Each car worked in any way that comes to somebody's mind, and brought to its end. */
export const workedAnyhow = (cars: readonly ResolvedSheet[]): void =>
  describe.each(cars.map(car => [`${car.sheet.id}, ${Object.values(car.car.traits).join(' ') || 'as it is'}`, car] as const))(
    '%s',
    (_, resolved) => {
      it('however it is worked, whatever is signed is whole; and from wherever it stands, it can be brought to an end', () => {
        let signed = 0
        for (let seed = 1; seed <= drawn; seed++) {
          const draw = seededInteger(seed * 7919 + resolved.sheet.id.length)
          const played = new PlayedJob(resolved, draw(4) === 0 ? lead : undefined)
          const beside = resolved.sheet.neighbours.filter(() => draw(2) === 0).map(({ id }) => id)
          played.do({
            type: 'planned',
            inputs: {
              // Now and then nothing but a part beside the lines, or the fluid.
              lines: beside.length > 0 && draw(6) === 0 ? [] : allLines(resolved),
              start: pick(draw, liftPositions),
              ...(beside.length > 0 && { neighbours: beside }),
              ...(draw(8) === 0 && { service: pick(draw, services) }),
              parts: Object.fromEntries(
                resolved.lines.flatMap(line => (draw(2) > 0 && line.parts.length > 0 ? [[line.id, pick(draw, line.parts).id]] : [])),
              ),
            },
          })
          const turns = 20 + draw(160)
          for (let turn = 0; turn < turns && !played.state!.signedOff; turn++) {
            // Three devices, some of them behind what the others have done.
            played.device = pick(draw, ['tablet-1', 'tablet-1', 'tablet-2', 'desk'])
            played.seen = draw(6) === 0 ? Math.max(0, played.events.length - 1 - draw(8)) : undefined
            const step = draw(10) < 6 ? played.next() : undefined
            const command = step ? played.plainFor(step) : anything(played, draw)
            played.clock += draw(4) * 5 * 60_000
            if (command) played.tryInTime(command)
          }
          played.device = 'tablet-1'
          played.seen = undefined
          if (!played.state!.signedOff) expect(toTheEnd(played), `seed ${seed}`).toBe('signed')
          expect(whatIsWrong(resolved.sheet, played.events), `seed ${seed}`).toEqual([])
          signed++
        }
        expect(signed).toBe(drawn)
      }, 120_000)
    },
  )
