import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Failure, root, run, say } from './run.mjs'

const isRoot = process.getuid?.() === 0

function filesUnder(path) {
  if (!existsSync(path)) return []
  if (statSync(path).isFile()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap(name => (name === 'node_modules' || name.startsWith('.') || name.endsWith('.test.ts') ? [] : filesUnder(join(path, name))))
}

export function hashOf(paths, extra = '') {
  const hash = createHash('sha256').update(process.version).update(extra)
  for (const file of paths.flatMap(path => filesUnder(join(root, path)))) hash.update(file).update(readFileSync(file))
  return hash.digest('hex')
}

/** Does the work only when its inputs have changed since it was last done whole. */
async function once(stampFile, hash, work) {
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === hash) return
  rmSync(stampFile, { force: true })
  await work()
  mkdirSync(join(stampFile, '..'), { recursive: true })
  writeFileSync(stampFile, hash)
}

export async function ensurePackages() {
  await once(join(root, 'node_modules/.efferent-stamp'), hashOf(['package.json', 'package-lock.json']), async () => {
    say('installing npm packages …')
    await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  })
  if (!existsSync(join(root, '.nuxt/tsconfig.app.json'))) await run('node_modules/.bin/nuxt', ['prepare'])
}

async function aptInstall(what, packages) {
  if (!isRoot) throw new Failure(`${what} is not on this machine. Install it once as root: apt-get install ${packages.join(' ')}`)
  say(`installing ${what} from Debian …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  await run('apt-get', ['update', '-q'], { env })
  await run('apt-get', ['install', '-y', '-q', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packages], { env })
}

const postgresHome = '/usr/lib/postgresql'
function findPostgres() {
  if (!existsSync(postgresHome)) return undefined
  return readdirSync(postgresHome)
    .map(Number)
    .filter(Number.isFinite)
    .sort((a, b) => b - a)
    .map(major => join(postgresHome, String(major), 'bin'))
    .find(bin => existsSync(join(bin, 'postgres')) && existsSync(join(bin, 'initdb')))
}

/** The folder of Debian's server binaries; installs them when there are none, without the system-wide cluster nobody asked for. */
export async function ensurePostgres() {
  const found = findPostgres()
  if (found) return found
  if (isRoot && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    mkdirSync('/etc/postgresql-common', { recursive: true })
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n')
  }
  await aptInstall('PostgreSQL', ['postgresql', 'postgresql-contrib'])
  const bin = findPostgres()
  if (!bin) throw new Failure(`PostgreSQL was installed, but no server stands under ${postgresHome}`)
  return bin
}

export async function ensureChromium() {
  if (!existsSync('/usr/bin/chromium')) await aptInstall('Chromium', ['chromium'])
}

const sources = ['app', 'core', 'shared', 'server', 'public', 'nuxt.config.ts', 'package.json', 'package-lock.json']

export async function ensureBuild() {
  await once(join(root, '.output/.efferent-stamp'), hashOf(sources), async () => {
    say('building …')
    await run('node_modules/.bin/nuxt', ['build'], { env: { ...process.env, NODE_ENV: 'production' } })
  })
}
