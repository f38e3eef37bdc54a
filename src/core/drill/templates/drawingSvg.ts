import { boxOf, plainDimension, WEIGHTS, type Drawing } from './drawing.ts'

const escape = (s: string) =>
  s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')
const n = (x: number) => String(Number(x.toFixed(4)))
const DASH: Record<string, string> = {
  hidden: ' stroke-dasharray="2 1.5"',
  centre: ' stroke-dasharray="6 1.5 1 1.5"',
}

/** Room around a drawing, mm. */
const AROUND = 8

/**
 * A drawing as an SVG in millimetres at true size, one group for each kind of line.
 * @param bold how much heavier its lines are than on paper, for showing it small
 */
export function drawingSvg(d: Drawing, bold = 1): string {
  const marks = d.marks.flatMap(m => (m.kind === 'dimension' ? plainDimension(m) : [m])),
    box = boxOf(marks)
  const x0 = box.x0 - AROUND,
    y1 = box.y1 + AROUND,
    w = box.x1 - box.x0 + 2 * AROUND,
    h = box.y1 - box.y0 + 2 * AROUND
  const at = ([x, y]: readonly [number, number]) => `${n(x - x0)} ${n(y1 - y)}`
  const group = (weight: keyof typeof WEIGHTS) => {
    const own = marks.flatMap(m =>
      m.kind === 'line' && m.weight === weight
        ? [`<path d="M${at(m.from)}L${at(m.to)}"/>`]
        : m.kind === 'polygon' && m.weight === weight
          ? [`<path d="M${m.points.map(at).join('L')}Z"/>`]
          : [],
    )
    return own.length
      ? `<g id="${weight}" fill="none" stroke="#000" stroke-width="${n(WEIGHTS[weight] * bold)}"${DASH[weight] ?? ''}>${own.join('')}</g>\n`
      : ''
  }
  const holes = marks.flatMap(m =>
    m.kind === 'hole'
      ? [
          `<circle cx="${n(m.at[0] - x0)}" cy="${n(y1 - m.at[1])}" r="${n(m.diameter / 2)}"><title>${escape(m.label)}</title></circle>`,
        ]
      : [],
  )
  const words = marks.flatMap(m =>
    m.kind === 'text'
      ? [
          `<text x="${n(m.at[0] - x0)}" y="${n(y1 - m.at[1])}" font-size="${n(m.height / 0.72)}">${escape(m.text)}</text>`,
        ]
      : m.kind === 'hole' && m.label
        ? [
            `<text x="${n(m.at[0] - x0 + m.diameter / 2 + 1)}" y="${n(y1 - m.at[1] - m.diameter / 2 - 1)}" font-size="3.6">${escape(m.label)}</text>`,
          ]
        : [],
  )
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="0 0 ${n(w)} ${n(h)}">\n<title>${escape(`${d.title}, ${d.face}${d.mirrored ? ', mirrored' : ''}, full size in mm`)}</title>\n${(Object.keys(WEIGHTS) as (keyof typeof WEIGHTS)[]).map(group).join('')}<g id="holes" fill="none" stroke="#000" stroke-width="${n(0.2 * bold)}">${holes.join('')}</g>\n<g id="words" font-family="sans-serif">${words.join('')}</g>\n</svg>\n`
}
