import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

// The guide names what stands on the screen: in bold what is pressed, as code the keys and commands, as links what is there.
const root = fileURLToPath(new URL('..', import.meta.url))
const read = (path: string) => readFileSync(join(root, path), 'utf8')
const filesIn = (folder: string) => (readdirSync(join(root, folder), { recursive: true }) as string[]).map(path => join(folder, path))
const pages = filesIn('docs/guide')
const sources = ['app', 'shared/words']
  .flatMap(filesIn)
  .filter(path => /\.(vue|ts)$/.test(path) && !path.endsWith('.test.ts'))
  .map(read)
  .join('\n')
  .replaceAll(/\s+/g, ' ')
const all = (text: string, what: RegExp) => [...text.matchAll(what)].map(match => match[1]!)
/** Words between two ends of text or of an element; `<kbd>` and a binding end them too. */
const isOnScreen = (words: string): boolean => {
  const plain = words.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`)
  return new RegExp(String.raw`(?:>|'|"|\`|}})\s*${plain}\s*(?:<|'|"|\`|{{)`).test(sources)
}
const isLink = (from: string, to: string): boolean => {
  const [file, anchor] = to.split('#')
  const path = file ? join(dirname(from), file) : from
  if (!existsSync(join(root, path))) return false
  const headings = all(read(path), /^#+ (.+)$/gm).map(text =>
    text
      .toLowerCase()
      .replaceAll(/[^\w -]/g, '')
      .replaceAll(' ', '-'),
  )
  return anchor === undefined || headings.includes(anchor)
}

it('has a page for each of those who work with it', () => {
  expect(pages.map(path => path.split('/').at(-1)).sort()).toEqual(['desk.md', 'lead.md', 'owner.md', 'technician.md'])
})

describe.each(pages)('%s', page => {
  const text = read(page)
  it('names nothing in bold that stands nowhere on the screen', () => {
    const named = all(text, /\*\*(.+?)\*\*/g).filter(words => words !== 'in bold')
    expect(named.length).toBeGreaterThan(3)
    expect(named.filter(words => !isOnScreen(words))).toEqual([])
  })
  it('leads nowhere that is not there', () => {
    expect(all(text, /\]\(([^)]+)\)/g).filter(to => !isLink(page, to))).toEqual([])
  })
  it('names no command and no option that the launcher does not know', () => {
    const help = read('launch/main.mjs')
    const commands = all(text, /`\.\/efferent (\w+)/g)
    const options = all(text, /(--[\w-]+)/g)
    expect([...commands, ...options].filter(word => !help.includes(word))).toEqual([])
  })
})

it('a button that was renamed, and a page that is gone, would be seen', () => {
  expect(isOnScreen('Press me who is not there')).toBe(false)
  expect(isOnScreen('Sign off')).toBe(true)
  expect(isLink('docs/guide/lead.md', 'nowhere.md')).toBe(false)
  expect(isLink('docs/guide/lead.md', 'technician.md#no-such-task')).toBe(false)
  expect(isLink('docs/guide/lead.md', 'technician.md#begin-a-job')).toBe(true)
})
