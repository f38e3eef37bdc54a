import { mm, type Said, say } from '../say/said.ts'
import { contradicts, fedBy, type Fed } from '../document/feeds.ts'
import type { Laid } from '../document/docs.ts'
import { readingRef, readingText } from '../document/readingRef.ts'

/** Two lengths that are the same number, mm. */
const SAME = 1e-6

/** What a pair of frets that was read says of the neck's scale length. */
export interface ScaleRead {
  low: number
  high: number
  /** The reading's own time and tool, for what is taken of it. */
  reading: { at: string; with?: string }
  fed: Fed
  /** Whether it is what the neck is down as; bears it out; speaks against it; or says more than anything did before. */
  state: 'taken' | 'agrees' | 'contradicts' | 'new'
  says: Said
}

function stateOf(fed: Fed): ScaleRead['state'] {
  const { value, doubt, now } = fed
  if (!now || now.basis === 'assumed') return 'new'
  if (now.basis === 'measured' && Math.abs(value - now.value) < SAME) return 'taken'
  if (contradicts(fed)) return 'contradicts'
  return Math.abs(value - now.value) <= doubt + now.doubt ? 'agrees' : 'contradicts'
}

function words(fed: Fed, state: ScaleRead['state']): Said {
  const { value, doubt, now } = fed,
    off = value - (now?.value ?? value),
    apart = Math.abs(off)
  switch (state) {
    case 'taken':
      return say`The neck’s scale length is from it.`
    case 'agrees':
      return say`Agrees with the neck’s ${mm(now!.value, 1)}: ${mm(apart, 2)} apart, ${mm(doubt + now!.doubt, 2)} in doubt.`
    case 'new':
      return say`Nobody had read the scale: ${mm(now?.value ?? value, 1)} was assumed.`
    case 'contradicts':
      return say`The frets make it ${mm(value, 1)}, the neck is down as ${mm(now!.value, 1)}. As it is down, the bridge would lie ${mm(apart, 1)} ${off > 0 ? 'nearer to the neck' : 'further back'} than it must. Read it again; if it stays, take this one.`
  }
}

/** Name of a reading of the distance between two frets; 0 is the nut. */
export const fretReading = (low: number, high: number): string => readingText({ kind: 'frets', low, high })

/** The newest reading of a pair of frets and what it says of the scale length; undefined until one is read. */
export function readScale(build: Laid): ScaleRead | undefined {
  const r = build.readings.findLast(x => readingRef(x.of)?.kind === 'frets'),
    ref = r && readingRef(r.of),
    fed = r && fedBy(build, r)
  if (!fed || ref?.kind !== 'frets') return undefined
  const state = stateOf(fed)
  return { low: ref.low, high: ref.high, reading: r, fed, state, says: words(fed, state) }
}
