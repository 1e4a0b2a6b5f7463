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
  part,
  port,
  question,
  run,
  sheet,
  trait,
  tube,
  unified,
  washers,
  wait,
  way,
} from './kit'
import { minutes } from '../../../core/units/types'

const brakeFluidCautions = [
  inPhase(
    'before',
    'law',
    'Brake and clutch hydraulics are work for trained people; local inspection rules decide which tube and unions are allowed.',
  ),
  inPhase('open', 'eyes', 'Glasses on: brake fluid burns the eyes.'),
  inPhase('open', 'damage', 'Brake fluid takes paint off: cover the wing, rinse with water.'),
  inPhase('fill', 'damage', 'Fresh fluid of the stated class from a sealed bottle.'),
  inPhase('prove', 'crush', 'Pedal firm before the car moves an inch.'),
  inPhase('close', 'waste', 'What came out goes into the waste tank.'),
]
const pump = (strokes: number, summary: string) => bleeding(['pump-and-hold', 'vacuum', 'gravity'], summary, { strokes })

function preFilled() {
  const a = author('Tolvane workshop book (invented), clutch', '2026-02-02')
  return sheet({
    centres: { battery: [150, 330, 780], 'battery-tray': [150, 330, 640], undershield: [250, 0, 230] },
    id: 'skerry-clutch-set',
    title: 'Clutch set, pre-filled',
    system: 'clutch',
    families: ['tolvane-skerry'],
    years: [2010, 2022],
    engines: ['p14', 'p16'],
    summary:
      'Master, line and slave come filled and sealed as one set: nothing is opened, nothing is bled. Straps stay on until the first stroke.',
    words: ['clutch line', 'clutch hydraulics', 'pre-filled', 'slave cylinder', 'master cylinder'],
    ports: [port('master', 'pedal bracket', [-560, 330, 780], [1, 0, 0]), port('slave', 'gearbox', [40, 260, 470], [0, 1, 0])],
    lines: [
      a.line(
        'set',
        'Clutch set, master to slave',
        'master > slave',
        run(
          [-560, 330, 780],
          hose('rubber', 5, 3, [-480, 330, 780, 40], [-420, 380, 740]),
          tube('plastic', 8, 1.5, [-360, 420, 700, 30], [-160, 420, 620, 30], [-40, 380, 540, 30], [40, 330, 480, 25], [40, 260, 470]),
        ),
        {
          out: [['ground above 6 battery-tray', 'slave first, then up and out over the brake booster']],
          sealed: {},
          withdrawNote: 'Slave end first; the master is turned a sixth and drawn into the engine bay.',
          parts: [
            part('set-factory', 'factory', 'clutch set, filled and sealed', 'QS-45110', {
              sealed: { strap: 'tears at the first stroke' },
              note: 'Retaining straps on both cylinders: they tear at the first stroke.',
            }),
          ],
        },
      ),
    ],
    joints: [
      a.joint('press-in', 'set.from', 'master-joint', 'Pedal bracket, twist lock', {
        ways: ['ground seat 5'],
        release: 'From the seat: push rod off the pedal pin, then turn the cylinder a sixth to the left and push it through.',
        seated: 'Turn until it stops and the tongue springs in. Push rod on the pin: it clicks.',
        tools: ['flat pliers'],
        drain: [0, 0, 5],
        cautions: [caution('damage', 'Never work the pedal while the slave hangs free: it comes apart.')],
      }),
      a.joint('flange', 'set.to', 'slave-joint', 'Gearbox, slave cylinder', {
        ways: ['ground above 5 battery-tray', 'raised below 7 undershield'],
        hex: 13,
        nm: [19, 25],
        thread: metric('M8×1.25'),
        drain: [0, 0, 5],
        release: 'Two nuts off; draw the slave straight back. Its push rod stays on the fork.',
        seated: 'Straight in against its spring with the strap left on, then both nuts by turns.',
        proofs: ['hand-start', 'bottomed'],
      }),
    ],
    holds: [
      a.hold('booster-clip', 'Clip at the brake booster', 'set', 230, 'clip', 'Pull open.', ['ground above 1']),
      a.hold('gearbox-clip', 'Clip on the gearbox', 'set', 520, 'clip', 'Pull open.', ['ground above 1 battery-tray']),
    ],
    operations: [
      a.operation('battery', 'Battery', 'ground above', 4, 5, {
        noEngine: true,
        isolates: true,
        fasteners: [a.fast(2, 'nut', 'M6', 'terminals', { hex: 10, nm: [5, 7] })],
        cautions: [caution('electric', 'Negative first off, last on.')],
      }),
      a.operation('battery-tray', 'Battery tray', 'ground above', 4, 5, {
        needs: 'battery',
        noEngine: true,
        fasteners: [a.fast(4, 'bolt', 'M8×20', 'tray floor', { long: 20, hex: 12, nm: [18, 22] })],
      }),
      a.operation('undershield', 'Undershield', 'raised below', 3, 4, {
        fasteners: [a.fast(7, 'screw', 'T25 × 16', 'edge', { long: 16 })],
      }),
    ],
    keepouts: [
      keep('manifold', 'exhaust manifold', 'hot', 30, box([-160, -320, 520], [200, -220, 680])),
      keep('selector', 'gear selector cable', 'moving', 8, capsule([-300, 340, 520], [0, 300, 560], 8)),
      keep('booster', 'edge of the booster bracket', 'sharp', 6, box([-470, 360, 690], [-455, 470, 700])),
    ],
    fills: [a.fill('none-needed', 'Nothing to fill: the set is sealed', ['ground seat 1'], [])],
    levels: [
      a.level(
        'pedal',
        'Pedal travel',
        'marks',
        'off',
        [5, 35],
        'Ten slow strokes: the pedal comes back by itself and bites a hand’s breadth above the floor.',
        ['ground seat 1'],
      ),
    ],
    fluid: a.fluid('brake fluid DOT 4, in the set', undefined, 250, 0.00095, { mixesWith: ['DOT 3', 'DOT 5.1'] }),
    bleeding: bleeding([], 'Nothing to bleed. First stroke slow and full: the straps tear by themselves.', {}, [
      { method: 'pump-and-hold', why: 'there is no bleeder; opening the set ruins it' },
    ]),
    proving: a.proving(2, 'pedal', ['Drive a day, then feel the bite again.']),
    cautions: [
      ...brakeFluidCautions.filter(({ kind }) => kind !== 'waste'),
      inPhase('close', 'waste', 'The old set is still full of fluid: let it out into the waste tank before it goes to scrap.'),
    ],
  })
}

