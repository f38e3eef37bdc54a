import { readWith } from '../../core/tools/tools.ts'
import { takeReading } from '../../core/document/edits.ts'
import { SPANS } from '../../core/document/spans.ts'
import { ValueField } from '../components/ValueField.tsx'
import { within } from '../components/within.ts'
import { editBuild } from '../stores/buildStore.ts'
import { now } from '../stores/clock.ts'

/** A number with its sign before it. */
export const signed = (v: number, digits = 1): string =>
  `${v > 0 ? '+' : v < 0 ? '−' : ''}${Math.abs(v).toFixed(digits)}`

/** A reading in cents: sharp is plus. */
export function CentsField({
  label,
  cents,
  of,
  what,
  large,
}: {
  label: string
  cents: number | undefined
  of: string
  what: string
  /** The reading that the sheet is about: its label shows, and it empties once it is taken. */
  large?: boolean
}) {
  return (
    <ValueField
      {...(large ? { large, clears: true } : { narrow: true, hideLabel: true })}
      label={label}
      text={cents === undefined ? '' : signed(cents)}
      parse={t =>
        within(
          SPANS.cents,
          'number of cents',
        )(
          t
            .replace(/^\+/, '')
            .replace('−', '-')
            .replace(/\s*cents?$/i, ''),
        )
      }
      onValue={value =>
        editBuild(b => takeReading(b, { of, value, ...readWith('tuner', 'pitch'), at: now() }), what)
      }
    />
  )
}
