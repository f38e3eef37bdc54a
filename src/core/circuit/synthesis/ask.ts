import type { Circuit } from '../../document/circuitRecord.ts'
import type { Wired } from '../../document/docs.ts'
import { lugRef } from '../../document/lugRef.ts'
import { partIn } from '../../document/references.ts'
import { caseEnd } from '../../parts/lugs.ts'
import { CONTACTS, CONTACT_NAMES, type ContactName } from '../../parts/contacts.ts'
import { coilEnds, type CoilEnds } from '../coilEnds.ts'
import { leadColours, withColours } from '../leadColours.ts'
import { PULL_THROWS } from '../settings.ts'
import { Draft } from '../recipes/draft.ts'
import { haveOf, type Have } from '../recipes/have.ts'
import type { Wiring } from './search.ts'
import { GROUND, minus, plus, TIP, toneLug, type Question, type Sounds, type Switch } from './wanted.ts'

/** What one pickup is to do at a position. */
export const PICKUP_USES = ['off', 'whole', 'first coil', 'second coil', 'coils in parallel'] as const
export type PickupUse = (typeof PICKUP_USES)[number]

/** What is wanted at one position, as a builder says it. */
export interface Wish {
  /** By slot; left out: off. */
  pickups: Readonly<Record<string, PickupUse>>
  reversed: readonly string[]
  how: 'parallel' | 'series'
  /** Tones by slot: whether it acts. */
  tones: Readonly<Record<string, boolean>>
  /** Nothing is to be heard. */
  silent?: true
}

/** The switch that a sort of contacts is, for the search: poles and which throws each position meets; none where it is no plain switch. */
export function switchOf(name: ContactName): { switch: Switch; commons: string[]; lugs: string[][] } | undefined {
  const sort = CONTACTS[name]
  // What is joined is written from the common to the throw.
  const commons = [...new Set(sort.throws.flatMap(t => t.joins.map(([common]): string => common)))]
  if (!commons.length || 'momentary' in sort) return undefined
  const lugs = commons.map(c => [
    ...new Set(sort.throws.flatMap(t => t.joins.flatMap(([a, b]) => (a === c ? [b as string] : [])))),
  ])
  return {
    commons,
    lugs,
    switch: {
      poles: commons.length,
      positions: sort.throws.map(t =>
        commons.map((c, p) => t.joins.flatMap(([a, b]) => (a === c ? [lugs[p]!.indexOf(b)] : []))),
      ),
    },
  }
}

/** What is thrown beside the lever, with its lugs' whole names and its throws in the order of the positions. */
export interface Second {
  slot: string
  commons: string[]
  lugs: string[][]
  switch: Switch
  throws: readonly { id: string; label: string }[]
}

/** What can be thrown beside a build's first switch: pull switches under its pots, and its second switch. */
export function secondsOf(have: Have): (Second & { label: string })[] {
  const pulls = [...have.tones, ...have.volumes].flatMap(p =>
    p.pull
      ? [
          {
            slot: p.slot,
            label: p.label,
            commons: ['a', 'b'].map(x => `${p.slot}.${x}-common`),
            lugs: ['a', 'b'].map(x => [`${p.slot}.${x}-in`, `${p.slot}.${x}-out`]),
            switch: { poles: 2, positions: [0, 1].map(t => [[t], [t]]) },
            throws: PULL_THROWS,
          },
        ]
      : [],
  )
  const levers = have.switches.slice(1).flatMap(x => {
    const s = switchOf(x.contacts)
    return s
      ? [
          {
            slot: x.slot,
            label: x.label,
            commons: s.commons.map(c => `${x.slot}.${c}`),
            lugs: s.lugs.map(list => list.map(l => `${x.slot}.${l}`)),
            switch: s.switch,
            throws: CONTACTS[x.contacts].throws,
          },
        ]
      : []
  })
  return [...pulls, ...levers]
}

/** What the search is asked, and what its numbers stand for. */
export interface Asked {
  /** Lugs of the poles' commons and of their throws, in the numbers of the question's switch. */
  commons: string[]
  lugs: string[][]
  /** What is thrown beside the lever: the pot whose pull switch takes part, or the second switch. */
  second: Second | undefined
  question: Question
  coils: CoilEnds[]
  tones: string[]
  have: Have
}

