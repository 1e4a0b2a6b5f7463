import { isIP } from 'node:net'

const nameOf = (host: string): string =>
  host
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .replace(/\.$/, '')

/**
 * Is this a name the program goes by? Any address, the machine's own names, and what the owner has listed. Another name that leads here was
 * pointed at this server by somebody else: their page would be of the same origin as ours.
 */
export function isAllowedHost(host: string | undefined, listed: readonly string[]): boolean {
  if (!host) return false
  const name = nameOf(host)
  return isIP(name) !== 0 || name === 'localhost' || name.endsWith('.localhost') || listed.some(one => nameOf(one) === name)
}
