import { computed, onScopeDispose, ref } from 'vue'
import { judgeReadings, peakOf, type StreamKind, type StreamReading } from '#core/instruments/judgeReadings'
import type { SimulatedStream } from '#core/instruments/simulatedStreams'
import { useInstruments } from '~/stores/instruments'

const everyMs = 200
/** More than anybody judges by. */
const kept = 200

/** An instrument listened to while it is switched on: what it says, the peak once let go, or what is the matter with it. */
export function useStream(kind: StreamKind) {
  const instruments = useInstruments()
  const readings = ref<StreamReading[]>([])
  const now = ref(0)
  const isOn = ref(false)
  let timer: ReturnType<typeof setInterval> | undefined
  function off(): void {
    clearInterval(timer)
    isOn.value = false
  }
  function on(makes: SimulatedStream): void {
    off()
    const stream = instruments.open(kind, makes)
    if (!stream) return
    const from = performance.now()
    readings.value = []
    isOn.value = true
    const hear = () => {
      now.value = Math.round(performance.now() - from)
      const reading = stream(now.value)
      if (reading) readings.value = [...readings.value, { at: now.value, ...reading }].slice(-kept)
    }
    hear()
    timer = setInterval(hear, everyMs)
  }
  onScopeDispose(off)
  const judged = computed(() => judgeReadings(kind, readings.value, now.value))
  const peak = computed(() => (judged.value.trouble ? undefined : peakOf(readings.value)))
  return { isThere: computed(() => instruments.choice !== 'none'), isOn, judged, peak, on, off }
}
