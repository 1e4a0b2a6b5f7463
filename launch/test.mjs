import { bench } from './bench.mjs'
import { Failure, root, run, say } from './run.mjs'
import { ensureBuild, ensureChromium, ensurePackages, ensurePooler, ensurePostgres } from './setup.mjs'

const bin = name => `${root}/node_modules/.bin/${name}`
/** One on each of the two cores, the next as one is done: the longest first. */
async function onTwoCores(commands) {
  const left = [...commands]
  const one = async () => {
    for (let next = left.shift(); next; next = left.shift()) {
      const [name, ...args] = next
      await run(bin(name), args, { show: true })
    }
  }
  await Promise.all([one(), one()])
}
/** By the native compiler, in a third of the time; components are vue-tsc's, which is built on the one before it. */
const native = config => ['../typescript-native/bin/tsc', '--noEmit', '-p', config]
const lint = [
  ['eslint', '.'],
  ['prettier', '--check', '--log-level', 'warn', '.'],
]
const types = [
  ['vue-tsc', '--noEmit', '-p', '.nuxt/tsconfig.app.json'],
  // Shared with core below it: neither knows a page or a server.
  ...['tests', '.nuxt/tsconfig.server.json', 'shared', '.nuxt/tsconfig.node.json'].map(native),
]
/** Asked for by several stages and made once; begun ahead, it says what went wrong to the first that needs it. */
function once(make) {
  let made
  const get = () => (made ??= make())
  return { get, ahead: () => void get().catch(() => {}) }
}
const build = once(ensureBuild)
const databases = once(async () => {
  await ensurePostgres()
  await ensurePooler()
})
// After the others: Debian's packages are installed one at a time.
const browser = once(async () => {
  await databases.get()
  await ensureChromium()
})
const needs = { server: [databases, build], e2e: [browser, build], bench: [browser, build] }
/** What a later stage waits for is begun where it is in nobody's way: programs come over the network, a build leaves half a core idle. */
const aheadOf = { read: [databases, browser], unit: [build] }

const stages = {
  /** What is read and not run, side by side. */
  read: () => onTwoCores([types[0], ...lint, ...types.slice(1)]),
  lint: () => onTwoCores(lint),
  types: () => onTwoCores(types),
  unit: () => run(bin('vitest'), ['run', '--project', 'unit', '--project', 'parts', '--project', 'components'], { show: true }),
  server: () => run(bin('vitest'), ['run', '--project', 'server'], { show: true }),
  /** Each figure once at its smallest size: what can no longer be measured fails here, and not when somebody wants to know. */
  bench: () => bench({ small: true }),
  e2e: async () => {
    for (const project of ['shared', 'alone']) await run(bin('playwright'), ['test', '--project', project], { show: true })
  },
}

/** Everything that must hold, in the order in which it fails fastest; installs what it needs. */
export async function test({ only }) {
  const wanted = only ?? ['read', 'unit', 'server', 'bench', 'e2e']
  const unknown = wanted.find(name => !(name in stages))
  if (unknown) throw new Failure(`--only takes ${Object.keys(stages).join(', ')}, not “${unknown}”`)
  await ensurePackages()
  const needed = wanted.flatMap(name => needs[name] ?? [])
  for (const name of wanted) {
    const started = Date.now()
    say(`── ${name}`)
    for (const part of aheadOf[name] ?? []) if (needed.includes(part)) part.ahead()
    for (const part of needs[name] ?? []) await part.get()
    await stages[name]()
    say(`── ${name} passed in ${Math.round((Date.now() - started) / 1000)} s`)
  }
}
