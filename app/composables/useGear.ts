import { computed } from 'vue'
import { v7 } from 'uuid'
import type { Coil, KeptBender, MakingGear } from '#core/making/gear'
import { usualRules, type MakingRules } from '#core/making/makingRules'
import { reader } from '#shared/versioned'
import { makingGearSchema } from '#shared/schemas/gear'
import { useSession } from '~/stores/session'
import { call } from '~/utils/api'

const readGear = reader(makingGearSchema)
/** A name that no other one has, for an address. */
export const newGearId = (): string => v7()

/** What this shop makes lines with: benders, coils of tube, and what its rules allow. */
export function useGear() {
  const session = useSession()
  const gear = computed<MakingGear>(() => session.view?.making ?? { benders: [], coils: [], rules: usualRules })
  async function change(method: 'PUT' | 'POST' | 'DELETE', path: string, body?: unknown): Promise<void> {
    const making = await call(method, path, readGear, body)
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
    cutCoil: (id: string, cut: { id: string; length: number }) => change('POST', `/api/coils/${id}/cut`, cut),
  }
}
