/** Two ends that a value keeps to, mm unless it says otherwise. */
export interface Span {
  readonly min: number
  readonly max: number
}

/**
 * How far things lie and readings reach on any instrument, mm [from memory: a long bass with room to spare]. The
 * document, the command line and every field are held to these; what lies beyond is a slip of the pen.
 */
export const SPANS = {
  /** From the pocket's end wall along the strings, or from the nut to either side. */
  along: { min: -900, max: 1500 },
  /** Off the centre line, treble +. */
  across: { min: -400, max: 400 },
  /** Between two frets. */
  frets: { min: 1, max: 1500 },
  /** A straightedge on the frets over the body's top at the bridge. */
  dry: { min: -10, max: 60 },
  /** Gaps and heights that are read at setting up. */
  setup: { min: 0, max: 12 },
  /** A neck's bow, negative where it bows back: a straightedge that rocks over its middle. */
  relief: { min: -1.5, max: 3 },
  /** A note off what it should sound, cents; turns of a screw. */
  cents: { min: -100, max: 100 },
  turns: { min: -10, max: 10 },
  /** A fret's crown over those beside it. */
  crown: { min: -1, max: 1 },
  /** An end of a joint's band. */
  band: { min: -1000, max: 1000 },
  /** Dry film on a face. */
  film: { min: 0, max: 2 },
  /** The same as a gauge shows it, µm. */
  microns: { min: 0, max: 2000 },
  /** What leaves a can, g. */
  grams: { min: 0, max: 5000 },
  strokes: { min: 1, max: 5000 },
  /** Air and surface where a coat is put on, °C; relative humidity, %. */
  celsius: { min: -20, max: 60 },
  humidity: { min: 1, max: 100 },
} as const satisfies Record<string, Span>
