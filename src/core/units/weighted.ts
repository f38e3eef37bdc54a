/** A half-width of doubt holds nearly all: it is two standard deviations. */
export const SIGMA = 0.5

/** Joins what was expected with readings of it, each by its weight 1/σ²; both as value and σ [published: JCGM 100:2008, weighted mean]. */
export function combine(
  prior: readonly [number, number],
  readings: readonly (readonly [number, number])[],
): [number, number] {
  if (prior[1] === 0) return [prior[0], 0]
  let weight = 1 / prior[1] ** 2,
    sum = prior[0] * weight
  for (const [v, s] of readings) {
    const w = 1 / Math.max(s, 1e-6) ** 2
    weight += w
    sum += v * w
  }
  return [sum / weight, Math.sqrt(1 / weight)]
}
