import { fallsThroughZero } from './fallsThroughZero'
import { airLeft, atmosphere, clingingVolumes, type HydraulicPath, type HydraulicState } from './hydraulicPath'
import { mixed, parted, putLast, takeFirst, takeLast, volumeOf, type Parcel } from './parcels'

/** What hands and feet do. `foot`: bar that the foot can hold, 0: it comes up; `down` and `up`: seconds for the whole travel. */
export type Controls = { foot: number; down: number; up: number; bleeder: number; inJar: boolean }

/** Discharge coefficient of a bleeder’s bore (usual for a sharp-edged orifice). */
const discharge = 0.7
/** mL a second that come back past an open bleeder once the pedal has been rising for a moment, and that moment, s (fitted to a trial). */
const backRate = 1.1
const backAfter = 0.13
/** Of what comes back, so much is air past the bleeder’s thread, however full the hose. */
export const threadAir = 0.03
/** Parcels are no smaller than this, mL. */
const grain = 0.2

/**
 * What comes back in mL past a bleeder that is closed so many seconds after the pedal began to rise, where there is room for it. A
 * judgement of our own, no source.
 */
export const backFlow = (lateBy: number): number => backRate * Math.max(0, lateBy - backAfter)

/**
 * Flow through line and bleeder, mL/s, for a pressure in bar: q from p = R·q + ρ·q²/(2·(Cd·A)²), laminar in the line
 * (R = 128·μ·L/(π·D⁴), Hagen–Poiseuille) and turbulent in the bleeder (orifice equation).
 */
export function flowAt(path: HydraulicPath, pressure: number, opening: number): number {
  if (pressure <= 0 || opening <= 0) return 0
  const area = (opening * Math.PI * (path.bleederBore / 1000) ** 2) / 4
  const laminar = (128 * path.viscosity * (path.length / 1000)) / (Math.PI * (path.bore / 1000) ** 4)
  const turbulent = path.density / (2 * (discharge * area) ** 2)
  const pascals = pressure * 1e5
  return ((-laminar + Math.sqrt(laminar ** 2 + 4 * turbulent * pascals)) / (2 * turbulent)) * 1e6
}

/** mL pushed in beyond what is there at rest when it stands at a pressure: air by Boyle, isothermal, and what hoses and cups give. */
export const storedAt = (air: number, give: number, pressure: number): number =>
  (air * pressure) / (atmosphere + pressure) + give * pressure

/**
 * The pressure in bar at which so many mL are pushed in, with so much air and give: `storedAt` the other way about, the root above zero of
 * give·p² + (air + give·atmosphere − pushed)·p − pushed·atmosphere. Infinite where air alone has to give way and cannot.
 */
export function pressureFor(air: number, give: number, pushed: number): number {
  if (pushed <= 0) return 0
  const b = air + give * atmosphere - pushed
  const root = Math.sqrt(b * b + 4 * give * pushed * atmosphere)
  // Of the two ways of writing the root the one that takes no two like numbers from each other.
  if (b > 0) return (2 * pushed * atmosphere) / (b + root)
  return give > 0 ? (root - b) / (2 * give) : Infinity
}

/**
 * One step of `dt` seconds. The pressure at its end balances what was pushed in against what left; liquid and air change places over named
 * boundaries only (reservoir, bleeder, hose, seal, leak), so that both are conserved.
 */
export function stepHydraulics(path: HydraulicPath, before: HydraulicState, controls: Controls, dt: number): HydraulicState {
  const state = ownState(before)
  advance(path, state, controls, dt)
  return state
}

/** A state that may be advanced in place; the one it was made from stays as it was. */
export const ownState = (of: HydraulicState): HydraulicState => ({ ...of, pipe: [...of.pipe], hose: [...of.hose], airIn: { ...of.airIn } })

