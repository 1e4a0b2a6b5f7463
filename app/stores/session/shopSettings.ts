import type { Ref } from 'vue'
import type { ShelfFluid } from '#core/fluid/buyContainers'
import type { LiftMinutes } from '#core/plan/liftMinutes'
import type { Judgement } from '#core/plan/search/judgeChance'
import type { SessionView } from '#shared/schemas/session'
import { startAnswers } from '~/utils/answers'
import { call, nothing } from '~/utils/api'
import { shopZone } from '~/utils/whenWords'

/** What the shop, or one person in it, has set for all its devices; `view` shows it as soon as the server has it. */
export function shopSettings(view: Ref<SessionView | undefined>) {
  /** How this shop judges what it leaves alone: the lead's word, for every device. */
  async function setJudgement(judgement: Judgement): Promise<void> {
    const kept = await call('PUT', '/api/judgement', startAnswers.judgement, judgement)
    if (view.value) view.value = { ...view.value, judgement: kept }
  }

  /** What this shop's lift takes; jobs planned from then on are planned by it. */
  async function setLift(lift: LiftMinutes): Promise<void> {
    const kept = await call('PUT', '/api/lift', startAnswers.lift, lift)
    if (view.value) view.value = { ...view.value, lift: kept }
  }

  /** What fluids this shop has, and buys. */
  async function setShelf(shelf: readonly ShelfFluid[]): Promise<void> {
    const kept = await call('PUT', '/api/shelf', startAnswers.shelf, shelf)
    if (view.value) view.value = { ...view.value, shelf: kept }
  }

  /** The clock on the shop's wall: every time on every page is told by it. */
  async function setZone(zone: string): Promise<void> {
    shopZone.value = (await call('PUT', '/api/zone', startAnswers.zone, { zone })).zone
    if (view.value) view.value = { ...view.value, zone: shopZone.value }
  }

  /** Kept with the person, for any tablet; without the server it is kept on this device until the next time. */
  async function setWrench(millimetres: number): Promise<void> {
    if (view.value) view.value = { ...view.value, wrench: millimetres }
    await call('PUT', '/api/wrench', nothing, { millimetres })
  }

  return { setJudgement, setLift, setShelf, setZone, setWrench }
}
