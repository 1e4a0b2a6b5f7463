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
  pipe,
  port,
  question,
  run,
  seal,
  sheet,
  trait,
  tube,
  wait,
  way,
} from './kit'

const circulate = bleeding(
  ['circulate'],
  'Nothing to bleed: shift slowly through the gears once, let it circulate, read the level warm.',
  {},
  [{ method: 'vacuum', why: 'draws air past the pump seal' }],
)
const hotRun = [
  inPhase('before', 'burn', 'Exhaust parts beside the run. Let them cool first.'),
  inPhase('open', 'eyes', 'Glasses on: fluid runs down the arm.'),
  inPhase('fill', 'damage', 'Only the stated fluid. A wrong grade shudders within weeks.'),
  inPhase('engine', 'entangle', 'Sleeves, cords and hair clear of belt and fan. Nobody reaches in or under while it starts.'),
  inPhase('engine', 'fire', 'Fluid on a hot exhaust burns: extinguisher within reach.'),
  inPhase('prove', 'burn', 'Everything near the joints is hot now.'),
  inPhase('close', 'waste', 'What came out goes into the waste tank, never down the drain.'),
]

function screwIn() {
  const a = author('Ondrel workshop book (invented), cooler lines from 2020', '2026-04-14')
  const below = 'undershield'
  const connector = (end: 'supply.to' | 'return.from', id: string, name: string, drain: [number, number, number]) =>
    a.joint('taper-thread', end, id, name, {
      ways: [`ground above 6 air-intake`],
      hex: 22,
      hold: 24,
      alternates: [22.23],
      thread: pipe('1/4 in taper', 'as-supplied'),
      nm: [20, 27],
      drain,
      release: 'Hold the boss on the tank with 24 mm and unscrew the connector with 22 mm. The line comes with it.',
      seated: 'Two turns by hand with its blue sealant as supplied, then to torque without stopping. Never backed off to line up the tube.',
    })
  const gearbox = (end: 'supply.from' | 'return.to', id: string, name: string) =>
    a.joint('clip-connect', end, id, name, {
      ways: [`raised below 6 ${below}`],
      seals: [
        seal(`${id}-clip`, 'retaining clip', 1, '10 mm tube', 'QS-4410-C'),
        seal(`${id}-cap`, 'clip cap', 1, '10 mm tube', 'QS-4410-K'),
      ],
      drain: [60, 120, 240],
      hidden: ['undershield'],
    })
  return sheet({
    centres: {
      'radiator-cover': [640, 0, 870],
      'air-intake': [420, -120, 890],
      undershield: [250, 0, 230],
      'fill-plug': [-600, -185, 500],
      'level-plug': [-700, -40, 330],
      'pan-gasket': [-700, 0, 340],
      'gearbox-pan': [-700, 0, 330],
    },
    id: 'halyard-cooler-lines-screw-in',
    title: 'Gearbox cooler lines, screw-in',
    system: 'transmission-cooler',
    families: ['ondrel-halyard'],
    years: [2020, 2021],
    engines: ['d32', 'p36'],
    summary: 'Two lines with a connector screwed into the radiator tank and clips at the gearbox.',
    words: ['transmission cooler lines', 'ATF lines', 'oil cooler pipes', 'gearbox lines', 'screw-in connector'],
    ports: [
      port('gearbox-out', 'gearbox', [-520, -185, 470], [0, -1, 0]),
      port('gearbox-in', 'gearbox', [-560, -185, 440], [0, -1, 0]),
      port('radiator-in', 'radiator', [612, -330, 560], [-1, 0, 0]),
      port('radiator-out', 'radiator', [612, -330, 800], [-1, 0, 0]),
    ],
    lines: [
      a.line(
        'supply',
        'Supply, gearbox to radiator',
        'gearbox-out > radiator-in',
        run(
          [-520, -185, 470],
          tube('steel', 10, 1, [-520, -250, 470, 24], [-390, -250, 430, 30], [-40, -250, 430, 40], [110, -296, 440, 40], [210, -296, 440]),
          hose('rubber', 9, 3.5, [330, -296, 446, 70], [430, -308, 486]),
          tube('steel', 10, 1, [540, -330, 560, 40], [607, -330, 560]),
        ),
        {
          mark: 'plain',
          out: [['raised below 6 undershield', 'comes out downwards and rearwards']],
          withdrawNote: 'Unscrew the radiator end first: the connector must turn with a free line.',
          parts: [
            part('supply-factory', 'factory', 'supply line with connector', 'QS-71506-A'),
            part('supply-other', 'aftermarket', 'supply line, plated', 'QS-A-1506'),
          ],
        },
      ),
      a.line(
        'return',
        'Return, radiator to gearbox',
        'radiator-out > gearbox-in',
        run(
          [607, -330, 800],
          tube('steel', 10, 1, [545, -330, 800, 25], [545, -318, 640, 30], [470, -318, 505, 40], [420, -322, 500]),
          hose('rubber', 9, 3.5, [320, -315, 470, 70], [215, -315, 470]),
          tube('steel', 10, 1, [90, -315, 470, 40], [-60, -270, 458, 40], [-430, -270, 458, 40], [-560, -235, 440, 30], [-560, -185, 440]),
        ),
        {
          mark: 'yellow stripe',
          out: [['raised below 8 undershield radiator-cover', 'upper leg fed down past the shroud']],
          parts: [part('return-factory', 'factory', 'return line with connector', 'QS-71508-A')],
        },
      ),
    ],
    joints: [
      gearbox('supply.from', 'gearbox-out-joint', 'Gearbox, upper'),
      connector('supply.to', 'radiator-in-joint', 'Radiator, lower', [40, 90, 180]),
      connector('return.from', 'radiator-out-joint', 'Radiator, upper', [5, 20, 60]),
      gearbox('return.to', 'gearbox-in-joint', 'Gearbox, lower'),
    ],
    holds: [
      a.hold('sump-clip', 'Twin clip, sump rail', 'supply', 330, 'clip', 'Snaps open downwards.', ['raised below 1.5 undershield'], {
        with: ['return'],
        reuse: 'never',
        part: 'QS-3301',
      }),
      a.hold(
        'cross-member-bracket',
        'Bracket, cross member',
        'supply',
        590,
        'bracket',
        'One bolt, 10 mm.',
        ['raised below 2 undershield'],
        { hex: 10, nm: [8, 10] },
      ),
    ],
    operations: [
      a.operation('radiator-cover', 'Radiator top cover', 'ground above', 2, 2, {
        fasteners: [a.fast(4, 'push-rivet', '8 mm', 'front edge and corners', { new: 'QS-9081' })],
        tools: ['trim fork'],
        risk: ['rivets break when cold', 1],
      }),
      a.operation('air-intake', 'Air intake tube with its sensor', 'ground above', 4, 5, {
        needs: 'radiator-cover',
        noEngine: true,
        fasteners: [a.fast(2, 'clamp', 'worm clamp', 'both ends of the tube', { hex: 7 })],
        tools: ['7 mm socket'],
        cautions: [caution('damage', 'Unplug the sensor before the tube moves. Cover the open intake at once.', 'off')],
        refit: 'Both clamps tight, sensor plugged in: the engine needs it.',
      }),
      a.operation('undershield', 'Undershield', 'raised below', 6, 7, {
        fasteners: [a.fast(8, 'bolt', 'M8×20', 'cross member and rear edge', { long: 20, hex: 13, nm: [18, 24] })],
        cautions: [caution('crush', 'The shield weighs about 9 kg and may hold fluid. Support it before the last bolt.', 'off')],
      }),
      a.operation('gearbox-pan', 'Gearbox pan', 'raised below', 14, 12, {
        needs: 'undershield',
        noEngine: true,
        fasteners: [a.fast(14, 'bolt', 'M6×20', 'pan rim', { long: 20, hex: 10, nm: [8, 10] })],
        seals: [seal('pan-gasket-new', 'pan gasket', 1, 'one piece', 'QS-1132')],
        drains: ['gearbox fluid', 3200, 3900, 4600, 'halyard-cooler-lines-screw-in'],
        cautions: [
          caution('burn', 'Let the gearbox cool: four litres run over the wrist.', 'off'),
          caution('crush', 'Full of fluid it weighs about 8 kg: drain plug first, two bolts stay until it is empty.', 'off'),
        ],
        how: 'Drain plug out, let it drip, then the bolts from the back forward; the pan tips towards the pan on the floor.',
        refit: 'Magnets wiped and back in place, both faces clean and dry, gasket dry. Crosswise, in two rounds.',
      }),
    ],
    keepouts: [
      keep('exhaust', 'exhaust downpipe', 'hot', 25, capsule([-330, -340, 330], [40, -340, 350], 34)),
      keep('belt', 'accessory belt', 'turning', 20, box([300, -255, 380], [360, 180, 760])),
      keep('fan', 'radiator fan', 'turning', 25, cylinder([470, 0, 660], [530, 0, 660], 240)),
    ],
    fills: [
      a.fill('fill-plug', 'Fill plug, gearbox right side', ['raised below 6 undershield'], ['fluid pump with hose'], {
        hex: 10,
        nm: [38, 42],
        seals: [seal('fill-plug-washer', 'fill plug sealing ring', 1, '18 × 24', 'QS-1144')],
      }),
    ],
    levels: [
      a.level(
        'level-plug',
        'Overflow plug in the gearbox pan',
        'plug',
        'idling',
        [35, 45],
        'Open the plug at temperature with the engine idling. A thin thread that turns to drops: at the mark.',
        ['raised below 6 undershield'],
        {
          hex: 8,
          nm: [24, 30],
          seals: [seal('level-plug-washer', 'plug sealing ring', 1, '14 × 20', 'QS-1140')],
          cautions: [caution('burn', 'Fluid at the plug is hot and the exhaust beside it hotter.')],
        },
      ),
    ],
    fluid: a.fluid('GX-6 long life', 9200, 1000, 0.00075, { mixesWith: ['GX-6'], volumes: { 'radiator cooler': 260 } }),
    bleeding: circulate,
    proving: a.proving(10, 'engine', ['Look at the screwed connectors again after a week: the boss is plastic.']),
    cautions: hotRun,
    waits: [wait('pan-cool', 'cool', 30, 'Gearbox oil at running heat burns: let pan and oil cool first.', [], ['off:gearbox-pan'])],
    neighbours: [
      {
        id: 'pan-gasket',
        what: 'Gearbox pan filter and gasket',
        goals: [],
        ways: [way('raised below 6 gearbox-pan')],
        parts: ['QS-1134'],
        failure: { chancePerYear: 0.06, why: 'hardens with age; the undershield is off already' },
      },
    ],
  })
}

