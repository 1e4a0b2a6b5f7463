import { chosenPart, type ChosenParts } from './chosenPart'
import { linesOf } from './jointLines'
import type { Joint, Line, PartOption, Sealed, Sheet, Slug } from './types'

/** Did a set come filled and sealed? Somebody says so, or the sheet names how it is bled; nothing said is nothing known. */
export type Sealing = 'sealed' | 'open' | 'unknown'
type Bled = Pick<Sheet, 'bleeding' | 'bleeders'>
type Lined = Bled & Pick<Sheet, 'lines'>

const sealingBy = (sealed: Sealed | undefined, { bleeding, bleeders }: Bled): Sealing => {
  if (sealed !== undefined) return sealed === false ? 'open' : 'sealed'
  return bleeding.allowed.length > 0 || bleeders.length > 0 ? 'open' : 'unknown'
}

/** Of what is on the car: it decides what opening does. */
export const fittedSealing = (sheet: Bled, line: Pick<Line, 'sealed'> | undefined): Sealing => sealingBy(line?.sealed, sheet)
/**
 * Of what goes in: it decides what filling asks. Of a part not chosen yet, what all of them agree about; where no part is listed, another
 * of what is fitted goes in.
 */
export function newSealing(sheet: Bled, line: Pick<Line, 'id' | 'parts' | 'sealed'>, chosen?: ChosenParts): Sealing {
  const part = chosenPart(line, chosen)
  const among: readonly Pick<PartOption, 'sealed'>[] = part ? [part] : line.parts.length > 0 ? line.parts : [line]
  const [first, ...others] = among.map(one => sealingBy(one.sealed, sheet))
  return others.every(other => other === first) ? first! : 'unknown'
}

/** Lines that a joint holds, as the sheet has them. */
const linesAt = ({ lines }: Pick<Sheet, 'lines'>, joint: Pick<Joint, 'line' | 'end' | 'also'>): (Line | undefined)[] =>
  linesOf(joint).map(id => lines.find(line => line.id === id))

/**
 * Does opening this joint let fluid out and air in? Both ends of a set that came filled and sealed do not: it is bolted and hooked on.
 * What nobody knows lets it out.
 */
export const opensCircuit = (sheet: Lined, joint: Pick<Joint, 'line' | 'end' | 'also' | 'opensNothing'>): boolean =>
  !joint.opensNothing && linesAt(sheet, joint).some(line => fittedSealing(sheet, line) !== 'sealed')

/** What goes in for which lines; the others stay as they are. */
export type Renewal = { isRenewed: (line: Slug) => boolean; parts?: ChosenParts }

/** Does what is put back at this joint have to be filled, and its air let out? A dry part in the place of a sealed set has. */
export const wantsFilling = (
  sheet: Lined,
  joint: Pick<Joint, 'line' | 'end' | 'also' | 'opensNothing'>,
  { isRenewed, parts }: Renewal,
): boolean =>
  linesAt(sheet, joint).some(line => {
    const fitted = fittedSealing(sheet, line)
    const isOpening = !joint.opensNothing && fitted !== 'sealed'
    if (!line || !isRenewed(line.id)) return isOpening
    const comes = newSealing(sheet, line, parts)
    return comes === 'sealed' ? false : fitted === 'sealed' || isOpening
  })

/** Whether something is to be read once it is on again: its fluid, or, of a set that came filled, how it works. */
export const wantsReading = (sheet: Lined, joint: Pick<Joint, 'line' | 'end' | 'also' | 'opensNothing'>, renewal: Renewal): boolean =>
  opensCircuit(sheet, joint) ||
  wantsFilling(sheet, joint, renewal) ||
  linesAt(sheet, joint).some(line => line && [fittedSealing(sheet, line), newSealing(sheet, line, renewal.parts)].includes('sealed'))

/** Nothing is ever filled in or bled here: all its lines come filled and sealed, on the car and from the box. */
export const isSealedSheet = (sheet: Lined, parts?: ChosenParts): boolean =>
  sheet.lines.length > 0 &&
  sheet.lines.every(line => fittedSealing(sheet, line) === 'sealed' && newSealing(sheet, line, parts) === 'sealed')

/** Lines of which nobody knows whether they came, or come, filled and sealed. */
export const unknownSealing = (sheet: Lined, lines: readonly Slug[], parts?: ChosenParts): Slug[] =>
  sheet.lines
    .filter(line => lines.includes(line.id) && [fittedSealing(sheet, line), newSealing(sheet, line, parts)].includes('unknown'))
    .map(({ id }) => id)
