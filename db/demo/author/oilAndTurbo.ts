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
  mark,
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
  washers,
  wait,
  way,
} from './kit'

const oilCautions = [
  inPhase('before', 'burn', 'Turbocharger and exhaust stay hot for an hour. Cold engine only.'),
  inPhase('open', 'eyes', 'Glasses on: oil runs down the arm.'),
  inPhase('fill', 'damage', 'Only the stated oil grade.'),
  inPhase('engine', 'damage', 'Oil pressure light out within a few seconds, or stop the engine at once.'),
  inPhase('engine', 'entangle', 'Sleeves and hair clear of belt and fan.'),
  inPhase('prove', 'fire', 'Oil on a hot exhaust smokes, then burns: extinguisher within reach.'),
  inPhase('close', 'waste', 'What oil came out, and the rags, go into the waste tank.'),
]

function valveTiming() {
  const a = author('Tolvane workshop book (invented), engine oil feed', '2026-02-27')
  return sheet({
    centres: { 'air-box': [330, 330, 760], undershield: [200, -260, 240], filler: [60, 0, 960], dipstick: [60, 240, 860] },
    id: 'petrel-valve-timing-feed',
    title: 'Oil feed line to the valve timing',
    system: 'oil-feed',
    families: ['tolvane-petrel'],
    years: [2009, 2018],
    engines: ['p24'],
    summary:
      'Short oil feed from block to head: banjo with a filter below, another gasket above. The line with a rubber middle is replaced by the all-metal one.',
    words: ['oil line', 'VVT oil line', 'oil feed pipe', 'banjo filter'],
    traits: [trait('feed-middle', 'middle of the oil feed', { rubber: 'rubber', metal: 'all metal' })],
    questions: [
      question('feed-look', 'hood-up', 1, 'Behind the timing cover, low: is the middle of the thin oil line rubber or metal?', [
        ['rubber', 'Rubber between two crimps', 'A finger-long black middle.', is('feed-middle', 'rubber')],
        ['metal', 'Metal all the way', 'One bent tube without crimps.', is('feed-middle', 'metal')],
      ]),
    ],
    verdicts: [
      {
        id: 'metal-already',
        when: is('feed-middle', 'metal'),
        kind: 'not-needed',
        text: 'The all-metal line is fitted already. This job is not needed on this car; look for the leak elsewhere.',
      },
      {
        id: 'use-metal',
        when: is('feed-middle', 'rubber'),
        kind: 'superseded',
        text: 'The rubber-middle line is superseded: order and fit the all-metal line.',
        part: 'feed-metal',
      },
    ],
    ports: [port('block', 'engine block', [150, 235, 560], [0, 1, 0]), port('head', 'cylinder head', [190, 180, 880], [0, 1, 0])],
    lines: [
      a.line(
        'feed',
        'Oil feed, block to head',
        'block > head',
        run(
          [150, 245, 560],
          tube('steel', 8, 1, [150, 275, 560, 15], [150, 275, 640, 15], [150, 262, 680]),
          hose('rubber', 6, 3, [160, 255, 740]),
          tube('steel', 8, 1, [185, 250, 800, 20], [190, 230, 880, 18], [190, 190, 880]),
        ),
        {
          out: [['ground above 4 air-box', 'upwards behind the alternator']],
          parts: [
            part('feed-rubber', 'factory', 'oil feed with rubber middle', 'QS-77010-A', { supersededBy: 'feed-metal', discontinued: true }),
            part('feed-metal', 'factory', 'oil feed, all metal', 'QS-77010-C', {
              rigid: true,
              note: 'Fits without other changes; new bolts come with it.',
            }),
          ],
        },
      ),
    ],
    joints: [
      a.joint('banjo', 'feed.from', 'block-joint', 'Engine block, banjo with filter', {
        ways: ['raised below 6 undershield', 'ground above 12 air-box'],
        hex: 17,
        nm: [62, 68],
        thread: metric('M14×1.5'),
        seals: [
          seal('block-gasket', 'coated gasket', 2, '14 × 20', 'QS-1161'),
          seal('block-filter', 'filter in the banjo bolt', 1, '6 × 14', 'QS-1162', { reuse: 'if-good' }),
        ],
        drain: [20, 60, 120],
        hidden: [],
        release: 'Bolt out slowly: the small filter sits inside it and falls. Rinse it and look at what it caught.',
        cautions: [caution('damage', 'Without the filter the timing wears: never leave it out.')],
      }),
      a.joint('banjo', 'feed.to', 'head-joint', 'Cylinder head, banjo', {
        ways: ['ground above 4 air-box'],
        hex: 17,
        nm: [62, 68],
        thread: metric('M14×1.5'),
        seals: [seal('head-gasket', 'plain copper gasket', 2, '14 × 22', 'QS-1163')],
        drain: [5, 15, 40],
        cautions: [caution('damage', 'The gaskets of the two ends are not the same: the coated ones belong below.', 'on')],
      }),
    ],
    holds: [
      a.hold('cover-bracket', 'Bracket on the timing cover', 'feed', 150, 'bracket', 'One bolt, 10 mm.', ['ground above 2 air-box'], {
        hex: 10,
        nm: [8, 11],
      }),
    ],
    operations: [
      a.operation('air-box', 'Air box with hose', 'ground above', 4, 5, {
        noEngine: true,
        fasteners: [a.fast(3, 'bolt', 'M6×20', 'air box feet', { long: 20, hex: 10, nm: [6, 8] })],
        cautions: [caution('damage', 'Sensor plug first; cover the opening.', 'off')],
      }),
      a.operation('undershield', 'Undershield, right half', 'raised below', 3, 3, {
        fasteners: [
          a.fast(5, 'bolt', 'M6×16', 'edge', { long: 16, hex: 10 }),
          a.fast(2, 'push-rivet', '8 mm', 'wheel arch', { new: 'QS-9085' }),
        ],
      }),
    ],
    keepouts: [
      keep('manifold', 'exhaust manifold', 'hot', 25, box([-220, -330, 560], [220, -225, 720])),
      keep('alternator', 'alternator cable', 'electrical', 12, capsule([240, 300, 560], [60, 330, 640], 8)),
      keep('belt', 'accessory belt', 'turning', 15, box([270, -200, 420], [330, 260, 860])),
    ],
    fills: [a.fill('filler', 'Oil filler cap', ['ground above 1'], ['funnel'])],
    levels: [
      a.level(
        'dipstick',
        'Oil dipstick',
        'marks',
        'off',
        [15, 95],
        'Two minutes after the engine was stopped: between the marks.',
        ['ground above 1'],
        { mlPerMm: 50, form: 'hatched', band: 20 },
      ),
    ],
    fluid: a.fluid('engine oil EO-30', 3900, 1000, 0.00072),
    bleeding: bleeding(['circulate'], 'It fills itself at idle: watch the oil pressure light; no revving for the first minute.'),
    proving: a.proving(5, 'engine', ['Gaskets settle: look for a wet rim below the banjo after a week.']),
    cautions: oilCautions,
    waits: [
      wait('oil-settles', 'drip', 2, 'The oil runs back into the pan before the dipstick means anything.', ['stop'], ['level:dipstick']),
    ],
  })
}