function braidedHose() {
  const a = author('Tolvane workshop book (invented), clutch', '2025-12-01')
  return sheet({
    centres: {
      'air-box': [330, 330, 760],
      reservoir: [-560, 330, 900],
      'slave-bleeder': [-575, 160, 450],
      'reservoir-mark': [-560, 330, 880],
      slave: [-560, 170, 430],
    },
    id: 'petrel-clutch-hose',
    title: 'Clutch hose, braided',
    system: 'clutch',
    families: ['tolvane-petrel'],
    years: [2009, 2018],
    engines: ['p20', 'p24'],
    summary: 'One braided hose replaces hose and damper between the hard line and the slave cylinder.',
    words: ['clutch line', 'stainless hose', 'banjo'],
    ports: [
      port('hard-line', 'hard line at the bulkhead', [-440, 260, 640], [1, 0, 0]),
      port('slave', 'slave cylinder', [-560, 170, 430], [0, 1, 0]),
    ],
    lines: [
      a.line(
        'hose',
        'Clutch hose, hard line to slave',
        'hard-line > slave',
        run(
          [-440, 260, 640],
          hose('braided', 3.2, 2.4, [-380, 260, 620, 30], [-390, 290, 500, 50], [-500, 270, 430, 45], [-560, 190, 430]),
        ),
        {
          out: ['raised below 3'],
          parts: [
            part('hose-braided', 'braided', 'braided hose', 'QS-B-4530', { brings: ['slave-washers'] }),
            part('hose-factory', 'factory', 'rubber hose', 'QS-45300'),
          ],
        },
      ),
    ],
    joints: [
      a.joint('iso-flare', 'hose.from', 'hard-line-joint', 'Hard line, bubble flare', {
        ways: ['raised below 6', 'ground above 9 air-box'],
        hex: 11,
        hold: 17,
        alternates: [11.11],
        thread: metric('M10×1.0'),
        nm: [13, 18],
        snugThen: 30,
        drain: [5, 20, 60],
      }),
      a.joint('banjo', 'hose.to', 'slave-joint', 'Slave cylinder, banjo', {
        ways: ['raised below 4'],
        hex: 12,
        thread: metric('M10×1.0'),
        nm: a.contested([18, 25], [19, 32.5], 'common-practice', 'kits of this kind: 14-24 lbf·ft', '2026-01-01'),
        seals: [washers('slave-washers', '10 × 14', 'QS-1172')],
        snugThen: 90,
        drain: [3, 10, 30],
      }),
    ],
    holds: [
      a.hold('bulkhead-key', 'Key at the bulkhead bracket', 'hose', 20, 'clip', 'Draw the flat key out sideways.', ['raised below 2'], {
        part: 'QS-4431',
      }),
    ],
    operations: [
      a.operation('air-box', 'Air box with hose', 'ground above', 4, 5, {
        noEngine: true,
        fasteners: [a.fast(3, 'bolt', 'M6×20', 'air box feet', { long: 20, hex: 10, nm: [6, 8] })],
        cautions: [caution('damage', 'Sensor plug first.', 'off')],
      }),
    ],
    keepouts: [
      keep('downpipe', 'exhaust downpipe', 'hot', 40, capsule([-600, -60, 360], [-200, -120, 480], 30)),
      keep('propshaft', 'propeller shaft', 'turning', 30, cylinder([-1200, 0, 380], [-700, 0, 400], 35)),
      keep('fork', 'release fork', 'moving', 10, box([-640, 150, 380], [-600, 230, 410])),
    ],
    bleeders: [a.bleeder('slave-bleeder', 'Slave bleeder', 10, [7, 10], ['raised below 2', ['ground below 4', 'over the pit']])],
    fills: [a.fill('reservoir', 'Clutch reservoir', ['ground above 1'], ['clean funnel'])],
    levels: [
      a.level('reservoir-mark', 'Marks on the reservoir', 'marks', 'off', [5, 40], 'Between the marks.', ['ground above 1'], {
        mlPerMm: 1.6,
        band: 14,
      }),
    ],
    fluid: a.fluid('brake fluid DOT 4', 240, 500, 0.00095, { reservoir: 60, mixesWith: ['DOT 3', 'DOT 5.1'] }),
    bleeding: pump(
      30,
      'Helper pumps three times and holds; crack the bleeder, close before the pedal comes up. Never let the reservoir run dry.',
    ),
    proving: a.proving(3, 'pedal', ['Twist: look again that the hose lies without it.']),
    cautions: brakeFluidCautions,
    neighbours: [
      {
        id: 'slave',
        what: 'Slave cylinder',
        goals: ['slave-joint'],
        ways: [way('raised below 12')],
        parts: ['QS-45210'],
        failure: { chancePerYear: 0.12, why: 'it must be bled anyway' },
      },
    ],
  })
}

