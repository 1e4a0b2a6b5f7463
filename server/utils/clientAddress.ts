import { BlockList, isIP } from 'node:net'

const plain = (address: string): string =>
  address
    .trim()
    .replace(/^\[(.*)\](?::\d+)?$/, '$1')
    .replace(/^::ffff:(?=\d+\.)/i, '')
const familyOf = (address: string): 'ipv4' | 'ipv6' => (isIP(address) === 6 ? 'ipv6' : 'ipv4')

/**
 * The networks whose word about addresses counts: addresses and prefixes with comma between, `10.0.0.0/8,::1`; `1` is this machine itself.
 * Throws on what is neither, so that a slip of the pen is not somebody's open door.
 */
export function trustedNetworks(text: string): BlockList | undefined {
  if (text.trim() === '') return undefined
  const list = new BlockList()
  for (const one of text.trim() === '1' ? ['127.0.0.0/8', '::1'] : text.split(',')) {
    const [network = '', bits, ...more] = one.trim().split('/')
    const most = isIP(network) === 6 ? 128 : 32
    const prefix = bits === undefined ? most : Number(bits)
    if (isIP(network) === 0 || more.length > 0 || !Number.isInteger(prefix) || prefix < 0 || prefix > most)
      throw new Error(`EFFERENT_TRUST_PROXY takes addresses and networks like 10.0.0.0/8, with comma between; not “${one.trim()}”`)
    list.addSubnet(network, prefix, familyOf(network))
  }
  return list
}

/**
 * From which address a request comes: the connection's own, or, where that is a trusted proxy's, the right-most of those it names that is
 * none. What stands further left was written by whoever asked, and says nothing.
 */
export function clientAddress(connection: string, forwarded: string | undefined, trusted: BlockList | undefined): string {
  const isTrusted = (address: string) => isIP(address) !== 0 && (trusted?.check(address, familyOf(address)) ?? false)
  const own = plain(connection)
  if (!isTrusted(own)) return own
  const named = (forwarded ?? '').split(',').map(plain).filter(Boolean)
  for (const address of named.toReversed()) if (!isTrusted(address)) return isIP(address) === 0 ? own : address
  // Nobody but proxies: the first of them, as far as they say.
  return named[0] ?? own
}
