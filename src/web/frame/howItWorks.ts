import { say, mm, num, type Said } from '../../core/say/said.ts'
import type { StationId } from './stations.ts'

/** What a station reckons with: a formula or rule, and where it comes from. */
export interface Reckoned {
  what: string
  by: Said
  /** Tag and source, as the handbook has them. */
  source: string
}

/** A station in short: what it does, by what it reckons, and what it does not know. */
export interface HowItWorks {
  does: string
  reckons: readonly Reckoned[]
  limits: string
}

/** How each station works, in place. */
export const HOW_IT_WORKS: Record<StationId, HowItWorks> = {
  shelf: {
    does: 'Every size is a value, a doubt and what it rests on: measured, a listing’s claim, or assumed. A reading replaces a claim and keeps it beside itself.',
    reckons: [
      {
        what: 'Several readings of one size',
        by: 'weighted by 1 ÷ doubt²',
        source: 'published: JCGM 100:2008',
      },
      {
        what: 'Doubt of a reading nobody says more of',
        by: say`calliper ± ${mm(0.05, 2)}, rule ± ${mm(0.3)}, meter ± ${num(1, 0, '%')}`,
        source: 'from memory',
      },
    ],
    limits: 'A reading far from its claim is asked about, not refused: it may be the part, the tool or the place.',
  },
  parts: {
    does: 'Each part that suits a slot is judged with what stands in the others; complete sets are searched for exactly, the cheapest work first.',
    reckons: [
      {
        what: 'Work of a candidate',
        by: 'minutes to mend each joint × the chance that it needs it',
        source: 'our choice; minutes from memory',
      },
      { what: 'Days to come', by: 'as the supplier says, else two weeks', source: 'from memory' },
    ],
    limits: 'A part is judged by its sizes. How it sounds, and how well it is made, is yours to say.',
  },
  fit: {
    does: 'Every place where two parts meet is a joint with a clearance and a doubt; its band says what is snug. A verdict is called when it is nine in ten sure.',
    reckons: [
      {
        what: 'Doubt of a clearance',
        by: '√Σ (what it changes by × each doubt)²',
        source: 'published: JCGM 100:2008, 5.1.2',
      },
      {
        what: 'Wood across the grain',
        by: 'size × its own swelling × change of moisture',
        source: 'published: Wood Handbook',
      },
      { what: 'Film in a hole', by: 'twice what lies on each wall', source: 'common practice' },
    ],
    limits: 'Bands are the trade’s and yours to change. Doubts are taken as independent of each other.',
  },
  drill: {
    does: 'Holes and cuts follow from the parts, in working order, with bits from your drawer, what is left under and beside them, and the line that they are told from.',
    reckons: [
      { what: 'Frets', by: 'scale × (1 − 2^(−n ÷ 12))', source: 'published: equal temperament' },
      {
        what: 'Bridge’s place',
        by: 'nut to saddle = scale + compensation, within the saddles’ travel',
        source: 'common practice',
      },
      { what: 'Pilot holes', by: 'core of the screw, more in hard wood', source: 'published: handbook tables' },
    ],
    limits:
      'A template is true where its bars measure true on your paper. Goggles, clamps and the drill’s own rules come before any number here.',
  },
  wiring: {
    does: 'The circuit is solved as a network at every setting of its switches: what sounds, what hums, what a meter at the jack says; wires are routed on the drawing as they lie.',
    reckons: [
      {
        what: 'Response',
        by: 'nodal analysis of coils, pots, cable and amplifier',
        source: 'published; held against ngspice',
      },
      { what: 'Tone’s corner', by: '1 ÷ (2π R C)', source: 'published' },
      { what: 'Hum left', by: 'each coil’s sense and turns', source: 'common practice' },
    ],
    limits:
      'Magnets, wood and hands are not in it. Nothing here is about mains: amplifiers are for who is licensed.',
  },
  meter: {
    does: 'All faults that the circuit can have were solved beforehand. A reading leaves those that explain it; the next place is where the answer tells most.',
    reckons: [
      { what: 'What to read next', by: 'most expected information', source: 'published: Shannon 1948' },
      { what: 'A fault’s weight', by: 'how often solderers meet it', source: 'from memory' },
    ],
    limits: 'Two faults at once are looked for, three are not. Read with the amplifier unplugged.',
  },
  finish: {
    does: 'Layers, coats and waits follow from the material, the face and the air; film is reckoned on every face and taken into the holes that it narrows.',
    reckons: [
      {
        what: 'Film of a coat',
        by: 'wet film × solids, by way and face; learned from panel and gauge',
        source: 'common practice',
      },
      { what: 'Dew point', by: 'Magnus formula', source: 'published: WMO' },
      { what: 'Drying', by: 'the tin’s hours × warmth and humidity', source: 'common practice' },
    ],
    limits: 'The tin and the test panel are right where they differ from this. Respirator, fire and rags first.',
  },
  setup: {
    does: 'Readings in the trade’s order, each with what it asks for at the screw; how low the strings can go is reckoned from how far they swing.',
    reckons: [
      { what: 'Tension', by: 'weight per length × (2 × scale × frequency)²', source: 'published: Mersenne' },
      {
        what: 'Compensation',
        by: 'stretch when fretted, and stiffness',
        source: 'published: Fletcher; model from memory',
      },
      { what: 'Action at the saddle', by: 'twice the change at fret 12', source: 'common practice' },
    ],
    limits: 'Every step moves the next: read again in a day, a week, a season.',
  },
  plan: {
    does: 'Steps say what they need and what they spoil; the order follows. Waits run from when something was really done; the end is judged from two thousand runs of it.',
    reckons: [
      { what: 'Minutes', by: 'usual, corrected by your own timed steps', source: 'usual minutes from memory' },
      {
        what: 'Chance of a day',
        by: 'triangles for minutes, waits and parcels',
        source: 'published: triangular distribution',
      },
    ],
    limits: 'A joint that won’t go has no end: none is promised before a way is chosen.',
  },
  log: {
    does: 'What was done, read, written, photographed and spent, from the acts themselves; nothing is lost, what is wrong is struck out.',
    reckons: [
      {
        what: 'A quote’s range',
        by: 'each step’s own tenth and ninth tenth added up',
        source: 'our choice: one person’s pace is the same in all',
      },
    ],
    limits: 'Tax and what a bill must say follow the rules where you work.',
  },
}
