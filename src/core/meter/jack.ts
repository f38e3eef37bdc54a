import { memo } from '../memo/memo.ts'
import { num, say, type Said } from '../say/said.ts'
import type { Wired } from '../document/docs.ts'
import { readingText } from '../document/readingRef.ts'
import { electricParts } from '../circuit/electricParts.ts'
import { jackResistance, OPEN } from '../circuit/jackResistance.ts'
import { piecesOf } from '../circuit/pieces.ts'
import { allSettings, settingKey, settingLabel, type Settings } from '../circuit/settings.ts'
import { expecter } from './expected.ts'
import { agreesWith, NOTHING } from './meters.ts'
import { ohmsTaken } from './ohmsTaken.ts'

/** Name of a reading at the jack in one position of the switches. */
export const meterReading = (setting: string): string => readingText({ kind: 'meter', setting })

export interface MeterExpectation {
  key: string
  label: string
  settings: Settings
  /** Expected at the jack, tip to sleeve, Ω; Infinity when open. */
  ohms: number
  low: number
  high: number
  /** Newest reading, if any, and whether it is within the doubt. */
  reading?: number
  verdict: 'as expected' | 'too low' | 'too high' | 'not read yet'
  meaning: Said
}

/**
 * What a meter at the jack should say in every position, and what it did say: the same list while nothing electrical is
 * another.
 */
export const meterAtJack = (build: Wired): MeterExpectation[] =>
  metAtJack({ ...build, parts: electricParts(build.parts) })

const metAtJack = memo(expectations, {
  on: b => [b.instrument, b.slots, b.circuit, b.readings],
  alike: b => b.parts,
})

function expectations(build: Wired): MeterExpectation[] {
  const expect = expecter(build),
    taken = new Map(ohmsTaken(build).map(o => [o.of, o]))
  return allSettings(build).map(s => {
    const key = settingKey(build, s),
      pieces = piecesOf(build, s, false),
      ohms = jackResistance(build, s)
    const e = pieces.jack ? expect(pieces, pieces.jack.tip, pieces.jack.sleeve) : { from: NOTHING, to: NOTHING }
    const o = taken.get(meterReading(key))
    const verdict =
      o === undefined
        ? 'not read yet'
        : agreesWith(e.from, e.to, o)
          ? 'as expected'
          : o.value < e.from
            ? 'too low'
            : 'too high'
    const shown = (x: number) => (x >= NOTHING ? Infinity : Math.max(0, x))
    return {
      key,
      label: settingLabel(build, s),
      settings: s,
      ohms,
      low: shown(e.from),
      high: shown(e.to),
      ...(o === undefined ? {} : { reading: o.value }),
      verdict,
      meaning: meaningOf(verdict, o?.value, ohms),
    }
  })
}

function meaningOf(verdict: MeterExpectation['verdict'], reading: number | undefined, ohms: number): Said {
  if (verdict === 'not read yet') return 'Plug a lead in, meter over tip and sleeve, volume and tone full up.'
  if (verdict === 'as expected') return 'Agrees with the circuit.'
  if (verdict === 'too high')
    return reading! >= OPEN
      ? 'Open: a joint is missing or the wrong lug is used on the way from tip to pickup.'
      : say`Higher than ${num(Math.round(ohms), 0, 'Ω')}: a coil that should be in parallel is missing, or a joint is poor.`
  return reading! < 50
    ? 'Short: hot touches ground, or hot and ground are exchanged at a lug.'
    : 'Lower than expected: a coil is missing from a series, or another one is in parallel.'
}
