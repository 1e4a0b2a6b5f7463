import {
  author,
  bleeding,
  box,
  capsule,
  caution,
  cylinder,
  hose,
  inPhase,
  is,
  keep,
  metric,
  oring,
  part,
  port,
  question,
  run,
  seal,
  sheet,
  trait,
  tube,
  unified,
  wait,
  way,
} from './kit'

const lockToLock = bleeding(
  ['lock-to-lock'],
  'Wheels free, engine off: slowly side to side five or six times, just short of the stops. Foam: stop, rest about half an hour, repeat.',
  { restMinutes: 30, strokes: 6, turns: 'short-of-lock', at: 'half', running: 6 },
  [{ method: 'vacuum', why: 'the sheet’s source does not give it' }],
)
const steeringCautions = [
  inPhase('before', 'law', 'Steering work is for trained people.'),
  inPhase('before', 'pressure', 'The pump makes more than 80 bar. Never feel for a leak by hand: fluid goes through skin.'),
  inPhase('open', 'eyes', 'Glasses on: fluid runs down the arm.'),
  inPhase('engine', 'entangle', 'Sleeves and hair clear of belt and fan. Wheels turn on their own axis: nobody near them.'),
  inPhase('prove', 'fire', 'Steering fluid on a hot manifold burns: extinguisher within reach.'),
  inPhase('close', 'waste', 'What came out goes into the waste tank.'),
]