function turboFeed() {
  const a = author('Brannoch workshop book (invented), turbo oil', '2026-01-15')
  const front = 'service-position'
  return sheet({
    centres: {
      'bumper-cover': [880, 0, 560],
      'service-position': [780, 0, 620],
      'heat-shield': [20, -320, 780],
      filler: [-60, -40, 960],
      dipstick: [120, 230, 860],
      'housing-gasket': [250, -240, 600],
      'belt-now': [360, 0, 560],
    },
    id: 'lugger-turbo-oil-feed',
    title: 'Turbo oil feed line',
    system: 'oil-feed',
    families: ['brannoch-lugger'],
    years: [2013, 2020],
    engines: ['t20'],
    summary:
      'Oil feed from the filter housing to the turbocharger. The front is pulled to its service position; the housing’s gasket behind it leaks just as often.',
    words: ['turbo oil line', 'oil feed pipe', 'filter housing gasket', 'banjo'],
    ports: [port('housing', 'oil filter housing', [250, -250, 640], [0, -1, 0]), port('turbo', 'turbocharger', [20, -330, 720], [0, 0, 1])],
    lines: [
      a.line(
        'feed',
        'Oil feed, filter housing to turbo',
        'housing > turbo',
        run(
          [250, -260, 640],
          tube(
            'steel',
            8,
            1,
            [250, -300, 640, 15],
            [250, -330, 700, 20],
            [180, -390, 800, 25],
            [60, -390, 830, 25],
            [20, -330, 830, 20],
            [20, -330, 730],
          ),
        ),
        {
          mark: 'green cap on the new part',
          out: [[`ground front 6 ${front}`, 'forwards, once the front is in its service position']],
          parts: [
            part('feed-factory', 'factory', 'feed line with bolts and washers', 'QS-64100-B', {
              brings: ['housing-washers', 'turbo-washers'],
            }),
            part('feed-braided', 'braided', 'braided feed line', 'QS-B-6410'),
          ],
        },
      ),
    ],
    joints: [
      a.joint('banjo', 'feed.from', 'housing-joint', 'Filter housing, banjo', {
        ways: [`ground front 5 ${front}`],
        hex: 19,
        alternates: [19.05],
        nm: [27, 33],
        thread: metric('M12×1.5'),
        seals: [washers('housing-washers', '12 × 17', 'QS-1171')],
        drain: [30, 80, 160],
      }),
      a.joint('banjo', 'feed.to', 'turbo-joint', 'Turbocharger, banjo', {
        ways: ['ground above 6 heat-shield', `ground front 5 ${front} heat-shield`],
        hex: 17,
        nm: [20, 26],
        thread: metric('M10×1.0'),
        seals: [washers('turbo-washers', '10 × 14', 'QS-1172')],
        drain: [5, 15, 40],
        hidden: [],
        cautions: [
          caution('burn', 'The turbocharger holds its heat for an hour.'),
          caution('damage', 'Fill the turbo’s inlet with clean oil before the line goes on.', 'on'),
        ],
      }),
    ],
    holds: [
      a.hold('head-bracket', 'Bracket, cylinder head', 'feed', 190, 'bracket', 'One bolt, E10 socket.', [`ground front 2 ${front}`], {
        nm: [8, 10],
      }),
    ],
    operations: [
      a.operation('bumper-cover', 'Bumper cover', 'half front', 12, 14, {
        fasteners: [
          a.fast(4, 'screw', 'T25 × 20', 'upper edge', {
            long: 20,
            spots: [
              [0.2, 0.05],
              [0.4, 0.05],
              [0.6, 0.05],
              [0.8, 0.05],
            ],
          }),
          a.fast(6, 'screw', 'T25 × 16', 'wheel arches', {
            long: 16,
            spots: [
              [0, 0.25],
              [0, 0.5],
              [0, 0.75],
              [1, 0.25],
              [1, 0.5],
              [1, 0.75],
            ],
          }),
          a.fast(4, 'push-rivet', '8 mm', 'lower edge', {
            new: 'QS-9085',
            spots: [
              [0.2, 0.95],
              [0.4, 0.95],
              [0.6, 0.95],
              [0.8, 0.95],
            ],
          }),
        ],
        risk: ['tabs crack in the cold', 5],
      }),
      a.operation('service-position', 'Front pulled to its service position', 'ground front', 16, 18, {
        needs: 'bumper-cover',
        noEngine: true,
        fasteners: [
          a.fast(2, 'bolt', 'M8×35', 'upper rails', {
            long: 35,
            hex: 13,
            nm: [20, 25],
            spots: [
              [0.1, 0.05],
              [0.9, 0.05],
            ],
          }),
          a.fast(6, 'bolt', 'M8×90', 'crash beam', {
            long: 90,
            hex: 13,
            nm: [22, 28],
            spots: [
              [0.05, 0.45],
              [0.05, 0.7],
              [0.05, 0.95],
              [0.95, 0.45],
              [0.95, 0.7],
              [0.95, 0.95],
            ],
          }),
        ],
        tools: ['two guide rods M8 × 200'],
        how: 'Two guide rods in place of two long bolts; the whole front slides forward 80 mm on them. Hoses and plugs stay on.',
        refit: 'Long bolts in the crash beam, short ones in the upper rails.',
        cautions: [caution('crush', 'The front hangs on the two rods: both fully in before the last bolt.', 'off')],
      }),
      a.operation('heat-shield', 'Turbo heat shield', 'ground above', 4, 5, {
        fasteners: [a.fast(3, 'bolt', 'M6×14', 'shield', { long: 14, hex: 10, nm: [7, 9] })],
        cautions: [caution('burn', 'Cold only; its edge is sharp.')],
      }),
    ],
    landmarks: [
      mark('radiator', 'radiator, moved forward', box([680, -340, 420], [720, 340, 800])),
      mark('engine', 'engine', box([-250, -240, 380], [240, 380, 920])),
      mark('housing', 'filter housing', cylinder([250, -220, 540], [250, -220, 740], 45)),
    ],
    keepouts: [
      keep('turbo', 'turbocharger', 'hot', 15, cylinder([60, -320, 640], [-60, -320, 640], 70)),
      keep('charge-pipe', 'charge pipe', 'hot', 12, capsule([60, -430, 640], [520, -420, 520], 28)),
      keep('belt', 'accessory belt', 'turning', 20, box([260, -160, 420], [320, 300, 840])),
    ],
    fills: [a.fill('filler', 'Oil filler cap', ['ground above 1'], ['funnel'])],
    levels: [
      a.level(
        'dipstick',
        'Oil dipstick',
        'marks',
        'off',
        [15, 95],
        'Five minutes after the engine was stopped: between the marks.',
        ['ground above 1'],
        { mlPerMm: 45, form: 'dots', band: 22 },
      ),
    ],
    fluid: a.fluid('engine oil EO-40', 5200, 1000, 0.00072),
    bleeding: bleeding(['prime'], 'Crank without starting until the pressure light goes out.'),
    proving: a.proving(10, 'engine', ['The housing gasket sits right behind: look at it again from below.']),
    cautions: oilCautions,
    waits: [
      wait('turbo-cold', 'cool', 40, 'Turbocharger and manifold cold enough for a bare hand.', [], ['open:turbo-joint', 'off:heat-shield']),
      wait('oil-settles', 'drip', 5, 'The oil runs back into the pan before the dipstick means anything.', ['stop'], ['level:dipstick']),
      wait('shield-cold', 'cool', 40, 'The heat shield goes back on a manifold cold enough for a bare hand.', ['stop'], ['on:heat-shield']),
    ],
    neighbours: [
      {
        id: 'housing-gasket',
        what: 'Filter housing gasket',
        goals: ['housing-joint'],
        ways: [way('ground above 15 service-position')],
        parts: ['QS-1175'],
        failure: { chancePerYear: 0.2, why: 'hardens; the same front has to come forward again' },
      },
      {
        id: 'belt-now',
        what: 'Accessory belt',
        goals: [],
        ways: [way('ground front 8 service-position')],
        parts: ['QS-3080'],
        failure: { chancePerYear: 0.1, why: 'oil from the leak has been on it' },
      },
    ],
  })
}

