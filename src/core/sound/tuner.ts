import { PitchDetector } from 'pitchy'

/** A note that was heard. */
export interface HeardNote {
  hz: number
  /** How like itself the sound is from period to period, 0 to 1. */
  clarity: number
  /** How far its pieces lie apart, half of their middle two thirds, cents. */
  spread: number
}

/** Notes that are listened for, Hz: from a five-string bass's lowest, tuned down, to a guitar's last fret. */
const LOWEST = 22,
  HIGHEST = 1400
/** Samples a piece: a power of two, long enough for the lowest to come round several times. */
const PIECE = 8192
/** Under this it is no note but noise, and under this loud it is silence [our choice]. */
const CLEAR = 0.9
const SILENCE = 1e-3
/** The pluck itself, s: no pitch yet [common practice]. */
const ATTACK = 0.08

const detectors = new Map<number, PitchDetector<Float32Array>>()

/** The pitch of one piece of sound, for a needle that follows: undefined where it is no clear note. */
export function pitchOfPiece(piece: Float32Array, rate: number): { hz: number; clarity: number } | undefined {
  let d = detectors.get(piece.length)
  if (!d) detectors.set(piece.length, (d = PitchDetector.forFloat32Array(piece.length)))
  let square = 0
  for (const v of piece) square += v * v
  if (Math.sqrt(square / piece.length) < SILENCE) return undefined
  const [hz, clarity] = d.findPitch(piece, rate)
  return clarity >= CLEAR && hz >= LOWEST && hz <= HIGHEST ? { hz, clarity } : undefined
}

/** Share of a piece's strength that its lowest partial must have to be told apart [our choice]. */
const STRONG = 0.02

/** Half of the middle two thirds of frequencies in order, cents. */
const halfSpread = (hz: readonly number[]): number => {
  const of = (share: number) => hz[Math.min(hz.length - 1, Math.floor(share * hz.length))]!
  return (1200 * Math.log2(of(5 / 6) / of(1 / 6))) / 2
}

/**
 * The lowest partial's own frequency near a pitch, Hz, by how far its phase turns from one stretch of sound to the next
 * [published: phase vocoder, Flanagan and Golden 1966]: a stiff string's higher partials are sharp and draw a period with
 * them. Undefined where it is too weak.
 */
function lowestPartial(
  samples: Float32Array,
  rate: number,
  near: number,
): { hz: number; spread: number } | undefined {
  const periods = Math.max(4, Math.floor((PIECE * near) / rate)),
    size = Math.min(samples.length >> 1, Math.round((periods * rate) / near)),
    hop = Math.max(1, size >> 2),
    w = (2 * Math.PI * near) / rate
  const bin = (from: number): readonly [phase: number, share: number] => {
    let re = 0,
      im = 0,
      all = 0
    for (let k = 0; k < size; k++) {
      const v = samples[from + k]!,
        hann = 0.5 - 0.5 * Math.cos((2 * Math.PI * k) / size)
      re += v * hann * Math.cos(w * (from + k))
      im -= v * hann * Math.sin(w * (from + k))
      all += v * v
    }
    return [Math.atan2(im, re), all > 0 ? (16 / 3) * ((re * re + im * im) / (size * all)) : 0]
  }
  const seen: number[] = []
  let before: number | undefined
  for (let at = Math.round(ATTACK * rate); at + size <= samples.length; at += hop) {
    const [phase, share] = bin(at)
    if (share < STRONG) return undefined
    if (before !== undefined) {
      const turned = phase - before,
        least = turned - 2 * Math.PI * Math.round(turned / (2 * Math.PI))
      seen.push(near + (least * rate) / (2 * Math.PI * hop))
    }
    before = phase
  }
  if (!seen.length) return undefined
  seen.sort((a, b) => a - b)
  return { hz: seen[seen.length >> 1]!, spread: halfSpread(seen) }
}

/**
 * The note of a plucked string [published: McLeod and Wyvill, A smarter way to find pitch, ICMC 2005, by a registry
 * package]: the middle of what its pieces say after the attack; undefined where there is no clear note.
 * @param rate samples a second
 */
export function pitchOf(samples: Float32Array, rate: number): HeardNote | undefined {
  const seen: { hz: number; clarity: number }[] = []
  const size = Math.min(PIECE, 2 ** Math.floor(Math.log2(Math.max(256, samples.length))))
  for (
    let at = Math.min(Math.round(ATTACK * rate), Math.max(0, samples.length - size));
    at + size <= samples.length;
    at += size >> 1
  ) {
    const p = pitchOfPiece(samples.subarray(at, at + size), rate)
    if (p) seen.push(p)
  }
  if (!seen.length) return undefined
  seen.sort((a, b) => a.hz - b.hz)
  const middle = seen[seen.length >> 1]!,
    // The lowest partial's own strays far less than the period, which its upper ones pull about.
    own = lowestPartial(samples, rate, middle.hz) ?? { hz: middle.hz, spread: halfSpread(seen.map(p => p.hz)) }
  return { ...own, clarity: middle.clarity }
}

/** A string with its open pitch. */
export interface TunedString {
  number: number
  hz: number
}

/** Which string a note belongs to, and how far off it is. */
export interface FoundString {
  number: number
  cents: number
}

/** Farther off than this it is no string's note, cents [our choice: a tone and a half]. */
const NOBODY = 300

/** The string whose note at a fret lies nearest to what was heard; fret 0 is the open string. */
export function stringHeard(hz: number, strings: readonly TunedString[], fret: number): FoundString | undefined {
  let best: FoundString | undefined
  for (const s of strings) {
    if (s.hz <= 0) continue
    const cents = 1200 * Math.log2(hz / (s.hz * 2 ** (fret / 12)))
    if (!best || Math.abs(cents) < Math.abs(best.cents)) best = { number: s.number, cents }
  }
  return best && Math.abs(best.cents) <= NOBODY ? best : undefined
}
