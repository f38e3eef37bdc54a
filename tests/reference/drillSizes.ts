/** Preferred twist drill diameters 1 to 13 mm by halves, all of them in the series of ISO 235 [published]. */
export const METRIC_SIZES = [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5, 7, 7.5, 8, 8.5, 9, 9.5, 10, 10.5, 11, 11.5, 12, 12.5, 13]

/** Fractional sizes of ASME B94.11M from 1/16 to 1/2 in, decimal inches to four places as its table prints them [published, retyped from memory]. */
export const FRACTIONAL_SIZES = [
  0.0625, 0.0781, 0.0938, 0.1094, 0.125, 0.1406, 0.1562, 0.1719, 0.1875, 0.2031, 0.2188, 0.2344, 0.25, 0.2656, 0.2812, 0.2969, 0.3125, 0.3281, 0.3438, 0.3594, 0.375, 0.3906, 0.4062, 0.4219, 0.4375, 0.4531, 0.4688, 0.4844, 0.5,
]
