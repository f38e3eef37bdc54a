import { first, wants, type Recipe, masterPots } from './recipe.ts'
import { choosesTwo, chooseTwo } from './selectors.ts'

/** Active pickups: supply from a battery that the jack's ring switches on with the plug. */
export const active: Recipe = {
  id: 'active pickups',
  label: 'Active pickups with a battery',
  says: 'The battery’s minus goes to the jack’s ring: pulled out, the plug switches it off.',
  lacks: h =>
    first(
      wants(h.pickups.length, 'pickup', { least: 1, most: 2 }),
      h.pickups.some(p => !p.active) && 'wants active pickups, this build has passive ones',
      !h.battery && 'wants a battery among the build’s extras',
      !h.jack?.ring && 'wants a jack with a ring',
      masterPots(h),
      wants(h.switches.length, 'switch', { exactly: h.pickups.length - 1 }),
      h.pickups.length === 2 && !choosesTwo(h.switches[0]) && 'wants a switch that chooses between two pickups',
    ),
  make: d => {
    const v = d.pot(d.have.volumes[0]!),
      jack = d.jack()
    d.bent(v, '1')
    const battery = d.loose({
      id: 'battery',
      kind: 'battery',
      label: 'Battery',
      slot: d.have.battery!.slot,
    })
    const hots = d.have.pickups.map(p => {
      const e = d.pickup(p)
      d.wire(`${p.slot}.supply`, `${battery}.plus`, 'lead', 'red')
      return e.hot
    })
    if (hots.length === 2) d.hot(chooseTwo(d, d.have.switches[0]!, hots[0]!, hots[1]!), `${v}.3`)
    else d.wire(hots[0]!, `${v}.3`, 'lead')
    if (d.have.tones[0]) d.tone(d.have.tones[0], 0, `${v}.3`)
    d.wire(`${battery}.minus`, `${jack}.ring`, 'wire', 'black')
    d.output(v)
  },
}
