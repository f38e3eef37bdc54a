import type { Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { layOut } from '../layout/layOut.ts'
import { buzzWork } from '../setup/buzz.ts'
import { centsOff } from '../setup/intonation.ts'
import { RATE, stringOf } from './instrument.ts'
import { levelled, partialHz, partialsOf, sounded } from './pluck.ts'

/** How a string is sounded: open, held at a fret, or its octave by a touch over fret 12. */
export type SoundedAs = 'open' | 'harmonic' | 'held'

/** Where the stand-in plucks and listens, mm from the bridge [our choice]. */
const PLUCK = 110,
  LISTEN = 60

/**
 * A stand-in for a microphone before this instrument: the string as its setup makes it sound, so that a held note is off
 * by what saddle, height and gauge make of it. Open strings are in tune. Says why where there is nothing to hear.
 */
export function standInString(
  build: Laid,
  number: number,
  as: SoundedAs,
  fret: number,
  seconds = 1.2,
): Float32Array | string {
  const string = stringOf(build, { string: number, at: PLUCK, seconds })
  if (typeof string === 'string') return string
  const cents = as === 'held' ? (standInCents(build, number, fret) ?? 0) : 0
  const hz =
    as === 'open'
      ? string.hz
      : as === 'harmonic'
        ? partialHz(string, 2)
        : string.hz * 2 ** (fret / 12) * 2 ** (cents / 1200)
  const sounding = { ...string, hz, stretch: string.stretch, length: string.length / (as === 'open' ? 1 : 2) }
  return levelled(
    sounded(
      partialsOf(
        { ...sounding, at: Math.min(PLUCK, sounding.length / 3) },
        [{ at: LISTEN, gain: () => [1, 0] }],
        RATE,
      ),
      seconds,
      RATE,
    ),
    RATE,
  )
}

/** By how much the stand-in's held note is off, cents: the saddle stands where the bridge was set, as far as it has been moved. */
export function standInCents(build: Laid, number: number, fret: number): number | undefined {
  const w = buzzWork(build),
    s = w?.strings.find(x => x.number === number),
    gauge = partIn(build, 'strings')?.gauges?.[number - 1],
    row = stringOf(build, { string: number, at: PLUCK, seconds: 1 })
  if (!w || !s || !gauge || typeof row === 'string') return undefined
  const saddleAt = layOut(build)?.strings[number - 1]?.saddle[0] ?? w.neck.scaleLength
  return centsOff(
    {
      gauge,
      hz: row.hz,
      neck: w.neck,
      saddleAt,
      saddleHeight: s.string.saddleHeight,
      nutHeight: s.string.nutHeight,
    },
    fret,
  )
}
