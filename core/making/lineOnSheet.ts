import { bendsFromPoints, type BendRow } from '../route/bendTable'
import type { Line } from '../sheet/types'
import { tableRows } from './tableRows'
import { tubeMaterials, type Tube } from './tubeStrength'

/** The tube pieces of a line as its sheet has them: the bend table of each and what it is made of, as far as the bench knows that. */
export const tubesOnSheet = ({ sections }: Pick<Line, 'sections'>): { rows: BendRow[]; tube: Partial<Tube> }[] =>
  sections.flatMap(section =>
    section.kind === 'tube'
      ? [
          {
            rows: tableRows(bendsFromPoints(section.points)),
            tube: { outside: section.od, wall: section.wall, material: tubeMaterials.find(one => one === section.material) },
          },
        ]
      : [],
  )
