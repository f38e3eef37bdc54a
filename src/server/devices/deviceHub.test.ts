import { connect, type Socket } from 'node:net'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { DeviceHub, type DeviceEvent } from './deviceHub.ts'

const KEY = 'abcdef0123456789'
let hub: DeviceHub, port: number
const open: Socket[] = []
beforeEach(async () => {
  hub = new DeviceHub(KEY)
  port = (await hub.listen(0))!
})
afterEach(() => {
  for (const s of open.splice(0)) s.destroy()
  hub.close()
})

/** A device on the line: what it was told, and a way to speak. */
function device(...lines: string[]) {
  const socket = connect(port, '127.0.0.1'),
    told: string[] = []
  open.push(socket)
  let ended = false
  socket.setEncoding('utf8')
  socket.on('data', (d: string) => told.push(...d.split('\n').filter(Boolean)))
  socket.on('close', () => (ended = true))
  socket.on('error', () => undefined)
  const say = (l: string) => socket.write(l + '\n')
  lines.forEach(say)
  return { told, say, socket, ended: () => ended }
}
const page = (name: string) => {
  const heard: DeviceEvent[] = []
  return {
    heard,
    leave: hub.join(name, e => heard.push(e)),
    readings: () => heard.filter(e => e.kind === 'reading'),
  }
}
const until = (what: () => unknown) => expect.poll(what, { timeout: 5000 })

