import type { Draft, PullUse } from './draft.ts'
import type { Have, HavePickup, HavePot } from './have.ts'
import { first, pullsFor, TONE_FROM, wants, type Recipe, type ToneFrom, masterPots } from './recipe.ts'
import { choosesTwo, chooseTwo } from './selectors.ts'

const passive = (h: Have): string | undefined =>
  h.pickups.some(p => p.active) ? 'wants passive pickups, this build has active ones' : undefined
const single = (h: Have): string | undefined =>
  [...h.volumes, ...h.tones].some(p => p.gang !== 'one track') ? 'wants pots of one track' : undefined
const chooser = (h: Have): string | undefined =>
  first(
    wants(h.switches.length, 'switch', { exactly: 1 }),
    !choosesTwo(h.switches[0]) && 'wants a switch that chooses between two pickups',
  )

/** Both pickups with what the pull switches do: the first pull goes to the first pickup that has a use for it. */
function both(d: Draft, use: PullUse | undefined): string[] {
  const pulls = pullsFor(d.have)
  return d.have.pickups.map(p => {
    const fits = use !== undefined && (use === 'phase' ? true : p.coils === 2)
    return d.grounded(p, fits ? pulls.shift() : undefined, use).hot
  })
}

/** Two pickups, a switch, one volume and at most one tone. */
export const twoMaster: Recipe = {
  id: 'two pickups, one volume',
  label: 'Two pickups, switch, volume, tone',
  says: 'The switch gives one pickup, both in parallel, or the other; one volume and tone serve them all.',
  pulls: ['split', 'parallel', 'phase'],
  lacks: h =>
    first(wants(h.pickups.length, 'pickup', { exactly: 2 }), masterPots(h), chooser(h), passive(h), single(h)),
  make: (d, use) => {
    const v = d.volume(d.have.volumes[0]!)
    if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${v}.3`)
    const [a, b] = both(d, use)
    d.hot(chooseTwo(d, d.have.switches[0]!, a!, b!), `${v}.3`)
    d.output(v)
  },
}

/** A volume between a pickup and what follows: the ordinary way, or turned round so that it loads no other pickup. */
function ownVolume(d: Draft, pot: HavePot, p: HavePickup, independent: boolean, pull?: HavePot, use?: PullUse) {
  const v = d.volume(pot)
  const { hot } = d.grounded(p, pull, use),
    [into, out] = independent ? ['2', '3'] : ['3', '2']
  d.wire(hot, `${v}.${into}`, 'lead')
  return { into: `${v}.${into}`, out: `${v}.${out}` }
}

const ownVolumes = (independent: boolean, from: ToneFrom): Recipe => ({
  id: `two volumes, ${independent ? 'independent' : 'ordinary'}, tone at the ${from}`,
  label: `Two volumes and tones${independent ? ', independent' : ''}${from === 'output' ? ', tone at the output' : ''}`,
  says: [
    independent
      ? 'Each volume works alone with both pickups on; turned low it loads its own pickup and dulls it.'
      : 'With both pickups on either volume at nothing shuts off both.',
    from === 'input'
      ? 'The tone loads the pickup: the brighter of both schools at full, the same at every volume.'
      : 'The tone hangs at the volume’s output: it keeps more treble when the volume is turned down.',
  ].join(' '),
  pulls: ['split', 'parallel', 'phase'],
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 2 }),
      wants(h.volumes.length, 'volume', { exactly: 2 }),
      wants(h.tones.length, 'tone', { least: 1, most: 2 }),
      from === 'output' && h.tones.length === 1 && 'wants two tones: one cannot hang on both outputs',
      chooser(h),
      passive(h),
      single(h),
    ),
  make: (d, use) => {
    const pulls = pullsFor(d.have)
    const ways = d.have.pickups.map((p, i) => {
      const pull = use !== undefined && (use === 'phase' || p.coils === 2) ? pulls.shift() : undefined
      return ownVolume(d, d.have.volumes[i]!, p, independent, pull, use)
    })
    const shared = d.have.tones.length === 1
    if (!shared) ways.forEach((w, i) => d.tone(d.have.tones[i]!, i, from === 'input' ? w.into : w.out))
    const out = chooseTwo(d, d.have.switches[0]!, ways[0]!.out, ways[1]!.out)
    if (shared) d.tone(d.have.tones[0]!, 0, out)
    d.hot(out, `${d.jack()}.tip`)
  },
})

export const TWO_VOLUMES: readonly Recipe[] = [false, true].flatMap(independent =>
  TONE_FROM.map(from => ownVolumes(independent, from)),
)

/** Two pickups mixed by their volumes, no switch: as basses have it. */
export const twoMixed: Recipe = {
  id: 'two volumes and a tone, no switch',
  label: 'Two volumes, one tone, no switch',
  says: 'Both pickups always on, each with a volume that does not shut the other; one tone.',
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 2 }),
      wants(h.volumes.length, 'volume', { exactly: 2 }),
      wants(h.tones.length, 'tone', { most: 1 }),
      wants(h.switches.length, 'switch', { most: 0 }),
      passive(h),
      single(h),
    ),
  make: d => {
    const [a, b] = d.have.pickups.map((p, i) => ownVolume(d, d.have.volumes[i]!, p, true))
    d.hot(a!.out, b!.out)
    if (d.have.tones[0]) d.tone(d.have.tones[0], 0, b!.out)
    d.hot(b!.out, `${d.jack()}.tip`)
  },
}

/** Two pickups mixed by a blend: each of its tracks is whole for half of the turn. */
export const blended: Recipe = {
  id: 'blend and volume',
  label: 'Blend, volume, tone',
  says: 'One knob goes from one pickup over both to the other; in its middle both are whole.',
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 2 }),
      wants(h.volumes.length, 'volume', { exactly: 2 }),
      wants(h.volumes.filter(v => v.gang === 'blend').length, 'blend pot', { exactly: 1 }),
      wants(h.tones.length, 'tone', { most: 1 }),
      wants(h.switches.length, 'switch', { most: 0 }),
      passive(h),
    ),
  make: d => {
    const blend = d.pot(d.have.volumes.find(v => v.gang === 'blend')!),
      v = d.volume(d.have.volumes.find(x => x.gang !== 'blend')!)
    const [a, b] = d.have.pickups.map(p => d.grounded(p).hot)
    // Pickups on the wipers, so that one turned out does not short the other.
    d.wire(a!, `${blend}.2`, 'lead')
    d.wire(b!, `${blend}.b-2`, 'lead')
    d.ground(`${blend}.1`)
    d.ground(`${blend}.b-1`)
    d.wire(`${blend}.3`, `${blend}.b-3`)
    d.hot(`${blend}.b-3`, `${v}.3`)
    if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${v}.3`)
    d.output(v)
  },
}

