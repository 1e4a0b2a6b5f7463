import type { Sheet } from '../../../core/sheet/types'
import { author, bleeding, box, capsule, caution, hose, inPhase, is, keep, part, port, question, run, seal, sheet, trait } from './kit'

const coolantCautions = [
  inPhase('before', 'burn', 'Never open a hot cooling system: it is under pressure.'),
  inPhase('open', 'eyes', 'Glasses on.'),
  inPhase('engine', 'entangle', 'The fan starts by itself: sleeves and hair clear.'),
  inPhase('prove', 'burn', 'System hot and under pressure now.'),
  inPhase('close', 'waste', 'Coolant poisons animals: none on the floor, none in the drain.'),
]
const a = author('Caskell workshop book (invented), heating', '2025-09-12')
const end = (
  at: `${string}.${'from' | 'to'}`,
  id: string,
  name: string,
  ways: string[],
  drain: [number, number, number],
  clamp = 'spring clamp',
) =>
  a.joint('clamp', at as 'supply.from', id, name, {
    ways,
    drain,
    cautions: [caution('burn', 'Only with the engine cold and the cap off: a hot hose sprays as it comes off.', 'off')],
    seals: [seal(`${id}-clamp`, clamp, 1, '27 mm', 'QS-5027', { reuse: 'if-good' })],
  })

/** The first revision knew one hose; the second knows that two are about, which differ in length. */
function revisionOne(): Sheet {
  return sheet({
    centres: { 'coolant-drain': [600, -280, 440], tank: [-380, 430, 900], 'tank-mark': [-380, 430, 880] },
    id: 'pintle-heater-hoses',
    title: 'Heater hoses',
    system: 'heater',
    families: ['caskell-pintle'],
    years: [2009, 2020],
    summary: 'Supply and return between engine and heater, at the bulkhead.',
    words: ['heater hose', 'coolant hose', 'heater pipes'],
    ports: [
      port('head-out', 'cylinder head', [-220, 160, 860], [-1, 0, 0]),
      port('heater-in', 'heater', [-560, 240, 860], [1, 0, 0]),
      port('heater-out', 'heater', [-560, 180, 820], [1, 0, 0]),
      port('pump-in', 'water pump pipe', [-120, 280, 700], [0, 1, 0]),
    ],
    lines: [
      a.line(
        'supply',
        'Supply, head to heater',
        'head-out > heater-in',
        run([-230, 160, 860], hose('rubber', 16, 4, [-330, 160, 880, 60], [-450, 240, 880, 60], [-550, 240, 860])),
        { out: ['ground above 3'], mark: 'white line', parts: [part('supply-factory', 'factory', 'supply hose', 'QS-94010-A')] },
      ),
      a.line(
        'return',
        'Return, heater to pump pipe',
        'heater-out > pump-in',
        run([-550, 180, 820], hose('rubber', 16, 4, [-440, 180, 820, 60], [-300, 320, 760, 70], [-120, 350, 700, 45], [-120, 285, 700])),
        { out: ['ground above 4'], parts: [part('return-factory', 'factory', 'return hose', 'QS-94012-A')] },
      ),
    ],
    joints: [
      end('supply.from', 'head-joint', 'Cylinder head', ['ground above 3 coolant-drain'], [150, 400, 900]),
      end('supply.to', 'heater-in-joint', 'Heater, upper', ['ground above 4 coolant-drain'], [200, 500, 900]),
      end('return.from', 'heater-out-joint', 'Heater, lower', ['ground above 4 coolant-drain'], [100, 300, 700]),
      end('return.to', 'pump-joint', 'Water pump pipe', ['ground above 5 coolant-drain', 'raised below 6 coolant-drain'], [200, 500, 1200]),
    ],
    holds: [a.hold('loom-hook', 'Hook on the loom bracket', 'return', 250, 'hook', 'Lift the hose out.', ['ground above 1'])],
    operations: [
      a.operation('coolant-drain', 'Coolant drain', 'raised below', 8, 2, {
        noEngine: true,
        drains: ['coolant', 2500, 3400, 4500, 'pintle-heater-hoses'],
        cautions: [caution('burn', 'Cold engine only.', 'off')],
        how: 'Cap off when cold, drain cock open, clean pan.',
        refit: 'Drain cock shut, hand-tight.',
      }),
    ],
    keepouts: [
      keep('manifold', 'exhaust manifold', 'hot', 40, box([-240, -260, 620], [200, -160, 760])),
      keep('egr', 'exhaust gas pipe', 'hot', 25, capsule([-260, -40, 900], [-260, 110, 930], 18)),
      keep('wiper', 'wiper linkage', 'moving', 15, box([-600, -200, 930], [-520, 300, 990])),
    ],
    fills: [a.fill('tank', 'Expansion tank', ['ground above 1'], ['vacuum filler'])],
    levels: [
      a.level('tank-mark', 'Marks on the expansion tank', 'marks', 'off', [5, 35], 'Cold: between the marks.', ['ground above 1'], {
        mlPerMm: 16,
        band: 25,
        cautions: [caution('burn', 'Cap only when cold.')],
      }),
    ],
    fluid: a.fluid('coolant CB-2, 50/50', 7200, 1500, 0.00055, { reuse: 'if-clean' }),
    bleeding: bleeding(
      ['vacuum-fill', 'gravity'],
      'Heater on hot. Vacuum to 0.8 bar below, hold, fill; or bleed screw open and fill slowly.',
      { pressure: 80 },
    ),
    proving: a.proving(15, 'engine', ['Level cold again the next morning.']),
    cautions: coolantCautions,
  })
}

