import { hostname, networkInterfaces } from 'node:os'
import type { Names } from './authority.ts'

/** Addresses by which others reach this machine: none that only it has, none that needs an interface's name to be asked. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap(all => all ?? [])
    .filter(a => !a.internal && !(a.family === 'IPv6' && /^fe80:/i.test(a.address)))
    // What people type comes first.
    .sort((a, b) => Number(a.family === 'IPv6') - Number(b.family === 'IPv6'))
    .map(a => a.address)

/** A name that is one label of an address [published: RFC 1123, 2.1]. */
const label = (text: string): string =>
  text
    .toLowerCase()
    .split('.')[0]!
    .replace(/[^a-z0-9-]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 63) || 'workshop'

/** The name that devices on the same network find this machine by [published: RFC 6762, multicast DNS]. */
export const localName = (): string => `${label(hostname())}.local`

/** Every way in which this machine is asked for from the network, beside those that were named when it was started. */
export const namesNow = (named: readonly string[] = []): Names => {
  const isAddress = (n: string) => /^[\d.]+$|:/.test(n.replace(/^\[|\]$/g, ''))
  return {
    dns: [...new Set([localName(), ...named.filter(n => n !== '*' && !isAddress(n))])],
    ips: [...new Set([...ownAddresses(), ...named.filter(isAddress).map(n => n.replace(/^\[|\]$/g, ''))])],
  }
}