function plasticAssembly() {
  const a = author('Brannoch workshop book (invented), gearbox cooling', '2026-02-09')
  return sheet({
    centres: {
      'air-box': [330, 360, 780],
      undershield: [250, 0, 230],
      'fill-plug': [60, 330, 440],
      breather: [-60, 330, 620],
      'level-plug': [-20, 300, 330],
    },
    id: 'ketch-cooler-assembly',
    title: 'Gearbox cooler pipes, plastic assembly',
    system: 'transmission-cooler',
    families: ['brannoch-ketch'],
    years: [2014, 2021],
    engines: ['t18', 'd20'],
    summary: 'Two plastic pipes on one block: one bolt at the gearbox, push-locks at the cooler.',
    words: ['transmission cooler lines', 'oil cooler pipes', 'plastic pipes', 'push-lock'],
    ports: [
      port('block-out', 'gearbox', [-40, 330, 420], [0, 1, 0]),
      port('block-in', 'gearbox', [-70, 330, 420], [0, 1, 0]),
      port('cooler-in', 'cooler in the radiator', [600, 300, 470], [-1, 0, 0]),
      port('cooler-out', 'cooler in the radiator', [600, 300, 560], [-1, 0, 0]),
    ],
    lines: [
      a.line(
        'feed',
        'Feed pipe, gearbox to cooler',
        'block-out > cooler-in',
        run(
          [-40, 330, 420],
          tube('plastic', 12, 1.5, [-40, 380, 420, 20], [120, 400, 410, 40], [420, 380, 440, 50], [540, 300, 470, 40], [600, 300, 470]),
        ),
        {
          mark: 'white band',
          out: [['raised below 4 undershield', 'both pipes come out together, downwards']],
          withdrawNote: 'The two pipes and their block come out as one piece.',
          parts: [
            part('assembly', 'factory', 'pipe assembly with block and bolt', 'QS-60220-C', {
              brings: ['block-out-orings', 'frame-clip'],
              covers: ['back'],
            }),
          ],
        },
      ),
      a.line(
        'back',
        'Return pipe, cooler to gearbox',
        'cooler-out > block-in',
        run(
          [600, 300, 560],
          tube('plastic', 12, 1.5, [520, 300, 560, 40], [430, 410, 480, 50], [120, 430, 430, 40], [-70, 390, 420, 20], [-70, 330, 420]),
        ),
        {
          mark: 'grey band',
          out: ['raised below 1 undershield'],
          parts: [part('assembly-return', 'factory', 'comes with the assembly', 'QS-60220-C')],
        },
      ),
    ],
    joints: [
      // One bolt, two pipes: the block comes off and goes on as one.
      a.joint('flange', 'feed.from', 'block-out-joint', 'Gearbox block, one bolt', {
        also: [{ line: 'back', end: 'to' }],
        ways: ['raised below 5 undershield'],
        hex: 10,
        thread: metric('M6×1.0'),
        nm: a.contested([7, 9], [4, 6], 'measured', 'what a worked block took (invented)', '2026-06-02'),
        seals: [oring('block-out-orings', 2, '11.3 × 2.4', 'QS-2215')],
        drain: [100, 220, 420],
        hidden: ['undershield'],
        cautions: [caution('damage', 'Plastic block with a steel sleeve: snug is enough, the O-rings seal. More force cracks it.')],
      }),
      a.joint('push-lock', 'feed.to', 'cooler-in-joint', 'Cooler, lower', {
        ways: ['raised below 3 undershield', 'ground above 8 air-box'],
        seals: [],
        drain: [60, 140, 260],
        tools: ['release sleeve, 12 mm'],
      }),
      a.joint('push-lock', 'back.from', 'cooler-out-joint', 'Cooler, upper', {
        ways: ['ground above 4 air-box', 'raised below 6 undershield'],
        seals: [],
        drain: [5, 30, 80],
        tools: ['release sleeve, 12 mm'],
      }),
    ],
    holds: [
      a.hold(
        'frame-clip',
        'Twin clip, front frame',
        'feed',
        330,
        'clip',
        'Press both tongues and draw down.',
        ['raised below 1 undershield'],
        { with: ['back'], newLineBrings: true, reuse: 'never' },
      ),
    ],
    operations: [
      a.operation('air-box', 'Air box with hose', 'ground above', 5, 6, {
        noEngine: true,
        fasteners: [a.fast(2, 'bolt', 'M6×25', 'air box feet', { long: 25, hex: 10, nm: [7, 9] })],
        tools: ['10 mm socket', 'clamp pliers'],
        cautions: [caution('damage', 'Sensor plug first. Cover the open hose at once.', 'off')],
      }),
      a.operation('undershield', 'Undershield', 'raised below', 4, 5, {
        fasteners: [
          a.fast(9, 'screw', 'T25 × 16', 'round the edge', { long: 16 }),
          a.fast(2, 'push-rivet', '8 mm', 'wheel arches', { new: 'QS-9085' }),
        ],
      }),
    ],
    keepouts: [
      keep('turbo-pipe', 'charge pipe', 'hot', 15, capsule([100, 330, 550], [480, 350, 588], 30)),
      keep('shaft', 'left drive shaft', 'moving', 20, capsule([0, 330, 330], [0, 720, 310], 20)),
      keep('fan', 'radiator fan', 'turning', 25, cylinder([500, 45, 620], [550, 45, 620], 220)),
    ],
    fills: [
      a.fill('fill-plug', 'Fill plug, gearbox front', ['raised below 7 undershield', 'ground above 9 air-box'], ['fluid pump with hose'], {
        hex: 17,
        nm: [28, 32],
        seals: [seal('fill-plug-washer', 'fill plug sealing ring', 1, '20 × 26', 'QS-1145')],
      }),
      a.fill(
        'breather',
        'Breather bore, top of the gearbox',
        [['ground above 11 air-box', 'it takes a trickle only']],
        ['long thin funnel'],
      ),
    ],
    levels: [
      a.level(
        'level-plug',
        'Level plug with its tube',
        'window',
        'idling',
        [40, 50],
        'Engine idling, fluid between 40 and 50 °C: open the plug. A thin thread that breaks into drops is right.',
        ['raised below 5 undershield'],
        {
          hex: 8,
          nm: [25, 30],
          seals: [seal('level-washer', 'plug washer', 1, '18 × 24', 'QS-1141')],
          cautions: [caution('burn', 'Hot fluid runs down the wrench. Gloves and sleeves.')],
        },
      ),
    ],
    fluid: a.fluid('GX-8', 7000, 1000, 0.00076, { volumes: { 'cooler in the radiator': 310 } }),
    bleeding: circulate,
    proving: a.proving(10, 'engine', ['The push-locks show a crust long before they drip: wipe and look at each service.']),
    cautions: hotRun,
    notes: [{ by: 'Imke Thorsby', date: '2026-06-02', text: 'It took 0.7 L to the mark on a car that had leaked for months.' }],
  })
}

