import type { Rollup } from 'vite'

// In how many pieces the pages' script comes. Left to itself the bundler cuts wherever two pages share something: a job's room then came in
// sixty files of a kilobyte or two, and asking for them took a shop's network longer than what they weigh.

/** What somebody meets who is not signed in yet; a workshop is set up once. */
const first = ['pages/sign-in', 'layouts/bare']
/** What people pass through on their way stays light: what it uses with others is the desk's, with what stands around every page. */
const light = ['pages/index', 'pages/lookup', 'pages/library', 'layouts/default', 'layouts/bay']
/** Where the hands are in the work: nothing is fetched there that is not shown. */
const bay = ['pages/jobs/[id]', 'pages/jobs/[id]/bay']
/** What comes with a page at once though it is not in it (pageFiles). */
const withPage = ['components/job/JobHead']
/** The two pages at which work is prepared. */
const prepared = ['pages/sheets/[id]/index', 'pages/jobs/[id]/index', ...withPage]
/** What few pages share, and no others should have to fetch. */
const apart = {
  making: ['pages/bench', 'pages/jobs/[id]/make', 'pages/practice'],
  print: ['pages/jobs/[id]/tag', 'pages/sheets/[id]/card'],
}

/** What answers are read with (app/utils/answers.ts): building a schema is a task of its own, not part of reading a page's script. */
const readers = { ground: 'readers/ground', start: 'readers/start', sheet: 'readers/sheet', job: 'readers/job' }
const isSchema = (id: string) => /\/shared\/(schemas|answers)\//.test(id)

/** The styles that Vuetify's components bring, built with our settings; ours are plain. */
const isLook = (id: string) => /\.s[ac]ss(?:\?|$)/.test(id)

const rootOf = (id: string) => /\/app\/((?:(?:pages|layouts|components)\/[^?]+(?=\.vue$))|(?:readers\/\w+(?=\.ts$)))/.exec(id)?.[1]
/** A part that a page fetches once it stands, or when it is asked for. */
const isLater = (root: string) => root.startsWith('components/') && !withPage.includes(root)

/** Which modules are reached from the script that starts the program, and from which pages, layouts and later parts each other is. */
function reached(meta: Rollup.ManualChunkMeta): { start: Set<string>; from: Map<string, Set<string>> } {
  const down = (root: string): Set<string> => {
    const seen = new Set<string>()
    const open = [root]
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (seen.has(id)) continue
      seen.add(id)
      open.push(...(meta.getModuleInfo(id)?.importedIds ?? []))
    }
    return seen
  }
  const start = new Set<string>()
  const from = new Map<string, Set<string>>()
  for (const id of meta.getModuleIds()) {
    const info = meta.getModuleInfo(id)
    if (info?.isEntry) for (const part of down(id)) start.add(part)
    if (!info || info.dynamicImporters.length === 0 || !rootOf(id)) continue
    for (const part of down(id)) from.set(part, (from.get(part) ?? new Set()).add(id))
  }
  return { start, from }
}

/** Names the file a part of the program goes to, where that is not the bundler's to choose. */
export function pageParts(): (id: string, meta: Rollup.ManualChunkMeta) => string | undefined {
  let graph: ReturnType<typeof reached> | undefined
  return (id, meta) => {
    graph ??= reached(meta)
    if (graph.start.has(id)) return 'start'
    const roots = graph.from.get(id) ?? new Set<string>()
    // A page's own file keeps its name, by which what it needs is known (pageFiles); a later part's is its own.
    if (roots.has(id)) return undefined
    const names = [...roots].flatMap(root => rootOf(root) ?? [])
    const isFor = (some: readonly string[]) => names.some(name => some.includes(name))
    if (names.length < 2 && !isLook(id)) return undefined
    if (names.includes(readers.ground)) return 'ground'
    if (names.includes(readers.start)) return 'schemas'
    if (isFor(first)) return 'first'
    if (isFor(light)) return 'desk'
    // Styles that come once a page stands have the whole of it styled and laid out again, in one task: these come before it.
    if (isLook(id)) return 'looks'
    // What schemas are built of lies apart from them and from pages: neither waits for the other, and none goes round in a circle.
    if (names.includes(readers.sheet)) return isSchema(id) ? 'sheet' : 'terms'
    if (names.includes(readers.job)) return isSchema(id) ? 'events' : 'terms'
    const pages = names.filter(name => !isLater(name))
    if (isFor(bay)) return pages.every(page => page.startsWith('pages/jobs/') || withPage.includes(page)) ? 'job' : 'lines'
    if (isFor(prepared)) return 'prepared'
    for (const [name, some] of Object.entries(apart)) if (names.every(page => some.includes(page))) return name
    return pages.length < names.length ? 'later' : 'rest'
  }
}
