/** A terminal of a component, as wires name it in one line of text: `volume.2`, `pickup-bridge.a-start`. */
export interface LugRef {
  of: string
  lug: string
}

export const lugText = (l: LugRef): string => `${l.of}.${l.lug}`

/** Which lug a wire's end names. Documents hold no other form: validation sees to it. */
export function lugRef(text: string): LugRef {
  const i = text.indexOf('.')
  return { of: text.slice(0, i), lug: text.slice(i + 1) }
}
