import { parseArgs } from 'node:util'
import { Failure } from './run.mjs'

const usage = `usage: ./efferent COMMAND
  start [--port N] [--host ADDRESS] [--data DIR]   set up what is missing and serve; --port 0 takes a free one
        [--no-demo] [--plain-http] [--no-backup]   a backup is taken every night unless told not to
  dev   [--port N] [--data DIR] [--no-demo]        the same with hot reload
  test  [--only read|lint|types|unit|server|e2e|bench]   everything that must hold
  bench [--small]                                  one JSON object per line; small: everything once, whatever it takes
  compute NAME < request.json                      the core for scripts
  backup FILE [--data DIR]                         one snapshot of everything, with its checksum beside it
  restore FILE [--data DIR]                        into a database that holds nothing yet
  export DIR [--data DIR] [--phrase PHRASE]        everything in open formats: lines of JSON, photos as JPEG
  import DIR [--data DIR] [--phrase PHRASE]        an export, into a database that holds nothing yet
         [--unproved] [--admin NAME] [--yes]       without its phrase; who gets the password; nobody asks
  upgrade [--data DIR]                             the private database to the newest PostgreSQL on this machine
DATABASE_URL set: that database is used and migrated, and no private one is started.`

const [command, ...rest] = process.argv.slice(2)
const options = {
  port: { type: 'string', default: process.env.PORT ?? '4747' },
  host: { type: 'string', default: '127.0.0.1' },
  data: { type: 'string' },
  'no-demo': { type: 'boolean', default: false },
  'plain-http': { type: 'boolean', default: false },
  'no-backup': { type: 'boolean', default: false },
  small: { type: 'boolean', default: false },
  phrase: { type: 'string' },
  unproved: { type: 'boolean', default: false },
  admin: { type: 'string' },
  yes: { type: 'boolean', default: false },
  only: { type: 'string', multiple: true },
}

try {
  const { values, positionals } = parseArgs({ args: rest, options, allowPositionals: true })
  switch (command) {
    case 'start':
      await (await import('./serve.mjs')).serve({ ...values, dev: false })
      break
    case 'dev':
      await (await import('./serve.mjs')).serve({ ...values, dev: true })
      break
    case 'test':
      await (await import('./test.mjs')).test(values)
      break
    case 'bench':
      await (await import('./bench.mjs')).bench(values)
      break
    case 'compute':
      await (await import('./compute.mjs')).compute(positionals)
      break
    case 'backup':
    case 'restore':
      await (await import('./backup.mjs'))[command](positionals, values)
      break
    case 'export':
    case 'import':
      await (await import('./exchange.mjs'))[command](positionals, values)
      break
    case 'upgrade':
      await (await import('./upgrade.mjs')).upgrade(positionals, values)
      break
    default:
      process.stderr.write(`${usage}\n`)
      process.exitCode = command === undefined || command === 'help' ? 0 : 2
  }
} catch (error) {
  process.stderr.write(`efferent: ${error instanceof Failure || error.code?.startsWith('ERR_PARSE_ARGS') ? error.message : error.stack}\n`)
  process.exitCode = 1
}
