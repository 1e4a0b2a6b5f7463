import { writeFileSync } from 'node:fs'
import { packJsonSchema } from '../shared/schemas/sheet'

/** Writes the published JSON Schema; a test holds the file against the schemas. */
writeFileSync('docs/pack.schema.json', JSON.stringify(packJsonSchema(), null, 1) + '\n')
