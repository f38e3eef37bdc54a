/** What a hand-held meter on ohms shows, and how far it may be off. */
export interface MeterSort {
  label: string
  /** Full scale of each range, Ω; the smallest that fits is taken. */
  ranges: readonly number[]
  /** Steps of a range's display. */
  counts: number
  /** Half-width: a share of what is read, and so many of the last digit. */
  share: number
  digits: number
  /** Resistance of both leads and their tips, Ω, from and to. */
  leads: readonly [low: number, high: number]
  /** It beeps below this, Ω. */
  beeps: number
}

/** A cheap digital meter [from memory: handbook section 6: ±(0.8 % + 2 digits), leads 0.2–0.5 Ω, beeps under about 50 Ω; 2,000 steps and 20 MΩ are common practice]. */
export const CHEAP_METER: MeterSort = {
  label: 'cheap digital meter',
  ranges: [200, 2e3, 20e3, 200e3, 2e6, 20e6],
  counts: 2000,
  share: 0.008,
  digits: 2,
  leads: [0.2, 0.5],
  beeps: 50,
}

/** How a reading of nothing is kept, Ω: no meter of the trade reads so far. */
export const NOTHING = 1e8

/** Whether a reading stands for nothing shown. */
export const isNothing = (m: MeterSort, ohms: number): boolean => ohms > m.ranges.at(-1)! * 1.05

const rangeFor = (m: MeterSort, ohms: number): number => m.ranges.find(r => ohms <= r) ?? m.ranges.at(-1)!

/** How far a reading may be off by the meter itself, Ω: half-width, without its leads. */
export const meterDoubt = (m: MeterSort, ohms: number): number =>
  m.share * ohms + (m.digits * rangeFor(m, ohms)) / m.counts

/** Its leads in the middle of what they may have, and their half-width, Ω. */
export const leadsOf = (m: MeterSort): { ohms: number; doubt: number } => ({
  ohms: (m.leads[0] + m.leads[1]) / 2,
  doubt: (m.leads[1] - m.leads[0]) / 2,
})

/** From and to, two standard deviations either way; NOTHING where it shows nothing. */
export const spanOf = (mean: number, sd: number): [from: number, to: number] =>
  mean >= NOTHING ? [NOTHING, NOTHING] : [mean - 2 * sd, mean + 2 * sd]

/** Whether what was read lies in the span, as far as it is known itself. */
export const agreesWith = (from: number, to: number, o: { value: number; doubt?: number }): boolean => {
  const by = (o.doubt ?? 0) / 2
  return from >= NOTHING ? o.value >= NOTHING : o.value >= from - by && o.value <= to + by
}
