import { chmodSync, existsSync, readFileSync, writeFileSync } from 'node:fs'
import { randomBytes } from 'node:crypto'

/**
 * The secret by which a device on this machine is let in without a press: made once, in a file that only its owner reads.
 * @param make whether it is made where there is none
 */
export function deviceKey(file: string, make: boolean): string | undefined {
  if (existsSync(file)) return readFileSync(file, 'utf8').trim() || undefined
  if (!make) return undefined
  const key = randomBytes(24).toString('hex')
  writeFileSync(file, key + '\n', { mode: 0o600 })
  chmodSync(file, 0o600)
  return key
}
