import { author, bleeding, caution, inPhase, port, sheet } from './kit'

/**
 * Thin on purpose: a car that nobody here has done yet. No shape, hardly a torque, minutes as general practice has them; what is met on
 * the car is written down in its step.
 */
export function thinSteering() {
  const a = author('phoned through by the parts desk (invented)', '2026-10-02')
  return sheet({
    centres: { 'air-duct': [560, 0, 860], 'reservoir-cap': [320, 300, 860], 'cap-mark': [320, 300, 855] },
    id: 'bollard-steering-return',
    title: 'Steering return hose, not measured yet',
    system: 'power-steering',
    families: ['caskell-bollard'],
    years: [2010, 2019],
    engines: ['d30'],
    summary: 'Gear to reservoir. First car of its kind here: shape, hexes and times are open, and are written down as they are met.',
    words: ['power steering return', 'low pressure hose'],
    ports: [port('gear', 'steering gear', [40, 400, 450]), port('reservoir', 'reservoir', [320, 300, 840])],
    lines: [
      a.line('return', 'Return hose, gear to reservoir', 'gear > reservoir', [], {
        out: [{ at: 'ground', from: 'above', needs: [['air-duct']], minutes: a.guess(8), guessed: true }],
      }),
    ],
    joints: [
      a.joint('oring-nut', 'return.from', 'gear-joint', 'Steering gear, nut', {
        ways: [{ at: 'raised', from: 'below', needs: [], minutes: a.guess(8), guessed: true }],
        nm: 'unknown',
        cautions: [caution('pressure', 'The pressure line sits beside it: read which is which before a wrench goes on.')],
      }),
      a.joint('clamp', 'return.to', 'reservoir-joint', 'Reservoir, clamp', {
        ways: [{ at: 'ground', from: 'above', needs: [], minutes: a.guess(3), guessed: true }],
      }),
    ],
    holds: [],
    operations: [{ ...a.operation('air-duct', 'Air duct across the radiator', 'ground above', 5, 5), guessed: true }],
    fills: [a.fill('reservoir-cap', 'Reservoir cap', ['ground above 1', 'half above 1'], ['clean funnel'])],
    levels: [
      a.level('cap-mark', 'Marks on the cap’s dipstick', 'marks', 'off', 'unknown', 'Between the marks, no foam.', [
        'ground above 1',
        'half above 1',
      ]),
    ],
    fluid: a.fluid('unknown', undefined, 1000, 0.00078),
    bleeding: bleeding(
      ['lock-to-lock'],
      'General practice: wheels free, engine off, slowly side to side short of the stops, topping up. Let foam settle.',
      { restMinutes: 30, strokes: 6, turns: 'short-of-lock', at: 'half', running: 6 },
    ),
    proving: a.proving('unknown', 'engine', ['Measure the old hose before it is thrown away.']),
    cautions: [
      inPhase('before', 'law', 'Nothing here comes from the maker: look the fluid and every torque up before the work begins.'),
      inPhase('before', 'pressure', 'The pump makes more than 80 bar. Never feel for a leak by hand: fluid goes through skin.'),
      inPhase('fill', 'damage', 'The wrong fluid ruins seals: read the reservoir’s cap, and the maker’s information.'),
      inPhase('engine', 'entangle', 'Sleeves and hair clear of belt and fan.'),
      inPhase('prove', 'fire', 'Steering fluid on a hot manifold burns: extinguisher within reach.'),
      inPhase('close', 'waste', 'What came out goes into the waste tank.'),
    ],
  })
}
