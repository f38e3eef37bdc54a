import { connect } from 'node:net'
import { createInterface } from 'node:readline'
import { isKey, lineCutter, PROTOCOL, readProgramLine, type InHand } from '../core/devices/deviceLine.ts'
import { DEVICE_SORTS, type DeviceSortName } from '../core/devices/deviceSorts.ts'
import { deviceKey } from '../server/devices/deviceKey.ts'
import { placesIn } from '../server/keep/places.ts'
import { dataFolder } from './dataFolder.ts'
import { InputError } from './loadBuild.ts'

export interface DeviceOptions {
  server: string
  name: string
  /** How long a display stands before the next, ms. */
  pace: string
  /** The workshop's secret for devices; left out, that of the data folder, where it may be read. */
  key?: string
}

/** A device that stands in for a real one. */
export interface Simulated {
  sort: DeviceSortName
  /** What is said when it is connected. */
  hello: string
  /** Where a field of its sort is found, for who has none in hand. */
  station: string
  /** What its display runs through for the field in hand; the last stands still. A text alone says why nothing is read. */
  reads: (hand: InHand) => Promise<readonly string[] | string>
}

const wait = (ms: number) => new Promise<void>(r => setTimeout(r, ms))

/** Asks the open workshop for something. */
export async function askWorkshop<T>(server: string, path: string): Promise<T> {
  const res = await fetch(new URL(path, server)).catch(() => undefined)
  if (!res?.ok) throw new InputError(`${server}: no workshop answers there; start one with npm run demo`)
  return (await res.json()) as T
}

/**
 * A simulated device on the bench: it connects to the workshop as a real one would, and an empty line takes a reading for
 * the field in hand. A line with a value shows that value. Ends with its input.
 */
export async function deviceSession(o: DeviceOptions, device: Simulated): Promise<void> {
  const pace = Number(o.pace)
  if (o.pace.trim() === '' || !(pace >= 0 && pace <= 10_000))
    throw new InputError(`--pace ${o.pace}: milliseconds from 0 to 10000`)
  if (o.key !== undefined && !isKey(o.key))
    throw new InputError(
      `--key ${o.key.slice(0, 40)}: 16 to 128 letters and digits, as in device-key in the data folder`,
    )
  if (!URL.canParse(o.server))
    throw new InputError(`--server ${o.server}: an address such as http://127.0.0.1:4180`)
  const { port } = await askWorkshop<{ port: number | null }>(o.server, '/api/devices')
  if (port === null)
    throw new InputError(`${o.server}: takes no devices; its device port was taken when it started`)
  const key = o.key ?? deviceKey(placesIn(dataFolder()).deviceKey, false),
    socket = connect(port, '127.0.0.1'),
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
      case 'WAIT':
        if (key) say(`KEY ${key}`)
        else tell('waiting: let it in at the page, under the field that it is for')
        return
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
  say(`HELLO ${PROTOCOL} ${device.sort} ${o.name}`)
  await isReady
  tell(`${o.name} is connected. ${device.hello}; Ctrl-D ends.`)
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
      const p = DEVICE_SORTS[device.sort].parse(typed)
      if (p.ok) await show([typed.trim()])
      else tell(`${p.reason}; accepted: ${p.accepted}`)
      continue
    }
    if (!hand) {
      tell(`no field is in hand: open the ${device.station}`)
      continue
    }
    const displays = await device.reads(hand)
    if (typeof displays === 'string') tell(displays)
    else await show(displays)
  }
  socket.end('BYE\n')
}
