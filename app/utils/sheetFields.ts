import {
  bleedMethods,
  cautionKinds,
  fastenerKinds,
  jointKinds,
  keepoutKinds,
  levelForms,
  liftPositions,
  phases,
  pressureSources,
  proofs,
  reaches,
  sourceKinds,
  lookouts,
  systems,
  waitKinds,
  type Sheet,
} from '#core/sheet/types'
import { plainWay } from '#core/sheet/mendSheet'
import {
  bleedWords,
  cautionWords,
  jointWords,
  phaseWords,
  positionWords,
  pressureWords,
  proofWords,
  reachWords,
  sourceWords,
  lookoutWords,
  waitWords,
} from '#shared/words/vocabulary'
import { systemSays } from '#shared/words/systemSays'

export type Choice = { value: string; title: string }
export type RefList = 'lines' | 'ports' | 'operations' | 'goals' | 'seals-and-holds' | 'parts' | 'families'
/** How one field of the format is edited. `optional` fields may be empty, and are then absent: unknown is not zero. */
export type Field = { key: string; label: string; optional?: boolean; hint?: string } & (
  | { kind: 'text'; long?: boolean }
  | { kind: 'number'; unit: string }
  | { kind: 'choice'; choices: Choice[] }
  | { kind: 'choices'; choices: Choice[] }
  | { kind: 'flag' }
  | { kind: 'sealed' }
  | { kind: 'yes-no' }
  | { kind: 'words' }
  | { kind: 'vec' }
  | { kind: 'years' }
  | { kind: 'ref'; of: RefList }
  | { kind: 'refs'; of: RefList }
  | { kind: 'needs' }
  | { kind: 'predicate' }
  | { kind: 'contested'; value: 'window' | 'number' | 'text'; unit: string }
  | { kind: 'body' }
  | { kind: 'course' }
  | { kind: 'group'; fields: Field[] }
  | { kind: 'items'; fields: Field[]; one: string; blank: (n: number, sheet: Sheet) => unknown }
)
/** A list of the sheet, or the sheet's own fields, as a page of the editor. */
export type Chapter = {
  part: keyof Sheet | 'head'
  title: string
  fields: Field[]
  list?: { one: string; blank: (n: number, sheet: Sheet) => unknown }
}

const from = <T extends string>(ids: readonly T[], words: Readonly<Record<T, string>>): Choice[] =>
  ids.map(value => ({ value, title: words[value] }))
const plain = (...ids: string[]): Choice[] => ids.map(value => ({ value, title: value }))
const text = (key: string, label: string, extra: { optional?: boolean; long?: boolean; hint?: string } = {}): Field => ({
  kind: 'text',
  key,
  label,
  ...extra,
})
const number = (key: string, label: string, unit: string, optional = false): Field => ({ kind: 'number', key, label, unit, optional })
const choice = (key: string, label: string, choices: Choice[], optional = false): Field => ({
  kind: 'choice',
  key,
  label,
  choices,
  optional,
})
const contested = (key: string, label: string, value: 'window' | 'number' | 'text', unit: string, optional = false): Field => ({
  kind: 'contested',
  key,
  label,
  value,
  unit,
  optional,
})
const items = (
  key: string,
  label: string,
  one: string,
  fields: Field[],
  blank: (n: number, sheet: Sheet) => unknown,
  optional = false,
): Field => ({ kind: 'items', key, label, one, fields, blank, optional })

