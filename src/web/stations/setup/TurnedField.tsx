import { takeReading } from '../../../core/document/edits.ts'
import { readingText, type TurnedWhat } from '../../../core/document/readingRef.ts'
import { SPANS } from '../../../core/document/spans.ts'
import type { Adjustment } from '../../../core/setup/setupWork.ts'
import { parseDecimal, parsed, refused, type Parsed } from '../../../core/units/parsed.ts'
import { ValueField } from '../../components/ValueField.tsx'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

/** The screw that an adjustment turns, if its turns are counted. */
const screwOf = (a: Adjustment): TurnedWhat | undefined =>
  a.of === 'relief' ? 'rod' : a.of === 'action' && a.side ? `saddle-${a.side}` : undefined

/** Turns as they are said: 1/4, -1/8, 1.5, 1 1/2. */
function parseTurns(text: string): Parsed {
  const m = /^\s*([+-−]?)\s*(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)\s*$/.exec(text),
    n = m
      ? (m[1] === '-' || m[1] === '−' ? -1 : 1) * (Number(m[2] ?? 0) + Number(m[3]) / Number(m[4]))
      : parseDecimal(text.replace(/^\s*\+/, '').replace('−', '-'))
  return n !== undefined && n !== 0 && n >= SPANS.turns.min && n <= SPANS.turns.max
    ? parsed(n)
    : refused(`“${text.trim()}” is no number of turns`, `1/4, -1/8, 1.5; ${SPANS.turns.min} to ${SPANS.turns.max}`)
}

/** Turns that were made, so that the next reading tells what one does on this instrument. */
export function TurnedField({ of: a }: { of: Adjustment }) {
  const screw = screwOf(a)
  if (!screw) return null
  return (
    <ValueField
      narrow
      clears
      label={screw === 'rod' ? 'Turns made, tighter is plus' : 'Turns made, up is plus'}
      text=""
      placeholder="1/4"
      parse={parseTurns}
      onValue={value =>
        editBuild(
          b =>
            takeReading(b, {
              of: readingText({ kind: 'turned', what: screw }),
              value,
              doubt: 0,
              at: now(),
              with: 'counted',
            }),
          'Screw turned',
        )
      }
    />
  )
}
