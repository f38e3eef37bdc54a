/**
 * Standard normal distribution function by the complementary error function's rational approximation
 * [published: Abramowitz and Stegun 7.1.26, error below 1.5e-7].
 */
export function normalBelow(z: number): number {
  const x = Math.abs(z) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * x)
  const erf =
    1 -
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
      t *
      Math.exp(-x * x)
  return z < 0 ? (1 - erf) / 2 : (1 + erf) / 2
}

/** Density of a normal distribution at a distance from its mean. @param sd standard deviation, in the distance's unit */
export const normalDensity = (off: number, sd: number): number =>
  Math.exp(-0.5 * (off / sd) ** 2) / (sd * Math.sqrt(2 * Math.PI))
