import { mended } from '../text/text.ts'
import { DEVICE_SORT_NAMES, DEVICE_SORTS, isDeviceSort, type DeviceSortName } from './deviceSorts.ts'

/**
 * The line protocol between a device and the program, version 1 (docs/device-protocol.md): UTF-8 lines ended by a line
 * feed, a word in capitals first. The same lines go over a local socket and over a serial port.
 */
export const PROTOCOL = 1
/** The longest line, characters: a longer one is no reading of anything. */
export const LONGEST_LINE = 300
const LONGEST_NAME = 60
const KEY = /^[A-Za-z0-9]{16,128}$/
/** Whether a text can be the key of a workshop. */
export const isKey = (text: string): boolean => KEY.test(text)

/** What a device says. */
export type FromDevice =
  | { word: 'HELLO'; sort: DeviceSortName; name: string }
  /** The workshop's own secret: whoever knows it need not be let in by hand. */
  | { word: 'KEY'; key: string }
  /** What its display shows just now, still moving: nothing is taken. */
  | { word: 'SHOWS'; text: string }
  /** A steady value: it lands in the field in hand. */
  | { word: 'READING'; text: string }
  | { word: 'BYE' }

/** The field that is in hand: of which build, which reading, and what it is called. */
export interface InHand {
  build: string
  of: string
  label: string
}

/** What the program says to a device. */
export type ToDevice =
  | { word: 'READY' }
  /** Somebody at a page has to let it in first. */
  | { word: 'WAIT' }
  | ({ word: 'HAND' } & InHand)
  | { word: 'NONE' }
  | { word: 'REFUSED'; reason: string }

export type Read<T> = { ok: true; line: T } | { ok: false; reason: string }

const no = (reason: string): { ok: false; reason: string } => ({ ok: false, reason })
const isText = (s: string): boolean => s.length > 0 && !/[\p{Cc}\p{Cf}]/u.test(s)

/** Splits a line into its first words and the rest. */
function words(line: string, count: number): string[] {
  const out: string[] = []
  let rest = line.trim()
  for (let i = 0; i < count; i++) {
    const m = /^(\S+)\s*(.*)$/su.exec(rest)
    if (!m) return [...out, ...Array<string>(count - i).fill(''), '']
    out.push(m[1]!)
    rest = m[2]!
  }
  return [...out, rest]
}

/**
 * Reads a line of a device. Before its HELLO nothing else is taken; after it its values are read as its sort shows them.
 * @param sort what the device said it is
 */
export function readDeviceLine(line: string, sort?: DeviceSortName): Read<FromDevice> {
  if (line.length > LONGEST_LINE) return no(`a line has at most ${LONGEST_LINE} characters`)
  const [word = '', rest = ''] = words(line, 1)
  switch (word.toUpperCase()) {
    case 'HELLO': {
      const [version = '', kind = '', name = ''] = words(rest, 2)
      if (version !== String(PROTOCOL))
        return no(`version ${version || '(none)'} is not spoken here; HELLO ${PROTOCOL} <sort> <name>`)
      if (!isDeviceSort(kind))
        return no(`sort ${kind || '(none)'} is not known here; known are ${DEVICE_SORT_NAMES.join(', ')}`)
      if (!isText(name) || name.length > LONGEST_NAME)
        return no(`a device has a name of 1 to ${LONGEST_NAME} letters`)
      return { ok: true, line: { word: 'HELLO', sort: kind, name } }
    }
    case 'SHOWS':
    case 'READING': {
      if (!sort) return no(`HELLO ${PROTOCOL} <sort> <name> comes first`)
      const p = DEVICE_SORTS[sort].parse(rest)
      if (!p.ok) return no(`${p.reason}; accepted: ${p.accepted}`)
      return { ok: true, line: { word: word.toUpperCase() as 'SHOWS' | 'READING', text: rest.trim() } }
    }
    case 'KEY':
      if (!sort) return no(`HELLO ${PROTOCOL} <sort> <name> comes first`)
      return isKey(rest.trim())
        ? { ok: true, line: { word: 'KEY', key: rest.trim() } }
        : no('a key is 16 to 128 letters and digits')
    case 'BYE':
      return { ok: true, line: { word: 'BYE' } }
    default:
      return no(`“${word.slice(0, 20)}” is no word of the protocol: HELLO, KEY, SHOWS, READING, BYE`)
  }
}

/** A line for a device to read. What has blanks of its own is percent-encoded, all but the words at its end. */
export function toDevice(x: ToDevice): string {
  switch (x.word) {
    case 'READY':
      return `READY ${PROTOCOL}\n`
    case 'WAIT':
      return 'WAIT\n'
    case 'HAND':
      return `HAND ${encodeURIComponent(mended(x.build))} ${encodeURIComponent(mended(x.of))} ${oneLine(x.label)}\n`
    case 'NONE':
      return 'NONE\n'
    case 'REFUSED':
      return `REFUSED ${oneLine(x.reason)}\n`
  }
}
const oneLine = (s: string): string => s.replace(/\s+/g, ' ').slice(0, LONGEST_LINE)

/** Reads a line of the program, on a device's side. */
export function readProgramLine(line: string): Read<ToDevice> {
  const [word = '', rest = ''] = words(line, 1)
  if (word === 'READY')
    return rest === String(PROTOCOL) ? { ok: true, line: { word } } : no(`version ${rest} is not spoken here`)
  if (word === 'WAIT') return { ok: true, line: { word } }
  if (word === 'NONE') return { ok: true, line: { word } }
  if (word === 'REFUSED') return { ok: true, line: { word, reason: rest } }
  if (word === 'HAND') {
    const [build = '', of = '', label = ''] = words(rest, 2)
    try {
      return { ok: true, line: { word, build: decodeURIComponent(build), of: decodeURIComponent(of), label } }
    } catch {
      return no('a name is not percent-encoded as it should be')
    }
  }
  return no(`“${word.slice(0, 20)}” is no word of the protocol`)
}

/** Cuts what comes in pieces into lines; a line that never ends is cut off and reported empty-handed. */
export function lineCutter(take: (line: string) => void): (piece: string) => void {
  let held = ''
  return piece => {
    const lines = (held + piece).split(/\r\n|\n|\r/)
    held = lines.pop()!.slice(0, LONGEST_LINE + 1)
    for (const l of lines) if (l.trim() !== '') take(l)
  }
}