function damperBlock() {
  const a = author('Tolvane workshop book (invented), clutch', '2026-03-12')
  const damper = is('damper', 'fitted')
  return sheet({
    centres: {
      battery: [200, 330, 780],
      'battery-tray': [200, 330, 650],
      reservoir: [-520, 420, 900],
      'slave-bleeder': [160, 310, 500],
      'reservoir-mark': [-520, 420, 880],
      slave: [150, 300, 480],
    },
    id: 'fulmar-clutch-line',
    title: 'Clutch line with damper block',
    system: 'clutch',
    families: ['tolvane-fulmar'],
    years: [2014, 2022],
    engines: ['p25'],
    when: is('gearbox-kind', 'manual'),
    summary:
      'Hard line from master to slave. A damper block on the gearbox is left out with the new line; the slave is worth renewing while it must be bled anyway.',
    words: ['clutch line', 'clutch damper', 'slave cylinder'],
    traits: [
      trait('gearbox-kind', 'gearbox', { manual: 'manual', automatic: 'automatic' }),
      trait('damper', 'damper block', { fitted: 'still fitted', gone: 'already gone' }),
    ],
    questions: [
      question('pedals', 'inside', 1, 'In the footwell: how many pedals?', [
        ['three', 'Three', 'Clutch, brake, accelerator.', is('gearbox-kind', 'manual')],
        ['two', 'Two', 'Brake and accelerator only.', is('gearbox-kind', 'automatic')],
      ]),
      question('block', 'hood-up', 2, 'On top of the gearbox: is there a block the size of a matchbox in the clutch line?', [
        ['yes', 'A block with two pipes', 'Cast block, one bolt, a pipe at each end.', damper],
        ['no', 'The line runs through', 'One pipe without a break to the slave.', is('damper', 'gone')],
      ]),
    ],
    verdicts: [
      {
        id: 'done-already',
        when: is('damper', 'gone'),
        kind: 'not-needed',
        text: 'The through-going line is fitted already: the damper block is gone. Only a leak is a reason to open it.',
      },
    ],
    ports: [
      port('master', 'master cylinder', [-560, 360, 800], [1, 0, 0]),
      port('damper-in', 'damper block', [60, 300, 640], [-1, 0, 0]),
      port('damper-out', 'damper block', [90, 300, 620], [0, 0, -1]),
      port('slave', 'slave cylinder', [150, 300, 480], [0, 0, 1]),
    ],
    lines: [
      a.line(
        'upper',
        'Master to damper block',
        'master > damper-in',
        run(
          [-560, 360, 800],
          tube('steel', 4.76, 0.71, [-500, 360, 800, 20], [-460, 430, 760, 25], [-200, 430, 700, 25], [-60, 300, 660, 25], [60, 300, 640]),
        ),
        {
          when: damper,
          out: ['ground above 4 battery-tray'],
          parts: [
            part('through', 'factory', 'through-going line, master to slave', 'QS-45620-B', {
              covers: ['lower'],
              drops: ['damper-in-joint', 'damper-out-joint', 'damper-bolt'],
              note: 'Replaces both pipes and the block.',
            }),
          ],
        },
      ),
      a.line(
        'lower',
        'Damper block to slave',
        'damper-out > slave',
        run([90, 300, 620], tube('steel', 4.76, 0.71, [90, 300, 570, 18], [150, 300, 540, 18], [150, 300, 480])),
        {
          when: damper,
          out: ['ground above 2 battery-tray'],
          parts: [part('through-lower', 'factory', 'comes with the through-going line', 'QS-45620-B')],
        },
      ),
      a.line(
        'through',
        'Through-going line, master to slave',
        'master > slave',
        run(
          [-560, 360, 800],
          tube(
            'steel',
            4.76,
            0.71,
            [-500, 360, 800, 20],
            [-460, 430, 760, 25],
            [-200, 430, 700, 25],
            [-40, 330, 640, 30],
            [120, 300, 600, 25],
            [150, 300, 480],
          ),
        ),
        {
          when: is('damper', 'gone'),
          out: ['ground above 5 battery-tray'],
          parts: [part('through-again', 'factory', 'through-going line', 'QS-45620-B')],
        },
      ),
    ],
    joints: (
      [
        ['upper.from', 'master-joint', 'Master cylinder', ['ground above 5']],
        ['upper.to', 'damper-in-joint', 'Damper block, inlet', ['ground above 3 battery-tray']],
        ['lower.from', 'damper-out-joint', 'Damper block, outlet', ['ground above 3 battery-tray']],
        ['lower.to', 'slave-joint', 'Slave cylinder', ['ground above 4 battery-tray', 'raised below 6']],
        ['through.from', 'master-through-joint', 'Master cylinder', ['ground above 5']],
        ['through.to', 'slave-through-joint', 'Slave cylinder', ['ground above 4 battery-tray', 'raised below 6']],
      ] as const
    ).map(([at, id, name, ways]) =>
      a.joint('iso-flare', at, id, name, {
        ways,
        hex: 10,
        alternates: [],
        thread: metric('M10×1.0'),
        nm: [13, 17],
        snugThen: 30,
        drain: [3, 15, 60],
      }),
    ),
    holds: [
      a.hold(
        'damper-bolt',
        'Damper block bolt',
        'upper',
        690,
        'bracket',
        'One bolt, 10 mm; it stays out with the new line.',
        ['ground above 1 battery-tray'],
        { hex: 10, newLineBrings: true },
      ),
      a.hold('bulkhead-clip', 'Clip, bulkhead', 'upper', 200, 'clip', 'Press the tongue.', ['ground above 1']),
    ],
    operations: [
      a.operation('battery', 'Battery, disconnected and lifted out', 'ground above', 5, 6, {
        noEngine: true,
        isolates: true,
        fasteners: [
          a.fast(1, 'bolt', 'M8×60', 'hold-down', { long: 60, hex: 12, nm: [8, 12] }),
          a.fast(2, 'nut', 'M6', 'terminals', { hex: 10, nm: [5, 7] }),
        ],
        cautions: [caution('electric', 'Negative first off, last on. No steel tool across the posts.')],
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
      }),
    ],
    keepouts: [
      keep('starter-cable', 'starter cable', 'electrical', 12, capsule([0, 220, 560], [260, 210, 560], 9)),
      keep('selector', 'gear selector cables', 'moving', 10, capsule([-320, 360, 600], [0, 380, 540], 9)),
      keep('tray-edge', 'tray bracket edge', 'sharp', 8, box([150, 340, 640], [420, 360, 652])),
    ],
    bleeders: [a.bleeder('slave-bleeder', 'Slave bleeder', 10, [8, 10], ['ground above 2 battery-tray', 'raised below 4'])],
    fills: [a.fill('reservoir', 'Shared brake reservoir, side hose', ['ground above 1'], ['clean funnel'])],
    levels: [
      a.level(
        'reservoir-mark',
        'Marks on the brake reservoir',
        'marks',
        'off',
        [5, 40],
        'Between the marks; the clutch draws from the upper half only.',
        ['ground above 1'],
        { mlPerMm: 6, band: 12 },
      ),
    ],
    fluid: a.fluid('brake fluid DOT 4', 210, 500, 0.00095, { mixesWith: ['DOT 3', 'DOT 5.1'] }),
    bleeding: pump(40, 'A dry line takes many rounds: pump up first, then helper and bleeder. Do the bleeding while the tray is out.'),
    proving: a.proving(3, 'pedal', ['The first week the bite may climb a little.']),
    cautions: brakeFluidCautions,
    neighbours: [
      {
        id: 'slave',
        what: 'Slave cylinder',
        goals: ['slave-joint'],
        ways: [way('raised below 12')],
        parts: ['QS-45640'],
        failure: { chancePerYear: 0.15, why: 'same age, and it must be bled anyway' },
      },
    ],
  })
}