const id = text('id', 'Id', { hint: 'lower case and hyphens; kept for ever' })
const wayFields: Field[] = [
  choice('at', 'Car', from(liftPositions, positionWords)),
  choice('from', 'Reached', from(reaches, reachWords)),
  number('minutes', 'Takes', 'min'),
  { kind: 'needs', key: 'needs', label: 'Must be off first' },
  text('note', 'Note', { optional: true }),
  { kind: 'flag', key: 'guessed', label: 'Nobody has timed it', optional: true },
  {
    kind: 'group',
    key: 'tryFirst',
    label: 'Tried first, for it may hang',
    optional: true,
    fields: [number('chance', 'Goes in', '0 to 1'), number('lost', 'Finding out takes', 'min'), text('hangs', 'It hangs where')],
  },
]
const ways = (key = 'ways', label = 'Ways to reach it'): Field => items(key, label, 'way', wayFields, () => plainWay)
const centre = { kind: 'vec', key: 'centre', label: 'Its middle (mm)', optional: true } as const
const failure: Field = {
  kind: 'group',
  key: 'failure',
  label: 'Chance it fails (judgement)',
  optional: true,
  fields: [number('chancePerYear', 'Chance a year', '0 to 1'), text('why', 'Why')],
}
const cautionFields = [choice('kind', 'Kind', from(cautionKinds, cautionWords)), text('text', 'Caution', { long: true })]
const plainCaution = () => ({ kind: 'damage', text: 'Say what can go wrong and how not to.' })
const cautions = items('cautions', 'Cautions', 'caution', cautionFields, plainCaution)
/** Of what comes off and goes back. */
const thingCautions = items(
  'cautions',
  'Cautions',
  'caution',
  [
    ...cautionFields,
    choice(
      'only',
      'Only when it',
      [
        { value: 'off', title: 'comes off, or opens' },
        { value: 'on', title: 'goes back, or is closed' },
      ],
      true,
    ),
  ],
  plainCaution,
)
const seals = items(
  'seals',
  'Seals',
  'seal',
  [
    id,
    text('name', 'Name'),
    number('count', 'How many', 'pieces'),
    text('size', 'Size', { optional: true }),
    text('part', 'Part number', { optional: true }),
    choice('reuse', 'Reuse', [
      { value: 'never', title: 'new every time' },
      { value: 'if-good', title: 'if good' },
    ]),
    { kind: 'flag', key: 'wet', label: 'Wet with the system’s fluid', optional: true },
    { kind: 'flag', key: 'unobtainable', label: 'Not supplied any more', optional: true },
  ],
  n => ({ id: `seal-${n}`, name: 'O-ring', count: 1, reuse: 'never' }),
)
const reuse = choice('reuse', 'What was drained', [{ value: 'if-clean', title: 'may go back in if clean' }], true)
const ends = plain('from', 'to')
const snugThen: Field = { kind: 'group', key: 'turn', label: 'Turn rule', optional: true, fields: [number('snugThen', 'Snug, then', '°')] }
const tools: Field = { kind: 'words', key: 'tools', label: 'Tools' }
const spread = (key: string, label: string): Field => ({
  kind: 'group',
  key,
  label,
  optional: true,
  fields: [number('least', 'Least', 'mL'), number('likely', 'Likely', 'mL'), number('most', 'Most', 'mL')],
})

const levelFields: Field[] = [
  id,
  text('name', 'Name'),
  choice('method', 'Read by', plain('marks', 'window', 'plug')),
  choice('form', 'Looks like', plain(...levelForms), true),
  number('band', 'From lower to upper mark', 'mm', true),
  choice('engine', 'Engine', plain('idling', 'off')),
  contested('temperature', 'Temperature', 'window', '°C'),
  text('reads', 'How it is read', { long: true }),
  { kind: 'flag', key: 'decides', label: 'Decides whether enough is in', optional: true },
  number('mlPerMm', 'Per mm', 'mL', true),
  number('hex', 'Hex', 'mm', true),
  contested('torque', 'Torque', 'window', 'N·m', true),
  seals,
  ways(),
  centre,
  cautions,
]
const blankLevel = (id: string) => ({
  id,
  name: 'Level',
  method: 'marks',
  engine: 'off',
  temperature: 'unknown',
  reads: 'Between the marks.',
  seals: [],
  ways: [plainWay],
  cautions: [],
})

