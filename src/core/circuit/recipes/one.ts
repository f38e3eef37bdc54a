import { pullsFor, wants, first, type Recipe, masterPots } from './recipe.ts'

/** One pickup, its volume and its tone. */
export const onePickup: Recipe = {
  id: 'one pickup',
  label: 'One pickup, volume, tone',
  says: 'The pickup through one volume, with a tone control where there is a pot for it.',
  pulls: ['split', 'parallel', 'phase'],
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 1 }),
      masterPots(h),
      h.pickups[0]?.active && 'wants a passive pickup, this build’s is active',
      h.volumes[0]?.gang !== 'one track' && 'wants a volume of one track',
    ),
  make: (d, use) => {
    const [v] = d.have.volumes,
      pot = d.volume(v!)
    const e = d.grounded(d.have.pickups[0]!, pullsFor(d.have)[0], use)
    d.wire(e.hot, `${pot}.3`, 'lead')
    if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${pot}.3`)
    d.output(pot)
  },
}

/** Nothing between the pickup and the jack. */
export const straight: Recipe = {
  id: 'straight to the jack',
  label: 'Straight to the jack',
  says: 'The pickup on the jack and nothing between: the brightest that it can be.',
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { exactly: 1 }),
      h.pickups[0]?.active && 'wants a passive pickup, this build’s is active',
      (h.volumes.length > 0 || h.tones.length > 0) && 'leaves the pots of this build without a use',
    ),
  make: d => d.wire(d.grounded(d.have.pickups[0]!).hot, `${d.jack()}.tip`, 'lead'),
}