function discontinuedLine() {
  const a = author('Ondrel workshop book (invented), older pickups', '2025-06-11')
  return sheet({
    centres: {
      reservoir: [-520, 420, 960],
      'slave-bleeder': [-575, 185, 470],
      'reservoir-mark': [-520, 420, 945],
      slave: [-560, 190, 450],
    },
    id: 'wherry-clutch-line',
    title: 'Clutch line, steel with hose',
    system: 'clutch',
    families: ['ondrel-wherry'],
    years: [1994, 2004],
    summary: 'Steel line from the master, short hose to the slave. The steel line is no longer supplied: bent and double-flared from coil.',
    words: ['clutch line', 'hard line', 'double flare'],
    ports: [
      port('master', 'master cylinder', [-520, 420, 900], [0, -1, 0]),
      port('bracket', 'frame bracket', [-360, 280, 560], [0, -1, 0]),
      port('slave', 'slave cylinder', [-560, 190, 450], [1, 0, 0]),
    ],
    lines: [
      a.line(
        'steel',
        'Steel line, master to frame bracket',
        'master > bracket',
        run(
          [-520, 420, 900],
          tube(
            'steel',
            6.35,
            0.71,
            [-520, 370, 900, 20],
            [-430, 360, 880, 25],
            [-300, 380, 700, 30],
            [-300, 320, 600, 25],
            [-360, 300, 560, 15],
            [-360, 280, 560],
          ),
        ),
        {
          out: ['ground above 5'],
          parts: [
            part('steel-factory', 'factory', 'steel line', 'QS-31210', { discontinued: true }),
            part('steel-made', 'made', 'bent from 1/4 in coil, double flares', undefined, {
              bent: true,
              note: 'Both nuts on before the second flare.',
            }),
          ],
          withdrawNote: 'Keep it whole for the shape; tie a cord to it.',
        },
      ),
      a.line(
        'hose',
        'Hose, frame bracket to slave',
        'bracket > slave',
        run([-360, 265, 560], hose('rubber', 3.2, 3.6, [-360, 210, 540, 40], [-460, 200, 460, 45], [-555, 190, 450])),
        { out: ['raised below 3'], parts: [part('hose-factory', 'aftermarket', 'clutch hose', 'QS-A-3122')] },
      ),
    ],
    joints: [
      a.joint('inverted-flare', 'steel.from', 'master-joint', 'Master cylinder', {
        ways: ['ground above 6'],
        hex: 11.11,
        alternates: [11],
        thread: unified('7/16-24'),
        nm: [16, 21],
        snugThen: 30,
        drain: [20, 60, 120],
      }),
      a.joint('inverted-flare', 'steel.to', 'bracket-joint', 'Frame bracket', {
        ways: ['raised below 5', 'ground above 9'],
        hex: 11.11,
        hold: 15.88,
        alternates: [11],
        thread: unified('7/16-24'),
        nm: [16, 21],
        snugThen: 30,
        drain: [2, 8, 20],
      }),
      a.joint('inverted-flare', 'hose.from', 'hose-joint', 'Hose end in the bracket', {
        ways: ['raised below 4'],
        hex: 15.88,
        alternates: [16],
        thread: unified('7/16-24'),
        nm: [16, 21],
        drain: [2, 8, 20],
        release: 'Nut off first, then draw the spring key out of the bracket.',
        seated: 'Flats in the bracket’s cut-out, key home, then the nut.',
      }),
      a.joint('inverted-flare', 'hose.to', 'slave-joint', 'Slave cylinder', {
        ways: ['raised below 3'],
        hex: 14.29,
        alternates: [14],
        thread: unified('7/16-24'),
        nm: 'unknown',
        drain: [5, 15, 40],
      }),
    ],
    holds: [
      a.hold('bulkhead-clip', 'Clip, bulkhead', 'steel', 180, 'clip', 'One screw, 8 mm.', ['ground above 1'], { hex: 8 }),
      a.hold('hose-key', 'Spring key', 'hose', 5, 'clip', 'Draw it out sideways.', ['raised below 1'], { part: 'QS-4433', reuse: 'never' }),
    ],
    keepouts: [
      keep('manifold', 'exhaust manifold', 'hot', 40, box([-260, 200, 620], [200, 300, 740])),
      keep('steering', 'steering shaft', 'turning', 20, capsule([-420, 450, 800], [-40, 440, 500], 12)),
      keep('fork', 'release fork', 'moving', 10, box([-640, 170, 400], [-600, 240, 430])),
    ],
    bleeders: [
      a.bleeder('slave-bleeder', 'Slave bleeder', 8, [6, 9], ['raised below 2', ['ground wheel-left 4', 'at full lock, through the arch']]),
    ],
    fills: [a.fill('reservoir', 'Clutch reservoir', ['ground above 1'], ['clean funnel'])],
    levels: [
      a.level('reservoir-mark', 'Mark on the reservoir', 'marks', 'off', [5, 40], 'At the mark.', ['ground above 1'], {
        mlPerMm: 1.4,
        form: 'notch',
      }),
    ],
    fluid: a.fluid('brake fluid DOT 3', 260, 500, 0.00095, { mixesWith: ['DOT 4', 'DOT 5.1'] }),
    bleeding: pump(60, 'A dry line: pump it up before the bleeder is cracked, or fill from below with pressure.'),
    proving: a.proving(3, 'pedal', ['Flares: wipe and look again after a week.']),
    cautions: brakeFluidCautions,
    waits: [
      wait(
        'nuts-soak',
        'soak',
        15,
        'Penetrant on every flare nut that comes off, as soon as it can be reached.',
        ['prepare'],
        ['open:master-joint', 'open:slave-joint'],
      ),
    ],
    neighbours: [
      {
        id: 'slave',
        what: 'Slave cylinder',
        goals: ['slave-joint'],
        ways: [way('raised below 12')],
        parts: ['QS-31230'],
        failure: { chancePerYear: 0.25, why: 'as old as the line, and it must be bled anyway' },
      },
    ],
  })
}

