import { describe, expect, it } from 'vitest'
import { pageFiles, pathsOf } from './pageFiles'
import { pageParts } from './pageParts'

const page = (path: string, file: string, more = {}) => ({ path, file: `/somewhere/app/pages/${file}.vue`, ...more })

describe('the addresses of the pages', () => {
  const paths = pathsOf([
    page('/', 'index'),
    page('/sheets/:id()/card', 'sheets/[id]/card', { meta: { layout: 'bare' } }),
    page('/jobs/:id()', 'jobs/[id]', {
      children: [
        page('', 'jobs/[id]/index'),
        page('handover', 'jobs/[id]/handover'),
        page('bay', 'jobs/[id]/bay', { meta: { layout: 'bay' } }),
      ],
    }),
  ])
  const at = (path: string) => paths.filter(({ pattern }) => new RegExp(pattern).test(path)).map(({ sources }) => sources)

  const start = ['readers/ground.ts', 'readers/start.ts']
  const sheet = [...start, 'readers/sheet.ts']
  const job = [...sheet, 'readers/job.ts']
  const roomOf = (room: string, ...more: string[]) => ['pages/jobs/[id].vue', `pages/jobs/[id]/${room}.vue`, ...more, 'layouts/default.vue']

  it('name the page, those it is drawn in, the layout around it, and what its answers are read with', () => {
    expect(at('/')).toEqual([['pages/index.vue', 'layouts/default.vue', ...start]])
    expect(at('/sheets/a-b/card')).toEqual([['pages/sheets/[id]/card.vue', 'layouts/bare.vue', ...sheet]])
    expect(at('/jobs/7/bay')).toEqual([['pages/jobs/[id].vue', 'pages/jobs/[id]/bay.vue', 'layouts/bay.vue', ...job]])
  })
  it('are met with or without a last stroke, and by no other address; the head of a job comes with its rooms', () => {
    for (const path of ['/jobs/7', '/jobs/7/']) expect(at(path)).toEqual([[...roomOf('index', 'components/job/JobHead.vue'), ...job]])
    expect(at('/jobs/7/handover')).toEqual([[...roomOf('handover'), ...job]])
    for (const path of ['/jobs', '/jobs/7/bay/8', '/sheets/a', '/x']) expect(at(path)).toEqual([])
  })
})

describe('the files an address needs', () => {
  const manifest = {
    entry: { file: 'entry.js', isEntry: true, imports: ['_start'], css: ['entry.css'] },
    _start: { file: 'start.js' },
    _desk: { file: 'desk.js', imports: ['_start'], css: ['desk.css'] },
    // Two that need one another.
    _a: { file: 'a.js', imports: ['_b'], css: ['both.css'] },
    _b: { file: 'b.js', imports: ['_a', '_start'], css: ['both.css'] },
    'pages/index.vue': { file: 'floor.js', imports: ['_a', 'entry', '_desk'], css: ['floor.css'] },
    'layouts/default.vue': { file: 'default.js', imports: ['_desk'] },
    letters: { file: 'plain-latin-wght-normal.x1.woff2' },
    more: { file: 'plain-latin-ext-wght-normal.x2.woff2' },
  }
  const { pages, letters } = pageFiles(manifest, [
    { pattern: '^/$', sources: ['pages/index.vue', 'layouts/default.vue'] },
    { pattern: '^/x$', sources: ['pages/gone.vue'] },
  ])

  it('are all that is reached from it, once, less what every page starts with', () => {
    expect(pages[0]!.scripts.toSorted()).toEqual(['a.js', 'b.js', 'default.js', 'desk.js', 'floor.js'])
    expect(pages[0]!.styles.toSorted()).toEqual(['both.css', 'desk.css', 'floor.css'])
  })
  it('are none where the build has merged a page away', () => {
    expect(pages[1]).toEqual({ pattern: '^/x$', scripts: [], styles: [] })
  })
  it('come with the letters of nearly every word', () => {
    expect(letters).toEqual(['plain-latin-wght-normal.x1.woff2'])
  })
})

