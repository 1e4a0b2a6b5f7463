import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'
import { describe, expect, it } from 'vitest'

// What `import-x/no-cycle` does not see: types. Read from the text itself, so that it shares nothing with the linter.
const sources = (folder: string) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter(file => file.endsWith('.ts') && !/\.(test|d)\.ts$/.test(file))
    .map(file => join(folder, file))

/** Files of a folder with the files of it that each imports, types included. */
function importsOf(folder: string): Map<string, string[]> {
  const files = new Set(sources(folder))
  const aimedAt = (file: string) =>
    [...readFileSync(file, 'utf8').matchAll(/\b(?:from|import)\s*\(?\s*'(\.{1,2}\/[^']+)'/g)]
      .map(([, path]) => normalize(join(dirname(file), path!)))
      .map(path => (files.has(path) ? path : `${path}.ts`))
      .filter(path => files.has(path))
  return new Map([...files].map(file => [file, aimedAt(file)]))
}

/** The first circle found, as the files along it; undefined: none. */
function circleIn(graph: ReadonlyMap<string, readonly string[]>): string[] | undefined {
  const done = new Set<string>()
  const along: string[] = []
  const visit = (file: string): string[] | undefined => {
    if (along.includes(file)) return [...along.slice(along.indexOf(file)), file]
    if (done.has(file)) return undefined
    along.push(file)
    for (const next of graph.get(file) ?? []) {
      const circle = visit(next)
      if (circle) return circle
    }
    along.pop()
    done.add(file)
    return undefined
  }
  for (const file of graph.keys()) {
    const circle = visit(file)
    if (circle) return circle
  }
  return undefined
}

describe('files', () => {
  it.each(['core', 'shared', 'server', 'app'])('of %s go in no circle, types included', folder => {
    expect(circleIn(importsOf(folder))).toBeUndefined()
  })
  it('a circle would be found', () => {
    const graph = new Map([
      ['a', ['b']],
      ['b', ['c', 'd']],
      ['c', []],
      ['d', ['b']],
    ])
    expect(circleIn(graph)).toEqual(['b', 'd', 'b'])
  })
})

it('each room of core imports what its README says, and the README says nothing else', () => {
  const stated = Object.fromEntries(
    [...readFileSync('core/README.md', 'utf8').matchAll(/^\| `(\w+)\/` \|.*\| ([\w, ]*?) ?\|$/gm)].map(([, room, rooms]) => [
      room!,
      rooms!.split(', ').filter(Boolean),
    ]),
  )
  const roomOf = (file: string) => (file.split('/').length > 2 ? file.split('/')[1]! : undefined)
  const found: Record<string, string[]> = {}
  for (const [file, imports] of importsOf('core')) {
    const room = roomOf(file)
    if (!room) continue
    const others = imports.map(roomOf).filter(other => other !== undefined && other !== room) as string[]
    found[room] = [...new Set([...(found[room] ?? []), ...others])].sort()
  }
  expect(found).toEqual(stated)
})
