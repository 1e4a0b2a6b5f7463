/** Entries that one job holds: a long job of weeks has some hundreds. Beyond them somebody has erred, or means ill. */
export const eventsPerJob = 5000
/** What devices made that had not heard how long it has grown is taken up to here, whoever else was quicker: nothing of theirs is lost. */
export const eventsWaiting = 15_000
/** And what makes the car safe, takes back, passes on or ends has this much room after that. */
export const eventsForSafety = 1000

/**
 * Is there room for another entry in a job that holds `seq`? `always`: it is to be said even in a full one. `seen`: as many as its device
 * had heard of when it was made. A device that did not know is not refused: what waits on it was said of a car, and stays said. Both count
 * entries; the bounds are our own, far beyond any job.
 */
export function hasRoom(seq: number, always: boolean, seen: number = seq): boolean {
  const most = eventsPerJob + eventsWaiting
  if (always) return seq < most + eventsForSafety
  return seen < eventsPerJob && seq < most
}
