import { lineCutter, readDeviceLine, toDevice } from '../../core/devices/deviceLine.ts'
import { randomName } from '../workers/randomName.ts'
import { serial, type Port } from '../stores/secureOnly.ts'
import type { PageDevice } from './deviceStore.ts'
import { give, inHand, showing, useDevices } from './deviceStore.ts'

/** Speed of the line, baud: what simple devices speak [common practice]. */
const BAUD = 9600

/** Whether this browser has serial ports at all. */
export const hasSerial = (): boolean => serial() !== undefined

/** Lets the person choose a port and takes a device's lines from it until it is pulled out. Resolves to what is wrong, if anything. */
export async function connectSerial(): Promise<string | undefined> {
  const port = await serial()
    ?.requestPort()
    .catch(() => undefined)
  // Nothing was chosen: nothing is wrong.
  if (!port) return undefined
  try {
    await port.open({ baudRate: BAUD })
  } catch (e) {
    return `The port cannot be opened: ${(e as Error).message}`
  }
  void readFrom(port)
  return undefined
}

async function readFrom(port: Port): Promise<void> {
  let device: PageDevice | undefined
  const writer = port.writable?.getWriter(),
    say = (line: string) => void writer?.write(new TextEncoder().encode(line)).catch(() => undefined),
    refuse = (reason: string) => say(toDevice({ word: 'REFUSED', reason })),
    ours = () => useDevices.getState().serial.filter(d => d.id !== device?.id)
  const cut = lineCutter(text => {
    const r = readDeviceLine(text, device?.sort)
    if (!r.ok) return refuse(r.reason)
    switch (r.line.word) {
      case 'HELLO': {
        device = { id: randomName(), sort: r.line.sort, name: r.line.name, isIn: true }
        useDevices.setState({ serial: [...ours(), device] })
        say(toDevice({ word: 'READY' }))
        return
      }
      case 'SHOWS':
        return showing(device!.id, r.line.text)
      case 'READING': {
        const hand = inHand(device!.sort)
        showing(device!.id, r.line.text)
        if (
          !hand ||
          !give(device!.sort, hand.build, {
            device: device!.name,
            text: r.line.text,
            of: hand.of,
            at: new Date().toISOString(),
          })
        )
          refuse('no field is in hand; nothing was taken')
        return
      }
      case 'KEY':
      case 'BYE':
        return
    }
  })
  const decoder = new TextDecoder()
  try {
    const reader = port.readable!.getReader()
    for (;;) {
      const { value, done } = await reader.read()
      if (done) break
      cut(decoder.decode(value, { stream: true }))
    }
  } catch {
    // It was pulled out.
  } finally {
    useDevices.setState({ serial: ours() })
    await port.close().catch(() => undefined)
  }
}
