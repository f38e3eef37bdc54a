/** How well a tool reads a kind of measure: half-width, in the measure's own unit, or as a share of what it reads. */
interface Reads {
  doubt: number
  /** The doubt is this share of the reading, and no less than `doubt`. */
  share?: number
}
interface Tool {
  /** How it is called beside a reading. */
  label: string
  reads: Readonly<Record<string, Reads>>
}

/** The tools with which an instrument is read, and what each leaves open: the only home of these figures. */
export const TOOLS = {
  calliper: {
    label: 'calliper',
    // [common practice: handbook section 1]
    reads: {
      length: { doubt: 0.05 },
      // Its depth rod beside a saddle, which leans [from memory].
      'travel of a saddle': { doubt: 0.1 },
    },
  },
  rule: {
    label: 'steel rule',
    reads: {
      // Between two marks, or from an edge [common practice: handbook section 1].
      length: { doubt: 0.3 },
      // Standing beside the string, whose lower edge meets the scale [from memory].
      'height of a string': { doubt: 0.15 },
    },
  },
  'rule and capo': {
    label: 'rule, capo on fret 1',
    // The rule stands beside the string as it does without one; what the capo leaves out is the nut [from memory].
    reads: { 'height of a string': { doubt: 0.15 } },
  },
  'straightedge and rule': {
    label: 'straightedge and rule',
    reads: { length: { doubt: 0.3 } },
  },
  'straightedge and feeler gauge': {
    label: 'straightedge and feeler gauge',
    // One leaf under the edge [from memory].
    reads: { gap: { doubt: 0.03 } },
  },
  'feeler gauge': {
    label: 'feeler gauge',
    reads: {
      // One leaf under a string, which gives way before it is felt [from memory].
      gap: { doubt: 0.03 },
      // The same near the nut, where the string gives way less [from memory].
      'gap over the first fret': { doubt: 0.02 },
      // Several leaves together, under a plate that is not flat [from memory].
      'gap under a bridge': { doubt: 0.1 },
    },
  },
  'feeler gauge and rocker': {
    label: 'feeler gauge and rocker',
    // Wood and metal on both sides: nothing gives way [from memory].
    reads: { 'height of a crown': { doubt: 0.02 } },
  },
  'calliper over a tape step': {
    label: 'calliper over a tape step',
    // µm: both faces are read, and the tape gives way [from memory].
    reads: { film: { doubt: 12 } },
  },
  meter: {
    label: 'meter',
    // Of a cheap one, and no better than an ohm for its leads [from memory].
    reads: { resistance: { doubt: 1, share: 0.01 }, value: { doubt: 0, share: 0.01 } },
  },
  // Cents; a string that was just plucked still falls [from memory].
  tuner: { label: 'tuner', reads: { pitch: { doubt: 1 } } },
  scale: { label: 'scale', reads: { mass: { doubt: 0, share: 0.01 } } },
  // A place that was taken where the sheet proposes it, and that nobody read [our choice].
  'the proposal': { label: 'as proposed', reads: { length: { doubt: 1 } } },
  eye: { label: 'eye', reads: { count: { doubt: 0 } } },
} as const satisfies Record<string, Tool>

export type ToolName = keyof typeof TOOLS

/**
 * With what a reading was taken and how well it is known, to be kept with it.
 * @param value what was read; it counts where a tool's doubt is a share of that
 */
export function readWith<T extends ToolName>(
  tool: T,
  measure: keyof (typeof TOOLS)[T]['reads'] & string,
  value = 0,
): { with: string; doubt: number } {
  const { label, reads } = TOOLS[tool] as Tool,
    { doubt, share = 0 } = reads[measure]!
  return { with: label, doubt: Math.max(Math.abs(value) * share, doubt) }
}
