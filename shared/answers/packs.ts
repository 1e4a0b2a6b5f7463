import { importPreviewSchema, importResultSchema } from '../schemas/library'
import { reader } from '../versioned'

/** What an import would bring, and what it brought. */
export const packAnswers = { preview: reader(importPreviewSchema), imported: reader(importResultSchema) }
