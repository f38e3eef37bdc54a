import { stringsIn, type Component, type Wire } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import { lugRef, lugText } from '../document/lugRef.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import { networkOf } from '../circuit/network.ts'
import { piecesOf, type Pieces, type Pole } from '../circuit/pieces.ts'
import { allSettings, contactSort, openSettings, partOf } from '../circuit/settings.ts'
import { TAPERS } from '../parts/kinds/electrics.ts'
import { gangOf, lugsOf, METAL_LUGS } from '../parts/lugs.ts'
import type { Change } from './change.ts'
import { COLD, FAULT_SORTS, MET, OTHER_CAP, OTHER_POT, TURNS_LEFT, WORN, type FaultSortName } from './faultSorts.ts'

/** Something that can be wrong in a circuit, as changes of it. Several may mean one mend: the same wire, open or cold. */
export interface Fault {
  id: string
  sort: FaultSortName
  /** What is mended alike: faults of one class are told apart by nobody who only wants it to work. */
  mends: string
  /** What is wrong, in words. */
  says: string
  /** What would be proven by a reading that shows no such fault, in words. */
  thing?: string
  /** Lugs where it is. */
  at: readonly string[]
  /** How often beside all others; all faults of a circuit sum to one. */
  share: number
  changes: readonly Change[]
  /** How far its own resistance may be off, as a share: what a cold joint has is not known. */
  spread?: number
}

type Draft = Omit<Fault, 'share'> & { weight?: number }

/** Lugs further apart than this are not taken for one another, mm [from memory]. */
const NEIGHBOUR = 7

interface Ground {
  build: Wired
  rest: Pieces
  words: (terminal: string) => string
  /** Whether a lug lies on the sleeve with everything at rest. */
  grounded: (terminal: string) => boolean
}

const isLug = (t: string): boolean => !METAL_LUGS.has(lugRef(t).lug)

/** Every fault that a circuit can have, each with how often it is met. */
export function faultsOf(build: Wired): Fault[] {
  if (!build.circuit.components.length) return []
  const rest = openSettings(build),
    n = networkOf(build, rest, false)
  const g: Ground = {
    build,
    rest: piecesOf(build, rest, false),
    words: t => lugWords(build.circuit, t),
    grounded: t => n.nodeOf.get(t) === 0,
  }
  const drafts = [...ofWires(g), ...ofLugs(g), ...ofExchanges(g), ...ofShorts(g), ...ofParts(g), ...ofSwitches(g)]
  const totals = new Map<string, number>()
  const weight = (d: Draft) => FAULT_SORTS[d.sort].often * (d.weight ?? 1)
  for (const d of drafts) {
    const { group } = FAULT_SORTS[d.sort]
    totals.set(group, (totals.get(group) ?? 0) + weight(d))
  }
  const met = [...totals.keys()].reduce((s, k) => s + MET[k as keyof typeof MET], 0)
  return drafts.map(({ weight: _own, ...d }, i) => {
    void _own
    const { group } = FAULT_SORTS[d.sort]
    return { ...d, share: (MET[group] * weight(drafts[i]!)) / totals.get(group)! / met }
  })
}

const wireWords = (g: Ground, w: Wire): string => `${w.id} (${g.words(w.from)} to ${g.words(w.to)})`

