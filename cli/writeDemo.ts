import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { writePack } from '../core/exchange/writePack'
import { demoPacks } from '../db/demo/author/demoPacks'
import type { Pack } from '../core/sheet/types'
import { integrityReport } from './integrityReport'

// Writes the authored demo packs in the open format: `npx tsx cli/writeDemo.ts`. A test holds the files to the authors.
for (const [name, pack] of Object.entries(demoPacks)) writeFileSync(join('db/demo', `${name}.efferent.json`), writePack(pack))
const sheets = readdirSync('db/demo')
  .filter(name => name.endsWith('.efferent.json'))
  .flatMap(name => (JSON.parse(readFileSync(join('db/demo', name), 'utf8')) as Pack).sheets)
writeFileSync('docs/integrity.md', integrityReport(sheets))
