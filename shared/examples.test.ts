import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { computations, isComputeName } from './compute'

// What docs/examples.md shows somebody to type does what it says there.
const root = fileURLToPath(new URL('..', import.meta.url))
const examples = readFileSync(`${root}/docs/examples.md`, 'utf8')
  .split(/^## /m)
  .slice(1)
  .map(text => {
    const found =
      /^(?<name>[a-z-]+)\n.*node -p '(?<request>[^']*)' \|\n {2}\.\/efferent compute \k<name>\n.*```json\n(?<answer>.*?)\n```/s.exec(text)
    if (!found) throw new Error(`an example is not written like the others: ${text.slice(0, 40)}`)
    return found.groups as { name: string; request: string; answer: string }
  })

/** Shown members, the beginning of a list, and numbers as they are rounded there. */
function expectShown(answer: unknown, shown: unknown, at: string): void {
  if (typeof shown === 'number') expect(Math.abs((answer as number) - shown), at).toBeLessThanOrEqual(0.001 * Math.abs(shown) + 1e-12)
  else if (Array.isArray(shown)) shown.forEach((one, i) => expectShown((answer as unknown[])[i], one, `${at}[${i}]`))
  else if (typeof shown === 'object' && shown !== null)
    for (const [key, one] of Object.entries(shown)) expectShown((answer as Record<string, unknown>)[key], one, `${at}.${key}`)
  else expect(answer, at).toBe(shown)
}

it('there is one for each computation', () => {
  expect(examples.map(({ name }) => name).toSorted()).toEqual(Object.keys(computations).toSorted())
})
it.each(examples.map(example => [example.name, example] as const))('%s answers as it is shown', (name, { request, answer }) => {
  const asked: unknown = JSON.parse(execFileSync(process.execPath, ['-p', request], { cwd: root, encoding: 'utf8', maxBuffer: 64e6 }))
  if (!isComputeName(name)) throw new Error(`no computation is called ${name}`)
  const outcome = computations[name].run(asked)
  if (!outcome.ok) throw new Error(outcome.message)
  expectShown(JSON.parse(JSON.stringify(outcome.value)), JSON.parse(answer), name)
})