/** What can be wrong with each wire: missing, cold at one of its ends, on the neighbouring lug. */
function ofWires(g: Ground): Draft[] {
  const { wires } = g.build.circuit
  return wires.flatMap((w): Draft[] => {
    const at = [w.from, w.to],
      ground = g.grounded(w.from) && g.grounded(w.to),
      mends = `wire ${w.id}`
    const one = (sort: 'wire' | 'braid', ends: readonly string[], called: string): Draft[] => [
      {
        id: `open ${sort} ${w.id}`,
        sort: ground || sort === 'braid' ? 'ground missing' : 'missing',
        mends: sort === 'wire' ? mends : `braid ${w.id}`,
        says: `${called} is open: missing, or not joined at one end`,
        thing: called,
        at: ends,
        changes: [{ kind: 'cut', wire: w.id, sort }],
      },
      ...COLD.map((ohms): Draft => ({
        id: `cold ${sort} ${w.id} ${ohms}`,
        sort: 'cold',
        mends: sort === 'wire' ? mends : `braid ${w.id}`,
        says: `${called} has a cold joint at one end`,
        at: ends,
        weight: 1 / COLD.length,
        changes: [{ kind: 'cold', wire: w.id, sort, ohms }],
      })),
    ]
    const moved = (['from', 'to'] as const).flatMap((end): Draft[] =>
      neighbours(g, w[end]).map(to => ({
        id: `moved ${w.id} ${end} ${to}`,
        sort: 'neighbour',
        mends: `${mends} ${end}`,
        says: `Wire ${w.id} sits on ${g.words(to)} instead of ${g.words(w[end])}`,
        at: [w[end], to],
        changes: [{ kind: 'move', wire: w.id, end: end === 'from' ? 'a' : 'b', to }],
      })),
    )
    const turned = (['from', 'to'] as const).flatMap((end): Draft[] => {
      const shield = w.braid?.[end]
      if (!shield || shield === w[end]) return []
      const side = end === 'from' ? 'a' : 'b'
      return [
        {
          id: `braid exchanged ${w.id} ${end}`,
          sort: 'braid exchanged',
          mends: `braid exchanged ${w.id} ${end}`,
          says: `Wire ${w.id}: core and braid are exchanged at ${g.words(w[end])}`,
          at: [w[end], shield],
          changes: [
            { kind: 'move', wire: w.id, end: side, to: shield },
            { kind: 'move', wire: w.id, end: side, to: w[end], sort: 'braid' },
          ],
        },
      ]
    })
    const braid =
      w.braid?.from && w.braid.to ? one('braid', [w.braid.from, w.braid.to], `The braid of wire ${w.id}`) : []
    return [...one('wire', at, `Wire ${wireWords(g, w)}`), ...braid, ...moved, ...turned]
  })
}

/** Lugs of the same component that an end is easily soldered to instead: those nearest to it. */
function neighbours(g: Ground, terminal: string): string[] {
  const { of, lug } = lugRef(terminal),
    c = g.build.circuit.components.find(x => x.id === of)
  if (!c || METAL_LUGS.has(lug) || c.kind === 'capacitor' || c.kind === 'resistor' || c.kind === 'pickup') return []
  const lugs = lugsOf(c.kind, partOf(g.build, c), c.contacts),
    own = lugs.find(l => l.id === lug)
  if (!own) return []
  return lugs
    .filter(
      l => l !== own && !METAL_LUGS.has(l.id) && Math.hypot(l.at[0] - own.at[0], l.at[1] - own.at[1]) <= NEIGHBOUR,
    )
    .map(l => lugText({ of, lug: l.id }))
}

/** Lugs that several wires meet at, and that the solder took badly. */
function ofLugs(g: Ground): Draft[] {
  const meets = new Map<string, number>()
  for (const j of g.rest.joints)
    if (j.sort === 'wire' || j.sort === 'braid') for (const t of [j.a, j.b]) meets.set(t, (meets.get(t) ?? 0) + 1)
  return [...meets]
    .filter(([t, n]) => n > 1 && isLug(t))
    .flatMap(([t]): Draft[] => [
      {
        id: `lug ${t}`,
        sort: 'lug open',
        mends: `lug ${t}`,
        says: `${g.words(t)}: wires hold together there, the lug itself is not joined`,
        thing: g.words(t),
        at: [t],
        changes: [{ kind: 'lift', terminal: t, ohms: Infinity }],
      },
      ...COLD.map((ohms): Draft => ({
        id: `lug ${t} ${ohms}`,
        sort: 'lug cold',
        mends: `lug ${t}`,
        says: `${g.words(t)}: the lug itself is joined badly`,
        at: [t],
        weight: 1 / COLD.length,
        changes: [{ kind: 'lift', terminal: t, ohms }],
      })),
    ])
}

