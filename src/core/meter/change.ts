import type { Joint, Pieces, Pole } from '../circuit/pieces.ts'
import type { Taper } from '../parts/kinds/electrics.ts'

/** What a fault does to the circuit in pieces. Readings and sounds under a fault come from solving what is left. */
export type Change =
  /** A wire, or the braid of one, joins nothing. */
  | { kind: 'cut'; wire: string; sort: 'wire' | 'braid' }
  /** A wire with a resistance in it. */
  | { kind: 'cold'; wire: string; sort: 'wire' | 'braid'; ohms: number }
  /** A component's own lug under its solder: wires hold together there and reach it badly or not at all (Infinity). */
  | { kind: 'lift'; terminal: string; ohms: number }
  /** A wire's end on another lug. */
  | { kind: 'move'; wire: string; end: 'a' | 'b'; to: string; sort?: 'braid' }
  /** All that is soldered to one lug of each pair is on the other, and the other way round. */
  | { kind: 'exchange'; pairs: readonly (readonly [string, string])[] }
  /** Something conducts between two lugs. */
  | { kind: 'bridge'; a: string; b: string; ohms: number }
  /** A two-pole's value times a factor: ohms of a resistance or a coil, farads of a capacitor. */
  | { kind: 'scale'; poles: readonly string[]; by: number }
  | { kind: 'open'; pole: string }
  | { kind: 'short'; pole: string }
  /** A contact that does not close when it should. */
  | { kind: 'contact'; component: string; a: string; b: string }
  /** A lever mounted turned round: its throws in the reverse order. */
  | { kind: 'turned'; component: string }
  /** A track of another taper. */
  | { kind: 'taper'; component: string; taper: Taper }
  /** A coil wound or magnetised the other way round from what is written of it. */
  | { kind: 'reversed'; pole: string; by: 'winding' | 'magnet' }
  /** A plug that does not reach the contacts: nothing can be read or heard through it. */
  | { kind: 'unplugged' }
  /** A plug that is soldered the other way round: whatever comes through it has tip and sleeve exchanged, the lugs themselves have not. */
  | { kind: 'plug exchanged'; pair: readonly [tip: string, sleeve: string] }

/** A name that no component has: what lies under a lug that is lifted. */
export const under = (terminal: string): string => `${terminal}~`

const renamed = (of: ReadonlyMap<string, string>, t: string): string => of.get(t) ?? t

function changed(p: Pieces, c: Change): Pieces {
  switch (c.kind) {
    case 'cut':
      return { ...p, joints: p.joints.filter(j => !(j.id === c.wire && j.sort === c.sort)) }
    case 'cold': {
      const j = p.joints.find(x => x.id === c.wire && x.sort === c.sort)
      if (!j) return p
      return {
        ...p,
        joints: p.joints.filter(x => x !== j),
        poles: [...p.poles, resistance(`cold ${j.id}`, j.a, j.b, c.ohms, COLD_JOINT)],
      }
    }
    case 'lift': {
      const below = under(c.terminal),
        to = new Map([[c.terminal, below]])
      // The jack's own ends stay the player's: what is soldered to them comes off.
      const own = (j: Joint) => j.sort === 'contact' || j.sort === 'inner'
      const ofJack = p.jack?.tip === c.terminal || p.jack?.sleeve === c.terminal
      return {
        ...p,
        terminals: [...p.terminals, below],
        joints: p.joints.map(j => (own(j) !== ofJack ? { ...j, a: renamed(to, j.a), b: renamed(to, j.b) } : j)),
        poles: [
          ...(ofJack ? p.poles : p.poles.map(x => ({ ...x, a: renamed(to, x.a), b: renamed(to, x.b) }))),
          ...(Number.isFinite(c.ohms)
            ? [resistance(`cold ${c.terminal}`, c.terminal, below, c.ohms, COLD_JOINT)]
            : []),
        ],
      }
    }
    case 'move':
      return {
        ...p,
        joints: p.joints.map(j => (j.id === c.wire && j.sort === (c.sort ?? 'wire') ? { ...j, [c.end]: c.to } : j)),
      }
    case 'exchange': {
      const to = new Map(c.pairs.flatMap(([a, b]) => [[a, b] as const, [b, a] as const]))
      const put = (j: Joint): Joint =>
        j.sort === 'wire' || j.sort === 'braid' ? { ...j, a: renamed(to, j.a), b: renamed(to, j.b) } : j
      return { ...p, joints: p.joints.map(put) }
    }
    case 'bridge':
      return { ...p, poles: [...p.poles, resistance(`bridge ${c.a} ${c.b}`, c.a, c.b, c.ohms)] }
    case 'scale':
      return { ...p, poles: p.poles.map(x => (c.poles.includes(x.id) ? scaled(x, c.by) : x)) }
    case 'open':
      return { ...p, poles: p.poles.filter(x => x.id !== c.pole) }
    case 'short': {
      const at = p.poles.find(x => x.id === c.pole)
      return at ? { ...p, poles: [...p.poles, resistance(`short ${c.pole}`, at.a, at.b, SHORT)] } : p
    }
    case 'contact':
      return {
        ...p,
        joints: p.joints.filter(
          j =>
            !(
              j.sort === 'contact' &&
              j.id === c.component &&
              ((j.a === c.a && j.b === c.b) || (j.a === c.b && j.b === c.a))
            ),
        ),
      }
    case 'reversed':
      return {
        ...p,
        poles: p.poles.map(x =>
          x.kind === 'coil' && x.id === c.pole
            ? { ...x, volts: -x.volts, ...(c.by === 'winding' ? { hum: -x.hum } : {}) }
            : x,
        ),
      }
    case 'plug exchanged':
    case 'turned':
    case 'taper':
    case 'unplugged':
      return p
  }
}

/** What a short has, Ω [from memory]. */
export const SHORT = 0.1

/** What a cold joint's resistance belongs to, in place of a component. */
export const COLD_JOINT = '~cold'

const resistance = (id: string, a: string, b: string, ohms: number, of = ''): Pole => ({
  kind: 'R',
  id,
  a,
  b,
  ohms,
  of,
})

const scaled = (x: Pole, by: number): Pole =>
  x.kind === 'R'
    ? { ...x, ohms: x.ohms * by }
    : x.kind === 'C'
      ? { ...x, farads: x.farads * by }
      : x.kind === 'coil'
        ? { ...x, ohms: x.ohms * by, henries: x.henries * by }
        : x

/** What is wrong as it shows through the plug, or at the lugs themselves. */
export const seenFrom = (changes: readonly Change[], plug: boolean): readonly Change[] =>
  changes.some(c => c.kind === 'plug exchanged')
    ? changes.flatMap((c): Change[] =>
        c.kind === 'plug exchanged' ? (plug ? [{ kind: 'exchange', pairs: [c.pair] }] : []) : [c],
      )
    : changes

/** The circuit in pieces with everything that is wrong in it; what is set or built otherwise is done before. */
export const changedBy = (p: Pieces, changes: readonly Change[]): Pieces => changes.reduce(changed, p)
