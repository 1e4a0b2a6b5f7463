/** Liquid and the air in it, mL; air as it would be at atmospheric pressure. */
export type Parcel = { liquid: number; air: number }

/** All parcels as one, mL of each. */
export const sumOf = (parcels: readonly Parcel[]): Parcel =>
  parcels.reduce((sum, { liquid, air }) => ({ liquid: sum.liquid + liquid, air: sum.air + air }), { liquid: 0, air: 0 })

/**
 * What a parcel measures when its air is pressed together to a share of its volume (1: not pressed). In mL. Our own bookkeeping: nothing
 * but sums.
 */
export const volumeOf = ({ liquid, air }: Parcel, pressed = 1): number => liquid + air * pressed

/** Two parcels mixed. */
export const mixed = (one: Parcel, other: Parcel): Parcel => ({ liquid: one.liquid + other.liquid, air: one.air + other.air })

/** A share of a parcel, and what is left of it. */
export function parted(parcel: Parcel, share: number): [taken: Parcel, left: Parcel] {
  const part = Math.max(0, Math.min(1, share))
  const taken = { liquid: parcel.liquid * part, air: parcel.air * part }
  return [taken, { liquid: parcel.liquid - taken.liquid, air: parcel.air - taken.air }]
}

/**
 * Takes a volume off the end of a queue, nearest first, changing the queue; gives all there is where it holds less. Nothing is lost: what
 * is taken and what is left are what was there. Volumes in mL.
 */
export function takeLast(queue: Parcel[], volume: number, pressed = 1): Parcel {
  let taken: Parcel = { liquid: 0, air: 0 }
  let wanted = volume
  while (wanted > 0 && queue.length > 0) {
    const last = queue.at(-1)!
    const size = volumeOf(last, pressed)
    if (size <= wanted) {
      queue.pop()
      taken = mixed(taken, last)
      wanted -= size
    } else {
      const [part, left] = parted(last, wanted / size)
      queue[queue.length - 1] = left
      taken = mixed(taken, part)
      wanted = 0
    }
  }
  return taken
}

/** The same off the beginning of a queue. In mL. */
export function takeFirst(queue: Parcel[], volume: number): Parcel {
  queue.reverse()
  const taken = takeLast(queue, volume)
  queue.reverse()
  return taken
}

/**
 * Puts a parcel at the end of a queue; small ones of nearly the same make join the last one, so that a queue stays short. `grain` in mL.
 */
export function putLast(queue: Parcel[], parcel: Parcel, grain: number): void {
  const size = volumeOf(parcel)
  if (size <= 0) return
  const last = queue.at(-1)
  if (last && volumeOf(last) + size <= grain) queue[queue.length - 1] = mixed(last, parcel)
  else queue.push(parcel)
}