/** What is exchanged: ends on one component, mirrored rows of lugs, hot and ground, leads, core and braid. */
function ofExchanges(g: Ground): Draft[] {
  const { components } = g.build.circuit
  const soldered = new Set(g.rest.joints.flatMap(j => (j.sort === 'wire' ? [j.a, j.b] : [])))
  return components.flatMap((c): Draft[] => {
    const lugs = lugsOf(c.kind, partOf(g.build, c), c.contacts).filter(l => !METAL_LUGS.has(l.id))
    const t = (lug: string) => lugText({ of: c.id, lug })
    const exchange = (sort: FaultSortName, a: string, b: string, says: string): Draft => ({
      id: `exchanged ${t(a)} ${t(b)}`,
      sort,
      mends: `exchange ${t(a)} ${t(b)}`,
      says,
      at: [t(a), t(b)],
      changes: [{ kind: 'exchange', pairs: [[t(a), t(b)]] }],
    })
    if (c.kind === 'jack')
      return [exchange('jack exchanged', 'tip', 'sleeve', `${c.label}: hot and ground are exchanged`)]
    if (c.kind === 'pickup')
      return pickupEnds(lugs.map(l => l.id)).map(([a, b]) =>
        exchange(
          'leads exchanged',
          a,
          b,
          `${c.label}: leads ${a.replace('-', ' ')} and ${b.replace('-', ' ')} are exchanged`,
        ),
      )
    if (c.kind !== 'pot' && c.kind !== 'switch') return []
    const near = lugs.flatMap((l, i) =>
      lugs
        .slice(i + 1)
        .filter(
          o =>
            Math.hypot(l.at[0] - o.at[0], l.at[1] - o.at[1]) <= NEIGHBOUR &&
            soldered.has(t(l.id)) &&
            soldered.has(t(o.id)),
        )
        .map(o =>
          exchange(
            'two exchanged',
            l.id,
            o.id,
            `${c.label}: what belongs on ${lugName(l.id)} and on ${lugName(o.id)} is exchanged`,
          ),
        ),
    )
    const pairs = mirrored(lugs).filter(([a, b]) => soldered.has(t(a)) || soldered.has(t(b)))
    return [
      ...near,
      ...(pairs.length
        ? [
            {
              id: `mirrored ${c.id}`,
              sort: 'mirrored' as const,
              mends: `mirror ${c.id}`,
              says: `${c.label}: its lugs are wired as seen from the other side`,
              at: pairs.flat().map(t),
              changes: [{ kind: 'exchange' as const, pairs: pairs.map(([a, b]) => [t(a), t(b)] as const) }],
            },
          ]
        : []),
    ]
  })
}

const lugName = (lug: string): string => (/^\d$/.test(lug) ? `lug ${lug}` : lug.replace(/-/g, ' '))

/** Ends of a pickup's coils that can be taken for one another. */
function pickupEnds(lugs: readonly string[]): [string, string][] {
  const have = (a: string, b: string): [string, string][] => (lugs.includes(a) && lugs.includes(b) ? [[a, b]] : [])
  return [
    ...have('start', 'finish'),
    ...have('a-start', 'a-finish'),
    ...have('b-start', 'b-finish'),
    ...have('output', 'ground'),
    ...have('a-finish', 'b-finish'),
  ]
}

/** Each lug and the one that is taken for it when a part is drawn from its other side: left is right. */
function mirrored(lugs: readonly { id: string; at: readonly [number, number] }[]): [string, string][] {
  const middle = (Math.min(...lugs.map(l => l.at[0])) + Math.max(...lugs.map(l => l.at[0]))) / 2
  const out: [string, string][] = []
  for (const l of lugs) {
    if (l.at[0] >= middle - 0.1) continue
    const twin = lugs.find(
      o => Math.abs(o.at[0] - (2 * middle - l.at[0])) < 0.5 && Math.abs(o.at[1] - l.at[1]) < 0.5,
    )
    if (twin) out.push([l.id, twin.id])
  }
  return out
}

