/** Film in bands, µm: under 20 it is as good as through, at 40 to 50 it lasts [from memory: handbook, chapter 7]. */
export const BANDS = [
  { under: 20, label: '< 20', fill: 'color-mix(in srgb, var(--never) 34%, var(--paper))' },
  { under: 35, label: '20–35', fill: 'color-mix(in srgb, var(--tight) 34%, var(--paper))' },
  { under: 50, label: '35–50', fill: 'color-mix(in srgb, var(--tight) 14%, var(--paper))' },
  { under: 75, label: '50–75', fill: 'color-mix(in srgb, var(--snug) 26%, var(--paper))' },
  { under: Infinity, label: '> 75', fill: 'color-mix(in srgb, var(--snug) 52%, var(--paper))' },
] as const

/** The band's colour for so much film that was levelled. */
export const bandOf = (microns: number): string => BANDS.find(b => microns < b.under)!.fill

/** The shade of a film that is left as it lies, by its share of the flat's: thin is no fault there. */
export const shadeOf = (share: number): string =>
  `color-mix(in srgb, var(--snug) ${Math.round(10 + 22 * Math.min(1, share))}%, var(--paper))`

/** A chance in words, for badges and rows. */
export const percent = (p: number): string =>
  p <= 0 ? '0' : p < 0.01 ? '<1' : p > 0.99 ? '>99' : String(Math.round(100 * p))
