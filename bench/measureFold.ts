import { fold } from '../core/job/state/evolve'
import { eventVersion, type JobBody, type JobEvent } from '../core/job/types'

/** A long history: notes, every twentieth event one that takes another back. */
export function longHistory(count: number): JobEvent[] {
  const at = (i: number) => new Date(Date.parse('2026-03-02T08:00:00Z') + i * 1000).toISOString()
  const opened: JobBody = {
    type: 'opened',
    number: 1,
    sheet: { id: 'long', revision: 1 },
    customer: 'Pilot Station',
    traits: {},
    vehicle: { id: '00000000-0000-4000-8000-000000000001', plate: 'LO 01 NG', label: 'Long', family: 'long' },
  }
  return Array.from({ length: count }, (_, i): JobEvent => ({
    v: eventVersion,
    id: `e${i}`,
    job: 'long',
    seq: i + 1,
    seen: i,
    at: at(i),
    recordedAt: at(i),
    by: { id: 'a', name: 'Rafe Undal' },
    device: 'tablet',
    body: i === 0 ? opened : i % 20 === 0 ? { type: 'stepUndone', reverts: [`e${i - 1}`] } : { type: 'noteWritten', text: `note ${i}` },
  }))
}

/** What folding a long job takes, and how it grows: ten times as many events ought to take about ten times as long. */
export function measureFold(count = 5000): { name: string; value: number; unit: string; n: number; note: string }[] {
  const time = (events: readonly JobEvent[]): number => {
    const taken = Array.from({ length: 5 }, () => {
      const started = performance.now()
      if (fold(events)?.notes.length === 0) throw new Error('nothing was folded')
      return performance.now() - started
    })
    return taken.sort((a, b) => a - b)[2]!
  }
  const [long, short] = [longHistory(count), longHistory(Math.ceil(count / 10))]
  time(short)
  const [ofLong, ofShort] = [time(long), time(short)]
  const note = `${count} events, one in twenty takes another back; median of five`
  return [
    { name: 'fold of a long job', value: ofLong, unit: 'ms', n: 5, note },
    { name: 'fold of a long job, to one a tenth as long', value: ofLong / ofShort, unit: 'times', n: 5, note: '10 is in proportion' },
  ]
}
