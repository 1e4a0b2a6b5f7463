import { Failure, root, run, say } from './run.mjs'
import { ensureBuild, ensureChromium, ensurePackages, ensurePostgres } from './setup.mjs'

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
const stages = {
  /** What is read and not run, side by side. */
  read: () => onTwoCores([types[0], ...lint, ...types.slice(1)]),
  lint: () => onTwoCores(lint),
  types: () => onTwoCores(types),
  unit: () => run(bin('vitest'), ['run', '--project', 'unit', '--project', 'parts', '--project', 'components'], { show: true }),
  server: async () => {
    await ensurePostgres()
    await ensureBuild()
    await run(bin('vitest'), ['run', '--project', 'server'], { show: true })
  },
  e2e: async () => {
    await ensurePostgres()
    await ensureChromium()
    await ensureBuild()
    await run(bin('playwright'), ['test'], { show: true })
  },
}

/** Everything that must hold, in the order in which it fails fastest; installs what it needs. */
export async function test({ only }) {
  const wanted = only ?? ['read', 'unit', 'server', 'e2e']
  const unknown = wanted.find(name => !(name in stages))
  if (unknown) throw new Failure(`--only takes ${Object.keys(stages).join(', ')}, not “${unknown}”`)
  await ensurePackages()
  for (const name of wanted) {
    const started = Date.now()
    say(`── ${name}`)
    await stages[name]()
    say(`── ${name} passed in ${Math.round((Date.now() - started) / 1000)} s`)
  }
}
