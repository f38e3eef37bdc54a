/** How a hole is kept square. */
export const GUIDES = ['by hand', 'with a guide', 'on a press'] as const
export type Guide = (typeof GUIDES)[number]

/** How far a hole wanders on 45 mm of way, mm [from memory: handbook section 5]. */
const PER_45: Record<Guide, number> = { 'by hand': 1, 'with a guide': 0.3, 'on a press': 0.1 }

/** How far off its place a through hole comes out, mm, for a way through wood. */
export const wander = (way: number, guide: Guide): number => (PER_45[guide] * way) / 45

/** Doubt of a punch mark through a taped template, mm [from memory]. */
export const PUNCH = 0.3

/**
 * Drilled from both faces and met in the middle, each mouth is where its template puts it; the step inside is what both
 * punches and two half ways add up to.
 */
export const meetingStep = (way: number, guide: Guide): number =>
  Math.hypot(PUNCH, PUNCH, wander(way / 2, guide), wander(way / 2, guide))