/** Turns a builder's words into a question for the search; says what is missing where that cannot be. */
export function askFor(
  build: Wired,
  wishes: readonly Wish[],
  contacts: ContactName,
  beside?: string,
): Asked | string {
  const have = haveOf(build),
    lever = switchOf(contacts)
  if (!lever) return 'This switch chooses nothing: it is a button.'
  const second = beside === undefined ? undefined : secondsOf(have).find(x => x.slot === beside)
  if (beside !== undefined && !second)
    return `Nothing is thrown at “${beside}”: it is neither a pull switch nor a second one.`
  const s = withSecond(lever, have.switches[0]?.contacts === contacts ? have.switches[0].slot : LOOSE, second)
  if (wishes.length !== s.switch.positions.length)
    return `The switch has ${s.switch.positions.length} positions, ${wishes.length} are described.`
  const byPickup = new Map(
    have.pickups.map(p => [p.slot, coilEnds(build, { id: p.slot, kind: 'pickup', label: p.label, slot: p.slot })]),
  )
  const coils = [...byPickup.values()].flat(),
    number = new Map(coils.map((c, i) => [c.id, i]))
  const wrong = coils.find(c => fixedEnd(build, c) === c.plus)
  if (wrong)
    return `The case of ${have.pickups.find(p => p.slot === wrong.of)?.label ?? wrong.of} is one with the coil’s other end: it is turned round as it is. Change its magnet’s or its winding’s word at Leads first.`
  const tones = have.tones.map(t => t.slot)
  const of = (slot: string, use: PickupUse, reversed: boolean): Sounds | undefined => {
    const own = byPickup.get(slot) ?? [],
      one = (k: number): Sounds => ({
        kind: 'coil',
        coil: number.get(own[k]!.id)!,
        ...(reversed ? { reversed } : {}),
      })
    if (use === 'off' || !own.length) return undefined
    if (own.length === 1 || use === 'first coil') return one(0)
    if (use === 'second coil') return one(1)
    return { kind: use === 'whole' ? 'series' : 'parallel', of: [one(0), one(1)] }
  }
  return {
    commons: s.commons,
    lugs: s.lugs,
    second,
    have,
    coils,
    tones,
    question: {
      coils: coils.length,
      tones: tones.length,
      switch: s.switch,
      // The end that is one with the case stays on ground, and never becomes hot.
      grounded: coils.flatMap((c, i) => (fixedEnd(build, c) === c.minus ? [i] : [])),
      wanted: wishes.map(w => {
        const list = have.pickups.flatMap((p): Sounds[] => {
          const x = of(p.slot, w.pickups[p.slot] ?? 'off', w.reversed.includes(p.slot))
          return x ? [x] : []
        })
        return {
          sounds: w.silent
            ? ('silence' as const)
            : list.length === 0
              ? undefined
              : list.length === 1
                ? list[0]
                : flat(w.how, list),
          tones: tones.map(t => (list.length && !w.silent ? (w.tones[t] ?? false) : undefined)),
        }
      }),
    },
  }
}

/** The coil's end that a pickup's case holds on ground. */
function fixedEnd(build: Wired, c: CoilEnds): string | undefined {
  const own = caseEnd(partIn(build, c.of))
  return own && `${c.of}.${own}`
}

/** Name of a switch that stands in no slot. */
const LOOSE = 'switch'

/** A lever with its lugs' whole names, and the poles of what is thrown beside it: each position with each of its throws. */
function withSecond(
  lever: NonNullable<ReturnType<typeof switchOf>>,
  id: string,
  second: Second | undefined,
): { switch: Switch; commons: string[]; lugs: string[][] } {
  const commons = lever.commons.map(c => `${id}.${c}`),
    lugs = lever.lugs.map(list => list.map(l => `${id}.${l}`))
  if (!second) return { switch: lever.switch, commons, lugs }
  return {
    commons: [...commons, ...second.commons],
    lugs: [...lugs, ...second.lugs],
    switch: {
      poles: lever.switch.poles + second.switch.poles,
      alike: [...commons.map(() => 0), ...second.commons.map(() => 1)],
      positions: lever.switch.positions.flatMap(p => second.switch.positions.map(q => [...p, ...q])),
    },
  }
}

