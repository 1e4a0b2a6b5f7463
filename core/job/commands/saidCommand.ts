import type { Entered } from '../../units/types'
import type { Proof } from '../../sheet/types'
import type { Step } from '../steps/listSteps'
import type { Bottle, JobCommand, LeakResult, TorqueSaid, Weighed } from '../types'

/** What a hand has entered at a step so far; a list that has nothing in it yet is empty, everything else not there. */
export type Said = {
  counts: readonly number[]
  /** Proofs, seals, things moved over: whatever is ticked. */
  ticked: readonly string[]
  agrees?: 'yes' | 'no'
  why: string
  torque?: TorqueSaid
  /** One for each group that asks for a torque. */
  torques: readonly (TorqueSaid | undefined)[]
  /** A round or a level, put together by an entry of its own. */
  whole?: JobCommand
  leak?: LeakResult
  result?: 'good' | 'not-good'
} & AmountSaid
/** So much fluid and all that is said about it. */
export type AmountSaid = {
  amount?: Entered<'volume'>
  how: 'measured' | 'estimated'
  which?: 'new' | 'drained'
  weighed?: Weighed
  bottle?: Bottle
  /** Why a lead lets an old bottle in. */
  kept?: string
}
/** The tick that says an old seal is out; the others are new seals by id. */
export const oldOutTick = 'old-out'
const sealsOf = (ticked: readonly string[]) => ({ seals: ticked.filter(id => id !== oldOutTick), oldOut: ticked.includes(oldOutTick) })

/**
 * The command that records a step as it was said; undefined while something is missing. `plain` is the step's command without what only a
 * hand can say; `asked` which groups of fasteners ask for a torque, `asksWhich` whether it must be said which fluid went in,
 * `asksBottle` what it came out of.
 */
export function saidCommand(
  plain: JobCommand,
  step: Pick<Step, 'kind' | 'target'>,
  said: Said,
  { asked, asksWhich, asksBottle = false }: { asked: readonly boolean[]; asksWhich: boolean; asksBottle?: boolean },
): JobCommand | undefined {
  const { target } = step
  const why = said.why.trim()
  switch (plain.type) {
    case 'operationOff':
      return { ...plain, fasteners: said.counts }
    case 'operationOn':
      return { ...plain, fasteners: said.counts, ...(plain.seals && sealsOf(said.ticked)) }
    case 'jointSeated':
      return { ...plain, proofs: said.ticked as Proof[] }
    case 'sealFitted':
      return { ...plain, ...sealsOf(said.ticked) }
    case 'partReceived':
      return said.agrees && { ...plain, agrees: said.agrees === 'yes', differs: said.agrees === 'yes' ? undefined : said.why }
    case 'jointTorqued':
      return said.torque && { type: 'jointTorqued', joint: target, ...said.torque }
    case 'tightened':
      return asked.every((is, i) => !is || said.torques[i])
        ? { ...plain, torques: asked.map((is, i) => (is ? said.torques[i]! : null)) }
        : undefined
    case 'carriedOver':
      return said.ticked.length === plain.items.length ? { ...plain, items: said.ticked } : undefined
    case 'clearanceProved':
      return said.ticked.length > 0 ? plain : undefined
    case 'fluidCaught':
    case 'fluidExtracted':
      return said.amount && { ...plain, entered: said.amount, how: said.how, ...(said.weighed && { weighed: said.weighed }) }
    case 'fluidAdded': {
      const isOld = said.which === 'drained'
      if (!said.amount || (asksWhich && !said.which) || (asksBottle && !isOld && !said.bottle)) return undefined
      const from = isOld
        ? { drained: true }
        : { ...(said.bottle && { bottle: said.bottle }), ...(said.kept?.trim() && { kept: said.kept }) }
      return { ...plain, entered: said.amount, how: said.how, ...from }
    }
    case 'roundBled':
    case 'levelRead':
      return said.whole
    case 'jointOpened':
      return step.kind !== 'mend' ? plain : why ? { type: 'leakTraced', joint: target, note: said.why } : undefined
    case 'lineMade':
      return said.whole
    case 'airTraced':
      return why ? { ...plain, cause: said.why } : undefined
    case 'leakChecked':
    case 'partLooked':
      return said.leak && { ...plain, result: said.leak }
    case 'tested':
    case 'roadTested':
      return said.result && { ...plain, result: said.result, ...(said.result === 'not-good' && { note: said.why }) }
    default:
      return plain
  }
}
