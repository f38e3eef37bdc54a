/** A string that is plucked, and where it is listened to. Lengths in mm. */
export interface Plucked {
  /** Pitch of the open string, Hz, and how far its partials are stretched. */
  hz: number
  stretch: number
  length: number
  /** From the bridge. */
  at: number
}

/** A place over the string and what it is worth to each partial: real and imaginary part by frequency. */
export interface Ear {
  /** From the bridge, mm. */
  at: number
  gain: (hz: number) => readonly [re: number, im: number]
}

/** One partial of what comes out: its frequency, amplitude and phase, and how long it rings. */
export interface Partial {
  n: number
  hz: number
  amplitude: number
  phase: number
  /** Time in which it falls to 1/e, s. */
  rings: number
}

/** Above this share of the sampling rate nothing is sounded. */
const HIGHEST = 0.45
/** How long a steel string rings, s: low partials longer than high ones [from memory]. */
const RINGS = 2.4,
  DULLS = 900

/** Frequency of a partial, Hz [published: Fletcher 1964]. */
export const partialHz = (s: Pick<Plucked, 'hz' | 'stretch'>, n: number): number =>
  n * s.hz * Math.sqrt(1 + s.stretch * n * n)

/**
 * Partials of a plucked string as they come out of the jack. Partial n of a string plucked at p has the amplitude
 * 2·sin(nπp/L)/(n²π²(p/L)(1−p/L)); a pickup at d sees it times sin(nπd/L), and its voltage follows velocity
 * [published: ideal string, Fletcher and Rossing, The Physics of Musical Instruments]. Every pickup's own way to the jack
 * is in its gain, so that two of them add with their signs.
 */
export function partialsOf(s: Plucked, ears: readonly Ear[], rate: number): Partial[] {
  const out: Partial[] = [],
    u = s.at / s.length
  for (let n = 1; ; n++) {
    const hz = partialHz(s, n)
    if (hz > HIGHEST * rate) return out
    const shape = (2 * Math.sin(n * Math.PI * u)) / (n * n * Math.PI ** 2 * u * (1 - u)),
      speed = hz / s.hz
    let re = 0,
      im = 0
    for (const e of ears) {
      const seen = shape * speed * Math.sin((n * Math.PI * e.at) / s.length),
        [gr, gi] = e.gain(hz)
      re += seen * gr
      im += seen * gi
    }
    out.push({ n, hz, amplitude: Math.hypot(re, im), phase: Math.atan2(im, re), rings: RINGS / (1 + hz / DULLS) })
  }
}

/**
 * Partials as samples. Each is turned by a fixed angle from sample to sample and falls off, so that pitch and phase are
 * exact for as long as it lasts.
 * @param rate samples a second
 */
export function sounded(partials: readonly Partial[], seconds: number, rate: number): Float32Array {
  const size = Math.round(seconds * rate),
    out = new Float32Array(size)
  for (const p of partials) {
    if (p.amplitude === 0) continue
    const w = (2 * Math.PI * p.hz) / rate,
      fall = Math.exp(-1 / (p.rings * rate)),
      c = Math.cos(w) * fall,
      s = Math.sin(w) * fall
    // Velocity of a string let go from rest begins at nothing: −sin.
    let x = -Math.sin(p.phase) * p.amplitude,
      y = Math.cos(p.phase) * p.amplitude
    // Under a millionth nothing is heard of it.
    const last = Math.min(size, Math.ceil(14 * p.rings * rate))
    for (let k = 0; k < last; k++) {
      out[k]! += x
      const nx = x * c - y * s
      y = x * s + y * c
      x = nx
    }
  }
  return out
}

/** How loud everything is made, share of full scale, by the root of the mean square of its first second. */
export const LOUD = 0.12
/** Fading out at the end, s. */
const FADE = 0.03

/** The same at equal loudness, so that two settings are told apart by their sound alone. */
export function levelled(samples: Float32Array, rate: number): Float32Array {
  const first = Math.min(samples.length, rate)
  let sum = 0
  for (let k = 0; k < first; k++) sum += samples[k]! ** 2
  const rms = Math.sqrt(sum / first),
    by = rms > 0 ? LOUD / rms : 0,
    fade = Math.min(samples.length, Math.round(FADE * rate))
  return samples.map((v, k) => {
    const left = samples.length - k
    return Math.max(-1, Math.min(1, v * by)) * (left < fade ? left / fade : 1)
  })
}
