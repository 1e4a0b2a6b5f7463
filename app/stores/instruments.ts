import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { scanToolStream } from '#core/instruments/scanTool'
import type { StreamKind } from '#core/instruments/judgeReadings'
import { streamFaults, withFault, type SimulatedStream } from '#core/instruments/simulatedStreams'
import type { JobState } from '#core/job/types'
import { useSession } from './session'

/** `faulty`: simulated, each with something the matter with it, to see what the program makes of that. */
export const instrumentChoices = ['simulated', 'faulty', 'none'] as const
export type InstrumentChoice = (typeof instrumentChoices)[number]
const key = 'efferent.instruments'
const faults = streamFaults.filter(fault => fault !== 'none')
const otherUnits = {
  'torque-wrench': { unit: 'lbf.ft', factor: 1 / 1.3558 },
  scale: { unit: 'oz', factor: 1 / 28.35 },
  'pump-gauge': { unit: 'bar', factor: 0.01 },
  'scan-tool': { unit: 'degF', factor: 1.8 },
} as const satisfies Record<StreamKind, { unit: string; factor: number }>

function kept(): InstrumentChoice | undefined {
  try {
    return instrumentChoices.find(choice => choice === localStorage.getItem(key))
  } catch {
    return undefined
  }
}

/** Instruments that this device listens to. Real ones would stand behind the same reading; the ones that ship are simulated. */
export const useInstruments = defineStore('instruments', () => {
  const session = useSession()
  const chosen = ref(kept())
  /** Each time another fault, so that all of them are met. */
  let opened = -1
  /** The demo workshop shows what it does; a real one decides. */
  const isDemo = computed(() => session.view?.people.some(({ hint }) => hint !== undefined) === true)
  const choice = computed<InstrumentChoice>({
    get: () => chosen.value ?? (isDemo.value ? 'simulated' : 'none'),
    set: value => {
      chosen.value = value
      try {
        localStorage.setItem(key, value)
      } catch {
        /* Chosen for this page only, where the browser keeps nothing. */
      }
    },
  })
  /** The scan tool at a job's car, whose engine is started and stopped meanwhile; `from`: when it is plugged in. */
  const scan = (state: () => JobState, from: number): SimulatedStream =>
    scanToolStream(
      () =>
        state()
          .pressures.filter(({ by }) => by === 'engine')
          .map(({ from: began, to }) => ({ from: Date.parse(began.at), ...(to && { to: Date.parse(to.at) }) })),
      from,
    )
  /** A stand-in of this kind, switched on now; undefined where none is listened to. */
  function open(kind: StreamKind, makes: SimulatedStream): SimulatedStream | undefined {
    if (choice.value === 'none') return undefined
    opened++
    const fault = choice.value === 'faulty' ? faults[opened % faults.length]! : 'none'
    return withFault(makes, fault, otherUnits[kind])
  }
  return { choice, scan, open }
})
