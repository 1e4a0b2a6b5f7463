import { networkInterfaces } from 'node:os'
import type { Reach } from '../../shared/schemas/shop'
import { config } from './config'

type Interfaces = ReturnType<typeof networkInterfaces>
const isLoopback = (host: string) => host === 'localhost' || host === '::1' || host.startsWith('127.')
const isAnything = (host: string) => host === '' || host === '0.0.0.0' || host === '::'

/**
 * How other devices reach this server. Listening on this machine only, it is not reached at all; on everything, by each address this
 * machine has in a network (IPv4: what a person can type).
 */
export function reachOf(
  { host, port, secureCookies } = config as { host: string; port: number; secureCookies: boolean },
  interfaces: Interfaces = networkInterfaces(),
): Reach {
  const own = Object.values(interfaces).flatMap(all => (all ?? []).filter(one => !one.internal && one.family === 'IPv4'))
  const hosts = isLoopback(host) ? [] : isAnything(host) ? own.map(one => one.address) : [host]
  const addresses = hosts.map(one => `http://${one.includes(':') ? `[${one}]` : one}:${port}`)
  return { network: !isLoopback(host), addresses, secure: secureCookies }
}
