import { boxOf, plainDimension, SMALL, type Drawing, type Mark, type Weight } from './drawing.ts'

/** Colour number of each layer, as shops expect to tell them apart [common practice: numbers 1 to 7]. */
const LAYERS: Record<Weight | 'holes' | 'words', number> = {
  edge: 7,
  cut: 1,
  hidden: 8,
  centre: 3,
  dimension: 4,
  holes: 5,
  words: 7,
}

/** Group codes and values, a line each. */
const tags = (...pairs: (readonly [number, string | number])[]): string =>
  pairs
    .map(
      ([code, value]) =>
        `${code}\n${typeof value === 'number' && code >= 10 && code < 60 ? value.toFixed(6) : value}\n`,
    )
    .join('')

/** Characters beyond ASCII are written as the format's own escapes. */
const ascii = (s: string) =>
  s
    .replace(/[\u202f\u2009]/g, ' ')
    .replace(/±/g, '%%p')
    .replace(/°/g, '%%d')
    .replace(/[^\x20-\x7e]/g, c => ({ '×': 'x', '−': '-', '’': "'", '‘': "'" })[c] ?? '?')

function entity(m: Mark): string {
  switch (m.kind) {
    case 'line':
      return tags(
        [0, 'LINE'],
        [8, m.weight.toUpperCase()],
        [10, m.from[0]],
        [20, m.from[1]],
        [30, 0],
        [11, m.to[0]],
        [21, m.to[1]],
        [31, 0],
      )
    case 'polygon': {
      const layer = m.weight.toUpperCase()
      return (
        tags([0, 'POLYLINE'], [8, layer], [66, 1], [70, 1], [10, 0], [20, 0], [30, 0]) +
        m.points.map(p => tags([0, 'VERTEX'], [8, layer], [10, p[0]], [20, p[1]], [30, 0])).join('') +
        tags([0, 'SEQEND'], [8, layer])
      )
    }
    case 'hole':
      return (
        tags([0, 'CIRCLE'], [8, 'HOLES'], [10, m.at[0]], [20, m.at[1]], [30, 0], [40, m.diameter / 2]) +
        (m.label
          ? entity({
              kind: 'text',
              at: [m.at[0] + m.diameter / 2 + 1, m.at[1] + m.diameter / 2 + 1],
              text: m.label,
              height: SMALL,
            })
          : '')
      )
    case 'text':
      return tags(
        [0, 'TEXT'],
        [8, 'WORDS'],
        [10, m.at[0]],
        [20, m.at[1]],
        [30, 0],
        [40, m.height],
        [1, ascii(m.text)],
      )
    case 'dimension':
      return plainDimension(m).map(entity).join('')
  }
}

/**
 * A drawing as DXF release 12 (AC1009), millimetres, one layer for each kind of line and one for holes
 * [published: DXF release 12 group codes]. R12 has no unit in its header; the drawing says so in words.
 */
export function drawingDxf(d: Drawing): string {
  const layers = Object.entries(LAYERS)
    .map(([name, colour]) => tags([0, 'LAYER'], [2, name.toUpperCase()], [70, 0], [62, colour], [6, 'CONTINUOUS']))
    .join('')
  const box = d.marks.length ? boxOf(d.marks) : { x0: 0, y0: 0 }
  const words: Mark = {
    kind: 'text',
    at: [box.x0, box.y0 - 8],
    text: `${d.title}, ${d.face}${d.mirrored ? ', mirrored' : ''}, millimetres, full size`,
    height: 3,
  }
  return (
    tags(
      [0, 'SECTION'],
      [2, 'HEADER'],
      [9, '$ACADVER'],
      [1, 'AC1009'],
      [0, 'ENDSEC'],
      [0, 'SECTION'],
      [2, 'TABLES'],
      [0, 'TABLE'],
      [2, 'LTYPE'],
      [70, 1],
      [0, 'LTYPE'],
      [2, 'CONTINUOUS'],
      [70, 0],
      [3, 'Solid line'],
      [72, 65],
      [73, 0],
      [40, 0],
      [0, 'ENDTAB'],
      [0, 'TABLE'],
      [2, 'LAYER'],
      [70, Object.keys(LAYERS).length],
    ) +
    layers +
    tags([0, 'ENDTAB'], [0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES']) +
    [...d.marks, words].map(entity).join('') +
    tags([0, 'ENDSEC'], [0, 'EOF'])
  )
}