function mixedHexes() {
  const a = author('Caskell workshop book (invented), steering', '2025-11-18')
  return sheet({
    centres: {
      'intake-hose': [300, 60, 860],
      'left-wheel': [0, 800, 360],
      reservoir: [330, 330, 820],
      'cold-mark': [330, 330, 800],
      'hot-mark': [330, 330, 805],
      'return-hose': [330, 320, 790],
    },
    id: 'pintle-steering-pressure',
    title: 'Steering pressure line',
    system: 'power-steering',
    families: ['caskell-pintle'],
    years: [2009, 2020],
    summary: 'Pump to gear, O-ring flare nuts with a metric hex at one end and an imperial one at the other, close to the fuel rail.',
    words: ['power steering line', 'high pressure hose', 'pressure hose'],
    ports: [port('pump', 'steering pump', [330, 210, 720], [0, 1, 0]), port('gear', 'steering gear', [-40, 380, 400], [0, 0, 1])],
    lines: [
      a.line(
        'pressure',
        'Pressure line, pump to gear',
        'pump > gear',
        run(
          [330, 210, 720],
          tube('steel', 9.53, 0.89, [330, 265, 720, 20], [230, 270, 740, 25], [180, 290, 700]),
          hose('rubber', 9.5, 4.8, [110, 330, 630, 70], [20, 380, 580]),
          tube('steel', 9.53, 0.89, [-40, 380, 560, 20], [-40, 380, 400]),
        ),
        {
          mark: 'white paint',
          out: [['ground above 5 intake-hose', 'upwards, past the fuel rail']],
          withdrawNote: 'Comes out upwards; protect the fuel rail’s connectors.',
          feeding: 'Gear end first, down past the fuel rail, under the intake hose’s bracket; the pump end last.',
          parts: [
            part('pressure-factory', 'factory', 'pressure line with nuts', 'QS-92110', {
              brings: ['pump-oring', 'gear-oring'],
              carryOver: ['foam sleeve at the frame clip'],
            }),
            part('pressure-made', 'made', 'new hose crimped on the old ends by the hose shop'),
          ],
        },
      ),
    ],
    joints: [
      a.joint('oring-nut', 'pressure.from', 'pump-joint', 'Pump', {
        ways: ['ground above 5 intake-hose'],
        hex: 16,
        hold: 22,
        alternates: [15.88],
        thread: unified('5/8-18'),
        nm: a.contested([28, 35], [27, 34], 'maker-instruction', 'leaf in the hose kit (invented)', '2026-03-01'),
        snugThen: 30,
        seals: [oring('pump-oring', 1, '11.1 × 1.8', 'QS-2231')],
        drain: [60, 120, 220],
        cautions: [caution('fire', 'The fuel rail is a hand’s width away: no sparks, no heat gun.')],
      }),
      a.joint('oring-nut', 'pressure.to', 'gear-joint', 'Steering gear', {
        ways: ['raised below 7', 'raised wheel-left 5 left-wheel'],
        hex: 18,
        alternates: [17.46],
        thread: metric('M16×1.5'),
        nm: [25, 32],
        snugThen: 30,
        seals: [oring('gear-oring', 1, '12 × 2', 'QS-2232')],
        drain: [40, 80, 150],
        cautions: [caution('damage', 'A cross-threaded gear costs far more than the line: by hand first, always.', 'on')],
      }),
    ],
    holds: [
      a.hold(
        'head-bracket',
        'Bracket on the cylinder head',
        'pressure',
        95,
        'bracket',
        'One bolt, 10 mm; the bracket moves to the new line.',
        ['ground above 2 intake-hose'],
        { hex: 10, nm: [8, 11] },
      ),
      a.hold('frame-clip', 'Rubber clip, frame', 'pressure', 330, 'clip', 'Pull the rubber open.', ['raised below 1']),
    ],
    operations: [
      a.operation('intake-hose', 'Intake hose with its sensor', 'ground above', 3, 4, {
        noEngine: true,
        fasteners: [a.fast(2, 'clamp', 'worm clamp', 'both ends', { hex: 7 })],
        tools: ['7 mm socket'],
        cautions: [caution('damage', 'Sensor plug first; cover the opening.', 'off')],
      }),
      a.operation('left-wheel', 'Left front wheel', 'half wheel-left', 3, 4, {
        carRestsOnIt: true,
        fasteners: [a.fast(5, 'nut', 'M14×1.5', 'hub', { hex: 21, nm: [130, 150] })],
        tools: ['21 mm socket', 'torque wrench'],
        cautions: [caution('crush', 'Stands in place before the wheel comes off.', 'off')],
      }),
    ],
    keepouts: [
      keep('fuel-rail', 'fuel rail', 'fuel', 15, capsule([-100, 190, 790], [240, 190, 790], 12)),
      keep('manifold', 'exhaust manifold', 'hot', 30, box([-220, 60, 520], [140, 200, 640])),
      keep('belt', 'accessory belt', 'turning', 20, box([360, -200, 460], [420, 200, 780])),
      keep('steering-shaft', 'steering shaft', 'turning', 12, capsule([-300, 480, 740], [-30, 460, 500], 13)),
    ],
    fills: [a.fill('reservoir', 'Reservoir cap', ['ground above 1', 'half above 1'], ['clean funnel'])],
    levels: [
      a.level(
        'cold-mark',
        'Cold mark on the reservoir',
        'marks',
        'off',
        [10, 30],
        'Cold, engine off, no foam: between the cold marks. Foam raises the level and lies.',
        ['ground above 1', 'half above 1'],
        { mlPerMm: 4.2, band: 5 },
      ),
      a.level(
        'hot-mark',
        'Hot mark on the reservoir',
        'marks',
        'idling',
        [60, 80],
        'Hot: between the hot marks.',
        ['ground above 1', 'half above 1'],
        { mlPerMm: 4.2, band: 5 },
      ),
    ],
    fluid: a.fluid('steering fluid SF-2', 950, 500, 0.00078, { reservoir: 380 }),
    bleeding: lockToLock,
    proving: a.proving(5, 'engine', ['Pump whine after a week means air: turn side to side with the engine off once more.']),
    cautions: steeringCautions,
    neighbours: [
      {
        id: 'return-hose',
        what: 'Return hose at the reservoir',
        goals: [],
        ways: [way('ground above 9')],
        parts: ['QS-92130'],
        failure: { chancePerYear: 0.08, why: 'same age as the pressure hose, and the fluid is out' },
      },
    ],
  })
}

