import { describe, expect, it } from 'vitest'
import { PlayedJob, allLines, everyDemoCar } from '../../../tests/helpers/demo'
import { usableParts } from '../../sheet/chosenPart'
import type { Step, StepKind } from '../steps/listSteps'
import { listDue, obligations } from './obligations'
import type { JobCommand, ObligationKind } from '../types'

const cars = everyDemoCar()

describe('each obligation by itself', () => {
  /** The steps that are left out, for the obligation to be what stands in the way. */
  const leftOut: Record<ObligationKind, readonly StepKind[]> = {
    plan: [],
    part: [],
    compared: ['compare'],
    made: ['make'],
    'carried-over': ['carry'],
    line: ['withdraw'],
    capped: ['cap'],
    'leak-source': ['mend'],
    'part-look': ['look'],
    foam: ['level'],
    'cold-again': ['level'],
    'air-source': ['trace', 'level'],
    sealed: ['seals'],
    seated: ['seat'],
    tight: ['torque'],
    tightened: ['tighten'],
    held: ['fasten'],
    'back-on': ['on'],
    counted: ['count'],
    clear: ['clear'],
    renewed: ['renew'],
    filled: ['fill', 'level'],
    primed: ['bleed'],
    bled: ['bleed'],
    level: ['level'],
    wiped: ['wipe'],
    'leak-look': ['leak'],
    tested: ['test'],
    road: ['road-test'],
    propped: ['let'],
    stopped: ['stop'],
    down: [],
    // Comes from the server: heldEntries.test.ts.
    'to-settle': [],
  }
  /** Works down the plan and leaves some of it out; how far one gets is not asked. */
  function workWithout(
    resolved: (typeof cars)[number],
    kinds: readonly StepKind[],
    change: (step: Step, plain: JobCommand) => JobCommand,
  ): PlayedJob {
    const played = new PlayedJob(resolved)
    const neighbours = resolved.sheet.neighbours.map(({ id }) => id)
    // Whoever plans has said which part goes in.
    const parts = Object.fromEntries(
      resolved.lines.flatMap(line =>
        usableParts(line)
          .slice(0, 1)
          .map(({ id }) => [line.id, id]),
      ),
    )
    played.do({
      type: 'planned',
      inputs: { lines: allLines(resolved), start: 'ground', parts, ...(neighbours.length > 0 && { neighbours }) },
    })
    for (let guard = 0; guard < 200; guard++) {
      const step = played.steps().find(one => one.status === 'open' && !kinds.includes(one.kind))
      if (!step) break
      if (step.kind === 'leak') played.clock += 20 * 60_000
      if (played.tryInTime(change(step, played.plainFor(step)))) break
    }
    return played
  }
  const changed: Partial<Record<ObligationKind, (step: Step, plain: JobCommand) => JobCommand>> = {
    part: (_, plain) =>
      plain.type === 'partReceived' && plain.against === 'sheet' ? { ...plain, agrees: false, differs: 'shorter' } : plain,
    'leak-source': (_, plain) => (plain.type === 'leakChecked' ? { ...plain, result: 'leaking' } : plain),
    counted: (_, plain) => (plain.type === 'operationOn' ? { ...plain, fasteners: plain.fasteners.map(count => count - 1) } : plain),
    down: (step, plain) => (step.kind === 'move' && step.at === 'ground' ? { type: 'noteWritten', text: 'left up' } : plain),
  }
  it.each((Object.keys(obligations) as ObligationKind[]).filter(kind => kind !== 'to-settle'))(
    '%s is asked for when it is left out, and the job is not signed',
    kind => {
      let asked = 0
      for (const resolved of cars) {
        const played =
          kind === 'plan' ? new PlayedJob(resolved) : workWithout(resolved, leftOut[kind], changed[kind] ?? ((_, plain) => plain))
        const [level] = resolved.sheet.levels
        if (level && (kind === 'foam' || kind === 'air-source'))
          for (let times = 0; times < (kind === 'foam' ? 1 : 3); times++)
            played.do({ type: 'levelRead', level: level.id, engine: 'off', reading: 'foam' }).clock += 60 * 60_000
        if (!listDue(resolved, played.state!).some(owed => owed.kind === kind)) continue
        // Whatever was left out, nobody gets to sign over it.
        expect(played.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_MISSING' })
        if (++asked === 4) break
      }
      expect(asked).toBeGreaterThan(0)
    },
  )
})
