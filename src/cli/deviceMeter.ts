import { connect } from 'node:net'
import { createInterface } from 'node:readline'
import type { Build } from '../core/build/build.ts'
import { readBuild } from '../core/build/readBuild.ts'
import { lineCutter, PROTOCOL, readProgramLine, type InHand } from '../core/devices/deviceLine.ts'
import { benchReading, displayed, displayRandom } from '../core/meter/benchMeter.ts'
import { parseMeter } from '../core/meter/meterText.ts'
import { CHEAP_METER } from '../core/meter/meters.ts'
import { modelOf } from '../core/meter/table.ts'
import { InputError } from './loadBuild.ts'

export interface DeviceOptions {
  server: string
  name: string
  /** How long a display stands before the next, ms. */
  pace: string
}

const wait = (ms: number) => new Promise<void>(r => setTimeout(r, ms))

async function ask<T>(server: string, path: string): Promise<T> {
  const res = await fetch(new URL(path, server)).catch(() => undefined)
  if (!res?.ok) throw new InputError(`${server}: no workshop answers there; start one with npm run demo`)
  return (await res.json()) as T
}

/** What the instrument that stands in for a build's own has at the field in hand, or why nothing is read. */
async function benchOhms(server: string, hand: InHand): Promise<{ is: number; random: () => number } | string> {
  const none = 'nothing stands in for that: hide a fault at the Meter station, or type what it should show'
  const stored = await ask<{ build: Build }>(server, `/api/builds/${encodeURIComponent(hand.build)}`).catch(
    () => undefined,
  )
  const read = stored && readBuild(stored.build)
  if (!read?.ok) return none
  const is = benchReading(modelOf(read.build), read.build, hand.of)
  return is === undefined ? none : { is, random: displayRandom(read.build) }
}

/**
 * A simulated meter on the bench: it connects to the workshop as a real one would, and an empty line takes a reading of
 * the place in hand from the instrument that stands in. A line with a value shows that value. Ends with its input.
 */
export async function deviceMeter(o: DeviceOptions): Promise<void> {
  const pace = Number(o.pace)
  if (o.pace.trim() === '' || !(pace >= 0 && pace <= 10_000))
    throw new InputError(`--pace ${o.pace}: milliseconds from 0 to 10000`)
  if (!URL.canParse(o.server))
    throw new InputError(`--server ${o.server}: an address such as http://127.0.0.1:4180`)
  const { port } = await ask<{ port: number | null }>(o.server, '/api/devices')
  if (port === null)
    throw new InputError(`${o.server}: takes no devices; its device port was taken when it started`)
  const socket = connect(port, '127.0.0.1'),
    say = (line: string) => socket.write(`${line}\n`),
    tell = (text: string) => process.stdout.write(`${text}\n`)
  let hand: InHand | undefined, refused: string | undefined, ready: () => void
  const isReady = new Promise<void>((done, fail) => {
    ready = done
    socket.on('error', e => fail(new InputError(`the device port ${port}: ${e.message}`)))
    socket.on('close', () => fail(new InputError(refused ?? 'the workshop has ended the connection')))
  })
  socket.setEncoding('utf8')
  const cut = lineCutter(text => {
    const r = readProgramLine(text)
    if (!r.ok) return tell(r.reason)
    switch (r.line.word) {
      case 'READY':
        return ready()
      case 'HAND':
        hand = r.line
        return tell(`in hand: ${hand.label}`)
      case 'NONE':
        hand = undefined
        return tell('no field in hand')
      case 'REFUSED':
        refused = r.line.reason
        return tell(`refused: ${refused}`)
    }
  })
  socket.on('data', (piece: string) => cut(piece))
  say(`HELLO ${PROTOCOL} meter ${o.name}`)
  await isReady
  tell(`${o.name} is connected. Enter takes a reading; a value shows it (8.52k, OL); Ctrl-D ends.`)
  const show = async (displays: readonly string[]) => {
    for (const d of displays) {
      say(`SHOWS ${d}`)
      await wait(pace)
    }
    say(`READING ${displays.at(-1)}`)
    tell(displays.at(-1)!)
  }
  const lines = createInterface({ input: process.stdin })
  socket.on('close', () => lines.close())
  for await (const typed of lines) {
    if (typed.trim()) {
      const p = parseMeter(typed)
      if (p.ok) await show([typed.trim()])
      else tell(`${p.reason}; accepted: ${p.accepted}`)
      continue
    }
    if (!hand) {
      tell('no field is in hand: open the Meter station')
      continue
    }
    const ohms = await benchOhms(o.server, hand)
    if (typeof ohms === 'string') tell(ohms)
    else await show(displayed(CHEAP_METER, ohms.is, ohms.random))
  }
  socket.end('BYE\n')
}