function revisionTwo(): Sheet {
  const first = revisionOne()
  const long = is('heater-run', 'over-loom')
  const short = is('heater-run', 'direct')
  return {
    ...first,
    revision: 2,
    summary:
      'Supply and return between engine and heater, at the bulkhead. A running change took the return over the loom: two hoses about, about 110 mm apart in length.',
    traits: [trait('heater-run', 'return hose runs', { direct: 'straight to the pump pipe', 'over-loom': 'over the wiring loom' })],
    questions: [
      question(
        'loom-look',
        'hood-up',
        1,
        'At the bulkhead, left of the engine: does the lower heater hose lie on top of the wiring loom or under it?',
        [
          ['over', 'On top of the loom', 'The hose makes a hump over a ribbed loom as thick as a thumb.', long],
          ['under', 'Under it', 'The loom crosses over the hose.', short],
        ],
      ),
    ],
    lines: [
      ...first.lines.map(line => (line.id === 'return' ? { ...line, when: short } : line)),
      a.line(
        'return-long',
        'Return, over the loom',
        'heater-out > pump-in',
        run(
          [-550, 180, 820],
          hose('rubber', 16, 4, [-450, 180, 840, 50], [-380, 290, 910, 55], [-250, 370, 820, 60], [-120, 370, 700, 55], [-120, 285, 700]),
        ),
        { when: long, out: ['ground above 4'], parts: [part('return-late', 'factory', 'return hose, late', 'QS-94012-C')] },
      ),
    ],
    joints: [
      ...first.joints,
      end('return-long.from', 'heater-out-long-joint', 'Heater, lower', ['ground above 4 coolant-drain'], [100, 300, 700]),
      end(
        'return-long.to',
        'pump-long-joint',
        'Water pump pipe',
        ['ground above 5 coolant-drain', 'raised below 6 coolant-drain'],
        [200, 500, 1200],
      ),
    ],
    holds: [
      ...first.holds,
      a.hold('loom-tie', 'Tie on the loom', 'return-long', 260, 'tie', 'Cut it.', ['ground above 1'], { reuse: 'never', part: 'QS-9920' }),
    ],
    notes: [
      {
        by: 'Imke Thorsby',
        date: '2026-07-08',
        text: 'The short hose goes on over the loom, stretched. It comes off again within a month.',
      },
    ],
  }
}

export const heaterSheets = () => [revisionOne(), revisionTwo()]
