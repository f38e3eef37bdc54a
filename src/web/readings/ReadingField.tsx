import { fedSpan } from '../../core/document/feeds.ts'
import { readingRef } from '../../core/document/readingRef.ts'
import { readingSpan } from '../../core/document/readingSpan.ts'
import { readWithUsual, type ReadBy } from '../../core/document/usualTool.ts'
import { LengthField } from '../components/LengthField.tsx'
import { editBuild, useOpenBuild } from '../stores/buildStore.ts'
import { now } from '../stores/clock.ts'

/**
 * A reading of a length. It is held to what such a reading can be, and kept with its tool and doubt as soon as it is
 * typed.
 */
export function ReadingField({
  of,
  by,
  mm,
  kept = v => v,
  title,
  onTaken,
  ...looks
}: {
  /** What it is of, as a document keeps it. */
  of: string
  /** What reads it, where that is not the usual tool for it. */
  by?: ReadBy
  label: string
  /** What was read, to stand in the field. */
  mm?: number | undefined
  /** What is kept of what is typed, where the field shows another number than the document has. */
  kept?: (typed: number) => number
  /** What undo calls it. */
  title?: string
  onTaken?: () => void
  large?: boolean
  wide?: boolean
  narrow?: boolean
  hideLabel?: boolean
  /** Whether the field is empty again after each reading. */
  clears?: boolean
}) {
  const build = useOpenBuild(),
    ref = readingRef(of)
  return (
    <LengthField
      {...looks}
      mm={mm}
      {...(ref && (fedSpan(build, ref) ?? readingSpan(build, ref)))}
      onMm={typed => {
        editBuild(b => readWithUsual(b, of, kept(typed), now(), by), title)
        onTaken?.()
      }}
    />
  )
}
