import type { Visit } from '../access/types'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { LiftPosition } from '../sheet/types'
import type { Millimetres } from '../units/types'

export type VisitTools = { at: LiftPosition; hexes: Millimetres[]; tools: string[]; torqueWrench: boolean }

/** What to have at hand before each visit: hexes merged and sorted, other tools in the order they are first needed. */
export function listTools(resolved: ResolvedSheet, visits: readonly Visit[]): VisitTools[] {
  const joints = new Map(resolved.joints.map(joint => [joint.id, joint]))
  const holds = new Map(resolved.holds.map(hold => [hold.id, hold]))
  const operations = new Map(resolved.operations.map(operation => [operation.id, operation]))
  return visits.map((visit) => {
    const hexes = new Set<Millimetres>()
    const tools = new Set<string>()
    let torqueWrench = false
    const hex = (size: Millimetres | undefined) => void (size !== undefined && hexes.add(size))
    for (const task of visit.tasks) {
      switch (task.kind) {
        case 'off': case 'on': {
          const operation = operations.get(task.target)
          operation?.tools.forEach(tool => tools.add(tool))
          operation?.fasteners.forEach(fastener => hex(fastener.hex))
          if (task.kind === 'on' && operation?.fasteners.some(fastener => fastener.torque)) torqueWrench = true
          break
        }
        case 'open': case 'seat': case 'torque': {
          const joint = joints.get(task.target)
          joint?.tools.forEach(tool => tools.add(tool))
          hex(joint?.hex.turn)
          hex(joint?.hex.hold)
          if (task.kind === 'torque') torqueWrench = true
          break
        }
        case 'release': case 'fasten': {
          const hold = holds.get(task.target)
          hex(hold?.hex)
          if (task.kind === 'fasten' && hold?.torque) torqueWrench = true
          break
        }
        case 'fill': resolved.sheet.fills[0]?.tools.forEach(tool => tools.add(tool)); hex(resolved.sheet.fills[0]?.hex); break
        case 'level': hex(resolved.sheet.levels[0]?.hex); break
        case 'cap': tools.add('catch pan'); break
        case 'wipe': tools.add('clean rags'); break
        default: break
      }
    }
    return { at: visit.at, hexes: [...hexes].sort((a, b) => a - b), tools: [...tools], torqueWrench }
  })
}
