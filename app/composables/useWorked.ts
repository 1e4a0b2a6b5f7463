import { onScopeDispose, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import type { TaskInput, TaskName, TaskOutput } from '~/workers/tasks'
import { afterFrame } from '~/utils/afterFrame'
import { runInWorker } from '~/utils/workerCall'

/**
 * What a worker makes of something that changes: only the latest counts, an earlier one is called off. Begun a frame late, so that what was
 * touched is on the screen first. `busy` while the value is not that of the latest; `failed` says why there is none.
 */
export function useWorked<N extends TaskName>(
  name: N,
  source: () => TaskInput<N> | undefined,
): { value: Readonly<ShallowRef<TaskOutput<N> | undefined>>; busy: Readonly<Ref<boolean>>; failed: Readonly<Ref<string>> } {
  const value = shallowRef<TaskOutput<N>>()
  const busy = ref(false)
  const failed = ref('')
  let callOff = () => {}
  watch(
    source,
    input => {
      callOff()
      busy.value = input !== undefined
      if (input === undefined) return
      const control = new AbortController()
      const offFrame = afterFrame(() => void work(input, control.signal))
      callOff = () => {
        offFrame()
        control.abort()
      }
    },
    { immediate: true },
  )
  async function work(input: TaskInput<N>, signal: AbortSignal): Promise<void> {
    try {
      const made = await runInWorker(name, input, signal)
      if (signal.aborted) return
      value.value = made
      failed.value = ''
      busy.value = false
    } catch (error) {
      if (signal.aborted) return
      failed.value = (error as Error).message
      busy.value = false
    }
  }
  onScopeDispose(() => callOff())
  return { value, busy, failed }
}