function motorcycle() {
  const a = author('Virrey rider’s workshop book (invented)', '2026-05-20')
  return sheet({
    centres: { seat: [-560, 0, 800], tank: [-260, 0, 820], 'sprocket-cover': [-520, 130, 400], 'slave-bleeder': [-395, 150, 440] },
    id: 'plover-clutch-hose',
    title: 'Clutch hose, motorcycle',
    system: 'clutch',
    families: ['virrey-plover'],
    years: [2008, 2016],
    summary: 'Short hose from the lever to the engine with a banjo at each end, tied to the fork leg.',
    words: ['clutch line', 'motorcycle', 'banjo', 'lever'],
    ports: [port('lever', 'lever cylinder', [40, 330, 1060], [0, -1, 0]), port('slave', 'slave cylinder', [-380, 150, 420], [0, 1, 0])],
    lines: [
      a.line(
        'hose',
        'Clutch hose, lever to slave',
        'lever > slave',
        run(
          [40, 315, 1060],
          hose(
            'braided',
            3.2,
            2.4,
            [60, 250, 1010, 40],
            [30, 160, 900, 50],
            [-20, 130, 760, 60],
            [-160, 140, 560, 60],
            [-300, 165, 430, 50],
            [-370, 155, 420],
          ),
        ),
        {
          out: ['ground above 3 tank'],
          parts: [
            part('hose-braided', 'braided', 'braided hose with bolts and washers', 'QS-B-9040', {
              brings: ['lever-washers', 'slave-washers'],
            }),
            part('hose-factory', 'factory', 'rubber hose', 'QS-90410'),
          ],
          feeding: 'Same loops, same side of the fork; full lock to both sides before it is tied for good: it must not pull.',
        },
      ),
    ],
    joints: [
      a.joint('banjo', 'hose.from', 'lever-joint', 'Lever cylinder, banjo', {
        ways: ['ground seat 3'],
        hex: 12,
        alternates: [],
        thread: metric('M10×1.0'),
        nm: a.contested([20, 28], [19, 32.5], 'common-practice', 'kits of this kind: 14-24 lbf·ft', '2026-01-01'),
        seals: [washers('lever-washers', '10 × 14', 'QS-1172')],
        snugThen: 90,
        drain: [5, 15, 40],
        cautions: [caution('damage', 'Brake fluid runs on to the tank: cover it.', 'off')],
      }),
      a.joint('banjo', 'hose.to', 'slave-joint', 'Slave cylinder, banjo', {
        ways: ['ground wheel-left 4 sprocket-cover'],
        hex: 12,
        thread: metric('M10×1.0'),
        nm: a.contested([20, 28], [19, 32.5], 'common-practice', 'kits of this kind: 14-24 lbf·ft', '2026-01-01'),
        seals: [washers('slave-washers', '10 × 14', 'QS-1172')],
        snugThen: 90,
        drain: [5, 20, 50],
      }),
    ],
    holds: [
      a.hold('fork-tie', 'Tie point, fork leg', 'hose', 210, 'tie', 'Cut the tie.', ['ground above 1'], {
        reuse: 'never',
        part: 'QS-9921',
      }),
      a.hold('frame-loop', 'Loop under the tank', 'hose', 480, 'hook', 'Draw the hose through.', ['ground above 1 tank']),
    ],
    operations: [
      a.operation('seat', 'Seat', 'ground above', 1, 1, {
        fasteners: [a.fast(2, 'bolt', 'M6×20', 'under the rear edge', { long: 20, hex: 10, nm: [8, 10] })],
      }),
      a.operation('tank', 'Fuel tank, lifted on its prop', 'ground above', 4, 5, {
        needs: 'seat',
        noEngine: true,
        fasteners: [a.fast(1, 'bolt', 'M8×40', 'rear of the tank', { long: 40, hex: 12, nm: [15, 20] })],
        cautions: [caution('fire', 'Fuel: tap shut, no sparks, rag over the connector.', 'off')],
      }),
      a.operation('sprocket-cover', 'Sprocket cover', 'ground wheel-left', 3, 4, {
        fasteners: [
          a.fast(3, 'bolt', 'M6×30', 'cover', {
            long: 30,
            hex: 8,
            nm: [9, 11],
            spots: [
              [0.12, 0.1],
              [0.9, 0.15],
              [0.88, 0.9],
            ],
          }),
          a.fast(1, 'bolt', 'M6×55', 'cover, lower front', { long: 55, hex: 8, nm: [9, 11], spots: [[0.15, 0.9]] }),
        ],
        cautions: [caution('entangle', 'Never with the rear wheel turning: the chain takes fingers.')],
      }),
    ],
    landmarks: [
      mark('front-wheel', 'front wheel', cylinder([0, -60, 300], [0, 60, 300], 300)),
      mark('engine', 'engine', box([-620, -180, 300], [-180, 180, 640])),
      mark('tank-body', 'tank', box([-560, -150, 720], [-120, 150, 980])),
      mark('bars', 'handlebar', capsule([20, -380, 1060], [20, 380, 1060], 14)),
      mark('fork', 'fork leg, left', capsule([10, 110, 320], [50, 110, 980], 25)),
    ],
    keepouts: [
      keep('header', 'exhaust header', 'hot', 30, capsule([-180, 60, 420], [-120, 60, 640], 22)),
      keep('chain', 'chain and sprocket', 'turning', 20, cylinder([-560, 120, 380], [-560, 150, 380], 45)),
      keep('steering-stop', 'steering stop', 'moving', 10, box([10, 40, 930], [60, 80, 960])),
    ],
    bleeders: [a.bleeder('slave-bleeder', 'Slave bleeder', 8, [6, 8], ['ground wheel-left 1 sprocket-cover'])],
    fills: [a.fill('reservoir', 'Lever reservoir', ['ground seat 1'], ['small funnel'])],
    levels: [
      a.level(
        'glass',
        'Sight glass, bars level',
        'marks',
        'off',
        [5, 40],
        'Bars turned so that the reservoir is level: above the lower line.',
        ['ground seat 1'],
        { mlPerMm: 0.9, form: 'glass', band: 10 },
      ),
    ],
    fluid: a.fluid('brake fluid DOT 4', 90, 250, 0.00095, { reservoir: 18, mixesWith: ['DOT 3', 'DOT 5.1'] }),
    bleeding: bleeding(
      ['vacuum', 'pump-and-hold'],
      'Vacuum at the slave bleeder with the reservoir kept full; last bubbles out of the lever banjo.',
      { strokes: 40, pressure: 60 },
    ),
    proving: a.proving(3, 'lever', ['Lever again after the night with a band round it.']),
    cautions: [
      ...brakeFluidCautions.filter(({ phase }) => phase !== 'prove'),
      inPhase('before', 'crush', 'Motorcycle upright on its stand and strapped.'),
      inPhase('prove', 'crush', 'Lever firm before it rolls an inch.'),
    ],
  })
}

