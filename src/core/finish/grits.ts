/** Median grain of coated abrasives, µm [published: ISO 6344 / FEPA 43]. */
export const GRITS: readonly (readonly [string, number])[] = [
  ['P80', 201], ['P120', 125], ['P180', 82], ['P220', 68], ['P240', 58.5], ['P320', 46.2], ['P400', 35], ['P600', 25.8], ['P800', 21.8],
  ['P1000', 18.3], ['P1200', 15.3], ['P1500', 12.6], ['P2000', 10.3], ['P2500', 8.4],
]

const grain = (name: string): number => GRITS.find(([n]) => n === name)?.[1] ?? NaN

/** Grits to go through from one to another; a next grit is no finer than about half the last one's grain [common practice]. */
export function gritSequence(from: string, to: string): string[] {
  const out = [from]
  while (out.at(-1) !== to) {
    const at = grain(out.at(-1)!)
    const next = GRITS.filter(([, g]) => g < at && g >= at / 2 && g >= grain(to)).at(-1)
    if (!next) break
    out.push(next[0])
  }
  return out
}
