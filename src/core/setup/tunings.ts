/** A tuning by its name, the thinnest string first, as documents keep it. */
export interface Tuning {
  name: string
  notes: readonly string[]
}

const of = (name: string, notes: string): Tuning => ({ name, notes: notes.split(' ') })

/** Tunings that players call by name [common practice], by strings; twelve is six courses of two. */
export const TUNINGS: readonly Tuning[] = [
  of('bass', 'G2 D2 A1 E1'),
  of('bass, dropped D', 'G2 D2 A1 D1'),
  of('tenor, in fifths', 'A4 D4 G3 C3'),
  of('tenor, as a guitar’s upper four', 'E4 B3 G3 D3'),
  of('short four, re-entrant', 'A4 E4 C4 G4'),
  of('bass of five', 'G2 D2 A1 E1 B0'),
  of('bass of five, high C', 'C3 G2 D2 A1 E1'),
  of('open G of five', 'D4 B3 G3 D3 G2'),
  of('standard', 'E4 B3 G3 D3 A2 E2'),
  of('dropped D', 'E4 B3 G3 D3 A2 D2'),
  of('half a step down', 'D#4 A#3 F#3 C#3 G#2 D#2'),
  of('a step down', 'D4 A3 F3 C3 G2 D2'),
  of('dropped C', 'D4 A3 F3 C3 G2 C2'),
  of('open G', 'D4 B3 G3 D3 G2 D2'),
  of('open D', 'D4 A3 F#3 D3 A2 D2'),
  of('open E', 'E4 B3 G#3 E3 B2 E2'),
  of('D A D G A D', 'D4 A3 G3 D3 A2 D2'),
  of('baritone', 'B3 F#3 D3 A2 E2 B1'),
  of('baritone in A', 'A3 E3 C3 G2 D2 A1'),
  of('bass of six', 'C3 G2 D2 A1 E1 B0'),
  of('seven', 'E4 B3 G3 D3 A2 E2 B1'),
  of('seven, dropped A', 'E4 B3 G3 D3 A2 E2 A1'),
  of('eight', 'E4 B3 G3 D3 A2 E2 B1 F#1'),
  of('twelve', 'E4 E4 B3 B3 G3 G4 D3 D4 A2 A3 E2 E3'),
]

/** Tunings for so many strings. */
export const tuningsOf = (strings: number): Tuning[] => TUNINGS.filter(t => t.notes.length === strings)