/** The same step in place, for runs of many thousands: only on a state of one's own. `dt` in s. */
export function advance(path: HydraulicPath, state: HydraulicState, controls: Controls, dt: number): void {
  state.time += dt
  const capacity = path.line + path.stroke + path.slave
  const isDown = controls.foot > 0
  const moved = isDown ? Math.min(1 - state.travel, dt / controls.down) : -Math.min(state.travel, dt / controls.up)
  const held = contentsOf(state)
  const free = (travel: number) => capacity - travel * path.stroke
  const air = airLeft(state) - state.clinging
  /** What is too much for the space at a pressure: falls as the pressure rises. */
  const surplus = (pressure: number, travel: number) => {
    const share = leaving(path, state, pressure, controls.bleeder, dt)
    const out = share * volumeOf(state.slave)
    const lost = leakOf(path, pressure, dt)
    return held - out - lost - free(travel) - storedAt(air - share * state.slave.air, path.give, pressure)
  }
  let travel = state.travel + moved
  let pressure = balance(probe => surplus(probe, travel), isDown ? controls.foot : 400)
  // The foot gives way where the fluid does not: it goes down no further than it can press.
  if (isDown && surplus(controls.foot, travel) > 0) {
    const room = surplus(controls.foot, state.travel)
    travel = Math.max(state.travel, state.travel + Math.min(moved, Math.max(0, -room) / path.stroke))
    pressure = controls.foot
  }
  state.travel = travel
  state.pressure = pressure
  const rate = letOut(path, state, controls, dt) / dt
  if (isDown) state.rising = 0
  else drawIn(path, state, controls, dt, free(travel) - contentsOf(state))
  settleSlave(path, state, rate)
  state.lowest = Math.min(state.lowest, state.reservoir)
}

/** The pressure at which nothing is too much. Zero where there is too little already. */
function balance(surplus: (pressure: number) => number, most: number): number {
  if (surplus(0) <= 0) return 0
  return surplus(most) >= 0 ? most : fallsThroughZero(surplus, 0, most, most * 1e-12)
}

/** All that stands between reservoir and bleeder, its air unpressed, mL. */
const contentsOf = ({ pipe, slave, crest }: HydraulicState): number =>
  pipe.reduce((sum, one) => sum + volumeOf(one), 0) + volumeOf(slave) + crest
const pressedAt = (pressure: number) => atmosphere / (atmosphere + pressure)
/** The share of the slave’s contents that leaves in a step. */
const leaving = (path: HydraulicPath, { slave }: HydraulicState, pressure: number, opening: number, dt: number): number =>
  Math.min(0.5, (flowAt(path, pressure, opening) * dt) / Math.max(1e-9, volumeOf(slave, pressedAt(pressure))))
const leakOf = ({ leak }: HydraulicPath, pressure: number, dt: number): number => (leak ? leak.rate * pressure * dt : 0)

/** What leaves at the bleeder and past a leak; gives the mL that left at the bleeder. */
function letOut(path: HydraulicPath, state: HydraulicState, controls: Controls, dt: number): number {
  const [out, left] = parted(state.slave, leaving(path, state, state.pressure, controls.bleeder, dt))
  state.slave = left
  intoHose(path, state, out)
  shed(path, state, volumeOf(out))
  const lost = Math.min(leakOf(path, state.pressure, dt), Math.max(0, state.slave.liquid))
  if (lost > 0) {
    state.slave = { ...state.slave, liquid: state.slave.liquid - lost }
    if (path.leak!.to === 'reservoir') state.reservoir += lost
    else state.leaked += lost
  }
  return volumeOf(out)
}

/** Only what flows for good takes along what clings to the wall: to and fro flushes nothing. */
function shed(path: HydraulicPath, state: HydraulicState, out: number): void {
  state.net += out
  const fresh = state.net - state.furthest
  if (fresh <= 0) return
  state.furthest = state.net
  if (path.wetted <= 0) return
  const gone = state.clinging * (1 - Math.exp(-fresh / (clingingVolumes * path.wetted)))
  state.clinging -= gone
  state.slave = { ...state.slave, air: state.slave.air + gone }
}

