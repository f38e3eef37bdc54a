import { asWritten, mm, num, type Said, say } from '../say/said.ts'
import type { Point } from '../geometry/outline.ts'

/** How well a point is hit on a scan, pixels [from memory]. */
export const POINTING = 1.5

export type Calibration =
  | { ok: true; toMm: (p: Point) => Point; mmPerPixel: number; angleRad: number; doubtOf: (mm: number) => number }
  | { ok: false; field: string; reason: Said; accepted: Said }

/**
 * A scan or photo taken squarely, made true by two points whose distance is known: scale, and the rotation that lays
 * their line along x. A length traced on it is in doubt by the calibration's own share and by pointing at both its
 * ends (JCGM 100:2008 §5.1.2 for independent inputs) [published].
 * @param distance between the two points, mm, with its half-width of doubt
 * @param pointing half-width of a point's place, pixels
 */
export function calibrate(
  a: Point,
  b: Point,
  distance: { mm: number; doubt: number },
  pointing = POINTING,
): Calibration {
  const px = Math.hypot(b[0] - a[0], b[1] - a[1])
  // Nearer than one can point they are one place.
  if (!(px > pointing))
    return {
      ok: false,
      field: 'calibration points',
      reason: 'both lie at the same place',
      accepted: 'two points as far apart as the picture allows',
    }
  if (px < 20 * pointing)
    return {
      ok: false,
      field: 'calibration points',
      reason: say`lie ${num(px)} pixels apart: an error of pointing would count ${num((100 * pointing * Math.SQRT2) / px, 0, '%')}`,
      accepted: say`two points at least ${num(20 * pointing, 0)} pixels apart`,
    }
  if (!(distance.mm > 0) || !Number.isFinite(distance.mm) || distance.mm > 2000)
    return {
      ok: false,
      field: 'distance',
      reason: say`${asWritten(distance.mm)} is no distance on a part`,
      accepted: say`more than 0, up to ${mm(2000, 0)}`,
    }
  const mmPerPixel = distance.mm / px,
    angleRad = Math.atan2(b[1] - a[1], b[0] - a[0])
  const cos = Math.cos(-angleRad) * mmPerPixel,
    sin = Math.sin(-angleRad) * mmPerPixel
  const relative = Math.hypot(distance.doubt / distance.mm, (Math.SQRT2 * pointing) / px)
  return {
    ok: true,
    mmPerPixel,
    angleRad,
    toMm: ([x, y]) => [(x - a[0]) * cos - (y - a[1]) * sin, (x - a[0]) * sin + (y - a[1]) * cos],
    doubtOf: mm => Math.hypot(mm * relative, Math.SQRT2 * pointing * mmPerPixel),
  }
}
