import type { Manner, RoundResult } from './bleedRound'
import { airLeft, atmosphere, clingingVolumes, filledPath, type HydraulicPath, type HydraulicState } from './hydraulicPath'
import { mixed, parted, putLast, sumOf, takeFirst, takeLast, volumeOf, type Parcel } from './parcels'
import { backFlow, flowAt, pressureFor, storedAt, threadAir } from './stepHydraulics'

/** Where a circuit stands between two strokes, pedal up; without the time within a stroke. Volumes in mL. */
export type QuickState = Pick<HydraulicState, 'pipe' | 'slave' | 'clinging' | 'crest' | 'reservoir'> & {
  /** What left last: it stands next to the bleeder and is the first to come back. */
  last: Parcel
}

/** Pieces in which an opening of the bleeder lets out: the slave mixes between them. */
const pieces = 6
/** Parcels are no smaller than this, mL. */
const grain = 0.25

/** The same circuit as `filledPath`, for strokes at once. Air in mL. Our own short form of stepHydraulics, held against it in its test. */
export function quickPath(path: HydraulicPath, air: { line: number; slave: number }): QuickState {
  const { pipe, slave, clinging, crest, reservoir } = filledPath(path, air)
  return { pipe, slave, clinging, crest, reservoir, last: { liquid: 0, air: 0 } }
}

const contentsOf = ({ pipe, slave, crest }: QuickState): number => volumeOf(sumOf(pipe)) + volumeOf(slave) + crest

/**
 * One round of the same hydraulics as bleedRound, a stroke at a time: pressed with the bleeder shut (Boyle), let out at that pressure for
 * as long as it stands open, drawn in as the pedal comes up. Some hundred times quicker than the fine steps, and within what nobody knows
 * anyway (see tests). Seconds are not in it: 0.
 */
export function quickRound(path: HydraulicPath, before: QuickState, manner: Manner): { state: QuickState; result: RoundResult } {
  const state: QuickState = { ...before, pipe: [...before.pipe] }
  let firmAt = 0
  let [out, airOut] = [0, 0]
  for (let cycle = 0; cycle < manner.cycles; cycle++) {
    const stored = storedAt(airLeft(state) - state.clinging, path.give, pressed(path, state, manner.foot, path.stroke))
    firmAt = Math.min(1, stored / path.stroke)
    const { gone: left, late } = letOut(path, state, manner, stored)
    const back = drawIn(path, state, manner, late)
    out += volumeOf(left) - back.volume
    airOut += left.air - back.air
  }
  return { state, result: { out, airOut, seconds: 0, strokes: manner.cycles * (manner.pumps + 1), firmAt, reservoir: state.reservoir } }
}

/** The pressure a foot makes: its own, or as much as what it has pushed in and nobody has let out can press together. */
const pressed = (path: HydraulicPath, state: QuickState, foot: number, pushed: number): number =>
  Math.min(foot, pressureFor(airLeft(state) - state.clinging, path.give, pushed))

/** What leaves while the bleeder stands open; the line follows into the slave, over its crest. */
function letOut(path: HydraulicPath, state: QuickState, manner: Manner, stored: number): { gone: Parcel; late: number } {
  let gone: Parcel = { liquid: 0, air: 0 }
  let pushed = stored
  let shut = 0
  const late = manner.lateBy > 0 ? pieces : 0
  for (let i = 0; i < pieces + late; i++) {
    // The foot follows as quickly as it can; at the floor only what was pressed together still drives it, and less of that as it comes up.
    const isUp = i >= pieces
    // It has come no further than what left and what is pressed together made room for.
    if (i === pieces) pushed = Math.min(pushed, volumeOf(gone) + storedAt(airLeft(state) - state.clinging, path.give, manner.foot))
    const dt = isUp ? manner.lateBy / pieces : manner.open / pieces
    pushed = isUp ? Math.max(0, pushed - (path.stroke * dt) / manner.up) : Math.min(path.stroke, pushed + (path.stroke * dt) / manner.down)
    const held = Math.max(0, pushed - volumeOf(gone))
    const pressure = pressed(path, state, manner.foot, held)
    if (isUp && pressure <= 0) break
    if (isUp) shut += dt
    const share = atmosphere / (atmosphere + pressure)
    const rate = flowAt(path, pressure, manner.crack)
    const volume = Math.min(rate * dt, held)
    const [part, stays] = parted(state.slave, Math.min(0.9, volume / Math.max(1e-9, volumeOf(state.slave, share))))
    gone = mixed(gone, part)
    const shed = path.wetted > 0 ? state.clinging * (1 - Math.exp(-volumeOf(part) / (clingingVolumes * path.wetted))) : 0
    state.clinging -= shed
    state.slave = { ...stays, air: stays.air + shed }
    fill(path, state, rate, share)
    state.last = part
  }
  // From when nothing presses any more until the pedal is up, or the bleeder shut.
  const rises = Math.min(manner.lateBy, shut + (pushed / path.stroke) * manner.up)
  return { gone, late: backFlow(rises) - backFlow(Math.min(rises, shut)) }
}

function fill(path: HydraulicPath, state: QuickState, rate: number, share: number): void {
  const short = path.slave - volumeOf(state.slave, share)
  if (short <= 0) return
  let come = takeLast(state.pipe, short, share)
  const { crest } = path
  if (crest) {
    const change = rate >= crest.carriedBy ? Math.min(state.crest, short / 2) : -Math.min(come.air, Math.max(0, crest.holds - state.crest))
    state.crest -= change
    come = { ...come, air: come.air + change }
  }
  state.slave = mixed(state.slave, come)
}

/** The pedal comes up: past the bleeder where it was closed late, past a bad seal, and from the reservoir. */
function drawIn(path: HydraulicPath, state: QuickState, manner: Manner, late: number): { volume: number; air: number } {
  // What was pressed together in the slave needs its room again.
  const over = volumeOf(state.slave) - path.slave
  if (over > 0) {
    const [back, stays] = parted(state.slave, over / volumeOf(state.slave))
    state.slave = stays
    putLast(state.pipe, back, grain)
  }
  let room = path.line + path.stroke + path.slave - contentsOf(state)
  if (room < 0) {
    state.reservoir += takeFirst(state.pipe, -room).liquid
    room = 0
  }
  const volume = Math.min(room, late)
  const byThread = volume * threadAir
  const near = volumeOf(state.last)
  const [fromHose] = manner.inJar && near > 0 ? parted(state.last, Math.min(1, (volume - byThread) / near)) : [{ liquid: 0, air: 0 }]
  const rest = volume - byThread - volumeOf(fromHose)
  const back = mixed(fromHose, manner.inJar ? { liquid: rest, air: byThread } : { liquid: 0, air: rest + byThread })
  const sucked = (room - volume) * (path.suckedIn ?? 0)
  state.slave = mixed(state.slave, { liquid: back.liquid, air: back.air + sucked })
  const wanted = room - volume - sucked
  const liquid = Math.min(wanted, state.reservoir)
  state.reservoir -= liquid
  const drawn = { liquid, air: wanted - liquid }
  const first = state.pipe[0]
  if (first && volumeOf(first) + wanted <= grain * 6) state.pipe[0] = mixed(first, drawn)
  else if (wanted > 0) state.pipe.unshift(drawn)
  return { volume, air: fromHose.air }
}