export const chapters: Chapter[] = [
  {
    part: 'head',
    title: 'Title and system',
    fields: [
      text('title', 'Title'),
      choice(
        'system',
        'System',
        systems.map(value => ({ value, title: systemSays[value].name })),
      ),
      text('summary', 'In a sentence', { long: true }),
      { kind: 'words', key: 'words', label: 'Also called (for the search)' },
    ],
  },
  {
    part: 'applies',
    title: 'Vehicles',
    list: { one: 'vehicle range', blank: (_, sheet) => ({ families: sheet.applies[0]?.families ?? [] }) },
    fields: [
      { kind: 'refs', key: 'families', label: 'Families', of: 'families' },
      { kind: 'years', key: 'years', label: 'Years', optional: true },
      { kind: 'words', key: 'engines', label: 'Engines (ids)', optional: true },
      { kind: 'predicate', key: 'when', label: 'Only when', optional: true },
    ],
  },
  {
    part: 'traits',
    title: 'Traits',
    list: {
      one: 'trait',
      blank: n => ({
        id: `trait-${n}`,
        name: 'what may differ',
        values: [
          { id: 'yes', name: 'yes' },
          { id: 'no', name: 'no' },
        ],
      }),
    },
    fields: [
      id,
      text('name', 'What may differ'),
      items('values', 'Values', 'value', [id, text('name', 'In words')], n => ({ id: `value-${n}`, name: 'value' })),
    ],
  },
  {
    part: 'questions',
    title: 'Questions about the car',
    list: {
      one: 'look',
      blank: (n, sheet) => ({
        id: `look-${n}`,
        text: 'What to look at, from where?',
        stand: 'hood-up',
        minutes: 1,
        answers: (
          sheet.traits[0]?.values ?? [
            { id: 'yes', name: 'yes' },
            { id: 'no', name: 'no' },
          ]
        ).map(value => ({
          id: value.id,
          label: value.name,
          looksLike: 'Say what it looks like.',
          implies: { trait: sheet.traits[0]?.id ?? 'trait', is: value.id },
        })),
      }),
    },
    fields: [
      id,
      text('text', 'Question', { long: true }),
      choice('stand', 'Stand', from(lookouts, lookoutWords)),
      number('minutes', 'Takes', 'min'),
      items(
        'answers',
        'Answers',
        'answer',
        [
          id,
          text('label', 'Answer'),
          text('looksLike', 'What it looks like', { long: true }),
          { kind: 'predicate', key: 'implies', label: 'Means' },
        ],
        n => ({ id: `answer-${n}`, label: 'Answer', looksLike: 'Say what it looks like.', implies: { all: [] } }),
      ),
    ],
  },
  {
    part: 'verdicts',
    title: 'What the answers mean',
    list: {
      one: 'meaning',
      blank: (n, sheet) => ({
        id: `finding-${n}`,
        when: { trait: sheet.traits[0]?.id ?? 'trait', is: sheet.traits[0]?.values[0]?.id ?? 'yes' },
        kind: 'not-needed',
        text: 'Say what this means for the job.',
      }),
    },
    fields: [
      id,
      choice('kind', 'Finding', [
        { value: 'not-needed', title: 'job not needed' },
        { value: 'superseded', title: 'superseded: fit the newer part' },
      ]),
      { kind: 'predicate', key: 'when', label: 'When' },
      text('text', 'In words', { long: true }),
      { kind: 'ref', key: 'part', label: 'Part to fit', of: 'parts', optional: true },
    ],
  },
  {
    part: 'ports',
    title: 'Ports',
    list: { one: 'port', blank: n => ({ id: `port-${n}`, component: 'component', at: [0, 0, 500] }) },
    fields: [
      id,
      text('component', 'On'),
      { kind: 'vec', key: 'at', label: 'At (mm)' },
      { kind: 'vec', key: 'faces', label: 'Faces', optional: true },
    ],
  },
  {
    part: 'lines',
    title: 'Lines',
    list: {
      one: 'line',
      blank: (n, sheet) => ({
        id: `line-${n}`,
        name: `Line ${n}`,
        from: sheet.ports[0]?.id ?? '',
        to: sheet.ports[1]?.id ?? '',
        sections: [
          {
            kind: 'hose',
            build: 'rubber',
            bore: 10,
            wall: 3,
            points: [{ at: sheet.ports[0]?.at ?? [0, 0, 500] }, { at: sheet.ports[1]?.at ?? [0, 100, 500] }],
          },
        ],
        withdraw: [plainWay],
        parts: [],
      }),
    },
    fields: [
      id,
      text('name', 'Name'),
      text('mark', 'Mark', { optional: true, hint: 'what tells it from its sister' }),
      { kind: 'predicate', key: 'when', label: 'There only when', optional: true },
      { kind: 'ref', key: 'from', label: 'From port', of: 'ports' },
      { kind: 'ref', key: 'to', label: 'To port', of: 'ports' },
      { kind: 'course', key: 'sections', label: 'Course' },
      {
        kind: 'group',
        key: 'checkValve',
        label: 'Check valve in it',
        optional: true,
        fields: [
          number('at', 'At', 'mm along the line'),
          choice('towards', 'Lets fluid by towards', [
            { value: 'from', title: 'the from port' },
            { value: 'to', title: 'the to port' },
          ]),
        ],
      },
      ways('withdraw', 'Ways out'),
      { kind: 'sealed', key: 'sealed', label: 'The old one came sealed', optional: true },
      text('withdrawNote', 'How it comes out', { optional: true, long: true }),
      text('feeding', 'How the new one goes in', { optional: true, long: true }),
      failure,
      items(
        'parts',
        'Parts to fit',
        'part',
        [
          id,
          text('name', 'Name'),
          text('number', 'Part number', { optional: true }),
          choice('kind', 'Kind', plain('factory', 'aftermarket', 'braided', 'made')),
          { kind: 'refs', key: 'brings', label: 'Brings', of: 'seals-and-holds' },
          { kind: 'sealed', key: 'sealed', label: 'Comes filled and sealed', optional: true },
          { kind: 'words', key: 'carryOver', label: 'Takes over from the old line' },
          { kind: 'refs', key: 'covers', label: 'One piece for these too', of: 'lines' },
          { kind: 'refs', key: 'drops', label: 'Does without (joints, holds)', of: 'goals' },
          { kind: 'ref', key: 'supersededBy', label: 'Superseded by', of: 'parts', optional: true },
          { kind: 'flag', key: 'discontinued', label: 'No longer supplied', optional: true },
          { kind: 'flag', key: 'bent', label: 'Bent and flared in the workshop', optional: true },
          { kind: 'flag', key: 'rigid', label: 'All metal: no hose in it', optional: true },
          text('note', 'Note', { optional: true, long: true }),
        ],
        n => ({ id: `part-${n}`, kind: 'factory', name: 'line', brings: [] }),
      ),
    ],
  },
  {
    part: 'joints',
    title: 'Joints',
    list: {
      one: 'joint',
      blank: (n, sheet) => ({
        id: `joint-${n}`,
        name: `Joint ${n}`,
        line: sheet.lines[0]?.id ?? '',
        end: 'from',
        kind: 'clamp',
        hex: { alternates: [] },
        seals: [],
        tools: [],
        release: 'Say how it opens.',
        seated: 'Say how it is known to be seated.',
        proofs: ['bottomed'],
        ways: [plainWay],
        hiddenBy: [],
        cautions: [],
      }),
    },
    fields: [
      id,
      text('name', 'Name'),
      { kind: 'ref', key: 'line', label: 'Line', of: 'lines' },
      choice('end', 'End', ends),
      items(
        'also',
        'The same nut holds',
        'line',
        [{ kind: 'ref', key: 'line', label: 'Line', of: 'lines' }, choice('end', 'End', ends)],
        (_, sheet) => ({ line: sheet.lines[0]!.id, end: 'to' }),
        true,
      ),
      choice('kind', 'Kind', from(jointKinds, jointWords)),
      {
        kind: 'group',
        key: 'thread',
        label: 'Thread',
        optional: true,
        fields: [
          text('designation', 'Designation'),
          choice('standard', 'Standard', plain('metric', 'unified', 'pipe')),
          choice('sealant', 'Sealant', [
            { value: 'none', title: 'none' },
            { value: 'as-supplied', title: 'as supplied' },
            { value: 'as-sheet', title: 'as the sheet says' },
          ]),
        ],
      },
      {
        kind: 'group',
        key: 'hex',
        label: 'Hex',
        fields: [
          number('turn', 'Turn', 'mm', true),
          number('hold', 'Hold', 'mm', true),
          { kind: 'words', key: 'alternates', label: 'Also met', hint: 'mm' },
        ],
      },
      contested('torque', 'Torque', 'window', 'N·m', true),
      snugThen,
      seals,
      tools,
      text('release', 'How it opens', { long: true }),
      text('seated', 'How it is seated', { long: true }),
      { kind: 'choices', key: 'proofs', label: 'Proofs', choices: proofs.map(value => ({ value, title: proofWords[value].short })) },
      spread('componentDrain', 'Runs from the component'),
      { kind: 'flag', key: 'opensNothing', label: 'Nothing runs out here, and no air gets in', optional: true },
      ways(),
      { kind: 'refs', key: 'hiddenBy', label: 'Hidden by, for the leak check', of: 'operations' },
      thingCautions,
    ],
  },
  {
    part: 'holds',
    title: 'Holds',
    list: {
      one: 'hold',
      blank: (n, sheet) => ({
        id: `hold-${n}`,
        name: `Hold ${n}`,
        line: sheet.lines[0]?.id ?? '',
        at: 50,
        kind: 'clip',
        with: [],
        opens: 'Say how it opens.',
        newLineBrings: false,
        reuse: 'if-good',
        ways: [plainWay],
      }),
    },
    fields: [
      id,
      text('name', 'Name'),
      { kind: 'ref', key: 'line', label: 'Line', of: 'lines' },
      number('at', 'At', 'mm along the line'),
      choice('kind', 'Kind', plain('clip', 'bracket', 'tie', 'hook')),
      { kind: 'refs', key: 'with', label: 'Holds as well', of: 'lines' },
      text('opens', 'How it opens', { long: true }),
      number('hex', 'Hex', 'mm', true),
      contested('torque', 'Torque', 'window', 'N·m', true),
      { kind: 'flag', key: 'newLineBrings', label: 'The new line brings it' },
      choice('reuse', 'Reuse', [
        { value: 'never', title: 'new every time' },
        { value: 'if-good', title: 'if good' },
      ]),
      text('part', 'Part number', { optional: true }),
      ways(),
    ],
  },
  {
    part: 'operations',
    title: 'What comes off',
    list: {
      one: 'part that comes off',
      blank: n => ({
        id: `part-off-${n}`,
        name: `Part ${n}`,
        at: 'ground',
        from: 'above',
        off: 5,
        on: 5,
        needs: [],
        fasteners: [],
        tools: [],
        engineMayRun: true,
        cautions: [],
      }),
    },
    fields: [
      id,
      text('name', 'Name'),
      { kind: 'predicate', key: 'when', label: 'There only when', optional: true },
      choice('at', 'Car', from(liftPositions, positionWords)),
      choice('from', 'Reached', from(reaches, reachWords)),
      number('off', 'Off', 'min'),
      number('on', 'On', 'min'),
      { kind: 'flag', key: 'guessed', label: 'Nobody has timed it', optional: true },
      { kind: 'needs', key: 'needs', label: 'Must be off first' },
      items(
        'fasteners',
        'Fasteners',
        'group',
        [
          number('count', 'How many', 'pieces'),
          choice('what', 'What', plain(...fastenerKinds)),
          text('size', 'Size'),
          number('length', 'Length', 'mm', true),
          text('place', 'Place'),
          number('hex', 'Hex', 'mm', true),
          contested('torque', 'Torque', 'window', 'N·m', true),
          snugThen,
          { kind: 'flag', key: 'oneTime', label: 'One time only', optional: true },
          text('part', 'Part number', { optional: true }),
        ],
        () => ({ count: 1, what: 'bolt', size: 'M6', place: 'where' }),
      ),
      { ...seals, label: 'Seals of its own', optional: true },
      tools,
      { kind: 'flag', key: 'engineMayRun', label: 'Engine may run without it' },
      { kind: 'yes-no', key: 'carRestsOnIt', label: 'The car stands or rolls on it', optional: true },
      { kind: 'flag', key: 'heldFromFloor', label: 'A jack or stand on the floor holds the car while it is off', optional: true },
      { kind: 'flag', key: 'isolates', label: 'Makes the electrics dead', optional: true },
      choice(
        'tightenAt',
        'Torqued',
        liftPositions.map(value => ({ value, title: positionWords[value] })),
        true,
      ),
      { kind: 'group', key: 'risk', label: 'Risk', optional: true, fields: [text('what', 'What'), number('price', 'Price', 'min')] },
      {
        kind: 'group',
        key: 'drains',
        label: 'Drains',
        optional: true,
        fields: [
          text('fluid', 'Fluid'),
          text('circuit', 'Whose fluid (id)', { optional: true, hint: 'the sheet’s own id, or another fluid’s' }),
          number('least', 'Least', 'mL'),
          number('likely', 'Likely', 'mL'),
          number('most', 'Most', 'mL'),
        ],
      },
      text('how', 'How it comes off', { optional: true, long: true }),
      text('refit', 'For putting back', { optional: true, long: true }),
      centre,
      thingCautions,
    ],
  },
  {
    part: 'keepouts',
    title: 'What to keep clear of',
    list: {
      one: 'part to keep clear of',
      blank: n => ({
        id: `keep-${n}`,
        what: 'hot part',
        kind: 'hot',
        body: { shape: 'capsule', a: [0, 0, 400], b: [200, 0, 400], radius: 30 },
        clearance: 25,
      }),
    },
    fields: [
      id,
      text('what', 'What'),
      choice(
        'kind',
        'Kind',
        from(keepoutKinds, { hot: 'hot', turning: 'turning', moving: 'moving', sharp: 'sharp', electrical: 'electrical', fuel: 'fuel' }),
      ),
      number('clearance', 'Asks for', 'mm'),
      { kind: 'body', key: 'body', label: 'Shape' },
    ],
  },
  {
    part: 'landmarks',
    title: 'Landmarks',
    list: {
      one: 'landmark',
      blank: n => ({ id: `mark-${n}`, name: 'engine', body: { shape: 'box', min: [-300, -200, 380], max: [300, 200, 900] } }),
    },
    fields: [id, text('name', 'Name'), { kind: 'body', key: 'body', label: 'Shape' }],
  },
  {
    part: 'fluid',
    title: 'Fluid',
    fields: [
      contested('spec', 'Grade', 'text', ''),
      contested('capacity', 'Capacity', 'number', 'mL'),
      contested('reservoir', 'Reservoir', 'number', 'mL', true),
      items('volumes', 'Components', 'component', [text('component', 'Component'), contested('volume', 'Volume', 'number', 'mL')], () => ({
        component: 'cooler',
        volume: 'unknown',
      })),
      number('bottle', 'Bottle', 'mL'),
      number('expansionPerKelvin', 'Expansion', 'per kelvin'),
      { kind: 'words', key: 'mixesWith', label: 'Mixes with' },
      reuse,
    ],
  },
  {
    part: 'circuits',
    title: 'Other fluids',
    list: {
      one: 'fluid',
      blank: n => ({
        id: `fluid-${n}`,
        name: 'Engine oil',
        spec: 'unknown',
        capacity: 'unknown',
        bottle: 1000,
        fill: { name: 'Filler cap', at: 'ground', from: 'above', minutes: 1, tools: [] },
        level: blankLevel(`fluid-${n}-level`),
      }),
    },
    fields: [
      id,
      text('name', 'Name'),
      contested('spec', 'Grade', 'text', ''),
      contested('capacity', 'Capacity', 'number', 'mL'),
      number('bottle', 'Bottle', 'mL'),
      reuse,
      {
        kind: 'group',
        key: 'fill',
        label: 'Filled',
        fields: [
          text('name', 'Where'),
          choice('at', 'Car', from(liftPositions, positionWords)),
          choice('from', 'Reached', from(reaches, reachWords)),
          number('minutes', 'Takes', 'min'),
          tools,
        ],
      },
      { kind: 'group', key: 'level', label: 'Its level', fields: levelFields },
    ],
  },
  {
    part: 'fills',
    title: 'Fill points',
    list: { one: 'fill point', blank: n => ({ id: `fill-${n}`, name: 'Fill plug', ways: [plainWay], tools: [] }) },
    fields: [
      id,
      text('name', 'Name'),
      number('hex', 'Hex', 'mm', true),
      contested('torque', 'Torque', 'window', 'N·m', true),
      { ...seals, optional: true },
      tools,
      ways(),
      centre,
    ],
  },
  { part: 'levels', title: 'Levels', list: { one: 'level', blank: n => blankLevel(`level-${n}`) }, fields: levelFields },
  {
    part: 'bleeders',
    title: 'Bleeders',
    list: { one: 'bleeder', blank: n => ({ id: `bleeder-${n}`, name: 'Bleeder', hex: 10, ways: [plainWay] }) },
    fields: [id, text('name', 'Name'), number('hex', 'Hex', 'mm'), contested('torque', 'Torque', 'window', 'N·m', true), ways(), centre],
  },
  {
    part: 'bleeding',
    title: 'Bleeding',
    fields: [
      { kind: 'choices', key: 'allowed', label: 'Methods', choices: from(bleedMethods, bleedWords) },
      items(
        'forbidden',
        'Not to be used',
        'method',
        [choice('method', 'Method', from(bleedMethods, bleedWords)), text('why', 'Why')],
        () => ({ method: 'vacuum', why: 'Say why.' }),
      ),
      text('summary', 'In short', { long: true }),
      {
        kind: 'group',
        key: 'parameters',
        label: 'Numbers',
        fields: [
          number('strokes', 'Strokes', 'strokes', true),
          number('restMinutes', 'Foam settles', 'min', true),
          number('pressure', 'Pressure', 'kPa', true),
          choice(
            'turns',
            'Turns',
            [
              { value: 'short-of-lock', title: 'just short of the stops' },
              { value: 'full-lock', title: 'to the stops' },
            ],
            true,
          ),
          choice('at', 'Car, while it is turned', from(liftPositions, positionWords), true),
          number('running', 'Then, engine idling', 'times', true),
        ],
      },
    ],
  },
  {
    part: 'proving',
    title: 'Proving',
    fields: [
      contested('leakMinutes', 'Leak check after', 'number', 'min'),
      choice(
        'pressure',
        'Under pressure by',
        pressureSources.map(value => ({ value, title: pressureWords[value] })),
      ),
      { kind: 'flag', key: 'roadTest', label: 'Road test' },
      { kind: 'words', key: 'lookNext', label: 'What to look at next' },
    ],
  },
  {
    part: 'neighbours',
    title: 'Parts beside the lines',
    list: { one: 'part beside the lines', blank: n => ({ id: `neighbour-${n}`, what: 'gasket', goals: [], parts: [] }) },
    fields: [
      id,
      text('what', 'What'),
      { kind: 'refs', key: 'goals', label: 'Opened for it', of: 'goals' },
      { ...ways('ways', 'Ways to it'), optional: true },
      { kind: 'words', key: 'parts', label: 'Parts' },
      failure,
      centre,
    ],
  },
  {
    part: 'waits',
    title: 'Waits',
    list: {
      one: 'wait',
      blank: n => ({ id: `wait-${n}`, kind: 'cool', text: 'Let it cool.', minutes: 20, after: [], before: ['prepare'] }),
    },
    fields: [
      id,
      choice('kind', 'Kind', from(waitKinds, waitWords)),
      text('text', 'What is waited for', { long: true }),
      number('minutes', 'Takes', 'min'),
      { kind: 'words', key: 'after', label: 'Runs from these steps', hint: 'open:joint, off:part, fill …; none: from the start' },
      { kind: 'words', key: 'before', label: 'Must be over before' },
    ],
  },
  {
    part: 'cautions',
    title: 'Cautions',
    list: { one: 'caution', blank: () => ({ kind: 'burn', phase: 'before', text: 'Say what can hurt and how not to.' }) },
    fields: [
      choice('kind', 'Kind', from(cautionKinds, cautionWords)),
      choice('phase', 'Stands', from(phases, phaseWords)),
      text('text', 'Caution', { long: true }),
    ],
  },
  {
    part: 'notes',
    title: 'Notes',
    list: { one: 'note', blank: () => ({ by: 'name', date: new Date().toISOString().slice(0, 10), text: 'note' }) },
    fields: [text('by', 'By'), text('date', 'Date'), text('text', 'Note', { long: true })],
  },
]

