import { computed, type ComputedRef } from 'vue'
import { buyContainers } from '#core/fluid/buyContainers'
import { neededAtMost } from '#core/fluid/neededAtMost'
import { onShelf, stillGood } from '#core/fluid/onShelf'
import { settleValue } from '#core/sheet/settleContested'
import type { Millilitres } from '#core/units/types'
import { purchaseWords } from '#shared/words/shelfWords'
import { useJob } from '~/stores/job'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'
import { useNow } from './useNow'

type FromShelf = {
  /** Of the job's own fluid: which the sheet asks for, and the most that can be short. */
  asked: ComputedRef<{ spec: string; need: Millilitres } | undefined>
  /** What to take of what the shop has; undefined where it has none that may go in. */
  taken: ComputedRef<{ fluid: string; takes: string; lines: string[]; cautions: string[] } | undefined>
}

/** What the shelf gives for the job's own fluid: one answer for every page that names a bottle. */
export function useFromShelf(): FromShelf {
  const job = useJob()
  const session = useSession()
  const units = useUnits()
  const now = useNow(60_000)
  const asked = computed(() => {
    const sheet = job.resolved?.sheet
    const spec = sheet && settleValue(sheet.fluid.spec)
    if (!sheet || !job.fluid || !spec || spec.kind === 'unknown') return undefined
    return { spec: spec.value, need: neededAtMost(job.fluid.topUp, job.state?.leaked[sheet.id]?.amount) }
  })
  const taken = computed(() => {
    if (!asked.value || !job.resolved) return undefined
    const found = onShelf(session.view?.shelf ?? [], asked.value.spec, job.resolved.sheet.fluid.mixesWith)
    const today = new Date(now.value).toISOString()
    if (!found) return undefined
    const bought = buyContainers(asked.value.need, found, stillGood(found, today))
    return { fluid: found.fluid, ...purchaseWords(bought, found, today, units.volume) }
  })
  return { asked, taken }
}
