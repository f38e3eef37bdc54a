import { DAY } from '../../core/units/time.ts'
import 'reflect-metadata'
import { createHash, randomBytes, webcrypto, X509Certificate } from 'node:crypto'
import { BlockList, isIPv6 } from 'node:net'
import { AsnConvert } from '@peculiar/asn1-schema'
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509'
import * as x509 from '@peculiar/x509'

/** A certificate and its key, as PEM. */
export interface Certified {
  certificate: string
  key: string
}

/** How a machine is asked for: names, and addresses. */
export interface Names {
  dns: readonly string[]
  ips: readonly string[]
}

/** ECDSA on P-256 with SHA-256 [published: FIPS 186-5]: what every browser takes. */
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const
/** An authority is trusted once by hand, and should last as long as a workshop [our choice]. */
const AUTHORITY_LASTS = 20 * 365 * DAY
/** Browsers take no leaf of a longer life [published: CA/Browser Forum, Baseline Requirements: 398 days]. */
const LEAF_LASTS = 397 * DAY
/** A leaf is renewed when so much of its life is left, ms. */
export const RENEW_AT = 30 * DAY
/** Clocks of devices are behind. */
const BEFORE = 2 * DAY

/**
 * Addresses that never leave a workshop's own network [published: RFC 1918, private; RFC 3927, link-local; RFC 4193, unique
 * local; RFC 4291, link-local]: what the authority may vouch for beside its names. Not one address alone, since a router
 * gives another next month and every device would have to trust a new authority.
 */
const OWN_NETWORKS = [
  '10.0.0.0/8',
  '172.16.0.0/12',
  '192.168.0.0/16',
  '169.254.0.0/16',
  '127.0.0.0/8',
  'fc00::/7',
  'fe80::/10',
]

x509.cryptoProvider.set(webcrypto as Crypto)

/** A number that no other certificate has, of 127 bits: above zero [published: RFC 5280, 4.1.2.2]. */
const serial = (): string => {
  const b = randomBytes(16)
  b[0]! &= 0x7f
  b[0]! |= 0x40
  return b.toString('hex')
}

const pemOf = async (key: CryptoKey): Promise<string> =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY')

const keyFrom = (pem: string): Promise<CryptoKey> =>
  webcrypto.subtle.importKey('pkcs8', x509.PemConverter.decodeFirst(pem), ALGORITHM, true, ['sign'])

const newKeys = (): Promise<CryptoKeyPair> => webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify'])

const ownNetworks = new BlockList()
for (const network of OWN_NETWORKS) {
  const [address, bits] = network.split('/') as [string, string]
  ownNetworks.addSubnet(address, Number(bits), isIPv6(address) ? 'ipv6' : 'ipv4')
}
const isOwnNetwork = (ip: string): boolean => ownNetworks.check(ip, isIPv6(ip) ? 'ipv6' : 'ipv4')
/** One address alone, as constraints write it. */
const alone = (ip: string): string => `${ip}/${isIPv6(ip) ? 128 : 32}`

/**
 * What an authority may vouch for: these names and what lies under them, addresses of the workshop's own network, and of
 * others these alone [published: RFC 5280, 4.2.1.10].
 */
function constraints({ dns, ips }: Names): x509.Extension {
  const only = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees([
      ...dns.map(dNSName => new GeneralSubtree({ base: new GeneralName({ dNSName }) })),
      ...[...OWN_NETWORKS, ...ips.filter(ip => !isOwnNetwork(ip)).map(alone)].map(
        iPAddress => new GeneralSubtree({ base: new GeneralName({ iPAddress }) }),
      ),
    ]),
  })
  return new x509.Extension(id_ce_nameConstraints, true, AsnConvert.serialize(only))
}

/** Makes the workshop's own authority, which may vouch for these names and addresses and its own network's alone. */
export async function makeAuthority(names: Names, now = new Date()): Promise<Certified> {
  const keys = await newKeys(),
    certificate = await x509.X509CertificateGenerator.createSelfSigned({
      serialNumber: serial(),
      name: `CN=Snug Bolt workshop ${randomBytes(3).toString('hex')}`,
      notBefore: new Date(now.getTime() - BEFORE),
      notAfter: new Date(now.getTime() + AUTHORITY_LASTS),
      keys,
      signingAlgorithm: ALGORITHM,
      extensions: [
        new x509.BasicConstraintsExtension(true, 0, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
        await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
        constraints(names),
      ],
    })
  return { certificate: certificate.toString('pem'), key: await pemOf(keys.privateKey) }
}

/** Makes a certificate for the server itself, for all names and addresses by which it is asked. */
export async function makeLeaf(authority: Certified, names: Names, now = new Date()): Promise<Certified> {
  const keys = await newKeys(),
    of = new x509.X509Certificate(authority.certificate),
    certificate = await x509.X509CertificateGenerator.create({
      serialNumber: serial(),
      subject: `CN=${names.dns[0] ?? names.ips[0] ?? 'workshop'}`,
      issuer: of.subject,
      notBefore: new Date(now.getTime() - BEFORE),
      notAfter: new Date(now.getTime() - BEFORE + LEAF_LASTS),
      publicKey: keys.publicKey,
      signingKey: await keyFrom(authority.key),
      signingAlgorithm: ALGORITHM,
      extensions: [
        new x509.BasicConstraintsExtension(false, undefined, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
        new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
        await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
        await x509.AuthorityKeyIdentifierExtension.create(of),
        new x509.SubjectAlternativeNameExtension([
          ...names.dns.map(value => ({ type: 'dns' as const, value })),
          ...names.ips.map(value => ({ type: 'ip' as const, value })),
        ]),
      ],
    })
  return { certificate: certificate.toString('pem'), key: await pemOf(keys.privateKey) }
}

/** Whether an authority may vouch for all these names and addresses. */
export function mayVouchFor(authority: string, { dns, ips }: Names): boolean {
  const e = new x509.X509Certificate(authority).extensions.find(x => x.type === id_ce_nameConstraints)
  if (!e) return false
  const permitted = [...(AsnConvert.parse(e.value, NameConstraints).permittedSubtrees ?? [])].map(s => s.base)
  return (
    dns.every(n => permitted.some(p => p.dNSName === n)) &&
    ips.every(ip => isOwnNetwork(ip) || permitted.some(p => p.iPAddress === alone(ip)))
  )
}

/** SHA-256 of a certificate, in pairs, as systems show it. */
export const fingerprintOf = (pem: string): string =>
  createHash('sha256').update(new X509Certificate(pem).raw).digest('hex').toUpperCase().match(/../g)!.join(':')

/** Whether a certificate is good for all these names and addresses, and for a while. */
export function isGood(pem: string, { dns, ips }: Names, now = new Date()): boolean {
  const c = new X509Certificate(pem)
  return (
    Date.parse(c.validTo) - now.getTime() > RENEW_AT &&
    Date.parse(c.validFrom) <= now.getTime() &&
    dns.every(n => c.checkHost(n) !== undefined) &&
    ips.every(i => c.checkIP(i) !== undefined)
  )
}
