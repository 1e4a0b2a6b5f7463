import { computed } from 'vue'
import { v7 } from 'uuid'
import type { Coil, KeptBender, MakingGear } from '#core/making/gear'
import { usualRules, type MakingRules } from '#core/making/makingRules'
import { reader } from '#shared/versioned'
import { makingGearSchema } from '#shared/schemas/gear'
import { useSession } from '~/stores/session'
import { call } from '~/utils/api'
import { noReceipt } from '~/utils/receipts'

const readGear = reader(makingGearSchema)
/** A name that no other one has, for an address. */
export const newGearId = (): string => v7()

/** What this shop makes lines with: benders, coils of tube, and what its rules allow. */
export function useGear() {
  const session = useSession()
  const gear = computed<MakingGear>(() => session.view?.making ?? { benders: [], coils: [], rules: usualRules })
  async function change(method: 'PUT' | 'POST' | 'DELETE', path: string, body?: unknown, isSo = (_: MakingGear) => true): Promise<void> {
    const making = await call(method, path, readGear, body)
    if (!isSo(making)) throw noReceipt()
    if (session.view) session.view = { ...session.view, making }
  }
  return {
    gear,
    setRules: (rules: MakingRules) => change('PUT', '/api/making-rules', rules),
    keepBender: ({ id, ...bender }: KeptBender) => change('PUT', `/api/benders/${id}`, bender),
    dropBender: (id: string) => change('DELETE', `/api/benders/${id}`),
    keepCoil: ({ id, cuts: _, ...coil }: Coil) => change('PUT', `/api/coils/${id}`, coil),
    dropCoil: (id: string) => change('DELETE', `/api/coils/${id}`),
    /** `cut`: its own id, kept until it is known to be taken off, so that it counts once. */
    cutCoil: (id: string, cut: { id: string; length: number }) =>
      // It counts as cut when the coil itself says so.
      change('POST', `/api/coils/${id}/cut`, cut, ({ coils }) =>
        coils.some(coil => coil.id === id && coil.cuts.some(one => one.id === cut.id)),
      ),
  }
}
