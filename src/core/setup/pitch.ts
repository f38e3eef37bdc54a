const STEPS: Record<string, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }

/** Frequency of a note such as E4, F#3, Bb2 in equal temperament, Hz, A4 = 440 [published: ISO 16]. Undefined when it is no note. */
export function noteHz(note: string): number | undefined {
  const m = /^([A-G])(#|b)?(-?\d)$/.exec(note)
  if (!m) return undefined
  const semitone = STEPS[m[1]!]! + (m[2] === '#' ? 1 : m[2] === 'b' ? -1 : 0) + 12 * (Number(m[3]) - 4) - 9
  return 440 * 2 ** (semitone / 12)
}
