import { z } from 'zod'
import { auditViewSchema, backupsViewSchema, deviceViewSchema, healthSchema, personViewSchema, signedInViewSchema } from './shop'
import {
  importPreviewSchema,
  importResultSchema,
  noteViewSchema,
  revisionViewSchema,
  searchResultSchema,
  sheetGlanceSchema,
  sheetHeadSchema,
  vehicleViewSchema,
} from './library'
import { jobRowSchema } from './jobRow'
import { practiceScoreSchema, practiceViewSchema } from './practice'
import { readAppendResult, readJobView } from './jobView'
import { reader } from '../versioned'
import { readSheetView } from './sheetView'
import { familySchema } from './sheet'

/** What each answer of the API is read with: nothing that comes over the wire is taken on trust. */
export const answers = {
  append: readAppendResult,
  audit: reader(z.array(auditViewSchema)),
  backups: reader(backupsViewSchema),
  devices: reader(z.array(deviceViewSchema)),
  families: reader(z.array(familySchema)),
  health: reader(healthSchema),
  imported: reader(importResultSchema),
  job: readJobView,
  jobRow: reader(jobRowSchema),
  jobs: reader(z.array(jobRowSchema)),
  note: reader(noteViewSchema),
  notes: reader(z.array(noteViewSchema)),
  people: reader(z.array(personViewSchema)),
  practice: reader(z.array(practiceViewSchema)),
  practiceScore: reader(practiceScoreSchema),
  preview: reader(importPreviewSchema),
  revision: reader(revisionViewSchema),
  revisions: reader(z.array(revisionViewSchema)),
  search: reader(searchResultSchema),
  sheet: readSheetView,
  sheets: reader(z.array(sheetHeadSchema)),
  glances: reader(z.array(sheetGlanceSchema)),
  signedIn: reader(z.array(signedInViewSchema)),
  vehicle: reader(vehicleViewSchema),
  vehicles: reader(z.array(vehicleViewSchema)),
  /** A vehicle with the sheets that are for it. */
  vehicleFound: reader(z.object({ vehicle: vehicleViewSchema })),
}
