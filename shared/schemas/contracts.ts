import type { z } from 'zod'
import type { Judgement } from '../../core/plan/search/judgeChance'
import type { LiftMinutes } from '../../core/plan/liftMinutes'
import type { Standing } from '../../core/plan/tasks/standing'
import type { PlanInputs } from '../../core/plan/planInputs'
import type { Summary } from '../../core/job/record/summarise'
import type { JobBody, JobCommand, JobEvent } from '../../core/job/types'
import type { Family, Pack, Sheet } from '../../core/sheet/types'
import type { MakingGear } from '../../core/making/gear'
import type { Adapter } from '../../core/torque/correctForAdapter'
import type { ShelfFluid } from '../../core/fluid/buyContainers'
import type { judgementSchema, shelfSchema } from './session'
import type { summarySchema } from './jobRow'
import type { eventSchema } from './event'
import type { makingGearSchema } from './gear'
import type { Exact } from './exact'
import type { standingSchema } from './standing'
import type { adapterSchema, bodySchema, commandSchema, planInputsSchema } from './job'
import type { liftSchema } from './basics'
import type { familySchema, packSchema, sheetSchema } from './sheet'

/**
 * Core's types and the schemas say the same, field by field and both ways: core may not know Zod, so neither can be made from the other.
 * A line that does not compile names the type that drifted. tests/types/exact.ts proves that `Exact` notices.
 */
export type Contracts = {
  command: [Exact<z.output<typeof commandSchema>, JobCommand>]
  body: [Exact<z.output<typeof bodySchema>, JobBody>]
  event: [Exact<z.output<typeof eventSchema>, JobEvent>]
  standing: [Exact<z.output<typeof standingSchema>, Standing>]
  planInputs: [Exact<z.output<typeof planInputsSchema>, PlanInputs>]
  adapter: [Exact<z.output<typeof adapterSchema>, Adapter>]
  lift: [Exact<z.output<typeof liftSchema>, LiftMinutes>]
  judgement: [Exact<z.output<typeof judgementSchema>, Judgement>]
  shelf: [Exact<z.output<typeof shelfSchema>, readonly ShelfFluid[]>]
  gear: [Exact<z.output<typeof makingGearSchema>, MakingGear>]
  summary: [Exact<z.output<typeof summarySchema>, Summary>]
  sheet: [Exact<z.output<typeof sheetSchema>, Sheet>]
  family: [Exact<z.output<typeof familySchema>, Family>]
  pack: [Exact<z.output<typeof packSchema>, Pack>]
}
export const contracts = {
  command: [true],
  body: [true],
  event: [true],
  standing: [true],
  planInputs: [true],
  adapter: [true],
  lift: [true],
  judgement: [true],
  shelf: [true],
  gear: [true],
  summary: [true],
  sheet: [true],
  family: [true],
  pack: [true],
} as const satisfies Contracts
