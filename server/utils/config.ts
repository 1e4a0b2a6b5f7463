import { trustedNetworks } from './clientAddress'

/** Everything the process is told from outside, read once. The start command sets these; see docs/architecture.md. */
const env = process.env
const addresses = (text = ''): string[] => text.split(/,(?=postgres)/).filter(address => address !== '')

export const config = {
  /** One database, or the members of a cluster with comma between: whichever takes writes is worked on. */
  databaseUrls: addresses(env.DATABASE_URL),
  /** The same without a pooler between, where DATABASE_URL leads to one: LISTEN needs a connection of its own. */
  directUrls: addresses(env.EFFERENT_DIRECT_URL ?? env.DATABASE_URL),
  /** A pooler hands its connections round: what is set on one when it opens would be somebody else's next. */
  isPooled: Boolean(env.EFFERENT_DIRECT_URL),
  /** A replica for what may be a moment old: looking up, lists, exports. Empty: none. */
  readUrl: env.EFFERENT_READ_URL ?? '',
  sessionSecret: env.EFFERENT_SESSION_SECRET ?? '',
  /** Secure cookies reach the browser on HTTPS and on localhost only; `--plain-http` turns this off for a shop network without HTTPS. */
  secureCookies: env.EFFERENT_PLAIN_HTTP !== '1',
  /** Reverse proxies by their networks: what they say of where a request came from is believed, and nobody else's word. */
  trustedProxies: trustedNetworks(env.EFFERENT_TRUST_PROXY ?? ''),
  /** May a program on this machine be a person who sits at it? Not where a tunnel brings the network in without listening to it. */
  isHereTrusted: env.EFFERENT_HERE !== '0',
  /** Names this server goes by, beside its addresses and those of the machine itself. */
  hosts: (env.EFFERENT_HOSTS ?? '')
    .split(',')
    .map(name => name.trim())
    .filter(name => name !== ''),
  /** Where the start command keeps its nightly backups; empty: somebody else takes them. */
  backups: env.EFFERENT_BACKUPS ?? '',
  /** What it listens on, as the start command has told the server itself. */
  host: env.NITRO_HOST ?? env.HOST ?? '',
  port: Number(env.NITRO_PORT ?? env.PORT ?? 3000),
  version: env.EFFERENT_VERSION ?? '0.0.0',
  development: env.NODE_ENV === 'development',
} as const

export function assertConfig(): void {
  if (config.databaseUrls.length === 0) throw new Error('DATABASE_URL is not set: start with ./efferent start')
  if (config.sessionSecret.length < 32)
    throw new Error('EFFERENT_SESSION_SECRET must have at least 32 characters: start with ./efferent start')
}
