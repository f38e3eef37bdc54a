/** ISO 235 lists jobber drills from 1 to 14 mm by tenths, halves among them [published]. */
export const METRIC_SIZES = Array.from({ length: 131 }, (_, i) => (10 + i) / 10)

/** Fractional sizes of ASME B94.11M from 1/16 to 1/2 in, decimal inches to four places as its table prints them [published, retyped from memory]. */
export const FRACTIONAL_SIZES = [
  0.0625, 0.0781, 0.0938, 0.1094, 0.125, 0.1406, 0.1562, 0.1719, 0.1875, 0.2031, 0.2188, 0.2344, 0.25, 0.2656,
  0.2812, 0.2969, 0.3125, 0.3281, 0.3438, 0.3594, 0.375, 0.3906, 0.4062, 0.4219, 0.4375, 0.4531, 0.4688, 0.4844,
  0.5,
]

/** Number sizes 1 to 60 in millimetres, the other column of the table in ASME B94.11M [published, retyped from memory]. */
export const NUMBER_SIZES_MM = [
  5.791, 5.613, 5.41, 5.309, 5.22, 5.182, 5.105, 5.055, 4.978, 4.915, 4.851, 4.801, 4.699, 4.623, 4.572, 4.496,
  4.394, 4.305, 4.216, 4.089, 4.039, 3.988, 3.912, 3.861, 3.797, 3.734, 3.658, 3.569, 3.454, 3.264, 3.048, 2.946,
  2.87, 2.819, 2.794, 2.705, 2.642, 2.578, 2.527, 2.489, 2.438, 2.375, 2.261, 2.184, 2.083, 2.057, 1.994, 1.93,
  1.854, 1.778, 1.702, 1.613, 1.511, 1.397, 1.321, 1.181, 1.092, 1.067, 1.041, 1.016,
]

/** Letter sizes A to Z in millimetres [published: ASME B94.11M, retyped from memory]. */
export const LETTER_SIZES_MM = [
  5.944, 6.045, 6.147, 6.248, 6.35, 6.528, 6.629, 6.756, 6.909, 7.036, 7.137, 7.366, 7.493, 7.671, 8.026, 8.204,
  8.433, 8.611, 8.839, 9.093, 9.347, 9.576, 9.804, 10.084, 10.262, 10.49,
]