function batteryTray() {
  const a = author('Tolvane workshop book (invented), gearbox cooling', '2026-01-20')
  const clamp = (end: 'supply.to' | 'return.from', id: string, name: string, ways: string[], drain: [number, number, number]) =>
    a.joint('clamp', end, id, name, {
      ways,
      drain,
      seals: [seal(`${id}-clamp`, 'spring clamp', 1, '17 mm', 'QS-5017', { reuse: 'if-good' })],
    })
  return sheet({
    centres: {
      battery: [200, 330, 780],
      'battery-tray': [200, 330, 650],
      undershield: [300, 0, 230],
      'fill-plug': [70, 330, 600],
      'level-plug': [60, 360, 380],
      'battery-hold-down': [200, 330, 640],
    },
    id: 'fulmar-cooler-lines',
    title: 'Gearbox cooler lines under the battery tray',
    system: 'transmission-cooler',
    families: ['tolvane-fulmar'],
    years: [2014, 2022],
    engines: ['p25'],
    summary:
      'Two lines from the top of the gearbox, under the battery tray, to the radiator. The fill plug is only reachable while the tray is out.',
    words: ['transmission cooler lines', 'oil cooler hoses', 'battery tray'],
    ports: [
      port('gearbox-out', 'gearbox', [90, 330, 520], [0, 0, 1]),
      port('gearbox-in', 'gearbox', [40, 330, 520], [0, 0, 1]),
      port('radiator-in', 'radiator', [610, 280, 430], [-1, 0, 0]),
      port('radiator-out', 'radiator', [610, 280, 520], [-1, 0, 0]),
    ],
    lines: [
      a.line(
        'supply',
        'Supply, gearbox to radiator',
        'gearbox-out > radiator-in',
        run(
          [90, 330, 520],
          tube('aluminium', 10, 1, [90, 330, 590, 25], [230, 330, 590, 30], [330, 330, 500, 30], [380, 320, 470]),
          hose('rubber', 9, 3.5, [470, 300, 430, 50], [590, 280, 430]),
        ),
        {
          mark: 'plain',
          out: ['ground above 5 battery-tray'],
          withdrawNote: 'Comes out upwards once the tray is gone.',
          parts: [part('supply-factory', 'factory', 'supply line', 'QS-61310-A')],
        },
      ),
      a.line(
        'return',
        'Return, radiator to gearbox',
        'radiator-out > gearbox-in',
        run(
          [590, 280, 520],
          hose('rubber', 9, 3.5, [480, 290, 520, 50], [400, 350, 520]),
          tube('aluminium', 10, 1, [330, 370, 540, 30], [230, 370, 610, 30], [40, 370, 610, 25], [40, 330, 590, 20], [40, 330, 520]),
        ),
        { mark: 'blue dot', out: ['ground above 4 battery-tray'], parts: [part('return-factory', 'factory', 'return line', 'QS-61312-A')] },
      ),
    ],
    joints: [
      a.joint('flange', 'supply.from', 'gearbox-out-joint', 'Gearbox, front port', {
        ways: ['ground above 3 battery-tray'],
        hex: 10,
        thread: metric('M6×1.0'),
        nm: [8, 11],
        seals: [oring('gearbox-out-oring', 1, '9.8 × 1.9', 'QS-2218')],
        drain: [10, 40, 90],
      }),
      clamp('supply.to', 'radiator-in-joint', 'Radiator, lower', ['raised below 3 undershield'], [80, 180, 350]),
      clamp(
        'return.from',
        'radiator-out-joint',
        'Radiator, upper',
        ['ground above 4 battery-tray', 'raised below 5 undershield'],
        [10, 40, 100],
      ),
      a.joint('flange', 'return.to', 'gearbox-in-joint', 'Gearbox, rear port', {
        ways: ['ground above 3 battery-tray'],
        hex: 10,
        thread: metric('M6×1.0'),
        nm: [8, 11],
        seals: [oring('gearbox-in-oring', 1, '9.8 × 1.9', 'QS-2218')],
        drain: [10, 40, 90],
      }),
    ],
    holds: [
      a.hold('gearbox-bracket', 'Bracket on the gearbox', 'supply', 150, 'bracket', 'One bolt, 10 mm.', ['ground above 1 battery-tray'], {
        hex: 10,
        nm: [7, 9],
        with: ['return'],
      }),
    ],
    operations: [
      a.operation('battery', 'Battery, disconnected and lifted out', 'ground above', 5, 6, {
        noEngine: true,
        isolates: true,
        fasteners: [
          a.fast(1, 'bolt', 'M8×60', 'hold-down', { long: 60, hex: 12, nm: [8, 12] }),
          a.fast(2, 'nut', 'M6', 'terminals', { hex: 10, nm: [5, 7] }),
        ],
        tools: ['10 mm socket', '12 mm socket'],
        cautions: [
          caution('electric', 'Negative first off, last on. No steel tool across the posts.'),
          caution('crush', 'About 17 kg: lift it straight, with its strap.'),
        ],
        refit: 'Positive first. Set clock and windows afterwards.',
      }),
      a.operation('battery-tray', 'Battery tray', 'ground above', 6, 7, {
        needs: 'battery',
        noEngine: true,
        fasteners: [
          a.fast(3, 'bolt', 'M8×25', 'tray floor', {
            long: 25,
            hex: 12,
            nm: [18, 22],
            spots: [
              [0.1, 0.1],
              [0.9, 0.1],
              [0.9, 0.9],
            ],
          }),
          a.fast(1, 'bolt', 'M8×45', 'tray floor, rear left', { long: 45, hex: 12, nm: [18, 22], spots: [[0.1, 0.9]] }),
        ],
        how: 'Unclip the loom along the edge first. The long bolt sits rear left.',
        refit: 'Fill while it is off: the fill plug is under it.',
      }),
      a.operation('undershield', 'Undershield', 'raised below', 4, 4, {
        fasteners: [a.fast(7, 'bolt', 'M6×16', 'round the edge', { long: 16, hex: 10, nm: [6, 8] })],
      }),
    ],
    keepouts: [
      keep('starter-cable', 'starter cable', 'electrical', 12, capsule([0, 250, 560], [260, 240, 560], 9)),
      keep('fan', 'radiator fan', 'turning', 25, cylinder([500, -20, 610], [550, -20, 610], 220)),
      keep('tray-edge', 'edge of the battery tray bracket', 'sharp', 8, box([140, 280, 620], [420, 300, 632])),
    ],
    fills: [
      a.fill(
        'fill-plug',
        'Fill plug, top of the gearbox',
        [['ground above 3 battery-tray', 'only while the tray is out']],
        ['long funnel', '24 mm socket'],
        { hex: 24, nm: [30, 36], seals: [seal('fill-plug-ring', 'fill plug o-ring', 1, '22 × 2', 'QS-1146')] },
      ),
    ],
    levels: [
      a.level(
        'level-plug',
        'Level plug, gearbox side',
        'plug',
        'idling',
        [35, 45],
        'Engine idling at temperature: the last drops at the plug’s lip.',
        ['raised below 4 undershield'],
        {
          hex: 6,
          nm: [35, 45],
          seals: [seal('level-gasket', 'plug gasket', 1, '18 mm', 'QS-1143')],
          cautions: [caution('burn', 'Hot fluid.')],
        },
      ),
    ],
    fluid: a.fluid('GX-4', 6500, 1000, 0.00076, { volumes: { 'radiator cooler': undefined } }),
    bleeding: circulate,
    proving: a.proving(8, 'engine', ['The spring clamps keep up with shrinking rubber; look for dampness at them each winter.']),
    cautions: hotRun,
    neighbours: [
      {
        id: 'battery-hold-down',
        what: 'Battery hold-down bolt and strap',
        goals: [],
        ways: [way('ground above 3')],
        parts: ['QS-7712'],
        failure: { chancePerYear: 0.03, why: 'rusts through where acid has dripped' },
      },
    ],
  })
}