/** Two pots on two shafts each: volume above, tone below. */
export const stacked: Recipe = {
  id: 'stacked volumes and tones',
  label: 'Two stacked pots: volume over tone',
  says: 'Each pickup has its volume and its tone on one place, on two shafts.',
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 2 }),
      wants(h.volumes.length, 'volume', { exactly: 2 }),
      wants(h.volumes.filter(v => v.gang === 'two tracks, two shafts').length, 'pot on two shafts', { exactly: 2 }),
      wants(h.tones.length, 'tone', { most: 0 }),
      wants(h.switches.length, 'switch', { most: 0 }),
      passive(h),
    ),
  make: d => {
    const ways = d.have.pickups.map((p, i) => ownVolume(d, d.have.volumes[i]!, p, true))
    ways.forEach((w, i) => d.tone(d.have.volumes[i]!, i, w.into, 'b-'))
    d.hot(ways[0]!.out, ways[1]!.out)
    d.hot(ways[1]!.out, `${d.jack()}.tip`)
  },
}

/** A four-way blade: in its last place both pickups are in series. */
export const fourWay: Recipe = {
  id: 'four-way blade with series',
  label: 'Four-way blade: bridge, both, neck, in series',
  says: 'The fourth place puts the pickups in series: louder and darker than both in parallel.',
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 2 }),
      masterPots(h),
      wants(h.switches.filter(s => s.contacts === 'blade 2 × 4').length, 'four-way blade', { exactly: 1 }),
      passive(h),
      single(h),
    ),
  make: d => {
    const v = d.pot(d.have.volumes[0]!),
      s = d.switch(d.have.switches[0]!)
    d.bent(v, '1')
    if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${v}.3`)
    const bridge = d.grounded(d.have.pickups[0]!),
      neck = d.pickup(d.have.pickups[1]!)
    // The second pickup's cold end is thrown: on its own hot (shut), to ground, to ground, onto the first one's hot.
    d.wire(neck.hot, `${s}.a-common`, 'lead')
    d.wire(neck.cold, `${s}.b-common`, 'lead')
    d.wire(`${s}.b-1`, `${s}.a-common`)
    d.ground(`${s}.b-2`)
    d.wire(`${s}.b-2`, `${s}.b-3`)
    d.wire(bridge.hot, `${s}.a-1`, 'lead')
    d.wire(`${s}.a-1`, `${s}.a-2`)
    d.wire(`${s}.a-1`, `${s}.b-4`)
    d.hot(`${s}.a-common`, `${v}.3`)
    d.output(v)
  },
}

/** A slide switch swaps a main circuit for a second one of the neck pickup alone. */
export const twin: Recipe = {
  id: 'twin circuit',
  label: 'Twin circuit',
  says: 'Thrown one way both pickups with switch, volume and tone; thrown the other way the neck pickup alone through a second, darker circuit.',
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 2 }),
      wants(h.volumes.length, 'volume', { exactly: 2 }),
      wants(h.tones.length, 'tone', { exactly: 2 }),
      wants(h.switches.length, 'switch', { exactly: 2 }),
      !choosesTwo(h.switches[0]) && 'wants a first switch that chooses between two pickups',
      h.switches[1]?.contacts !== 'on-on' && 'wants a slide or mini switch of two poles, on-on, as the second',
      passive(h),
      single(h),
    ),
  make: d => {
    const [v1, v2] = d.have.volumes.map(p => d.pot(p)),
      [, slide] = d.have.switches.map(s => d.switch(s))
    d.bent(v1!, '1')
    d.bent(v2!, '1')
    d.tone(d.have.tones[0]!, 0, `${v1!}.3`)
    d.tone(d.have.tones[1]!, 1, `${v2!}.3`)
    const [bridge, neck] = d.have.pickups.map(p => d.grounded(p).hot)
    d.wire(neck!, `${slide}.a-common`, 'lead')
    d.hot(chooseTwo(d, d.have.switches[0]!, bridge!, `${slide}.a-1`), `${v1!}.3`)
    d.hot(`${slide}.a-2`, `${v2!}.3`)
    d.hot(`${v1!}.2`, `${slide}.b-1`)
    d.hot(`${v2!}.2`, `${slide}.b-2`)
    d.hot(`${slide}.b-common`, `${d.jack()}.tip`)
  },
}
