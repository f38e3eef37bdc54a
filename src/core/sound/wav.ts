import { WaveFile } from 'wavefile'

/** Samples of −1 to 1 as a WAV file of sixteen bits [published: RIFF WAVE, IBM and Microsoft 1991]. */
export function wavFile(samples: Float32Array, rate: number): Uint8Array {
  const w = new WaveFile()
  w.fromScratch(1, rate, '16', Int16Array.from(samples, v => Math.round(v * 32767)) as unknown as number[])
  return w.toBuffer()
}