function pressIn() {
  const a = author('Brannoch workshop book (invented), steering', '2026-03-22')
  return sheet({
    centres: {
      undershield: [250, 0, 230],
      'oil-filter': [200, -260, 420],
      'right-wheel': [0, -800, 360],
      'reservoir-cap': [300, -380, 830],
      'cold-mark': [300, -380, 825],
    },
    id: 'ketch-steering-pressure',
    title: 'Steering pressure line behind the oil filter',
    system: 'power-steering',
    families: ['brannoch-ketch'],
    years: [2012, 2021],
    engines: ['t18', 'd20'],
    summary: 'Two-piece press-in end at the gear, hidden by the oil filter; one bracket shared with the low-pressure line beside it.',
    words: ['power steering line', 'high pressure line', 'oil filter'],
    traits: [trait('line-side', 'pressure line passes', { front: 'in front of the filter', behind: 'behind the filter' })],
    questions: [
      question('filter-side', 'under-lift', 2, 'From below, at the oil filter: does the thicker line pass in front of it or behind it?', [
        ['front', 'In front', 'You see the whole line before the filter.', is('line-side', 'front')],
        ['behind', 'Behind', 'The line goes out of sight behind the filter.', is('line-side', 'behind')],
      ]),
    ],
    ports: [
      port('pump', 'steering pump', [260, -260, 640], [0, -1, 0]),
      port('gear', 'steering gear', [-180, -300, 380], [1, 0, 0]),
      port('gear-low', 'steering gear', [-180, -260, 360], [1, 0, 0]),
      port('reservoir', 'reservoir', [300, -380, 800], [0, 0, -1]),
    ],
    lines: [
      a.line(
        'pressure',
        'Pressure line, behind the filter',
        'pump > gear',
        run(
          [260, -260, 640],
          tube('steel', 10, 1, [260, -320, 640, 25], [160, -340, 560, 30], [110, -350, 500]),
          hose('rubber', 9.5, 5, [40, -370, 440, 60], [-40, -360, 410]),
          tube('steel', 10, 1, [-100, -330, 390, 25], [-140, -300, 380, 20], [-180, -300, 380]),
        ),
        {
          when: is('line-side', 'behind'),
          mark: 'yellow sleeve',
          out: [['raised below 6 undershield oil-filter', 'downwards, filter out']],
          parts: [part('pressure-b', 'factory', 'pressure line, late run', 'QS-60340-D', { brings: ['gear-retainer'] })],
        },
      ),
      a.line(
        'pressure-front',
        'Pressure line, in front of the filter',
        'pump > gear',
        run(
          [260, -260, 640],
          tube('steel', 10, 1, [260, -320, 640, 25], [200, -380, 560, 30], [150, -400, 500]),
          hose('rubber', 9.5, 5, [60, -420, 430, 60], [-30, -400, 400]),
          tube('steel', 10, 1, [-100, -340, 380, 25], [-180, -300, 380]),
        ),
        {
          when: is('line-side', 'front'),
          mark: 'yellow sleeve',
          out: ['raised below 5 undershield'],
          parts: [part('pressure-a', 'factory', 'pressure line, early run', 'QS-60340-A', { brings: ['gear-front-retainer'] })],
        },
      ),
      a.line(
        'return',
        'Low-pressure line',
        'gear-low > reservoir',
        run(
          [-180, -260, 360],
          tube('steel', 10, 1, [-120, -260, 360, 20], [-40, -310, 380, 30], [120, -330, 440, 30], [180, -340, 520]),
          hose('rubber', 10, 3.5, [260, -370, 640, 60], [300, -380, 790]),
        ),
        { out: ['raised below 4 undershield'], parts: [part('return-factory', 'factory', 'return line', 'QS-60350-A')] },
      ),
    ],
    joints: [
      a.joint('banjo', 'pressure.from', 'pump-joint', 'Pump', {
        ways: ['raised below 5 undershield', 'ground above 7'],
        hex: 19,
        alternates: [19.05],
        nm: [30, 38],
        seals: [seal('pump-washers', 'crush washer', 2, '14 × 20', 'QS-1151')],
        drain: [60, 120, 220],
        thread: metric('M14×1.5'),
      }),
      a.joint('press-in', 'pressure.to', 'gear-joint', 'Steering gear, press-in', {
        ways: [['raised below 8 undershield oil-filter', 'only with the oil filter out'], 'raised wheel-right 14 right-wheel undershield'],
        seals: [oring('gear-oring', 1, '10.8 × 1.8', 'QS-2235'), seal('gear-retainer', 'retainer, two-piece', 1, '10 mm', 'QS-4420')],
        drain: [40, 90, 180],
        hidden: ['undershield'],
        release:
          'Outer ring back, both halves of the retainer out with the pick, then draw straight. Look that the O-ring came with it: two in one bore leak.',
        seated: 'Inner half on the pipe, push home, outer half into its groove: it stands flush all round.',
      }),
      a.joint('banjo', 'pressure-front.from', 'pump-front-joint', 'Pump', {
        ways: ['raised below 5 undershield', 'ground above 7'],
        hex: 19,
        alternates: [19.05],
        nm: [30, 38],
        seals: [seal('pump-front-washers', 'crush washer', 2, '14 × 20', 'QS-1151')],
        drain: [60, 120, 220],
        thread: metric('M14×1.5'),
      }),
      a.joint('press-in', 'pressure-front.to', 'gear-front-joint', 'Steering gear, press-in', {
        ways: ['raised below 5 undershield'],
        seals: [
          oring('gear-front-oring', 1, '10.8 × 1.8', 'QS-2235'),
          seal('gear-front-retainer', 'retainer, two-piece', 1, '10 mm', 'QS-4420'),
        ],
        drain: [40, 90, 180],
        hidden: ['undershield'],
      }),
      a.joint('press-in', 'return.from', 'gear-low-joint', 'Steering gear, low pressure', {
        ways: ['raised below 6 undershield'],
        seals: [oring('gear-low-oring', 1, '11.5 × 1.8', undefined, { unobtainable: true })],
        drain: [40, 90, 180],
        hidden: ['undershield'],
        cautions: [caution('damage', 'Its O-ring is not supplied. Leave this joint undisturbed unless it leaks.')],
      }),
      a.joint('clamp', 'return.to', 'reservoir-joint', 'Reservoir', {
        ways: ['ground above 2'],
        seals: [seal('reservoir-clamp', 'spring clamp', 1, '18 mm', 'QS-5018', { reuse: 'if-good' })],
        drain: [200, 300, 380],
      }),
    ],
    holds: [
      a.hold(
        'shared-bracket',
        'Shared bracket, both lines',
        'pressure',
        210,
        'bracket',
        'One bolt, 10 mm; the low-pressure line lies in it too: do not bend it.',
        ['raised below 3 undershield oil-filter'],
        { hex: 10, nm: [8, 10], with: ['return'] },
      ),
      a.hold(
        'shared-bracket-front',
        'Shared bracket, both lines',
        'pressure-front',
        220,
        'bracket',
        'One bolt, 10 mm; the low-pressure line lies in it too.',
        ['raised below 2 undershield'],
        { hex: 10, nm: [8, 10], with: ['return'] },
      ),
    ],
    operations: [
      a.operation('undershield', 'Undershield', 'raised below', 4, 5, {
        fasteners: [a.fast(9, 'screw', 'T25 × 16', 'round the edge', { long: 16 })],
      }),
      a.operation('oil-filter', 'Oil filter', 'raised below', 4, 4, {
        needs: 'undershield',
        noEngine: true,
        tools: ['filter wrench'],
        fasteners: [a.fast(1, 'canister', '3/4-16', 'filter stub', { snugThen: 270, new: 'QS-2080' })],
        seals: [seal('filter-gasket', 'filter gasket, oiled', 1, 'on the new filter')],
        drains: ['engine oil', 250, 400, 600, 'engine-oil'],
        cautions: [caution('burn', 'Hot oil: let it cool.', 'off')],
        how: 'A pan of its own under it; a plug or a bag over the stub.',
        refit: 'New filter, filled where it stands upright, gasket oiled. The old gasket may stick to the stub: look.',
      }),
      a.operation('right-wheel', 'Right front wheel', 'half wheel-right', 3, 4, {
        carRestsOnIt: true,
        fasteners: [a.fast(5, 'bolt', 'M14×1.5', 'hub', { hex: 17, nm: [120, 140] })],
        tools: ['17 mm socket', 'torque wrench'],
        cautions: [caution('crush', 'Stands in place before the wheel comes off.', 'off')],
      }),
    ],
    keepouts: [
      keep('downpipe', 'exhaust downpipe', 'hot', 30, capsule([-260, -60, 420], [120, -120, 560], 35)),
      keep('shaft', 'right drive shaft', 'moving', 20, capsule([0, -720, 310], [0, -440, 330], 20)),
      keep('belt', 'accessory belt', 'turning', 15, box([150, -300, 700], [340, -180, 760])),
      keep('filter', 'oil filter', 'hot', 6, cylinder([20, -290, 470], [20, -290, 560], 38)),
    ],
    fills: [a.fill('reservoir-cap', 'Reservoir cap', ['ground above 1', 'half above 1'], ['clean funnel'])],
    levels: [
      a.level(
        'cold-mark',
        'Cold mark on the cap’s dipstick',
        'marks',
        'off',
        [10, 30],
        'Cold, engine off, no foam: at the cold notch.',
        ['ground above 1', 'half above 1'],
        { mlPerMm: 5, form: 'notch' },
      ),
    ],
    fluid: a.fluid('steering fluid SF-4 green', 1100, 1000, 0.00078, { reservoir: 420 }),
    circuits: [
      a.circuit(
        'engine-oil',
        'Engine oil',
        'engine oil EO-4 5W-30',
        1000,
        'Oil filler cap',
        ['ground', 'above', 1],
        a.level(
          'oil-dipstick',
          'Engine oil dipstick',
          'marks',
          'off',
          'unknown',
          'Five minutes after the engine has stopped, on level ground: between the marks, nearer the upper.',
          ['ground above 1'],
          { mlPerMm: 70, form: 'hatched', band: 14 },
        ),
        { capacity: 6200 },
      ),
    ],
    bleeding: lockToLock,
    proving: a.proving(5, 'engine', ['Oil level as well: the filter was off.']),
    cautions: steeringCautions,
    waits: [
      wait(
        'oil-settles',
        'drip',
        5,
        'The oil runs back into the pan before the dipstick means anything.',
        ['stop'],
        ['level:oil-dipstick'],
      ),
    ],
  })
}

