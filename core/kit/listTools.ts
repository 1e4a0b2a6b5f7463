import { levelsOf } from '../sheet/levelsOf'
import type { Visit } from '../plan/types'
import { nearHexes, wrenchFor } from '../fittings/nearHexes'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { LiftPosition } from '../sheet/types'
import type { Millimetres } from '../units/types'

export type VisitTools = {
  at: LiftPosition
  hexes: Millimetres[]
  tools: string[]
  torqueWrench: boolean
  /** Hexes that another wrench of the same visit turns as well: one less to carry. */
  merged: { hex: Millimetres; by: Millimetres }[]
  /** What the shop lacks of it, and what goes on instead. */
  lacking: { tool: string; instead?: string }[]
  /** Steps of this visit that take a second person. */
  helper: boolean
}

/**
 * What to have at hand before each visit: hexes merged and sorted, other tools in the order they are first needed. `missing`: names of
 * what the shop lacks.
 */
export function listTools(resolved: ResolvedSheet, visits: readonly Visit[], missing: readonly string[] = []): VisitTools[] {
  const joints = new Map(resolved.joints.map(joint => [joint.id, joint]))
  const holds = new Map(resolved.holds.map(hold => [hold.id, hold]))
  const operations = new Map(resolved.operations.map(operation => [operation.id, operation]))
  return visits.map(visit => {
    const hexes = new Set<Millimetres>()
    const tools = new Set<string>()
    let torqueWrench = false
    const hex = (size: Millimetres | undefined) => void (size !== undefined && hexes.add(size))
    for (const task of visit.tasks) {
      switch (task.kind) {
        case 'off':
        case 'on': {
          const operation = operations.get(task.target)
          operation?.tools.forEach(tool => tools.add(tool))
          operation?.fasteners.forEach(fastener => hex(fastener.hex))
          if (task.kind === 'on' && operation?.fasteners.some(fastener => fastener.torque)) torqueWrench = true
          break
        }
        case 'open':
        case 'seat':
        case 'torque': {
          const joint = joints.get(task.target)
          joint?.tools.forEach(tool => tools.add(tool))
          hex(joint?.hex.turn)
          hex(joint?.hex.hold)
          if (task.kind === 'torque') torqueWrench = true
          break
        }
        case 'release':
        case 'fasten': {
          const hold = holds.get(task.target)
          hex(hold?.hex)
          if (task.kind === 'fasten' && hold?.torque) torqueWrench = true
          break
        }
        case 'fill': {
          const fill = resolved.sheet.fills.find(point => point.id === task.target)
          fill?.tools.forEach(tool => tools.add(tool))
          hex(fill?.hex)
          break
        }
        case 'bleed':
          hex(resolved.sheet.bleeders.find(bleeder => bleeder.id === task.target)?.hex)
          break
        case 'level':
          hex(levelsOf(resolved.sheet).find(level => level.id === task.target)?.hex)
          break
        case 'cap':
          tools.add('catch pan')
          break
        case 'wipe':
          tools.add('clean rags')
          break
        default:
          break
      }
    }
    // A socket named by itself is that hex already; a torque wrench is said once.
    for (const size of hexes) if (tools.has(`${size} mm socket`)) hexes.delete(size)
    if (tools.delete('torque wrench')) torqueWrench = true
    const wanted = [...hexes].sort((a, b) => a - b)
    const merged = wanted.flatMap(hex => {
      const by = wanted.find(
        other => other > hex && nearHexes(hex).some(near => near.fit === 'good' && Math.abs(near.wrench.size - other) <= 0.02),
      )
      return by === undefined ? [] : [{ hex, by }]
    })
    const lacking = missing.flatMap(tool => {
      const hex = wanted.find(size => wrenchFor(size)?.name === tool)
      if (hex === undefined) return tools.has(tool) ? [{ tool }] : []
      const instead = nearHexes(hex).find(near => near.fit !== 'tight')?.wrench.name
      return [{ tool, ...(instead !== undefined && { instead }) }]
    })
    return {
      at: visit.at,
      hexes: wanted.filter(hex => !merged.some(pair => pair.hex === hex)),
      tools: [...tools],
      torqueWrench,
      merged,
      lacking,
      helper: visit.tasks.some(task => task.helper),
    }
  })
}
