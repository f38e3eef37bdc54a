/**
 * How well each way of working holds what it works to: the half-width of what comes out, mm. Every fix names its way,
 * and what its dimension is held to follows from here alone [from memory, all of them, where nothing else is said].
 */
export const HOLDS = {
  /** Routed along a template or a fence. */
  router: 0.2,
  /** Drilled to a depth by a stop or by a mark on the bit. */
  drilledDeep: 0.3,
  /** A hole drilled, plugged before where need be: its diameter. */
  redrilled: 0.15,
  /** A hole plugged and drilled again, or a part screwed where it was marked: its place. */
  marked: 0.1,
  /** A hole opened by the next bit or a round file. */
  opened: 0.1,
  file: 0.1,
  reamer: 0.05,
  /** Pared with a chisel, clamped dry between passes. */
  chisel: 0.1,
  /** Scraped flat against a straightedge. */
  scraped: 0.03,
  /** A cheek pared, or faced with veneer, until it goes in by hand. */
  byHand: 0.06,
  veneer: 0.04,
  /** Sanded on a flat block, read between strokes. */
  sanded: 0.02,
  /** Glued up, sleeved or rubbed down a little at a time, read by a calliper. */
  fitted: 0.05,
  /** Thinned over a whole face, by plane or sander. */
  thinned: 0.15,
  /** A washer, shim or spacer laid in: its own thickness. */
  laidIn: 0.1,
  /** Foam glued to a wall: it gives. */
  foam: 0.3,
  /** Washers stacked under a spring, or a nut run along a thread. */
  stacked: 0.2,
  /** A guard laid over its routs by eye. */
  laidOver: 0.2,
  /** A spring cut by pliers and dressed. */
  cut: 0.5,
  /** A bought screw, to its stated length. */
  bought: 0.3,
  /** A bridge set by a pencil line. */
  pencilled: 0.3,
} as const satisfies Readonly<Record<string, number>>

/** A way of working that a fix is done by. */
export type Held = keyof typeof HOLDS