function turboCoolant() {
  const a = author('Brannoch workshop book (invented), turbo coolant', '2026-04-03')
  const out = 'coolant-drain intake-manifold'
  return sheet({
    centres: { 'coolant-drain': [600, 280, 440], 'intake-manifold': [0, 160, 880], tank: [-380, 430, 900], 'tank-mark': [-380, 430, 880] },
    id: 'lugger-turbo-coolant',
    title: 'Turbo coolant feed',
    system: 'turbo-coolant',
    families: ['brannoch-lugger'],
    years: [2013, 2020],
    engines: ['t20'],
    summary: 'Coolant feed to the turbocharger, under the intake manifold, whose bolts have two lengths.',
    words: ['turbo coolant line', 'turbo water pipe', 'intake manifold'],
    ports: [
      port('thermostat', 'thermostat housing', [-60, 330, 760], [0, 1, 0]),
      port('turbo', 'turbocharger', [10, -300, 680], [0, -1, 0]),
    ],
    lines: [
      a.line(
        'feed',
        'Coolant feed, thermostat housing to turbo',
        'thermostat > turbo',
        run(
          [-60, 330, 760],
          hose('silicone', 10, 3, [-60, 370, 760, 25], [-150, 370, 740]),
          tube(
            'steel',
            12,
            1,
            [-270, 330, 700, 30],
            [-290, 150, 700, 35],
            [-290, -240, 710, 35],
            [-160, -330, 720, 30],
            [-60, -330, 690, 25],
            [10, -300, 680],
          ),
        ),
        {
          out: [[`ground above 8 ${out}`, 'towards the bulkhead, then upwards']],
          parts: [part('feed-factory', 'factory', 'coolant feed with hose', 'QS-64220-A')],
        },
      ),
    ],
    joints: [
      a.joint('push-lock', 'feed.from', 'thermostat-joint', 'Thermostat housing', {
        ways: ['ground above 4 coolant-drain'],
        tools: ['release tool inside the fitting, 16 mm'],
        seals: [oring('thermostat-oring', 1, '14 × 2.5', 'QS-2250')],
        drain: [100, 250, 600],
        cautions: [caution('burn', 'Only with the engine cold and the cap off: it sprays when hot.', 'off')],
      }),
      a.joint('flange', 'feed.to', 'turbo-joint', 'Turbocharger flange', {
        ways: [`ground above 7 ${out}`],
        hex: 10,
        thread: metric('M6×1.0'),
        nm: [8, 11],
        seals: [seal('turbo-gasket', 'metal gasket', 1, 'two-hole', 'QS-1180')],
        drain: [40, 100, 200],
        cautions: [caution('burn', 'Cold engine only.', 'off')],
      }),
    ],
    holds: [
      a.hold('head-bracket-left', 'Bracket, left end of the head', 'feed', 190, 'bracket', 'One bolt, 10 mm.', [`ground above 2 ${out}`], {
        hex: 10,
        nm: [8, 10],
      }),
      a.hold(
        'head-bracket-right',
        'Bracket, right end of the head',
        'feed',
        600,
        'bracket',
        'One bolt, 10 mm.',
        [`ground above 2 ${out}`],
        { hex: 10, nm: [8, 10] },
      ),
    ],
    operations: [
      a.operation('coolant-drain', 'Coolant drain', 'raised below', 8, 2, {
        noEngine: true,
        drains: ['coolant', 3000, 4200, 5500, 'lugger-turbo-coolant'],
        cautions: [
          caution('burn', 'Never open a hot cooling system: it is under pressure.', 'off'),
          caution('waste', 'Coolant tastes sweet and poisons animals: cover the pan.', 'off'),
        ],
        how: 'Cap off when cold, drain cock open, clean pan.',
        refit: 'Drain cock shut, hand-tight.',
      }),
      a.operation('intake-manifold', 'Intake manifold', 'ground above', 14, 16, {
        noEngine: true,
        needs: 'coolant-drain',
        fasteners: [
          a.fast(4, 'bolt', 'M7×25', 'upper row', {
            long: 25,
            hex: 11,
            nm: [14, 17],
            spots: [
              [0.08, 0.12],
              [0.36, 0.12],
              [0.64, 0.12],
              [0.92, 0.12],
            ],
          }),
          a.fast(3, 'bolt', 'M7×55', 'lower row', {
            long: 55,
            hex: 11,
            nm: [14, 17],
            spots: [
              [0.2, 0.88],
              [0.5, 0.88],
              [0.8, 0.88],
            ],
          }),
        ],
        seals: [seal('manifold-gasket-new', 'intake manifold gasket', 1, 'one piece', 'QS-1182')],
        tools: ['11 mm socket', 'long extension'],
        how: 'The long bolts belong in the lower row.',
        refit: 'Centre outwards, long bolts low.',
        cautions: [caution('damage', 'Ports covered at once: a dropped washer means the head comes off.', 'off')],
      }),
    ],
    keepouts: [
      keep('turbo', 'turbocharger', 'hot', 15, cylinder([60, -320, 600], [-60, -320, 600], 60)),
      keep('manifold', 'exhaust manifold', 'hot', 30, box([-200, -330, 560], [-80, -225, 640])),
      keep('fuel', 'high-pressure fuel line', 'fuel', 10, capsule([-240, -100, 780], [-240, 200, 780], 5)),
    ],
    fills: [a.fill('tank', 'Expansion tank', ['ground above 1'], ['vacuum filler'])],
    levels: [
      a.level('tank-mark', 'Marks on the expansion tank', 'marks', 'off', [5, 35], 'Cold: between the marks.', ['ground above 1'], {
        mlPerMm: 18,
        band: 25,
        cautions: [caution('burn', 'Cap only when cold.')],
      }),
    ],
    fluid: a.fluid('coolant CB-2, 50/50', 8200, 1500, 0.00055, { reuse: 'if-clean' }),
    bleeding: bleeding(
      ['vacuum-fill', 'gravity'],
      'Vacuum to 0.8 bar below, hold two minutes, fill. Or: bleed screw open, heater on hot, fill slowly until no bubbles come.',
      { pressure: 80 },
    ),
    proving: a.proving(15, 'engine', ['Level cold again the next morning.']),
    cautions: [
      inPhase('before', 'burn', 'Never open a hot cooling system.'),
      inPhase('engine', 'entangle', 'The fan starts by itself.'),
      inPhase('prove', 'burn', 'System hot and under pressure now.'),
      inPhase('close', 'waste', 'Coolant poisons animals: none on the floor, none in the drain.'),
    ],
    waits: [wait('coolant-cold', 'cool', 30, 'Coolant below 40 °C: never open a hot system.', [], ['off:coolant-drain'])],
  })
}

export const oilAndTurboSheets = () => [valveTiming(), turboFeed(), turboCoolant()]
