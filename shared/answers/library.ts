import { z } from 'zod'
import {
  noteViewSchema,
  revisionViewSchema,
  searchResultSchema,
  sheetGlanceSchema,
  sheetPageSchema,
  vehicleViewSchema,
} from '../schemas/library'
import { reader } from '../versioned'

// What each answer of the API is read with, by what it is of: nothing that comes over the wire is taken on trust, and no page builds the
// schemas of what it never asks for.

/** What is looked up: cars, heads of sheets, what is found in them and noted on them. */
export const libraryAnswers = {
  search: reader(searchResultSchema),
  sheets: reader(sheetPageSchema),
  glances: reader(z.array(sheetGlanceSchema)),
  vehicle: reader(vehicleViewSchema),
  vehicles: reader(z.array(vehicleViewSchema)),
  vehicleFound: reader(z.object({ vehicle: vehicleViewSchema })),
  revision: reader(revisionViewSchema),
  revisions: reader(z.array(revisionViewSchema)),
  note: reader(noteViewSchema),
  notes: reader(z.array(noteViewSchema)),
}