function softFronts() {
  const a = author('Caskell workshop book (invented), gearbox cooling', '2025-10-30')
  const stabbed = (end: 'supply.to' | 'return.from', id: string, name: string) =>
    a.joint('push-lock', end, id, name, {
      ways: ['ground front 4 grille-panel', 'raised below 6 undershield'],
      drain: [30, 90, 200],
      tools: ['release tool inside the fitting, 13 mm'],
      release: 'Slide the split tool along the pipe right into the fitting until the fingers let go, then draw the soft end off straight.',
      seated: 'Push until it clicks, pull hard. The coloured ring on the pipe must touch the fitting all round.',
    })
  return sheet({
    centres: {
      'grille-panel': [800, 0, 680],
      undershield: [300, 0, 240],
      'sway-bar': [230, 0, 340],
      'fill-tube': [-250, 260, 900],
      dipstick: [-250, 260, 920],
      'bar-bushings': [230, 420, 345],
    },
    id: 'bollard-cooler-lines',
    title: 'Gearbox cooler lines, soft front ends',
    system: 'transmission-cooler',
    families: ['caskell-bollard'],
    years: [2010, 2019],
    engines: ['d30', 'p46'],
    summary: 'Steel lines with soft front ends; released with a tool inside the fitting. The anti-roll bar is lowered to get them out.',
    words: ['transmission cooler lines', 'sway bar', 'anti-roll bar'],
    ports: [
      port('gearbox-out', 'gearbox', [-600, 190, 480], [0, 1, 0]),
      port('gearbox-in', 'gearbox', [-650, 190, 500], [0, 1, 0]),
      port('cooler-in', 'front cooler', [720, 260, 620], [-1, 0, 0]),
      port('cooler-out', 'front cooler', [720, 260, 720], [-1, 0, 0]),
    ],
    lines: [
      a.line(
        'supply',
        'Supply, gearbox to cooler',
        'gearbox-out > cooler-in',
        run(
          [-600, 190, 480],
          tube('steel', 12.7, 0.9, [-600, 250, 480, 30], [-480, 270, 440, 40], [-100, 270, 420, 50], [120, 300, 420, 50], [300, 300, 440]),
          hose('rubber', 12, 4, [460, 290, 470, 80], [600, 260, 600, 70], [700, 260, 620]),
        ),
        {
          mark: 'red ring',
          out: [['raised below 9 undershield sway-bar', 'down between the bar and the cross member']],
          withdrawNote: 'With the anti-roll bar hanging: front end down first, then forward.',
          parts: [
            part('supply-factory', 'factory', 'supply line', 'QS-84110'),
            part('supply-made', 'made', 'made up by the hose shop with the old fittings'),
          ],
        },
      ),
      a.line(
        'return',
        'Return, cooler to gearbox',
        'cooler-out > gearbox-in',
        run(
          [700, 260, 720],
          hose('rubber', 12, 4, [600, 270, 710, 70], [500, 330, 560, 80], [320, 340, 470]),
          tube('steel', 12.7, 0.9, [120, 340, 450, 50], [-100, 310, 450, 50], [-520, 310, 470, 40], [-650, 250, 500, 40], [-650, 190, 500]),
        ),
        {
          mark: 'green ring',
          out: [['raised below 9 undershield sway-bar', 'after the supply line']],
          parts: [part('return-factory', 'factory', 'return line', 'QS-84112')],
        },
      ),
    ],
    joints: [
      a.joint('oring-nut', 'supply.from', 'gearbox-out-joint', 'Gearbox, front', {
        ways: ['raised below 5 undershield'],
        hex: 22,
        hold: 24,
        alternates: [22.23],
        thread: metric('M18×1.5'),
        nm: [34, 42],
        snugThen: 30,
        seals: [oring('gearbox-out-oring', 1, '15.3 × 2.2', 'QS-2224')],
        drain: [80, 160, 320],
        hidden: ['undershield'],
      }),
      stabbed('supply.to', 'cooler-in-joint', 'Front cooler, lower'),
      stabbed('return.from', 'cooler-out-joint', 'Front cooler, upper'),
      a.joint('oring-nut', 'return.to', 'gearbox-in-joint', 'Gearbox, rear', {
        ways: ['raised below 6 undershield'],
        hex: 22,
        hold: 24,
        alternates: [22.23],
        thread: metric('M18×1.5'),
        nm: [34, 42],
        snugThen: 30,
        seals: [oring('gearbox-in-oring', 1, '15.3 × 2.2', 'QS-2224')],
        drain: [50, 110, 240],
        hidden: ['undershield'],
      }),
    ],
    holds: [
      a.hold(
        'frame-bracket',
        'Twin bracket, frame rail',
        'supply',
        620,
        'bracket',
        'Two bolts, 13 mm; both lines lie in it.',
        ['raised below 3 undershield'],
        { hex: 13, nm: [16, 20], with: ['return'] },
      ),
      a.hold('engine-clip', 'Clip, engine mount', 'supply', 300, 'clip', 'Press the tongue, pull down.', ['raised below 1 undershield'], {
        reuse: 'never',
        part: 'QS-3340',
      }),
    ],
    operations: [
      a.operation('grille-panel', 'Grille panel', 'ground front', 6, 7, {
        fasteners: [a.fast(6, 'screw', 'T30 × 20', 'upper edge', { long: 20 }), a.fast(4, 'clip', 'panel clip', 'lower edge')],
        risk: ['brittle clips', 4],
      }),
      a.operation('undershield', 'Undershield', 'raised below', 5, 6, {
        fasteners: [a.fast(6, 'bolt', 'M10×30', 'frame rails', { long: 30, hex: 15, nm: [38, 46] })],
        cautions: [caution('crush', 'Steel, about 14 kg: support it before the last bolt.', 'off')],
      }),
      a.operation('sway-bar', 'Anti-roll bar lowered', 'raised below', 9, 12, {
        needs: 'undershield',
        fasteners: [a.fast(4, 'bolt', 'M12×40', 'bushing brackets', { long: 40, hex: 18, nm: [85, 100] })],
        tools: ['18 mm socket', 'strap'],
        risk: ['bracket bolts rusted', 5],
        cautions: [
          caution('crush', 'The bar swings down on its links. Strap it before the last bolt; wheels must hang free on both sides.', 'off'),
        ],
        how: 'Links stay on; only the bushing brackets come off.',
        refit: 'Bushing slits forward. Its bolts are torqued when the car stands on its wheels.',
        tightenAt: 'ground',
      }),
    ],
    keepouts: [
      keep('exhaust', 'exhaust pipe', 'hot', 25, capsule([-700, 390, 380], [100, 400, 380], 32)),
      keep('belt', 'accessory belt', 'turning', 20, box([330, -200, 420], [390, 230, 800])),
      keep('bar', 'anti-roll bar', 'moving', 15, capsule([230, -600, 340], [230, 600, 340], 15)),
      keep('steering', 'steering shaft', 'turning', 15, capsule([-250, 430, 760], [60, 400, 470], 14)),
    ],
    fills: [a.fill('fill-tube', 'Dipstick tube', ['ground above 3'], ['funnel with a long neck'])],
    levels: [
      a.level(
        'dipstick',
        'Dipstick',
        'marks',
        'idling',
        [65, 80],
        'Hot and idling in park: between the two upper notches.',
        ['ground above 2'],
        { mlPerMm: 30, form: 'dots', band: 8, cautions: [caution('entangle', 'Engine running: sleeves clear of the fan.')] },
      ),
    ],
    fluid: a.fluid('GX-3', 11500, 1000, 0.00076, { volumes: { 'front cooler': 650 } }),
    bleeding: circulate,
    proving: a.proving(10, 'engine', ['Rubber front ends: feel for soft spots behind the fittings each year.']),
    cautions: hotRun,
    neighbours: [
      {
        id: 'bar-bushings',
        what: 'Anti-roll bar bushings',
        goals: [],
        ways: [way('raised below 14')],
        parts: ['QS-8801'],
        failure: { chancePerYear: 0.15, why: 'the bar hangs on its links already' },
      },
    ],
  })
}

