import type { HeardSort } from '../document/readingRef.ts'

/** What one can say of what is heard, and for how many decibels it stands, against what should be [from memory]. */
export interface HeardChoice {
  label: string
  value: number
}

export const HEARD_CHOICES: Readonly<Record<HeardSort, readonly HeardChoice[]>> = {
  level: [
    { label: 'silent', value: -40 },
    { label: 'much weaker', value: -20 },
    { label: 'weaker', value: -8 },
    { label: 'as it should be', value: 0 },
    { label: 'louder', value: 7 },
  ],
  treble: [
    { label: 'none', value: -40 },
    { label: 'much duller', value: -20 },
    { label: 'duller', value: -8 },
    { label: 'as it should be', value: 0 },
    { label: 'brighter', value: 8 },
  ],
  tap: [
    { label: 'nothing', value: -40 },
    { label: 'faint', value: -16 },
    { label: 'a clear knock', value: 0 },
  ],
  swing: [
    { label: 'down', value: -20 },
    { label: 'not at all', value: 0 },
    { label: 'up', value: 20 },
  ],
  hum: [
    { label: 'less', value: -10 },
    { label: 'as always', value: 0 },
    { label: 'more', value: 10 },
    { label: 'loud', value: 25 },
  ],
  touch: [
    { label: 'falls', value: -8 },
    { label: 'stays', value: 0 },
    { label: 'rises', value: 10 },
  ],
  crackle: [
    { label: 'not at all', value: 0 },
    { label: 'a little', value: 12 },
    { label: 'loudly', value: 25 },
  ],
}

/** The choice that a number of decibels is nearest to. */
export const nearestChoice = (what: HeardSort, db: number): HeardChoice =>
  HEARD_CHOICES[what].reduce((a, b) => (Math.abs(b.value - db) < Math.abs(a.value - db) ? b : a))

/** What to do and to listen for. */
export const HEARD_ASKS: Readonly<Record<HeardSort, { title: string; how: string }>> = {
  level: {
    title: 'How loud are the strings?',
    how: 'Play all strings at this setting and hold it against what this circuit should give.',
  },
  treble: {
    title: 'How bright are the strings?',
    how: 'Play at this setting and listen to the top end alone.',
  },
  tap: {
    title: 'Does the pickup knock?',
    how: 'Tap its poles lightly with a steel blade, amplifier low.',
  },
  swing: {
    title: 'Which way does the meter swing?',
    how: 'Meter at the plug, red on the tip, on its most sensitive volts or ohms. Lay a steel blade on the poles and pull it off at once.',
  },
  hum: {
    title: 'How much does it hum?',
    how: 'Hands off strings and metal, amplifier as always.',
  },
  touch: {
    title: 'What does the hum do when the strings are touched?',
    how: 'Lay a hand flat on all strings, and take it off again.',
  },
  crackle: {
    title: 'Does the knob crackle?',
    how: 'Let the strings ring and turn it from end to end, slowly and several times.',
  },
}