describe('the pieces a build is cut into', () => {
  const at = (path: string) => `/w/app/${path}.vue`
  const reader = (name: string) => `/w/app/readers/${name}.ts`
  const schema = (name: string) => `/w/shared/schemas/${name}.ts`
  const look = (name: string) => `vuetify-styles/lib/components/${name}/${name}.sass`
  const imports: Record<string, string[]> = {
    '/w/entry.js': ['vue'],
    vue: [],
    [at('layouts/default')]: ['menu', 'vue', schema('row'), look('VMenu')],
    [at('layouts/bare')]: ['field'],
    [at('pages/sign-in')]: ['field', 'vue'],
    [at('pages/index')]: ['field', 'rows'],
    [at('pages/car')]: ['menu', 'look'],
    [at('pages/jobs/[id]/bay')]: ['look', 'steps', 'once', 'kinds'],
    [at('pages/jobs/[id]/kit')]: ['steps', 'chart'],
    [at('pages/jobs/[id]/index')]: ['strip', 'tab'],
    [at('pages/jobs/[id]/fluid')]: ['strip'],
    [at('components/job/JobHead')]: ['tab'],
    [at('pages/bench')]: ['bender', 'tab', 'select', 'paste', schema('making'), look('VTabs')],
    [at('pages/jobs/[id]/make')]: ['bender'],
    [at('pages/shop')]: ['select', 'chart', 'paste', look('VMenu')],
    [at('components/bay/MakeStep')]: ['select', 'act', look('VSelect')],
    [reader('ground')]: [schema('basics')],
    [reader('start')]: [schema('session')],
    [reader('sheet')]: [schema('sheet'), schema('session')],
    [reader('job')]: [schema('event'), schema('sheet'), schema('making'), schema('row')],
    [schema('basics')]: ['zod', 'roles'],
    [schema('session')]: ['zod', schema('basics')],
    [schema('row')]: ['zod'],
    [schema('sheet')]: ['zod', 'kinds'],
    [schema('event')]: ['zod', 'kinds', 'roles'],
    [schema('making')]: ['zod'],
    ...Object.fromEntries(
      [
        'menu',
        'field',
        'rows',
        'look',
        'steps',
        'once',
        'bender',
        'chart',
        'strip',
        'tab',
        'select',
        'act',
        'paste',
        'zod',
        'kinds',
        'roles',
        ...['VMenu', 'VTabs', 'VSelect'].map(look),
      ].map(id => [id, []]),
    ),
  }
  const meta = {
    getModuleIds: () => Object.keys(imports).values(),
    getModuleInfo: (id: string) =>
      imports[id] && {
        importedIds: imports[id],
        isEntry: id === '/w/entry.js',
        dynamicImporters: id.includes('/app/') ? ['/w/entry.js'] : [],
      },
  }
  const parts = pageParts()
  const partOf = (id: string) => parts(id, meta as never)

  it('are what all start with, what a stranger meets, what stands around every page, the bay with its job, what work is prepared at', () => {
    const ids = ['vue', 'field', 'menu', 'steps', 'look', 'strip', 'tab', 'bender']
    expect(Object.fromEntries(ids.map(id => [id, partOf(id)]))).toEqual({
      vue: 'start',
      field: 'first',
      menu: 'desk',
      steps: 'job',
      look: 'lines',
      strip: 'prepared',
      tab: 'prepared',
      bender: 'making',
    })
  })
  it('keep what answers are read with from what pages show, and what both are made of from either', () => {
    const ids = [
      'zod',
      'roles',
      schema('basics'),
      schema('session'),
      schema('row'),
      schema('sheet'),
      'kinds',
      schema('making'),
      schema('event'),
    ]
    expect(ids.map(partOf)).toEqual(['ground', 'ground', 'ground', 'schemas', 'desk', 'sheet', 'terms', 'events', undefined])
    // No two parts wait for one another: one would be read before what it is made of.
    const needs = new Map<string, Set<string>>()
    for (const [id, below] of Object.entries(imports))
      for (const part of below.map(partOf)) {
        const own = partOf(id) ?? id
        if (part && part !== own) needs.set(own, (needs.get(own) ?? new Set()).add(part))
      }
    for (const [part, others] of needs) for (const other of others) expect(needs.get(other)?.has(part), `${part}, ${other}`).not.toBe(true)
  })
  it('keep from all of these what only other pages share, and what is fetched once a page stands', () => {
    expect(['chart', 'paste', 'select', 'act'].map(partOf)).toEqual(['rest', 'rest', 'later', undefined])
  })
  it('hold together the styles of what stands on no light page: none of them comes when a page stands, and has it laid out again', () => {
    expect(['VMenu', 'VTabs', 'VSelect'].map(name => partOf(look(name)))).toEqual(['desk', 'looks', 'looks'])
  })
  it('leave to a page what it alone uses, and the page itself its own file', () => {
    expect(['rows', 'once', at('pages/car'), at('layouts/default'), at('components/bay/MakeStep')].filter(partOf)).toEqual([])
  })
})
