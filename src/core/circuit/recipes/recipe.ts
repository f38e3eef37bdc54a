import type { Draft, PullUse } from './draft.ts'
import type { Have, HavePot } from './have.ts'

/** Where a tone control hangs: at the volume's input, or at its output [common practice: both schools]. */
export const TONE_FROM = ['input', 'output'] as const
export type ToneFrom = (typeof TONE_FROM)[number]

/** One known circuit, written so that it fits itself to a build's own parts. */
export interface Recipe {
  id: string
  label: string
  /** What it does, for the one who chooses. */
  says: string
  /** What the build lacks for it, in words; undefined when it can be made. */
  lacks: (h: Have) => string | undefined
  /** What its pull switches can do, if the build has any. */
  pulls?: readonly PullUse[]
  make: (d: Draft, pull: PullUse | undefined) => void
}

const PLURAL: Record<string, string> = { switch: 'switches', 'pot on two shafts': 'pots on two shafts' }
const counted = (n: number, word: string): string => `${n} ${n === 1 ? word : (PLURAL[word] ?? `${word}s`)}`

/** Says what is wanted and what there is, where both differ. */
export function wants(
  have: number,
  word: string,
  at: { exactly?: number; least?: number; most?: number },
): string | undefined {
  const { exactly, least = exactly ?? 0, most = exactly ?? Infinity } = at
  if (have >= least && have <= most) return undefined
  return `wants ${counted(have < least ? least : most, word)}${exactly === undefined ? (have < least ? ' at least' : ' at most') : ''}, this build has ${have || 'none'}`
}

/** The first that is lacking. */
export const first = (...all: (string | undefined | false)[]): string | undefined =>
  all.find((x): x is string => typeof x === 'string')

/** Pull switches, one for each pickup that something can be done to. */
export const pullsFor = (h: Have): HavePot[] => [...h.tones, ...h.volumes].filter(p => p.pull)

/** One volume, and a tone where there is a pot for it. */
export const masterPots = (h: Have): string | undefined =>
  first(wants(h.volumes.length, 'volume', { exactly: 1 }), wants(h.tones.length, 'tone', { most: 1 }))
