/** A place that the builder gives a part, as fixes change it; trails and changes name it in one line of text. */
export interface PlaceRef {
  of: 'bridge' | 'guard'
  axis: 'x' | 'y'
}

export const placeText = (p: PlaceRef): string => `placements/${p.of}.${p.axis}`

const FORM = /^placements\/(bridge|guard)\.([xy])$/

/** Which place a text names; undefined for anything else: a part's dimension. */
export function placeRef(text: string): PlaceRef | undefined {
  const m = FORM.exec(text)
  return m ? { of: m[1] as PlaceRef['of'], axis: m[2] as PlaceRef['axis'] } : undefined
}
