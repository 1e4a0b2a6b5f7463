/** Everything the process is told from outside, read once. The start command sets these; see docs/architecture.md. */
const env = process.env

export const config = {
  databaseUrl: env.DATABASE_URL ?? '',
  sessionSecret: env.EFFERENT_SESSION_SECRET ?? '',
  /** Secure cookies reach the browser on HTTPS and on localhost only; `--plain-http` turns this off for a shop network without HTTPS. */
  secureCookies: env.EFFERENT_PLAIN_HTTP !== '1',
  /** A reverse proxy stands before this and nothing else reaches it: what it says of where a request came from is believed. */
  trustProxy: env.EFFERENT_TRUST_PROXY === '1',
  /** Where the start command keeps its nightly backups; empty: somebody else takes them. */
  backups: env.EFFERENT_BACKUPS ?? '',
  version: env.EFFERENT_VERSION ?? '0.0.0',
  development: env.NODE_ENV === 'development',
} as const

export function assertConfig(): void {
  if (!config.databaseUrl) throw new Error('DATABASE_URL is not set: start with ./efferent start')
  if (config.sessionSecret.length < 32)
    throw new Error('EFFERENT_SESSION_SECRET must have at least 32 characters: start with ./efferent start')
}
