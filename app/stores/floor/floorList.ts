import { limits } from '#shared/limits'
import type { JobRow } from '#shared/schemas/jobRow'

/** The rows of the Floor as they come: a list in pages, the last of which is not full, and then each row that moves. */
export class FloorList {
  private readonly known = new Map<string, JobRow>()
  /** The ids of a list that is still coming: what is not among them when it is whole, is not on the Floor any more. */
  private coming: Set<string> | undefined

  sorted = (): JobRow[] => [...this.known.values()].sort((a, b) => a.number - b.number)

  put(row: JobRow): void {
    this.known.set(row.id, row)
  }
  /** Whether the list is whole with this page. */
  putPage(page: readonly JobRow[]): boolean {
    this.coming ??= new Set()
    for (const row of page) {
      this.put(row)
      this.coming.add(row.id)
    }
    if (page.length >= limits.jobsPerPage) return false
    for (const id of this.known.keys()) if (!this.coming.has(id)) this.known.delete(id)
    this.coming = undefined
    return true
  }
  /** The rest of the list that was coming does not come. */
  breakOff(): void {
    this.coming = undefined
  }
}
