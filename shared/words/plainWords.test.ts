import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const root = fileURLToPath(new URL('../..', import.meta.url))
const files = (folder: string): string[] =>
  readdirSync(join(root, folder), { withFileTypes: true, recursive: true })
    .filter(entry => entry.isFile() && /\.(vue|ts|json)$/.test(entry.name) && !/\.test\.ts$/.test(entry.name))
    .map(entry => join(entry.parentPath, entry.name))
/** What stands in quotes or between tags: comments say why, and may say it in their own words. */
const spoken = (text: string) =>
  text
    .replaceAll(/\/\*[\s\S]*?\*\/|<!--[\s\S]*?-->/g, '')
    .replaceAll(/(^|\s)\/\/.*$/gm, '')
    .replaceAll(/\s+/g, ' ')
const texts = [...files('app'), ...files('shared'), ...files('db/demo')].map(file => ({ file, text: spoken(readFileSync(file, 'utf8')) }))
const terms = [...readFileSync(join(root, 'docs/words.md'), 'utf8').matchAll(/^\| ([a-z][a-z -]+) \|/gm)].map(([, term]) => term!).slice(1)

describe('words that a mechanic reads', () => {
  it('the list is one, in use, and each term stands in it once', () => {
    expect(terms.length).toBeGreaterThan(15)
    expect(new Set(terms).size).toBe(terms.length)
    const all = texts.map(({ text }) => text.toLowerCase()).join('\n')
    expect(terms.filter(term => !all.includes(term))).toEqual([])
  })
  // Said once, understood by nobody at once.
  it.each([
    /met too/,
    /stands so on the car/i,
    /odds rest on/i,
    /judge otherwise/i,
    /goes? on by revision/i,
    /not to be had|cannot be had/i,
    /\blet in\b(?! where)|\bshut out\b/i,
    /foam rests\b/i,
    /title: '(Looks|Findings)'/,
  ])('%s is said otherwise', phrase => {
    expect(texts.filter(({ text }) => phrase.test(text)).map(({ file }) => file.slice(root.length))).toEqual([])
  })
})
