/**
 * Equilibrium moisture content of wood, % of its dry mass [published: USDA FPL Wood Handbook, sorption equation].
 * @param celsius air temperature; @param humidity relative humidity, %
 */
export function equilibriumMoisture(celsius: number, humidity: number): number {
  const t = celsius,
    h = humidity / 100
  const w = 349 + 1.29 * t + 0.0135 * t * t
  const k = 0.805 + 0.000736 * t - 0.00000273 * t * t
  const k1 = 6.27 - 0.00938 * t - 0.000303 * t * t
  const k2 = 1.91 + 0.0407 * t - 0.000293 * t * t
  const kh = k * h
  return (1800 / w) * (kh / (1 - kh) + (k1 * kh + 2 * k1 * k2 * kh * kh) / (1 + k1 * kh + k1 * k2 * kh * kh))
}

/**
 * Change of a dimension with moisture, mm: ΔD = D · C · (M₂ − M₁), for 6 to 14 % moisture [published: Wood Handbook,
 * dimensional change].
 * @param coefficient per 1 % moisture, tangential or radial
 */
export const movement = (size: number, coefficient: number, from: number, to: number): number =>
  size * coefficient * (to - from)
