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

  it('name the page, those it is drawn in, and the layout around it', () => {
    expect(at('/')).toEqual([['pages/index.vue', 'layouts/default.vue']])
    expect(at('/sheets/a-b/card')).toEqual([['pages/sheets/[id]/card.vue', 'layouts/bare.vue']])
    expect(at('/jobs/7/bay')).toEqual([['pages/jobs/[id].vue', 'pages/jobs/[id]/bay.vue', 'layouts/bay.vue']])
  })
  it('are met with or without a last stroke, and by no other address; the head of a job comes with its rooms', () => {
    for (const path of ['/jobs/7', '/jobs/7/'])
      expect(at(path)).toEqual([['pages/jobs/[id].vue', 'pages/jobs/[id]/index.vue', 'components/job/JobHead.vue', 'layouts/default.vue']])
    expect(at('/jobs/7/handover')).toEqual([['pages/jobs/[id].vue', 'pages/jobs/[id]/handover.vue', 'layouts/default.vue']])
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
  const imports: Record<string, string[]> = {
    '/w/entry.js': ['vue'],
    vue: [],
    [at('layouts/default')]: ['menu', 'vue'],
    [at('layouts/bare')]: ['field'],
    [at('pages/sign-in')]: ['field', 'vue'],
    [at('pages/index')]: ['field', 'rows'],
    [at('pages/car')]: ['menu', 'look'],
    [at('pages/jobs/[id]/bay')]: ['look', 'steps', 'once'],
    [at('pages/jobs/[id]/kit')]: ['steps', 'chart'],
    [at('pages/jobs/[id]/index')]: ['strip', 'tab'],
    [at('pages/jobs/[id]/fluid')]: ['strip'],
    [at('components/job/JobHead')]: ['tab'],
    [at('pages/bench')]: ['bender', 'tab', 'select', 'paste'],
    [at('pages/jobs/[id]/make')]: ['bender'],
    [at('pages/shop')]: ['select', 'chart', 'paste'],
    [at('components/bay/MakeStep')]: ['select', 'act'],
    ...Object.fromEntries(
      ['menu', 'field', 'rows', 'look', 'steps', 'once', 'bender', 'chart', 'strip', 'tab', 'select', 'act', 'paste'].map(id => [id, []]),
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
  it('keep from all of these what only other pages share, and what is fetched once a page stands', () => {
    expect(['chart', 'paste', 'select', 'act'].map(partOf)).toEqual(['rest', 'rest', 'later', undefined])
  })
  it('leave to a page what it alone uses, and the page itself its own file', () => {
    expect(['rows', 'once', at('pages/car'), at('layouts/default'), at('components/bay/MakeStep')].filter(partOf)).toEqual([])
  })
})
