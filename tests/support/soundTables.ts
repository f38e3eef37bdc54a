import type { Question, Sounds, Switch } from '../../src/core/circuit/synthesis/wanted.ts'

export const c = (coil: number, reversed = false): Sounds => ({ kind: 'coil', coil, reversed })
export const par = (...of: Sounds[]): Sounds => ({ kind: 'parallel', of })
export const ser = (...of: Sounds[]): Sounds => ({ kind: 'series', of })

/** A five-way blade by the trade's words, and switches whose every throw stands for one position. */
export const BLADE: Switch = { poles: 2, positions: [[0], [0, 1], [1], [1, 2], [2]].map(t => [t, t]) }
export const plain = (poles: number, positions: number): Switch => ({
  poles,
  positions: Array.from({ length: positions }, (_, i) => Array.from({ length: poles }, () => [i])),
})

export const w = (sounds: Sounds | 'silence' | undefined, ...tones: boolean[]) => ({ sounds, tones })
export const [A, B, C, D, E] = [0, 1, 2, 3, 4].map(k => c(k)) as [Sounds, Sounds, Sounds, Sounds, Sounds]
export const question = (coils: number, s: Switch, wanted: Question['wanted']): Question => ({
  coils,
  tones: wanted[0]!.tones.length,
  switch: s,
  wanted,
  grounded: [],
})

/** Tables of the trade [common practice: handbook section 6], and some that nobody wires. */
export const TABLES: [string, Question][] = [
  ['three single-coils on a five-way blade', question(3, BLADE, [w(A), w(par(A, B)), w(B), w(par(B, C)), w(C)])],
  [
    'three single-coils with two tones',
    question(3, BLADE, [
      w(A, false, false),
      w(par(A, B), false, true),
      w(B, false, true),
      w(par(B, C), true, true),
      w(C, true, false),
    ]),
  ],
  [
    'two doubles and a single, split in 2 and 4',
    question(5, BLADE, [w(ser(A, B)), w(par(A, C)), w(C), w(par(C, D)), w(ser(D, E))]),
  ],
  [
    'two doubles on four poles: whole, inner, all, outer, whole',
    question(4, plain(4, 5), [
      w(ser(A, B)),
      w(par(B, C)),
      w(par(ser(A, B), ser(C, D))),
      w(par(A, D)),
      w(ser(C, D)),
    ]),
  ],
  [
    'two single-coils on a four-way blade, the last in series',
    question(2, plain(2, 4), [w(A), w(par(A, B)), w(B), w(ser(A, B))]),
  ],
  ['two single-coils on a three-way blade', question(2, plain(2, 3), [w(A), w(par(A, B)), w(B)])],
  ['out of phase in the middle', question(2, plain(2, 3), [w(A), w(par(A, c(1, true))), w(B)])],
  ['a double-coil: series, first coil, parallel', question(2, plain(2, 3), [w(ser(A, B)), w(A), w(par(A, B))])],
  [
    'two single-coils on a toggle; a pull turns the second round, by a conductor of lugs alone',
    question(
      2,
      {
        poles: 3,
        alike: [0, 1, 1],
        positions: [[0], [0, 1], [1]].flatMap(t => [0, 1].map(p => [t, [p], [p]])),
      },
      [w(A), w(A), w(par(A, B)), w(par(A, c(1, true))), w(B), w(c(1, true))],
    ),
  ],
]

/** Tables that take long: for the benchmark alone. */
export const LONG_TABLES: [string, Question][] = [
  [
    'three single-coils, a pull that adds the third',
    question(
      3,
      {
        poles: 4,
        alike: [0, 0, 1, 1],
        positions: [[0], [0, 1], [1], [1, 2], [2]].flatMap(t => [0, 1].map(p => [t, t, [p], [p]])),
      },
      [
        w(A),
        w(par(A, C)),
        w(par(A, B)),
        w(par(A, B, C)),
        w(B),
        w(par(B, C)),
        w(par(B, C)),
        w(par(B, C)),
        w(C),
        w(C),
      ],
    ),
  ],
]