function rearBrake() {
  const a = author('Ondrel workshop book (invented), older pickups', '2025-06-11')
  return sheet({
    centres: {
      'rear-wheel': [-2840, 790, 400],
      reservoir: [-520, 430, 930],
      'wheel-bleeder': [-2880, 630, 420],
      'reservoir-mark': [-520, 430, 910],
      'wheel-cylinder': [-2870, 640, 400],
      'right-side': [-2700, -420, 480],
    },
    id: 'wherry-rear-brake',
    title: 'Rear brake hose and hard line',
    system: 'brake',
    families: ['ondrel-wherry'],
    years: [1994, 2004],
    summary: 'Hose from frame to axle with flats and a half-moon key, hard line along the axle to the wheel cylinder, left side.',
    words: ['brake line', 'brake hose', 'wheel cylinder', 'hard line'],
    ports: [
      port('frame', 'frame bracket', [-2560, 420, 560], [-1, 0, 0]),
      port('axle', 'axle bracket', [-2760, 360, 430], [1, 0, 0]),
      port('wheel', 'wheel cylinder', [-2870, 640, 400], [1, 0, 0]),
    ],
    lines: [
      a.line(
        'hose',
        'Hose, frame to axle',
        'frame > axle',
        run(
          [-2560, 420, 560],
          hose('rubber', 3.2, 3.8, [-2600, 420, 555, 20], [-2660, 430, 470, 50], [-2700, 400, 430, 30], [-2750, 362, 430]),
        ),
        {
          out: ['raised below 3'],
          feeding: 'The bend goes where the axle needs it: axle hanging, then loaded, no pull and no rub.',
          parts: [part('hose-factory', 'aftermarket', 'brake hose', 'QS-A-3410', { brings: ['frame-washers'] })],
        },
      ),
      a.line(
        'hard',
        'Hard line, axle to wheel cylinder',
        'axle > wheel',
        run(
          [-2770, 360, 430],
          tube(
            'copper-nickel',
            4.76,
            0.71,
            [-2800, 360, 430, 15],
            [-2830, 400, 460, 20],
            [-2830, 590, 450, 20],
            [-2820, 640, 400, 15],
            [-2870, 640, 400],
          ),
        ),
        {
          out: ['raised below 3'],
          parts: [
            part('hard-made', 'made', 'bent from 3/16 in coil, double flares', undefined, {
              bent: true,
              note: 'Plain copper is not allowed; no compression unions.',
            }),
          ],
        },
      ),
    ],
    joints: [
      a.joint('banjo', 'hose.from', 'frame-joint', 'Frame, banjo', {
        ways: ['raised below 4'],
        hex: 14,
        alternates: [14.29],
        nm: [24, 30],
        thread: metric('M10×1.0'),
        seals: [washers('frame-washers', '10 × 14', 'QS-1172')],
        drain: [10, 40, 120],
      }),
      // The line nut screws into the hose's end: one nut, two lines.
      a.joint('inverted-flare', 'hard.from', 'axle-joint', 'Axle bracket, line nut in the hose end', {
        also: [{ line: 'hose', end: 'to' }],
        ways: ['raised below 5'],
        hex: 9.53,
        hold: 15.88,
        alternates: [],
        thread: unified('3/8-24'),
        nm: [13, 18],
        snugThen: 30,
        tools: ['line wrench', 'punch'],
        drain: [5, 15, 40],
        release: 'Hold the flats of the hose end, line nut out; only then the half-moon key.',
        seated: 'Hose end in the bracket with its flats, half-moon key driven home, then the line nut by hand.',
      }),
      a.joint('inverted-flare', 'hard.to', 'wheel-joint', 'Wheel cylinder', {
        ways: [
          {
            ...way('raised below 5', 'beside the wheel, with a short wrench'),
            tryFirst: { chance: 0.7, lost: minutes(4), hangs: 'the nut is rusted and needs a straight pull' },
          },
          'half wheel-left 4 rear-wheel',
        ],
        hex: 9.53,
        alternates: [],
        thread: unified('3/8-24'),
        nm: [13, 18],
        snugThen: 30,
        drain: [5, 20, 50],
        cautions: [caution('damage', 'Try that the bleeder turns before a line is made: a seized one means a cylinder too.', 'off')],
      }),
    ],
    holds: [
      a.hold('half-moon-key', 'Half-moon key', 'hose', 225, 'bracket', 'Drive it out with a punch.', ['raised below 2'], {
        reuse: 'never',
        part: 'QS-4436',
      }),
      a.hold('axle-clip', 'Bent tab on the axle', 'hard', 150, 'clip', 'Bend it open once; it breaks the second time.', ['raised below 1']),
    ],
    operations: [
      a.operation('rear-wheel', 'Left rear wheel', 'half wheel-left', 3, 4, {
        carRestsOnIt: true,
        fasteners: [a.fast(6, 'nut', '1/2-20', 'hub', { hex: 19.05, nm: [110, 130] })],
        tools: ['3/4 in socket', 'torque wrench'],
        cautions: [caution('crush', 'Stands under the axle before the wheel comes off.', 'off')],
      }),
    ],
    landmarks: [
      mark('axle', 'rear axle', cylinder([-2840, -680, 400], [-2840, 680, 400], 45)),
      mark('drum', 'brake drum', cylinder([-2840, 600, 400], [-2840, 680, 400], 150)),
      mark('frame-rail', 'frame rail', box([-3300, 380, 520], [-2100, 440, 640])),
      mark('tank', 'fuel tank', box([-2500, -400, 420], [-2000, 300, 640])),
    ],
    keepouts: [
      keep('exhaust', 'tailpipe', 'hot', 40, capsule([-3300, 260, 560], [-2400, 240, 500], 28)),
      keep('wheel', 'rear wheel', 'turning', 15, cylinder([-2840, 690, 400], [-2840, 900, 400], 370)),
      keep('spring', 'leaf spring', 'moving', 15, box([-3300, 470, 380], [-2400, 540, 420])),
    ],
    bleeders: [a.bleeder('wheel-bleeder', 'Wheel cylinder bleeder', 8, [7, 10], ['raised below 2', ['ground below 4', 'over the pit']])],
    fills: [a.fill('reservoir', 'Brake reservoir', ['ground above 1'], ['clean funnel'])],
    levels: [
      a.level('reservoir-mark', 'Marks on the brake reservoir', 'marks', 'off', [5, 40], 'Between the marks.', ['ground above 1'], {
        mlPerMm: 5,
        band: 18,
      }),
    ],
    fluid: a.fluid('brake fluid DOT 3', 620, 500, 0.00095, { reservoir: 180, mixesWith: ['DOT 4', 'DOT 5.1'] }),
    bleeding: bleeding(
      ['gravity', 'pump-and-hold', 'vacuum'],
      'Gravity until it drips without bubbles, then a few helper strokes. Never let the reservoir run dry.',
      { strokes: 15 },
    ),
    proving: a.proving(3, 'pedal', ['Pedal held hard for a minute: every joint dry. Look again after a week.']),
    cautions: brakeFluidCautions,
    neighbours: [
      {
        id: 'wheel-cylinder',
        what: 'Wheel cylinder',
        goals: ['wheel-joint'],
        ways: [way('half wheel-left 14 rear-wheel')],
        parts: ['QS-34150'],
        failure: { chancePerYear: 0.15, why: 'the same rust, and the side is bled anyway' },
      },
      {
        id: 'right-side',
        what: 'Hard line, right side',
        goals: [],
        ways: [way('raised below 25')],
        parts: [],
        failure: { chancePerYear: 0.2, why: 'as old and as wet as the left' },
      },
    ],
  })
}

export const clutchAndBrakeSheets = () => [preFilled(), braidedHose(), damperBlock(), discontinuedLine(), motorcycle(), rearBrake()]