function coiledReturn() {
  const a = author('Ondrel workshop book (invented), older pickups', '2025-06-11')
  const ends = (end: 'return.from' | 'return.to', id: string, name: string, ways: string[], drain: [number, number, number]) =>
    a.joint('clamp', end, id, name, {
      ways,
      drain,
      seals: [seal(`${id}-clamp`, 'worm clamp, lined', 1, '16–22 mm', 'QS-5022')],
      hex: 7,
      nm: [2.5, 3.5],
    })
  return sheet({
    centres: {
      'fan-shroud': [480, 0, 680],
      'reservoir-cap': [300, 300, 870],
      'cold-mark': [300, 300, 865],
      'pressure-hose': [300, 330, 800],
    },
    id: 'wherry-steering-return',
    title: 'Steering return, made from coil',
    system: 'power-steering',
    families: ['ondrel-wherry'],
    years: [1994, 2004],
    summary: 'Hose, rigid middle, hose. The rigid middle is no longer supplied: bent from 3/8 in coil with a bead on each end.',
    words: ['power steering return', 'low pressure hose', 'return line'],
    ports: [port('gear', 'steering gear', [60, 420, 470], [0, 0, 1]), port('reservoir', 'reservoir', [300, 300, 840], [-1, 0, 0])],
    lines: [
      a.line(
        'return',
        'Return, gear to reservoir',
        'gear > reservoir',
        run(
          [60, 420, 470],
          hose('rubber', 9.5, 3.5, [60, 420, 520, 40], [120, 430, 560]),
          tube(
            'copper-nickel',
            9.53,
            0.89,
            [220, 440, 600, 40],
            [470, 430, 600, 45],
            [520, 330, 620, 45],
            [470, 250, 700, 40],
            [400, 260, 760],
          ),
          hose('rubber', 9.5, 3.5, [350, 290, 830, 40], [300, 300, 840]),
        ),
        {
          out: ['ground above 4 fan-shroud'],
          withdrawNote: 'Keep the old middle whole: it is the only drawing.',
          parts: [
            part('middle-factory', 'factory', 'rigid middle', 'QS-31077', { discontinued: true, note: 'No longer supplied.' }),
            part('middle-made', 'made', 'bent from 3/8 in coil, both ends beaded', undefined, {
              bent: true,
              note: 'A hose barb on a tube end needs a bead or the hose creeps off.',
            }),
          ],
        },
      ),
    ],
    joints: [
      ends('return.from', 'gear-joint', 'Steering gear', ['ground above 4', 'raised below 3'], [60, 130, 250]),
      ends('return.to', 'reservoir-joint', 'Reservoir', ['ground above 2'], [150, 300, 450]),
    ],
    holds: [
      a.hold('radiator-support', 'P-clip, radiator support', 'return', 420, 'bracket', 'One screw, 10 mm.', ['ground above 1 fan-shroud'], {
        hex: 10,
      }),
      a.hold('shroud-tie', 'Tie, fan shroud', 'return', 620, 'tie', 'Cut it.', ['ground above 1'], { reuse: 'never', part: 'QS-9920' }),
    ],
    operations: [
      a.operation('fan-shroud', 'Fan shroud, lifted', 'ground above', 5, 6, {
        fasteners: [a.fast(4, 'bolt', 'M6×16', 'shroud edge', { long: 16, hex: 10 })],
        noEngine: true,
        cautions: [caution('entangle', 'The fan may be stiff to turn: keep fingers out of it.')],
        refit: 'A hand’s clearance all round the fan before the engine runs.',
      }),
    ],
    keepouts: [
      keep('fan', 'belt-driven fan', 'turning', 25, cylinder([430, 0, 640], [480, 0, 640], 230)),
      keep('manifold', 'exhaust manifold', 'hot', 30, box([-260, 240, 560], [180, 330, 680])),
      keep('belt', 'belts', 'turning', 20, box([340, -260, 440], [410, 210, 800])),
    ],
    fills: [a.fill('reservoir-cap', 'Reservoir cap', ['ground above 1', 'half above 1'], ['clean funnel'])],
    levels: [
      a.level(
        'cold-mark',
        'Cold mark on the dipstick',
        'marks',
        'off',
        [10, 30],
        'Cold, no foam: at the cold mark.',
        ['ground above 1', 'half above 1'],
        { mlPerMm: 5, form: 'notch' },
      ),
    ],
    fluid: a.fluid('GX-3 as steering fluid', 1000, 1000, 0.00076, { reservoir: 400 }),
    bleeding: bleeding(
      ['lock-to-lock'],
      'Engine off: side to side five or six times, just short of the stops, topping up. Then run and look for foam.',
      { restMinutes: 30, strokes: 6, turns: 'short-of-lock', at: 'half', running: 6 },
    ),
    proving: a.proving(5, 'engine', ['The beads: look for hose creep at the next oil change.']),
    cautions: steeringCautions,
    neighbours: [
      {
        id: 'pressure-hose',
        what: 'Pressure hose',
        goals: [],
        ways: [way('ground above 16 fan-shroud')],
        parts: ['QS-31070'],
        failure: { chancePerYear: 0.12, why: 'as old as the return, and the fluid is out' },
      },
    ],
  })
}

export const steeringSheets = () => [mixedHexes(), pressIn(), coiledReturn()]