describe('devices on the local socket', () => {
  it('are told what is in hand, and their reading goes to the page that said so last', async () => {
    const a = page('a'),
      b = page('b'),
      d = device('HELLO 1 meter Bench meter', `KEY ${KEY}`)
    await until(() => d.told).toEqual(['WAIT', 'READY 1', 'NONE'])
    expect(a.heard.at(-1)).toMatchObject({
      kind: 'devices',
      devices: [{ sort: 'meter', name: 'Bench meter', isIn: true }],
    })
    hub.take({ sort: 'meter', page: 'a', stream: 'a', build: 'wren', of: 'meter.rest', label: 'Plug' })
    hub.take({ sort: 'meter', page: 'b', stream: 'b', build: 'my build', of: 'probe.a/b@x y', label: 'A to B' })
    await until(() => d.told.at(-1)).toBe('HAND my%20build probe.a%2Fb%40x%20y A to B')
    d.say('SHOWS 8k')
    d.say('READING 8.52 kΩ')
    await until(() => b.readings()).toMatchObject([{ text: '8.52 kΩ', build: 'my build', of: 'probe.a/b@x y' }])
    expect(a.readings()).toEqual([])
    // What a display shows is for all to see.
    expect(a.heard.filter(e => e.kind === 'shows')).toMatchObject([{ text: '8k' }])
  })
  it('give their reading to the page that has the field in hand, among all that share a stream', async () => {
    const browser = page('browser'),
      d = device('HELLO 1 calliper c', `KEY ${KEY}`),
      hand = { sort: 'calliper' as const, stream: 'browser', build: 'x', label: 'z' }
    hub.take({ ...hand, page: 'first', of: 'a' })
    hub.take({ ...hand, page: 'second', of: 'b' })
    await until(() => d.told.at(-1)).toMatch(/^HAND x b/)
    d.say('READING 12.30 mm')
    await until(() => browser.readings()).toMatchObject([{ page: 'second', of: 'b', text: '12.30 mm' }])
    // One that went without a word has nothing in hand, and no other page loses what it has.
    hub.leave('first')
    d.say('READING 12.40 mm')
    await until(() => browser.readings()).toHaveLength(2)
    hub.leave('second')
    await until(() => d.told.at(-1)).toBe('NONE')
  })
  it('take nothing when no field is in hand, or its page has gone', async () => {
    const a = page('a'),
      d = device('HELLO 1 meter m', `KEY ${KEY}`, 'READING 1k')
    await until(() => d.told.at(-1)).toMatch(/^REFUSED no field is in hand/)
    hub.take({ sort: 'meter', page: 'a', stream: 'a', build: 'x', of: 'y', label: 'z' })
    await until(() => d.told.at(-1)).toMatch(/^HAND/)
    hub.leave('someone else', 'meter')
    d.say('READING 1k')
    await until(() => a.readings()).toHaveLength(1)
    a.leave()
    await until(() => d.told.at(-1)).toBe('NONE')
    d.say('READING 1k')
    await until(() => d.told.at(-1)).toMatch(/^REFUSED/)
    expect(a.readings()).toHaveLength(1)
  })
  it('are told why a line was not taken, and may go on', async () => {
    const a = page('a'),
      d = device('HELLO 1 meter m', `KEY ${KEY}`, 'HELLO 1 meter again', 'READING nine', 'PING')
    hub.take({ sort: 'meter', page: 'a', stream: 'a', build: 'x', of: 'y', label: 'z' })
    await until(() => d.told.filter(l => l.startsWith('REFUSED'))).toHaveLength(3)
    d.say('READING OL')
    await until(() => a.readings()).toHaveLength(1)
  })
  it('are ended at the first line that is none of theirs: a page of another site may post to the port', async () => {
    const a = page('a')
    hub.take({ sort: 'meter', page: 'a', stream: 'a', build: 'x', of: 'y', label: 'z' })
    for (const first of [
      'POST / HTTP/1.1',
      'READING 8k',
      'HELLO 7 meter x',
      'HELLO 1 oven x',
      '\ud800',
      'KEY ' + KEY,
    ]) {
      const d = device(first, 'Content-Type: text/plain', '', 'HELLO 1 meter m', `KEY ${KEY}`, 'READING 6.66 kΩ')
      await until(d.ended).toBe(true)
      expect(d.told, first).toHaveLength(1)
    }
    expect(a.readings()).toEqual([])
    expect(hub.devices).toEqual([])
  })
  it('give nothing until they are let in, by a press or by the key of the workshop', async () => {
    const a = page('a')
    hub.take({ sort: 'meter', page: 'a', stream: 'a', build: 'x', of: 'y', label: 'z' })
    const d = device('HELLO 1 meter m', 'READING 8k', 'SHOWS 8k')
    await until(() => d.told).toHaveLength(3)
    expect(d.told).toEqual(['WAIT', ...Array(2).fill(expect.stringMatching(/^REFUSED .*let it in first/))])
    const waiting = a.heard.at(-1) as Extract<DeviceEvent, { kind: 'devices' }>
    expect(waiting.devices).toMatchObject([{ name: 'm', isIn: false }])
    expect(hub.letIn('nobody')).toBe(false)
    expect(hub.letIn(waiting.devices[0]!.id)).toBe(true)
    await until(() => d.told.at(-1)).toBe('HAND x y z')
    d.say('READING 8k')
    await until(() => a.readings()).toHaveLength(1)
    expect(hub.sendAway(waiting.devices[0]!.id)).toBe(true)
    await until(d.ended).toBe(true)
    const wrong = device('HELLO 1 meter m', 'KEY 0000000000000000', 'READING 9k')
    await until(wrong.ended).toBe(true)
    expect(wrong.told.at(-1)).toMatch(/not the key of this workshop/)
    expect(a.readings()).toHaveLength(1)
  })
  it('are told of a field whatever its letters are, and no throw leaves the line', async () => {
    const half = '\ud800'
    hub.take({ sort: 'meter', page: 'a', stream: 'a', build: half, of: half, label: half })
    const d = device('HELLO 1 meter m', `KEY ${KEY}`)
    await until(() => d.told.at(-1)).toMatch(/^HAND /)
  })
  it('are parted with when they say too much, and gone from the page when they go', async () => {
    const a = page('a'),
      d = device('HELLO 1 meter m', ...Array.from({ length: 80 }, () => 'SHOWS 1k'))
    await until(d.ended).toBe(true)
    expect(d.told.at(-1)).toMatch(/at most 50 lines a second/)
    await until(() => a.heard.at(-1)).toEqual({ kind: 'devices', devices: [] })
    const e = device('HELLO 1 meter m', 'BYE')
    await until(e.ended).toBe(true)
    expect(hub.devices).toEqual([])
  })
  it('are at most sixteen', async () => {
    for (let i = 0; i < 16; i++) device(`HELLO 1 meter m${i}`)
    await until(() => hub.devices.length).toBe(16)
    const more = device('HELLO 1 meter more')
    await until(more.ended).toBe(true)
    expect(more.told.join()).toMatch(/16 devices are connected already/)
  })
  it('have no port where it is taken, and the workshop goes on', async () => {
    const other = new DeviceHub()
    expect(await other.listen(port)).toBeUndefined()
    other.close()
  })
})
