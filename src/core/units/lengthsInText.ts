import { lengthFigure, type LengthDisplay } from './length.ts'

const MM = /([−-]?\d+(?:\.\d+)?)(?:( ± | × )(\d+(?:\.\d+)?))?[ \u202f]mm\b/g

/**
 * A sentence of the engines with its lengths in the display the user picked. Engines write millimetres, `2.1 mm`,
 * `2.08 ± 0.29 mm` or `40 × 71 mm`; fractions would hide small amounts, so inches are decimal here.
 */
export function lengthsInText(text: string, display: LengthDisplay): string {
  if (display === 'mm') return text
  const inches = (t: string) => lengthFigure(Number(t.replace('−', '-')), 'inch-decimal').figure
  return text.replace(
    MM,
    (_all, a: string, sign: string | undefined, b: string | undefined) =>
      `${inches(a)}${sign && b ? sign + inches(b) : ''}\u202fin`,
  )
}
