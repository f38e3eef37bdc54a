import { parseLength } from '../../core/units/length.ts'
import { unitSlip } from '../../core/units/slip.ts'
import { useLength } from '../hooks/useLength.ts'
import { ValueField } from './ValueField.tsx'

/** A length in the user's display; reads 4/64, .059", 59 thou, 1.5 mm whatever the display. */
export function LengthField({
  label,
  mm,
  onMm,
  min = -2000,
  max = 2000,
  ...rest
}: {
  label: string
  mm: number | undefined
  onMm: (mm: number) => void
  min?: number
  max?: number
  onTyping?: (mm: number | undefined) => void
  placeholder?: string
  hideLabel?: boolean
  large?: boolean
  clears?: boolean
  wide?: boolean
  narrow?: boolean
}) {
  const l = useLength()
  return (
    <ValueField
      {...rest}
      label={label}
      text={mm === undefined ? '' : l.fineText(mm).replace('\u202f', ' ').replace('−', '-')}
      placeholder={mm === undefined ? (rest.placeholder ?? 'measured…') : undefined}
      parse={t => parseLength(t, l.bare)}
      check={v => {
        const fits = (mm: number) => mm >= min && mm <= max
        if (fits(v)) return undefined
        const slip = unitSlip(v, l.bare, fits)
        return `${l.fineText(v)} is outside ${l.fineText(min)} to ${l.fineText(max)}${slip ? `. Was it ${slip.text}? Type it with its unit` : ''}`
      }}
      onValue={onMm}
    />
  )
}