/** What touches what should not be touched. */
function ofShorts(g: Ground): Draft[] {
  const { components, shield } = g.build.circuit
  const sleeve = g.rest.jack?.sleeve,
    metal = stringsIn(components),
    strings = metal && lugText({ of: metal.id, lug: 'bond' })
  return components.flatMap((c): Draft[] => {
    const lugs = lugsOf(c.kind, partOf(g.build, c), c.contacts),
      t = (lug: string) => lugText({ of: c.id, lug })
    const bridge = (sort: FaultSortName, a: string, b: string, says: string): Draft => ({
      id: `bridge ${a} ${b}`,
      sort,
      mends: `bridge ${a} ${b}`,
      says,
      at: [a, b],
      changes: [{ kind: 'bridge', a, b, ohms: 0.3 }],
    })
    const plain = lugs.filter(l => !METAL_LUGS.has(l.id)),
      metal = lugs.find(l => METAL_LUGS.has(l.id))
    const between = ['pot', 'switch', 'jack'].includes(c.kind)
      ? plain.flatMap((l, i) =>
          plain
            .slice(i + 1)
            .filter(o => Math.hypot(l.at[0] - o.at[0], l.at[1] - o.at[1]) <= NEIGHBOUR)
            .map(o =>
              bridge(
                'solder bridge',
                t(l.id),
                t(o.id),
                `${c.label}: solder joins ${lugName(l.id)} and ${lugName(o.id)}`,
              ),
            ),
        )
      : []
    const onCase =
      metal && (c.kind === 'pot' || c.kind === 'switch')
        ? plain
            .filter(l => !g.grounded(t(l.id)))
            .map(l =>
              bridge('lug on case', t(l.id), t(metal.id), `${c.label}: ${lugName(l.id)} touches its ${metal.id}`),
            )
        : []
    const touched = shield || c.kind === 'jack' ? sleeve : strings
    const onGround =
      touched && ['pot', 'switch', 'jack'].includes(c.kind)
        ? plain
            .filter(l => !g.grounded(t(l.id)) && t(l.id) !== touched)
            .map(l =>
              bridge(
                'lug on ground',
                t(l.id),
                touched,
                `${c.label}: ${lugName(l.id)} touches ${touched === strings ? 'a string' : 'foil, paint or a string'}`,
              ),
            )
        : []
    return [...between, ...onCase, ...onGround]
  })
}

/** A fault of one two-pole: its sort, its name with what sets it apart from others of the name, what it is in words, its changes. */
type Own = (
  sort: FaultSortName,
  name: readonly [tag: string, detail?: string | number],
  says: string,
  changes: Change[],
  more?: Partial<Draft>,
) => Draft

/** What can be wrong with the parts themselves. */
function ofParts(g: Ground): Draft[] {
  const byId = new Map(g.build.circuit.components.map(c => [c.id, c]))
  return g.rest.poles.flatMap((x): Draft[] => {
    const c = byId.get(x.of)
    if (!c) return []
    const at = [x.a, x.b],
      mends = `part ${c.id}`
    const own: Own = (sort, [tag, detail], says, changes, more = {}) => ({
      id: [tag, ...(detail === undefined ? [] : [detail]), x.id].join(' '),
      sort,
      mends: `${mends} ${tag} ${x.id}`,
      says,
      at,
      changes,
      ...more,
    })
    if (x.kind === 'coil') {
      const which = coilName(g, c, x.id)
      return [
        own('coil open', ['open'], `${which}: the winding is open`, [{ kind: 'open', pole: x.id }]),
        own('coil shorted', ['shorted'], `${which}: the winding is shorted`, [{ kind: 'short', pole: x.id }]),
        own(
          'turns shorted',
          ['turns'],
          `${which}: shorted turns`,
          [{ kind: 'scale', poles: [x.id], by: TURNS_LEFT }],
          {
            spread: 0.12,
          },
        ),
        own('coil reversed', ['reversed'], `${which}: wound the other way round`, [
          { kind: 'reversed', pole: x.id, by: 'winding' },
        ]),
        own('coil reversed', ['magnet'], `${which}: its magnet stands the other way round`, [
          { kind: 'reversed', pole: x.id, by: 'magnet' },
        ]),
      ]
    }
    if (x.kind === 'C' && c.kind === 'capacitor')
      return [
        own('capacitor shorted', ['shorted'], `${c.label}: shorted`, [{ kind: 'short', pole: x.id }]),
        own('capacitor open', ['open'], `${c.label}: open`, [{ kind: 'open', pole: x.id }]),
        ...OTHER_CAP.map(by =>
          own(
            'wrong value',
            ['value', by],
            `${c.label}: ${by > 1 ? 'ten times' : 'a tenth of'} the capacitance that is written`,
            [{ kind: 'scale', poles: [x.id], by }],
          ),
        ),
      ]
    if (x.kind === 'R' && c.kind === 'resistor')
      return [
        own('track open', ['open'], `${c.label}: open`, [{ kind: 'open', pole: x.id }]),
        ...[10, 0.1].map(by =>
          own(
            'wrong value',
            ['value', by],
            `${c.label}: ${by > 1 ? 'ten times' : 'a tenth of'} the value that is written`,
            [{ kind: 'scale', poles: [x.id], by }],
          ),
        ),
      ]
    if (x.kind === 'R' && c.kind === 'pot') return ofTrack(g, c, x, own)
    return []
  })
}

