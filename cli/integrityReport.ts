import { valueOf } from '../core/result'
import { identifyLayouts } from '../core/identify/identifyLayouts'
import { developLine } from '../core/route/developLine'
import { findClearances } from '../core/route/findClearances'
import { checkIntegrity } from '../core/sheet/checkIntegrity'
import type { Sheet } from '../core/sheet/types'
import { integrityWords } from '../shared/words/integrityWords'

/** What stands in each sheet and what is wrong with it, as a page: docs/integrity.md. */
export function integrityReport(sheets: readonly Sheet[]): string {
  const rows = sheets.map(sheet => {
    const issues = checkIntegrity(sheet)
    const close = sheet.lines.flatMap(line => {
      const developed = developLine(line.sections)
      return developed.ok
        ? findClearances(line.sections, developed.value, sheet.keepouts)
            .filter(pass => pass.tooClose)
            .map(pass => `${line.id} passes ${pass.what} at ${pass.gap.toFixed(0)} mm, asks ${pass.asks}`)
        : []
    })
    const identified = identifyLayouts([sheet], { family: sheet.applies[0]!.families[0]!, traits: {} })
    const layouts = valueOf(identified)?.layouts ?? []
    return `| ${sheet.id} ${sheet.revision} | ${sheet.system} | ${sheet.lines.length} | ${sheet.joints.length} | ${sheet.operations.length} | ${layouts.length} | ${issues.length === 0 ? 'passes' : issues.map(issue => `${issue.path.join('.')}: ${integrityWords(issue)}`).join('; ')} | ${close.join('; ') || 'none'} |`
  })
  return `# Integrity of the demo sheets

Written by \`npx tsx cli/writeDemo.ts\`; a test holds it to the sheets. "Too close" are passes nearer than the keep-out asks: real sheets have them, and the program warns.

| sheet, revision | system | lines | joints | operations | layouts | integrity | too close |
|---|---|---|---|---|---|---|---|
${rows.join('\n')}
`
}
