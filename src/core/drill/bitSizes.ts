/** Number (wire gauge) drill sizes 1 to 60, inches [published: ASME B94.11M]. */
export const NUMBER_SIZES: readonly (readonly [number: number, inches: number])[] = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177,
  0.173, 0.1695, 0.166, 0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116,
  0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098, 0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785,
  0.076, 0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04,
].map((inches, i) => [i + 1, inches] as const)

/** Letter drill sizes A to Z, inches [published: ASME B94.11M]. */
export const LETTER_SIZES: readonly (readonly [letter: string, inches: number])[] = [
  0.234, 0.238, 0.242, 0.246, 0.25, 0.257, 0.261, 0.266, 0.272, 0.277, 0.281, 0.29, 0.295, 0.302, 0.316, 0.323,
  0.332, 0.339, 0.348, 0.358, 0.368, 0.377, 0.386, 0.397, 0.404, 0.413,
].map((inches, i) => [String.fromCharCode(65 + i), inches] as const)