/** The towing question again, on the van: a trait that two sheets of one family may share. */
function pintleCooler() {
  const a = author('Caskell workshop book (invented), van gearbox', '2026-05-05')
  const flare = (end: `${string}.${'from' | 'to'}`, id: string, name: string, ways: string[], drain: [number, number, number]) =>
    a.joint('inverted-flare', end as 'supply.from', id, name, {
      ways,
      hex: 15.88,
      hold: 19,
      alternates: [16],
      thread: { designation: '1/2-20', standard: 'unified', sealant: 'none' },
      nm: [18, 24],
      snugThen: 30,
      drain,
      hidden: [],
    })
  const towing = is('towing', 'yes')
  return sheet({
    centres: { 'fill-tube': [-200, -240, 880], dipstick: [-200, -240, 900] },
    id: 'pintle-cooler-lines',
    title: 'Gearbox cooler lines, van',
    system: 'transmission-cooler',
    families: ['caskell-pintle'],
    years: [2009, 2020],
    summary: 'Two flared steel lines; vans built for towing have an air cooler in front and longer lines.',
    words: ['transmission cooler lines', 'flare nuts'],
    traits: [
      trait('towing', 'built for towing', { yes: 'yes', no: 'no' }),
      trait('cooler-place', 'air cooler', { left: 'on the left', middle: 'in the middle' }),
    ],
    questions: [
      question('tow-socket', 'under-lift', 2, 'At the rear bumper: is there a towing socket with its own fuse box beside it?', [
        ['socket', 'Socket and fuse box', 'A round socket with a lid, and a grey box the size of a matchbox.', is('towing', 'yes')],
        ['none', 'Nothing, or a loose plug', 'No box: the socket was added later.', is('towing', 'no')],
      ]),
      question('air-cooler', 'hood-up', 1, 'Through the grille: where is the finned air cooler with two steel lines?', [
        [
          'left',
          'On the left, upright',
          'Upright block behind the left headlamp.',
          { all: [is('towing', 'yes'), is('cooler-place', 'left')] },
        ],
        [
          'middle',
          'In the middle, lying',
          'A flat block across the middle, low.',
          { all: [is('towing', 'yes'), is('cooler-place', 'middle')] },
        ],
        ['none', 'There is none', 'You see straight on to the radiator.', is('towing', 'no')],
      ]),
    ],
    ports: [
      port('gearbox-out', 'gearbox', [-480, -170, 450], [0, -1, 0]),
      port('gearbox-in', 'gearbox', [-520, -170, 430], [0, -1, 0]),
      port('radiator-in', 'radiator', [600, -300, 500], [-1, 0, 0]),
      port('radiator-out', 'radiator', [600, -300, 760], [-1, 0, 0]),
      port('air-in', 'air cooler', [760, 330, 560], [-1, 0, 0]),
    ],
    lines: [
      a.line(
        'supply',
        'Supply, gearbox to radiator',
        'gearbox-out > radiator-in',
        run(
          [-480, -170, 450],
          tube(
            'steel',
            7.94,
            0.9,
            [-480, -230, 450, 25],
            [-360, -230, 420, 30],
            [40, -240, 420, 40],
            [330, -300, 440, 40],
            [520, -300, 500, 40],
            [600, -300, 500],
          ),
        ),
        { out: ['raised below 5'], parts: [part('supply-coil', 'made', 'bent and flared from coil', undefined, { bent: true })] },
      ),
      a.line(
        'return',
        'Return, radiator to gearbox',
        'radiator-out > gearbox-in',
        run(
          [600, -300, 760],
          tube(
            'steel',
            7.94,
            0.9,
            [520, -300, 760, 30],
            [480, -330, 520, 40],
            [300, -330, 450, 40],
            [0, -280, 440, 40],
            [-420, -270, 430, 40],
            [-520, -230, 430, 30],
            [-520, -170, 430],
          ),
        ),
        {
          when: is('towing', 'no'),
          out: ['raised below 6'],
          parts: [part('return-coil', 'made', 'bent and flared from coil', undefined, { bent: true })],
        },
      ),
      a.line(
        'link-left',
        'Link, radiator to air cooler on the left',
        'radiator-out > air-in',
        run(
          [600, -300, 760],
          tube('steel', 7.94, 0.9, [540, -300, 760, 25], [540, -300, 640, 30], [560, 250, 600, 40], [690, 330, 560, 40], [760, 330, 560]),
        ),
        { when: { all: [towing, is('cooler-place', 'left')] }, out: ['ground front 6'], parts: [] },
      ),
      a.line(
        'link-middle',
        'Link, radiator to air cooler in the middle',
        'radiator-out > air-in',
        run(
          [600, -300, 760],
          tube('steel', 7.94, 0.9, [540, -300, 760, 25], [540, -300, 560, 30], [560, 150, 540, 40], [690, 330, 560, 40], [760, 330, 560]),
        ),
        { when: { all: [towing, is('cooler-place', 'middle')] }, out: ['ground front 6'], parts: [] },
      ),
    ],
    joints: [
      flare('supply.from', 'gearbox-out-joint', 'Gearbox, front', ['raised below 4'], [60, 120, 240]),
      flare('supply.to', 'radiator-in-joint', 'Radiator, lower', ['raised below 4'], [40, 90, 180]),
      flare('return.from', 'radiator-out-joint', 'Radiator, upper', ['ground above 4'], [5, 20, 60]),
      flare('return.to', 'gearbox-in-joint', 'Gearbox, rear', ['raised below 4'], [40, 80, 160]),
      flare('link-left.from', 'radiator-link-left-joint', 'Radiator, upper', ['ground above 4'], [5, 20, 60]),
      flare('link-left.to', 'air-left-joint', 'Air cooler', ['ground front 4'], [20, 60, 120]),
      flare('link-middle.from', 'radiator-link-middle-joint', 'Radiator, upper', ['ground above 4'], [5, 20, 60]),
      flare('link-middle.to', 'air-middle-joint', 'Air cooler', ['ground front 4'], [20, 60, 120]),
    ],
    holds: [
      a.hold('rail-clip', 'Clip, frame rail', 'supply', 500, 'clip', 'Press the tongue, pull down.', ['raised below 1'], {
        reuse: 'never',
        part: 'QS-3320',
      }),
    ],
    keepouts: [
      keep('exhaust', 'exhaust pipe', 'hot', 25, capsule([-500, -360, 340], [60, -370, 350], 30)),
      keep('fan', 'radiator fan', 'turning', 25, cylinder([440, 0, 640], [490, 0, 640], 210)),
    ],
    fills: [a.fill('fill-tube', 'Dipstick tube', ['ground above 3'], ['funnel with a long neck'])],
    levels: [
      a.level('dipstick', 'Dipstick', 'marks', 'idling', [60, 80], 'Hot and idling: between the marks.', ['ground above 2'], {
        mlPerMm: 28,
        form: 'hatched',
        band: 10,
      }),
    ],
    fluid: a.fluid('GX-3', 8800, 1000, 0.00076),
    bleeding: circulate,
    proving: a.proving(10, 'engine', ['Look at the flares again after a week.']),
    cautions: hotRun,
  })
}

export const coolerSheets = () => [screwIn(), plasticAssembly(), batteryTray(), softFronts(), pintleCooler()]
