import { z } from 'zod'

const proving = z.looseObject({ engine: z.enum(['idling', 'off']) })
const ofVersion1 = z.looseObject({ system: z.string(), proving })
const byFoot: readonly string[] = ['brake', 'clutch']

/**
 * Version 1 said of proving only whether the engine idles. What puts a line under pressure is its pump or its pedal: an idling engine makes
 * no pressure in a brake or a clutch, and where none ran and no pedal is, a pump was held to it by hand.
 */
export function sheetOfVersion2(raw: Record<string, unknown>): Record<string, unknown> {
  const sheet = ofVersion1.parse(raw)
  const { engine, ...rest } = sheet.proving
  const pressure = byFoot.includes(sheet.system) ? 'pedal' : engine === 'idling' ? 'engine' : 'hand-pump'
  return { ...raw, format: 'efferent.line-sheet/2', proving: { ...rest, pressure } }
}
