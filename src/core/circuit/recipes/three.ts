import type { Draft, Ends } from './draft.ts'
import type { Have } from './have.ts'
import { first, wants, type Recipe, masterPots } from './recipe.ts'

const blade5 = (h: Have): string | undefined =>
  first(
    wants(h.pickups.length, 'pickup', { exactly: 3 }),
    wants(h.volumes.length, 'volume', { exactly: 1 }),
    wants(h.switches.length, 'switch', { exactly: 1 }),
    h.switches[0]?.contacts !== 'blade 2 × 5' && 'wants a five-way blade of two poles',
    h.pickups.some(p => p.active) && 'wants passive pickups, this build has active ones',
  )

/** Three hots on one pole of a five-way blade, volume behind it; the second pole's common on the same. */
function chosen(d: Draft, tones: boolean): { volume: string; blade: string; ends: Ends[] } {
  const volume = d.pot(d.have.volumes[0]!),
    blade = d.switch(d.have.switches[0]!)
  d.bent(volume, '1')
  const ends = d.have.pickups.map(p => d.grounded(p))
  ends.forEach((e, i) => d.wire(e.hot, `${blade}.a-${i + 1}`, 'lead'))
  if (tones) d.wire(`${blade}.a-common`, `${blade}.b-common`)
  d.hot(`${blade}.a-common`, `${volume}.3`)
  return { volume, blade, ends }
}

/** Which pickup each of two tones serves, as throws of the second pole. */
const SHARES: readonly { id: string; label: string; says: string; tones: readonly (readonly number[])[] }[] = [
  {
    id: 'neck and middle',
    label: 'tones to neck and middle',
    says: 'Tone 1 serves the neck, tone 2 the middle; the bridge goes without.',
    tones: [[3], [2]],
  },
  {
    id: 'neck, middle and bridge',
    label: 'second tone to middle and bridge',
    says: 'Tone 1 serves the neck, tone 2 middle and bridge: the bridge can be tamed too.',
    tones: [[3], [2, 1]],
  },
]

export const THREE_FIVE_WAY: readonly Recipe[] = [
  ...SHARES.map((s): Recipe => ({
    id: `five-way blade, tones to ${s.id}`,
    label: `Three pickups, five-way blade, ${s.label}`,
    says: `Bridge, bridge and middle, middle, middle and neck, neck. ${s.says}`,
    lacks: h => first(blade5(h), wants(h.tones.length, 'tone', { exactly: 2 })),
    make: d => {
      const { volume, blade } = chosen(d, true)
      s.tones.forEach((throws, i) => {
        throws.slice(1).forEach((t, k) => d.wire(`${blade}.b-${throws[k]!}`, `${blade}.b-${t}`))
        // Both tones share one capacitor where the box holds but one [common practice].
        const pot = d.pot(d.have.tones[i]!)
        d.wire(`${blade}.b-${throws[0]!}`, `${pot}.2`, 'wire', 'yellow')
      })
      const pots = d.have.tones.map(t => d.pot(t)),
        shared = d.have.caps.length < 2
      pots.forEach((p, i) => {
        if (i && shared) return d.wire(`${pots[0]!}.1`, `${p}.1`)
        const cap = d.cap(i)
        d.wire(`${p}.1`, `${cap}.a`, 'leg')
        d.wire(`${cap}.b`, `${p}.case`, 'leg')
      })
      d.output(volume)
    },
  })),
  {
    id: 'five-way blade, one tone',
    label: 'Three pickups, five-way blade, one tone for all',
    says: 'Bridge, bridge and middle, middle, middle and neck, neck; one tone serves them all.',
    lacks: h => first(blade5(h), wants(h.tones.length, 'tone', { most: 1 })),
    make: d => {
      const { volume } = chosen(d, false)
      if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${volume}.3`)
      d.output(volume)
    },
  },
  {
    id: 'five-way blade, doubles split in 2 and 4',
    label: 'Two doubles and a single, split in 2 and 4',
    says: 'Doubles alone are whole; beside the middle one each is split, so that 2 and 4 ring like single-coils.',
    lacks: h =>
      first(
        blade5(h),
        wants(h.tones.length, 'tone', { most: 1 }),
        (h.pickups[0]?.coils !== 2 || h.pickups[2]?.coils !== 2) && 'wants double-coils at bridge and neck',
      ),
    make: d => {
      const { volume, blade, ends } = chosen(d, false)
      // The second pole joins a double's link with the middle throw, which lies on ground.
      d.wire(ends[0]!.link!, `${blade}.b-1`, 'lead')
      d.ground(`${blade}.b-2`)
      d.wire(ends[2]!.link!, `${blade}.b-3`, 'lead')
      if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${volume}.3`)
      d.output(volume)
    },
  },
  {
    id: 'three-way blade or toggle, three pickups',
    label: 'Three pickups, three-way blade',
    says: 'One pickup in each place.',
    lacks: h =>
      first(
        wants(h.pickups.length, 'pickup', { exactly: 3 }),
        masterPots(h),
        wants(h.switches.length, 'switch', { exactly: 1 }),
        h.switches[0]?.contacts !== 'blade 2 × 3' && 'wants a three-way blade',
        h.pickups.some(p => p.active) && 'wants passive pickups, this build has active ones',
      ),
    make: d => {
      const { volume } = chosen(d, false)
      if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${volume}.3`)
      d.output(volume)
    },
  },
]
