import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
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
  // By their places in the checkout: moved or copied, it is the same.
  for (const file of paths.flatMap(path => filesUnder(join(root, path)))) hash.update(relative(root, file)).update(readFileSync(file))
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
    await fetching('the packages', run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']))
  })
  if (!existsSync(join(root, '.nuxt/tsconfig.app.json'))) await run('node_modules/.bin/nuxt', ['prepare'])
}

/** What needs the network says so when there is none, in a sentence. */
const isNoNetwork = message =>
  /ENOTFOUND|EAI_AGAIN|ENETUNREACH|ECONNREFUSED|ETIMEDOUT|Temporary failure resolving|Could not resolve|Failed to fetch/.test(message)
const fetching = (what, work) =>
  work.catch(error => {
    throw isNoNetwork(error.message)
      ? new Failure(`${what} cannot be fetched: there is no network. Connect this machine once; after that Efferent starts without one`)
      : error
  })

async function aptInstall(what, packages) {
  if (!isRoot) throw new Failure(`${what} is not on this machine. Install it once as root: apt-get install ${packages.join(' ')}`)
  say(`installing ${what} from Debian …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  await fetching(
    what,
    run('apt-get', ['update', '-q'], { env }).then(() =>
      run('apt-get', ['install', '-y', '-q', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packages], { env }),
    ),
  )
}

const postgresHome = '/usr/lib/postgresql'
/** The majors whose servers are installed, newest first. */
export function installedMajors(home = postgresHome) {
  if (!existsSync(home)) return []
  return readdirSync(home)
    .filter(major => /^\d+$/.test(major) && ['postgres', 'initdb'].every(tool => existsSync(join(home, major, 'bin', tool))))
    .map(Number)
    .sort((a, b) => b - a)
}
export const binOf = (major, home = postgresHome) => join(home, String(major), 'bin')
const findPostgres = () => installedMajors().map(major => binOf(major))[0]

/** The major that a cluster was made by; undefined: there is none yet. */
export function majorOf(clusterDir) {
  const file = join(clusterDir, 'pg/PG_VERSION')
  return existsSync(file) ? Number(readFileSync(file, 'utf8').trim()) : undefined
}

/** The binaries that a cluster can be opened with: those of its own major, or the newest where there is none yet. */
export async function postgresFor(clusterDir, home = postgresHome) {
  const major = majorOf(clusterDir)
  if (major === undefined) return ensurePostgres()
  const installed = installedMajors(home)
  if (installed.includes(major)) return binOf(major, home)
  const others = installed.length > 0 ? `only PostgreSQL ${installed.join(' and ')} is` : 'no PostgreSQL is'
  throw new Failure(
    `the database in ${clusterDir} is PostgreSQL ${major}’s, and ${others} on this machine. Install it (apt-get install postgresql-${major}); with a newer one beside it, ./efferent upgrade brings the database over`,
  )
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

export const headlessChromium = '/usr/lib/chromium/chromium-headless-shell'
export async function ensureChromium() {
  if (!existsSync(headlessChromium)) await aptInstall('Chromium', ['chromium-headless-shell'])
}

/** For the tests only: a pooler to stand before the database. */
export async function ensurePooler() {
  if (!existsSync('/usr/sbin/pgbouncer')) await aptInstall('PgBouncer', ['pgbouncer'])
  return '/usr/sbin/pgbouncer'
}

const sources = ['app', 'core', 'shared', 'server', 'public', 'nuxt.config.ts', 'package.json', 'package-lock.json']

export async function ensureBuild() {
  await once(join(root, '.output/.efferent-stamp'), hashOf(sources), async () => {
    say('building …')
    await run('node_modules/.bin/nuxt', ['build'], { env: { ...process.env, NODE_ENV: 'production' } })
  })
}
