/**
 * Colour of a wire's insulation as it is called, for the drawing: words of any language of colours that browsers know,
 * a few of the trade's own beside. What is not known is drawn as bare metal.
 */
const OWN: Readonly<Record<string, string>> = {
  bare: '#b9b4a6',
  braid: '#b9b4a6',
  natural: '#e6dfcb',
  cloth: '#e6dfcb',
  clear: '#e6e6df',
}

export function insulation(name: string | undefined): string {
  const word = name?.trim().toLowerCase() ?? ''
  if (OWN[word]) return OWN[word]
  return word && globalThis.CSS?.supports('color', word) ? word : OWN.bare!
}