function intoHose(path: HydraulicPath, state: HydraulicState, out: Parcel): void {
  putLast(state.hose, out, grain)
  let over = state.hose.reduce((sum, one) => sum + volumeOf(one), 0) - path.hose
  while (over > 1e-12 && state.hose.length > 0) {
    const first = state.hose[0]!
    const size = volumeOf(first)
    const [gone, stays] = parted(first, over / size)
    if (size <= over) state.hose.shift()
    else state.hose[0] = stays
    state.jar = mixed(state.jar, gone)
    over -= volumeOf(gone)
  }
}

/** The pedal comes up: what it makes room for comes past the bleeder while that is open, past a bad seal, and from the reservoir. */
function drawIn(path: HydraulicPath, state: HydraulicState, controls: Controls, dt: number, space: number): void {
  state.rising = controls.bleeder > 0 && state.travel > 0 ? state.rising + dt : 0
  // With the pedal up the port to the reservoir is open: what is too much goes back up, and its air is gone.
  if (space < 0 && state.travel === 0) {
    const back = takeFirst(state.pipe, -space)
    state.reservoir += back.liquid
    state.vented += back.air
  }
  let room = Math.max(0, space)
  if (room === 0) return
  if (controls.bleeder > 0 && state.rising > backAfter) {
    const back = Math.min(room, backRate * dt)
    state.slave = mixed(state.slave, comeBack(path, state, controls.inJar, back))
    room -= back
  }
  const sucked = room * (path.suckedIn ?? 0)
  if (sucked > 0) {
    state.slave = { ...state.slave, air: state.slave.air + sucked }
    state.airIn.seal += sucked
    room -= sucked
  }
  const liquid = Math.min(room, state.reservoir)
  state.reservoir -= liquid
  state.airIn.reservoir += room - liquid
  const first = state.pipe[0]
  const drawn = { liquid, air: room - liquid }
  if (first && volumeOf(first) + room <= grain * 4) state.pipe[0] = mixed(first, drawn)
  else state.pipe.unshift(drawn)
}

/** What stands next to the bleeder goes back in first; the hose then fills itself from the jar, or with air where its end is out of it. */
function comeBack(path: HydraulicPath, state: HydraulicState, inJar: boolean, volume: number): Parcel {
  const byThread = volume * threadAir
  const back = takeLast(state.hose, volume - byThread)
  const short = volume - byThread - volumeOf(back)
  const made = volumeOf(back)
  const fromJar = inJar ? Math.min(made, state.jar.liquid) : 0
  state.jar = { ...state.jar, liquid: state.jar.liquid - fromJar }
  if (fromJar > 0) state.hose.unshift({ liquid: fromJar, air: 0 })
  if (made > fromJar) {
    state.hose.unshift({ liquid: 0, air: made - fromJar })
    state.airIn.hose += made - fromJar
  }
  state.airIn.bleeder += byThread + short
  state.net -= volume
  return mixed(back, { liquid: 0, air: byThread + short })
}

/** The slave is as full as it is large: what is short comes down the line, over its crest; what is too much goes back. `rate` in mL/s. */
function settleSlave(path: HydraulicPath, state: HydraulicState, rate: number): void {
  const pressed = pressedAt(state.pressure)
  const short = path.slave - volumeOf(state.slave, pressed)
  if (short < 0) {
    const [back, left] = parted(state.slave, -short / volumeOf(state.slave, pressed))
    state.slave = left
    putLast(state.pipe, back, grain)
    return
  }
  if (short === 0) return
  let come = takeLast(state.pipe, short, pressed)
  const { crest } = path
  if (crest) {
    const isCarried = rate >= crest.carriedBy
    const change = isCarried ? Math.min(state.crest, short * 0.5) : -Math.min(come.air, Math.max(0, crest.holds - state.crest))
    state.crest -= change
    come = { ...come, air: come.air + change }
  }
  state.slave = mixed(state.slave, come)
}
