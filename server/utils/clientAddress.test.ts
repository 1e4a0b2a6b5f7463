import { describe, expect, it } from 'vitest'
import { clientAddress, trustedNetworks } from './clientAddress'

const trusted = trustedNetworks('10.0.0.0/8, 192.0.2.7, fd00::/8')

describe('from where somebody comes', () => {
  it.each([
    ['198.51.100.4', undefined, '198.51.100.4'],
    // Whoever is no proxy may say what they like.
    ['198.51.100.4', '127.0.0.1', '198.51.100.4'],
    ['10.1.2.3', '203.0.113.9', '203.0.113.9'],
    // The left-most is written by whoever asked; the proxy has added the right-most.
    ['10.1.2.3', '127.0.0.1, 203.0.113.9', '203.0.113.9'],
    ['10.1.2.3', '203.0.113.66, 203.0.113.9, 192.0.2.7', '203.0.113.9'],
    ['::ffff:10.1.2.3', '203.0.113.9', '203.0.113.9'],
    ['fd00::1', '2001:db8::5', '2001:db8::5'],
    ['fd00::1', '[2001:db8::5]:4711', '2001:db8::5'],
    ['10.1.2.3', 'unknown', '10.1.2.3'],
    ['10.1.2.3', '203.0.113.9, not an address', '10.1.2.3'],
    ['10.1.2.3', '10.9.9.9, 10.8.8.8', '10.9.9.9'],
    ['10.1.2.3', '', '10.1.2.3'],
  ])('by a connection from %s that names %s: %s', (connection, forwarded, address) => {
    expect(clientAddress(connection, forwarded, trusted)).toBe(address)
  })
  it('with nobody trusted nothing that is said counts', () => {
    expect(trustedNetworks('')).toBeUndefined()
    expect(clientAddress('127.0.0.1', '203.0.113.9', undefined)).toBe('127.0.0.1')
    expect(clientAddress('127.0.0.1', '203.0.113.9', trustedNetworks('1'))).toBe('203.0.113.9')
  })
  it.each(['yes', '10.0.0.0/33', '10.0.0/8', '10.0.0.0/8/8', '10.0.0.0/-1', '::1/129', ','])(
    '%s is no network, and is refused by name',
    text => {
      expect(() => trustedNetworks(text)).toThrow(/EFFERENT_TRUST_PROXY/)
    },
  )
})
