import { Failure, root, run, say } from './run.mjs'
import { ensureBuild, ensureChromium, ensurePackages, ensurePostgres } from './setup.mjs'

const bin = name => `${root}/node_modules/.bin/${name}`
/** One after the other beside another such row: each takes one core, and there are two. */
const inTurn = async commands => {
  for (const [name, ...args] of commands) await run(bin(name), args, { show: true })
}
const stages = {
  lint: () => Promise.all([inTurn([['prettier', '--check', '--log-level', 'warn', '.']]), inTurn([['eslint', '.']])]),
  types: () =>
    Promise.all([
      inTurn([['vue-tsc', '-b', '--noEmit']]),
      inTurn([
        ['tsc', '-p', 'core/tsconfig.json'],
        ['tsc', '-p', 'tests/tsconfig.json'],
      ]),
    ]),
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
  const wanted = only ?? Object.keys(stages)
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
