import { z } from 'zod'
import { familySchema } from '../schemas/sheet'
import { readSheetView } from '../schemas/sheetView'
import { reader } from '../versioned'

/** Whole sheets, and the families they are for. */
export const sheetAnswers = { sheet: readSheetView, family: reader(familySchema), families: reader(z.array(familySchema)) }