/** A pickup's only coil goes by its name; of two each has a letter. */
function coilName(g: Ground, c: Component, pole: string): string {
  const coils = g.rest.poles.filter(p => p.kind === 'coil' && p.of === c.id).map(p => p.id)
  return coils.length > 1 ? `${c.label}, coil ${'ab'[coils.indexOf(pole)]!}` : c.label
}

/** What can be wrong with one half of a pot's track; what is wrong with all of it counts once, at its lower half. */
function ofTrack(g: Ground, c: Component, { id: pole, b: wiper }: Pole, own: Own): Draft[] {
  // The half that begins where this one ends, at their wiper, is the upper one.
  const upper = g.rest.poles.find(p => p.of === c.id && p.kind === 'R' && p.a === wiper),
    low = upper !== undefined
  const pair = low ? [pole, upper.id] : []
  const lug = low ? 'lug 1' : 'lug 3'
  const out = [
    own('track open', ['open'], `${c.label}: the track is open towards ${lug}`, [{ kind: 'open', pole }]),
  ]
  if (!low) return out
  const part = partOf(g.build, c),
    taper = TAPERS.find(t => t === part?.traits.taper) ?? c.taper ?? 'linear'
  return [
    ...out,
    ...OTHER_POT.map(by =>
      own('wrong value', ['value', by], `${c.label}: ${by > 1 ? 'twice' : 'half'} the value that is written`, [
        { kind: 'scale', poles: pair, by },
      ]),
    ),
    ...(gangOf(part) === 'blend'
      ? []
      : TAPERS.filter(t => t !== taper).map(t =>
          own('wrong taper', ['taper', t], `${c.label}: its taper is ${t}`, [
            { kind: 'taper', component: c.id, taper: t },
          ]),
        )),
    own(
      'track worn',
      ['worn'],
      `${c.label}: the wiper’s contact is worn`,
      [{ kind: 'lift', terminal: wiper, ohms: WORN }],
      { spread: 0.5 },
    ),
  ]
}

/** Contacts and levers, and what lies outside of the instrument. */
function ofSwitches(g: Ground): Draft[] {
  const contacts = new Map<string, Draft>()
  for (const s of allSettings(g.build))
    for (const j of piecesOf(g.build, s, false).joints) {
      if (j.sort !== 'contact') continue
      const c = g.build.circuit.components.find(x => x.id === j.id)!
      if (c.kind === 'jack') continue
      const id = `contact ${j.a} ${j.b}`
      contacts.set(id, {
        id,
        sort: 'contact bad',
        mends: id,
        says: `${c.label}: ${lugName(lugRef(j.a).lug)} and ${lugName(lugRef(j.b).lug)} do not meet where they should`,
        thing: `${c.label}: ${lugName(lugRef(j.a).lug)} to ${lugName(lugRef(j.b).lug)}`,
        at: [j.a, j.b],
        changes: [{ kind: 'contact', component: j.id, a: j.a, b: j.b }],
      })
    }
  const turned = g.build.circuit.components
    .filter(c => c.kind === 'switch' && (contactSort(g.build, c)?.throws.length ?? 0) > 1)
    .map((c): Draft => ({
      id: `turned ${c.id}`,
      sort: 'switch turned round',
      mends: `turn ${c.id}`,
      says: `${c.label}: set in turned round, its positions are in the reverse order`,
      at: lugsOf(c.kind, partOf(g.build, c), c.contacts).map(l => lugText({ of: c.id, lug: l.id })),
      changes: [{ kind: 'turned', component: c.id }],
    }))
  const jack = g.rest.jack
  const plug: Draft[] = jack
    ? [
        {
          id: 'plug',
          sort: 'plug short',
          mends: 'plug',
          says: 'The plug does not reach the jack’s contacts',
          at: [jack.tip, jack.sleeve],
          changes: [{ kind: 'unplugged' }],
        },
        {
          id: 'plug exchanged',
          sort: 'plug exchanged',
          mends: 'plug exchanged',
          says: 'Hot and ground are exchanged in the lead’s plug',
          at: [jack.tip, jack.sleeve],
          changes: [{ kind: 'plug exchanged', pair: [jack.tip, jack.sleeve] }],
        },
      ]
    : []
  return [...contacts.values(), ...turned, ...plug]
}
