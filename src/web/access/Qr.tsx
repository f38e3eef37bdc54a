import { encode } from 'uqr'

/** Modules of quiet around a code [published: ISO/IEC 18004: four]. */
const QUIET = 4

/** An address as a picture that a camera reads, black on white whatever the page's colours are. */
export function Qr({ text, label }: { text: string; label: string }) {
  const { size, data } = encode(text, { ecc: 'M', border: 0 }),
    whole = size + 2 * QUIET
  const dark = data.flatMap((row, y) => row.flatMap((on, x) => (on ? [`M${x + QUIET} ${y + QUIET}h1v1h-1z`] : [])))
  return (
    <svg role="img" aria-label={label} viewBox={`0 0 ${whole} ${whole}`} className="size-60 shrink-0">
      <rect width={whole} height={whole} fill="#fff" />
      <path d={dark.join('')} fill="#000" shapeRendering="crispEdges" />
    </svg>
  )
}