/** What lies in series within a series is one series. */
const flat = (kind: 'series' | 'parallel', of: readonly Sounds[]): Sounds => ({
  kind,
  of: of.flatMap(x => (x.kind === kind ? x.of : [x])),
})

/** The circuit that a found wiring is: volume and jack behind the hot conductor, capacitors behind the tones. */
export function circuitOf(build: Wired, a: Asked, w: Wiring, contacts: ContactName): Circuit {
  const d = new Draft(a.have)
  const volume = a.have.volumes[0] && d.pot(a.have.volumes[0])
  if (volume) d.bent(volume, '1')
  const tip = volume ? `${volume}.3` : `${d.jack()}.tip`
  for (const p of a.have.pickups) d.loose({ id: p.slot, kind: 'pickup', label: p.label, slot: p.slot })
  const own = a.have.switches[0]
  if (own?.contacts === contacts) d.switch(own)
  else d.loose({ id: LOOSE, kind: 'switch', label: 'Switch', contacts })
  for (const pot of [...a.have.volumes, ...a.have.tones]) if (pot.slot === a.second?.slot) d.pot(pot)
  for (const x of a.have.switches.slice(1)) if (x.slot === a.second?.slot) d.switch(x)
  a.tones.forEach((slot, k) => {
    const pot = d.pot(a.have.tones.find(t => t.slot === slot)!),
      cap = d.cap(k)
    d.wire(`${pot}.1`, `${cap}.a`, 'leg')
    d.wire(`${cap}.b`, `${pot}.case`, 'leg')
  })
  for (const p of a.have.pickups) d.wire(`${p.slot}.case`, d.starLug(), 'lead', 'bare')
  const lugOf = new Map<number, string>([
    [GROUND, d.starLug()],
    [TIP, tip],
  ])
  a.coils.forEach((c, i) => {
    lugOf.set(plus(i), c.plus)
    lugOf.set(minus(i), c.minus)
  })
  a.tones.forEach((slot, k) => lugOf.set(toneLug(a.question, k), `${slot}.2`))
  const nets = new Map<number, string[]>()
  const on = (block: number, lug: string) => nets.set(block, [...(nets.get(block) ?? []), lug])
  w.block.forEach((b, t) => on(b, lugOf.get(t)!))
  w.commons.forEach((c, p) => c >= 0 && on(c, a.commons[p]!))
  w.throws.forEach((list, p) => list.forEach((c, t) => c >= 0 && on(c, a.lugs[p]![t]!)))
  const fixed = new Set(a.coils.map(c => fixedEnd(build, c)))
  const leads = new Set(a.coils.flatMap(c => [c.plus, c.minus]))
  for (const net of nets.values()) {
    // Leads end on what is screwed down: a lug of the switch or a pot, where the conductor has one.
    const hub = net.find(l => l === d.starLug() || l === tip) ?? net.find(l => !leads.has(l)) ?? net[0]!
    // An end that is one with its case is there already.
    for (const l of net) if (l !== hub && !fixed.has(l)) d.wire(l, hub, leads.has(l) ? 'lead' : 'wire')
  }
  if (volume) d.hot(`${volume}.2`, `${d.jack()}.tip`)
  const made = d.finish('asked for by sound'),
    there = new Set(made.components.map(x => x.id)),
    joints = build.circuit.joints?.filter(j => there.has(lugRef(j.at).of))
  return {
    ...made,
    wires: withColours(made.wires, leadColours(build)),
    load: build.circuit.load,
    ...(joints?.length ? { joints } : {}),
  }
}

/** Sorts of switches with as many positions, the smallest first: fewest poles, then fewest lugs. */
export const switchesWith = (positions: number): ContactName[] =>
  CONTACT_NAMES.filter(n => CONTACTS[n].throws.length === positions && switchOf(n)).sort(
    (a, b) => CONTACTS[a].poles - CONTACTS[b].poles || CONTACTS[a].lugs.length - CONTACTS[b].lugs.length,
  )
