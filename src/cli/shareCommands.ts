import type { Command } from 'commander'
import { renderUnicodeCompact } from 'uqr'
import { InputError } from './loadBuild.ts'

interface Shared {
  sharing: boolean
  at: string[]
  https: number
  plain: number
  fingerprint?: string
}
interface Pairing {
  token: string
  code: string
}

/** Asks the workshop that is open on this machine, as its owner. */
async function ask<T>(server: string, method: string, path: string, body?: unknown): Promise<T> {
  let res: Response
  try {
    res = await fetch(new URL(`/api${path}`, server), {
      method,
      headers: { 'Content-Type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
  } catch {
    throw new InputError(`No workshop is open at ${server}. Start it first, or say where it is open with --server`)
  }
  const answer = (await res.json().catch(() => ({}))) as { error?: { message?: string; code?: string } }
  if (res.status === 401)
    throw new InputError(`${server} is not this machine’s own address: its owner asks as http://127.0.0.1:<port>`)
  if (!res.ok) throw new InputError(answer.error?.message ?? `The workshop answered ${res.status}.`)
  return answer as T
}

const where = (c: Command): Command =>
  c.option('--server <address>', 'where the workshop is open on this machine', 'http://127.0.0.1:4180')

/** The address that is the easiest to type: a number, before a name that not every network knows. */
const easiest = ({ at }: Shared): string => at.find(a => /^\d/.test(a)) ?? at[0] ?? 'localhost'

/** `share` opens the workshop to the network and closes it; `owner` lets the first owner in where there is no screen. */
export function shareCommands(program: Command, say: (text: string) => void): void {
  where(program.command('share'))
    .description(
      'open the workshop to paired devices of the network, from now on and over restarts; prints a way in for one',
    )
    .option('--off', 'close it to the network', false)
    .action(async (o: { server: string; off: boolean }) => {
      const shared = await ask<Shared>(o.server, 'PUT', '/network', { sharing: !o.off })
      if (o.off) return say('Only this machine reaches the workshop now. Devices stay paired for the next time.')
      const { token, code } = await ask<Pairing>(o.server, 'POST', '/access/pairings', { role: 'bench' }),
        address = `http://${easiest(shared)}:${shared.plain}/pair`
      say(
        `Open to paired devices of the network at ${shared.at.map(a => `https://${a}:${shared.https}`).join(', ')}`,
      )
      say(`Fingerprint of its certificate authority (SHA-256): ${shared.fingerprint ?? ''}`)
      say(renderUnicodeCompact(`${address}#${token}`))
      say(
        `One device comes in by this picture, or at ${address} by the digits ${code.slice(0, 4)} ${code.slice(4)}.`,
      )
      say('Good once, for two minutes. npx snugbolt share again shows new ones; with --off it is closed.')
    })
  where(program.command('owner'))
    .description('print a link by which one device becomes an owner: for a workshop on a machine without a screen')
    .action(async (o: { server: string }) => {
      const shared = await ask<Shared>(o.server, 'GET', '/network')
      if (!shared.sharing) throw new InputError('The workshop is not open to the network: npx snugbolt share first')
      const { token, code } = await ask<Pairing>(o.server, 'POST', '/access/pairings', { role: 'owner' })
      say(`http://${easiest(shared)}:${shared.plain}/pair#${token}`)
      say(
        `or the digits ${code.slice(0, 4)} ${code.slice(4)}. Good once, for two minutes; whoever has it is an owner.`,
      )
    })
}
