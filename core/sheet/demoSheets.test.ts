import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { integrityReport } from '../../cli/integrityReport'
import { demoPacks } from '../../db/demo/author/demoPacks'
import { packSchema } from '../../shared/schemas/sheet'
import { allDemoSheets, demoFiles, readDemo } from '../../tests/helpers/demo'
import { planJob } from '../plan/planJob'
import { writePack } from '../exchange/writePack'
import { identifyLayouts } from '../identify/identifyLayouts'
import { checkIntegrity } from './checkIntegrity'
import { traitsImplied } from './evaluatePredicate'
import { resolveSheet } from './resolveSheet'
import { jointKinds, systems, type Pack } from './types'

const identify = (...question: Parameters<typeof identifyLayouts>) => {
  const answer = identifyLayouts(...question)
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

const sheets = allDemoSheets()

describe('the demo library', () => {
  it('has at least sixteen sheets that exercise every system and every kind of joint', () => {
    expect(new Set(sheets.map(sheet => sheet.id)).size).toBeGreaterThanOrEqual(16)
    expect(new Set(sheets.map(sheet => sheet.system))).toEqual(new Set(systems))
    expect(new Set(sheets.flatMap(sheet => sheet.joints.map(joint => joint.kind)))).toEqual(new Set(jointKinds))
  })

  it.each(demoFiles())('%s fits the format and is written as an export writes it', file => {
    const text = readDemo(file)
    const parsed = packSchema.safeParse(JSON.parse(text))
    expect(parsed.error).toBeUndefined()
    expect(writePack(parsed.data as Pack)).toBe(text)
    // Keys in another order make the same file.
    const reversed = JSON.parse(text, (_, value: unknown) =>
      typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.fromEntries(Object.entries(value).reverse()) : value,
    ) as Pack
    expect(writePack(reversed)).toBe(text)
  })

  it.each(Object.keys(demoPacks))('%s is what its author writes (npx tsx cli/writeDemo.ts)', name =>
    expect(readDemo(`${name}.efferent.json`)).toBe(writePack(demoPacks[name]!)),
  )

  it('the integrity report is current', () => expect(readFileSync('docs/integrity.md', 'utf8')).toBe(integrityReport(sheets)))

  describe.each(sheets.map(sheet => [`${sheet.id} revision ${sheet.revision}`, sheet] as const))('%s', (_, sheet) => {
    it('has no integrity issues', () => expect(checkIntegrity(sheet)).toEqual([]))

    it('can be identified by its looks down to one layout, and every layout can be planned', () => {
      const car = { family: sheet.applies[0]!.families[0]!, traits: {} }
      const { layouts } = identify([sheet], car)
      for (const layout of layouts) {
        const known: Record<string, string> = {}
        for (let { looks, bits } = identify([sheet], car); bits > 0; { looks, bits } = identify([sheet], { ...car, traits: known })) {
          const answer = looks[0]!.question.answers.find(({ implies }) =>
            Object.entries(traitsImplied(implies)).every(([trait, value]) => layout.traits[trait] === value),
          )
          // A layout that several answers lead to shares no value of that trait: the others of its looks are walked elsewhere.
          if (!answer) break
          Object.assign(known, traitsImplied(answer.implies))
        }
        const after = identify([sheet], { ...car, traits: { ...layout.traits, ...known } })
        expect(after.layouts.map(found => found.sheets)).toEqual([layout.sheets])
        const resolution = resolveSheet(sheet, { ...car, traits: layout.traits })
        if (resolution.applies === 'no') continue
        expect(resolution.resolved.open).toEqual([])
        const plan = planJob(resolution.resolved, { lines: resolution.resolved.lines.map(line => line.id), start: 'ground' })
        expect(plan.ok).toBe(true)
      }
    })

    it('names a source for every torque and a caution before anything that can hurt', () => {
      for (const joint of sheet.joints)
        if (joint.torque !== undefined && joint.torque !== 'unknown')
          for (const value of joint.torque.values) expect(value.citation).toBeTruthy()
      expect(sheet.cautions.some(caution => caution.kind === 'law')).toBe(true)
      expect(sheet.cautions.length).toBeGreaterThanOrEqual(4)
    })
  })

  it('every part that comes off, and every plug, cap and bleeder reached from outside the cabin, has its place in the picture', () => {
    for (const { id, operations, fills, bleeders, levels } of allDemoSheets()) {
      const seen = [...fills, ...bleeders, ...levels].filter(({ ways }) => ways.some(({ from }) => from !== 'seat'))
      expect([...operations, ...seen].filter(({ centre }) => centre === undefined).map(item => `${id} ${item.id}`)).toEqual([])
    }
  })
})
