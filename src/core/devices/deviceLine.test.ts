import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LONGEST_LINE, lineCutter, readDeviceLine, readProgramLine, toDevice, type ToDevice } from './deviceLine.ts'

describe('a device’s lines', () => {
  it('say first what it is, with a version that is spoken here', () => {
    expect(readDeviceLine('HELLO 1 meter Bench meter 2')).toEqual({
      ok: true,
      line: { word: 'HELLO', sort: 'meter', name: 'Bench meter 2' },
    })
    expect(readDeviceLine('hello 1 meter x')).toMatchObject({ ok: true })
    for (const [line, why] of [
      ['HELLO 2 meter x', /version 2/],
      ['HELLO', /version \(none\)/],
      ['HELLO 1 oven x', /sort oven is not known here; known are .*meter/],
      ['HELLO 1 toString x', /sort toString/],
      ['HELLO 1 meter', /has a name/],
      [`HELLO 1 meter ${'x'.repeat(61)}`, /has a name/],
      ['HELLO 1 meter a\u0007b', /has a name/],
      ['READING 8k', /HELLO 1 <sort> <name> comes first/],
      ['OPEN', /no word of the protocol/],
      [`READING ${'8'.repeat(LONGEST_LINE)}`, /at most/],
    ] as const) {
      const r = readDeviceLine(line)
      expect(r.ok ? 'taken' : r.reason, line).toMatch(why)
    }
  })
  it('are taken as its sort shows values, and refused with what is accepted', () => {
    expect(readDeviceLine('READING  8.52 kΩ ', 'meter')).toEqual({
      ok: true,
      line: { word: 'READING', text: '8.52 kΩ' },
    })
    expect(readDeviceLine('SHOWS OL', 'meter')).toMatchObject({ ok: true })
    const r = readDeviceLine('READING 9 volts', 'meter')
    expect(r.ok ? '' : r.reason).toMatch(/accepted: 8\.6k/)
  })
  it('never fail, whatever comes', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), fc.constantFrom('meter' as const, undefined), (text, sort) => {
        readDeviceLine(text, sort)
        readProgramLine(text)
      }),
    )
  })
})

describe('lines for a device', () => {
  it('say the same on its side, blanks and line breaks in names as well', () => {
    const name = fc.string({ minLength: 1, maxLength: 60 })
    fc.assert(
      fc.property(name, name, fc.stringMatching(/^[a-z][a-z ]{0,20}[a-z]$/), (build, of, words) => {
        const label = words.replace(/ +/g, ' ')
        const all: ToDevice[] = [
          { word: 'READY' },
          { word: 'NONE' },
          { word: 'HAND', build, of, label },
          { word: 'REFUSED', reason: label },
        ]
        for (const x of all) {
          const text = toDevice(x)
          expect(text.match(/\n/g)).toHaveLength(1)
          expect(readProgramLine(text)).toEqual({ ok: true, line: x })
        }
      }),
    )
    expect(readProgramLine('HAND %zz a b').ok).toBe(false)
    expect(readProgramLine('READY 9').ok).toBe(false)
  })
})

describe('lines that come in pieces', () => {
  it('are the same however they were cut, with any line ending', () => {
    const said = ['HELLO 1 meter x', 'SHOWS 1 k', 'READING 8.5 kΩ']
    fc.assert(
      fc.property(
        fc.constantFrom('\n', '\r\n', '\r'),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 30 }),
        (end, cuts) => {
          const text = said.map(s => s + end).join(''),
            got: string[] = [],
            cut = lineCutter(l => got.push(l))
          let at = 0
          for (let i = 0; at < text.length; i++) {
            cut(text.slice(at, at + cuts[i % cuts.length]!))
            at += cuts[i % cuts.length]!
          }
          expect(got).toEqual(said)
        },
      ),
    )
  })
  it('hold no more than a line that is too long, and that one is refused', () => {
    const got: string[] = [],
      cut = lineCutter(l => got.push(l))
    for (let i = 0; i < 1000; i++) cut('8'.repeat(100))
    cut('\nREADING 1\n')
    expect(got[0]!.length).toBeLessThanOrEqual(LONGEST_LINE + 101)
    expect(readDeviceLine(got[0]!, 'meter').ok).toBe(false)
    expect(got[1]).toBe('READING 1')
  })
})
