import type { Reach } from '#shared/schemas/shop'

const loopback = /^(localhost|127\.|\[::1\])/
/**
 * The addresses to tell a tablet. A page that was itself opened by a name in the network is the best witness of one that works; opened on
 * the machine itself, the server has to say. Behind HTTPS only the page knows: the server hears its proxy.
 */
export function reachHere(origin: string, reach: Reach): string[] {
  return loopback.test(new URL(origin).host) ? reach.addresses : [origin]
}
