/** Down into a hollow and up again, mm [from memory]. */
export const DOWN_AND_UP = 40

/** Stripped at both ends and bent round a lug, mm [common practice: 5 mm an end and as much to bend]. */
export const ENDS = 20
/** A wire's way round cases against the straight line, where no drawing tells it [from memory]. */
export const DETOUR = 1.3

/** What the work needs to lie open, mm [common practice; cover from memory], and why. */
export const SERVICE = {
  guard: { mm: 150, why: 'so that the guard lies beside the body' },
  plate: { mm: 60, why: 'so that the plate hangs open' },
  cover: { mm: 60, why: 'so that its end comes out of the hollow' },
  closed: { mm: 150, why: 'so that the harness lies outside the body' },
} as const
