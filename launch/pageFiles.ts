import type { NuxtPage } from 'nuxt/schema'
import { isRoomPath } from '../app/utils/jobRooms'

// Which files each address of the program needs. The page itself finds that out one file after the other: the start tells of the layout,
// that of the page, that of what it is made of. The server knows at once, and says so with the page (server/plugins/ahead.ts).

/** An address, as a pattern of its path, with the files of the pages drawn into one another there and of the layout around them. */
export type PagePath = { pattern: string; sources: string[] }
/** What is fetched at each address, less what every page starts with; and the letters that all of them are read in. */
export type PageFiles = { pages: { pattern: string; scripts: string[]; styles: string[] }[]; letters: string[] }

type Manifest = Record<string, { file: string; imports?: string[]; css?: string[]; isEntry?: boolean }>

const sourceOf = (file: string) => file.slice(file.indexOf('/app/') + '/app/'.length)

/** The addresses of the pages, those of one page in another below it. A page in a layout of its own says so by `layout`. */
export function pathsOf(pages: readonly NuxtPage[], above = '', around: readonly string[] = []): PagePath[] {
  return pages.flatMap(page => {
    const path = page.path.startsWith('/') ? page.path : `${above}/${page.path}`
    const sources = [...around, ...(page.file ? [sourceOf(page.file)] : [])]
    if (page.children?.length) return pathsOf(page.children, path, sources)
    // The head over a job's rooms is no part of the bay, which is in the same page.
    const head = isRoomPath(':id()', path) ? ['components/job/JobHead.vue'] : []
    const read = path.startsWith('/jobs/') ? ['sheet', 'job'] : path.startsWith('/sheets/') ? ['sheet'] : []
    const readers = ['ground', 'start', ...read].map(name => `readers/${name}.ts`)
    const layout = `layouts/${typeof page.meta?.layout === 'string' ? page.meta.layout : 'default'}.vue`
    return [{ pattern: `^${path.replace(/\/$/, '').replace(/:\w+\(\)/g, '[^/]+')}/?$`, sources: [...sources, ...head, layout, ...readers] }]
  })
}

/** What the manifest of a build says each address needs. */
export function pageFiles(manifest: Manifest, paths: readonly PagePath[]): PageFiles {
  const below = (keys: readonly string[]): Set<string> => {
    const seen = new Set<string>()
    const open = [...keys]
    for (let key = open.pop(); key !== undefined; key = open.pop()) {
      const part = manifest[key]
      if (seen.has(key) || !part) continue
      seen.add(key)
      open.push(...(part.imports ?? []))
    }
    return seen
  }
  const start = below(Object.keys(manifest).filter(key => manifest[key]!.isEntry))
  const pages = paths.map(({ pattern, sources }) => {
    const parts = [...below(sources)].filter(key => !start.has(key)).map(key => manifest[key]!)
    return { pattern, scripts: parts.map(({ file }) => file), styles: [...new Set(parts.flatMap(({ css = [] }) => css))] }
  })
  // Few words are in letters beyond the first set: those come when they are met.
  const letters = Object.values(manifest).flatMap(({ file }) => (/-latin-wght-[^/]*\.woff2$/.test(file) ? [file] : []))
  return { pages, letters: [...new Set(letters)] }
}
