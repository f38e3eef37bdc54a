import { SPANS } from '../../core/document/spans.ts'
import { fromTold, LINES, ownLine, toldLine, toTold } from '../../core/layout/lines.ts'
import { LengthField } from '../components/LengthField.tsx'
import { useOpenBuild } from '../stores/buildStore.ts'

/**
 * A place across, typed off the line that the builder chose to tell places from.
 * @param along from the pocket's end, where it lies; on the head the line is the neck's own
 * @param y in the instrument's frame
 */
export function AcrossField({
  label,
  along,
  onHead = false,
  y,
  onY,
  ...rest
}: {
  label: string
  along: number
  onHead?: boolean
  y: number | undefined
  onY: (y: number) => void
  placeholder?: string
  large?: boolean
  wide?: boolean
  clears?: boolean
}) {
  const build = useOpenBuild(),
    line = onHead ? ownLine(build) : toldLine(build)
  return (
    <LengthField
      {...rest}
      label={`${label} off ${line === LINES.one ? 'centre' : line}, treble +`}
      mm={y === undefined || onHead ? y : toTold(build, along, y)}
      {...SPANS.across}
      onMm={v => onY(onHead ? v : fromTold(build, along, v))}
    />
  )
}