export const sourceChoices = from(sourceKinds, sourceWords)

/** What a reference field may point at on this sheet. */
export function refChoices(of: RefList, sheet: Sheet, families: readonly { id: string; make: string; model: string }[]): Choice[] {
  const named = (list: readonly { id: string; name: string }[]): Choice[] => list.map(item => ({ value: item.id, title: item.name }))
  switch (of) {
    case 'lines':
      return named(sheet.lines)
    case 'ports':
      return sheet.ports.map(port => ({ value: port.id, title: `${port.component} (${port.id})` }))
    case 'operations':
      return named(sheet.operations)
    case 'goals':
      return [...named(sheet.joints), ...named(sheet.holds), ...named(sheet.lines)]
    case 'seals-and-holds':
      return [
        ...sheet.joints.flatMap(joint => joint.seals.map(seal => ({ value: seal.id, title: `${seal.name}, ${joint.name}` }))),
        ...named(sheet.holds),
      ]
    case 'parts':
      return named(sheet.lines.flatMap(line => line.parts))
    case 'families':
      return families.map(family => ({ value: family.id, title: `${family.make} ${family.model}` }))
  }
}

export const choicesOf = (
  field: Extract<Field, { kind: 'choice' | 'choices' | 'ref' | 'refs' }>,
  sheet: Sheet,
  families: readonly { id: string; make: string; model: string }[],
): Choice[] => ('of' in field ? refChoices(field.of, sheet, families) : field.choices)

/** What stands in a list for one of its items. */
export function titleOfItem(item: unknown, one: string, n: number): string {
  const { name, what, component, label, text: words, id: itemId } = item as Record<string, unknown>
  const found = [name, what, component, label, words, itemId].find(value => typeof value === 'string' && value !== '')
  return typeof found === 'string' ? found.slice(0, 60) : `${one} ${n + 1}`
}
