import { describe, expect, it } from 'vitest'
import { PlayedJob, demoCar, demoSheet } from '../../../tests/helpers/demo'
import type { Sheet } from '../../sheet/types'
import { changesAhead } from '../steps/changesAhead'

const older = demoSheet()
/** Revision 2 with one part of the first joint, hold, operation or line changed. */
const renamed = (part: 'joints' | 'holds' | 'operations' | 'lines', id: string): Sheet => ({
  ...older,
  revision: 2,
  [part]: (older[part] as readonly { id: string }[]).map(item => (item.id === id ? { ...item, name: 'Renamed' } : item)),
})
const ahead = (newer: Sheet, played: PlayedJob) =>
  changesAhead(older, newer, played.state!).map(change => `${change.part} ${change.id ?? ''}`.trim())
const begun = (until?: string) => new PlayedJob(demoCar('one')).plan(['supply']).workUntil(until)

describe('changesAhead', () => {
  it('a joint counts until it is tight, and only on the lines in hand', () => {
    const joint = renamed('joints', 'gearbox-out-joint')
    expect(ahead(joint, begun('off'))).toEqual(['joints gearbox-out-joint'])
    expect(ahead(joint, begun('torque'))).toEqual(['joints gearbox-out-joint'])
    expect(ahead(joint, begun('leak'))).toEqual([])
    const other = older.joints.find(item => item.line === 'return-short')!
    expect(ahead(renamed('joints', other.id), begun('off'))).toEqual([])
  })

  it('holds until fastened, parts until back on, lines until in', () => {
    const hold = older.holds.find(item => item.line === 'supply')!
    expect(ahead(renamed('holds', hold.id), begun('fasten'))).toEqual([`holds ${hold.id}`])
    expect(ahead(renamed('holds', hold.id), begun('leak'))).toEqual([])
    expect(ahead(renamed('operations', 'undershield'), begun('leak'))).toEqual(['operations undershield'])
    expect(ahead(renamed('operations', 'undershield'), begun('road-test'))).toEqual([])
    expect(ahead(renamed('lines', 'supply'), begun('fit'))).toEqual(['lines supply'])
    expect(ahead(renamed('lines', 'supply'), begun('seat'))).toEqual([])
  })

  it('wording for the look-up never concerns a job, and nothing a finished one', () => {
    expect(ahead({ ...older, revision: 2, summary: 'Other words.', words: ['other'] }, begun('off'))).toEqual([])
    const done = begun().do({ type: 'signedOff' })
    expect(ahead(renamed('joints', 'gearbox-out-joint'), done)).toEqual([])
  })
})

describe('revisionMoved', () => {
  const newer = demoCar('one', { ...older, revision: 2 })
  it('moves a job on, and later steps go by the newer revision', () => {
    const played = begun('open')
    expect(played.try({ type: 'revisionMoved', revision: 2 }, newer)).toBeUndefined()
    expect(played.state!.revision).toBe(2)
    expect(played.try({ type: 'revisionMoved', revision: 2 }, newer)).toMatchObject({ code: 'JOB_REVISION', why: 'not-newer' })
  })

  it('is refused when the revision is not there, is another, or is not for this car', () => {
    expect(begun('open').try({ type: 'revisionMoved', revision: 3 }, newer)).toMatchObject({ code: 'JOB_REVISION', why: 'not-there' })
    expect(begun('open').try({ type: 'revisionMoved', revision: 2 })).toMatchObject({ code: 'JOB_REVISION', why: 'other-car' })
    expect(begun('open').try({ type: 'revisionMoved', revision: 1 }, newer)).toMatchObject({ code: 'JOB_REVISION', why: 'not-newer' })
  })

  it('is refused when it lost something that is recorded, and says what', () => {
    const without = {
      ...newer,
      joints: newer.joints.filter(joint => joint.id !== 'gearbox-out-joint'),
      operations: newer.operations.filter(operation => operation.id !== 'undershield'),
    }
    expect(begun('cap').try({ type: 'revisionMoved', revision: 2 }, without)).toMatchObject({
      code: 'JOB_REVISION_LOST',
      lost: ['gearbox-out-joint', 'undershield'],
    })
  })
})
