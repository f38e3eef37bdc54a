import { WaveFile } from 'wavefile'

/** Samples of −1 to 1 as a WAV file of sixteen bits [published: RIFF WAVE, IBM and Microsoft 1991]. */
export function wavFile(samples: Float32Array, rate: number): Uint8Array {
  const w = new WaveFile()
  w.fromScratch(1, rate, '16', Int16Array.from(samples, v => Math.round(v * 32767)) as unknown as number[])
  return w.toBuffer()
}

/** The largest sound that is read, bytes: ten minutes of one channel as a studio keeps it, or of two as a disc does [our choice]. */
export const LARGEST_SOUND = 110 * 1024 * 1024

/** The first channel of a WAV file as samples of −1 to 1, with its rate, or why it cannot be read. */
export function readWav(bytes: Uint8Array): { samples: Float32Array; rate: number } | string {
  try {
    const w = new WaveFile(bytes)
    w.toBitDepth('32f')
    const got = w.getSamples(false, Float32Array) as unknown as Float32Array | Float32Array[],
      { sampleRate: rate } = w.fmt as { sampleRate: number }
    const samples = Array.isArray(got) ? got[0] : got
    return samples?.length ? { samples, rate } : 'The file holds no sound.'
  } catch {
    return 'This is no WAV file that can be read. Accepted: RIFF WAVE, 8 to 32 bits, one channel or more.'
  }
}
