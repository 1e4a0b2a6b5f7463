import type { ComputedRef, InjectionKey } from 'vue'

/** Given by a page that can publish: whether the person may settle a contested value, and the doing of it. */
export type Settle = {
  allowed: ComputedRef<boolean>
  run: (path: readonly (string | number)[], index: number, why: string) => Promise<void>
}
export const settleKey: InjectionKey<Settle> = Symbol('settle')
