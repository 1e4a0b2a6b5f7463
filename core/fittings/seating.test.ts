import { describe, expect, it } from 'vitest'
import { PlayedJob, everyDemoCar } from '../../tests/helpers/demo'
import { panPlace } from '../route/panPlace'
import { placeOf, standpointOf } from '../route/placeOf'
import { reaches } from '../sheet/types'
import { isScrewed } from './jointKinds'
import { isEachSide, seatingProofs, turnsByHand } from './seating'

const cars = everyDemoCar()
const ends = cars.flatMap(car => car.joints.map(joint => ({ car, joint, line: car.lines.find(line => line.id === joint.line) })))

describe('seating', () => {
  it('asks for what the sheet asks, a hand start of every screwed end, and a look for twist of a hose on one', () => {
    expect(ends.length).toBeGreaterThan(30)
    for (const { joint, line } of ends) {
      const proofs = seatingProofs(joint, line)
      expect(proofs).toEqual(expect.arrayContaining([...joint.proofs]))
      expect(new Set(proofs).size).toBe(proofs.length)
      expect(proofs.includes('hand-start')).toBe(joint.proofs.includes('hand-start') || isScrewed(joint))
      expect(proofs.includes('untwisted')).toBe(
        joint.proofs.includes('untwisted') || (isScrewed(joint) && line!.sections.some(section => section.kind === 'hose')),
      )
      expect(turnsByHand(joint) === undefined).toBe(!isScrewed(joint))
    }
    const kinds = new Set(ends.map(({ joint }) => joint.kind))
    expect(['banjo', 'clamp', 'inverted-flare'].every(kind => kinds.has(kind as never))).toBe(true)
  })

  it('a pair of washers on a banjo goes one on each side; nothing else does', () => {
    for (const { joint } of ends)
      for (const seal of joint.seals) expect(isEachSide(joint, seal)).toBe(joint.kind === 'banjo' && seal.count === 2)
    expect(ends.some(({ joint }) => joint.seals.some(seal => isEachSide(joint, seal)))).toBe(true)
  })

  it('a hose is not seated until somebody has looked for twist', () => {
    const { car, line } = ends.find(({ joint, line }) => seatingProofs(joint, line).includes('untwisted') && joint.proofs.length > 0)!
    const played = new PlayedJob(car).plan([line!.id]).workUntil('seat')
    const target = played.steps().find(step => step.kind === 'seat' && step.status === 'open')!.target
    const wanted = seatingProofs(
      car.joints.find(candidate => candidate.id === target)!,
      line,
    )
    expect(played.try({ type: 'jointSeated', joint: target, proofs: wanted.filter(proof => proof !== 'untwisted') })).toEqual({
      code: 'JOB_PROOF_MISSING',
      joint: target,
      proofs: ['untwisted'],
    })
    played.do({ type: 'jointSeated', joint: target, proofs: wanted })
    expect(played.state!.joints[target]!.seated?.proofs).toEqual(wanted)
  })
})

describe('where it is', () => {
  it('a joint sits at the end of its line that it names, a hold at its millimetre', () => {
    for (const { car, joint, line } of ends) {
      const points = line!.sections.flatMap(section => section.points)
      // Of a line that nobody has measured, where its port is.
      const end = (joint.end === 'from' ? points[0] : points.at(-1))?.at ?? car.sheet.ports.find(({ id }) => id === line![joint.end])!.at
      placeOf(car, joint.id)!.forEach((value, axis) => expect(value).toBeCloseTo(end[axis]!, 6))
    }
    const car = cars.find(candidate => candidate.holds.length > 0)!
    expect(placeOf(car, car.holds[0]!.id)).toHaveLength(3)
    expect(placeOf(car, 'nothing')).toBeUndefined()
    // A part is where its sheet says, and nowhere when it says nothing.
    const [part] = car.operations
    expect(placeOf(car, part!.id)).toEqual(part!.centre)
    expect(placeOf({ ...car, operations: [{ ...part!, centre: undefined }] }, part!.id)).toBeUndefined()
  })

  it('every reach but the seat has a standpoint', () => {
    expect(reaches.filter(reach => standpointOf[reach] === undefined)).toEqual(['seat'])
  })

  it('the pan stands straight below: left is y, ahead is x (ISO 8855)', () => {
    expect(panPlace([-520, -185, 470])).toEqual({ side: 'right', along: 520, end: 'behind' })
    expect(panPlace([612, 330, 560])).toEqual({ side: 'left', along: 612, end: 'ahead' })
    expect(panPlace([40, 20, 300])).toMatchObject({ side: 'middle', end: 'level' })
  })
})
