import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { edgeDistance } from '../../geometry/outline.ts'
import { roundRectGap } from '../../geometry/roundRect.ts'
import { stringAt } from '../../layout/layOut.ts'
import { derived, fromSource, linear, subtract } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { FitContext, FoundJoint, JointFamily } from '../joint.ts'

/** Gap per side that a rout is opened to, mm, and what a router with a template holds [from memory]. */
const OPEN_TO = 0.7
const BY_ROUTER = 0.2

/** Every pickup: its outline in the rout, its depth, its poles under the strings. */
export const pickupInRout: JointFamily = c => {
  const body = partIn(c.build, 'body')
  if (!body || !c.layout) return []
  return body.features.filter(f => f.role === 'pickup-rout' && f.serves).flatMap(f => jointsOf(c, f.id, f.serves!))
}

/** Wood left between an opened rout and its nearest neighbour, mm. */
function wallLeft({ layout }: FitContext, id: string, grow: number): number {
  const own = layout!.features.find(f => f.id === id)!
  let left = Infinity
  for (const other of layout!.features) {
    if (other.id === id || other.partId !== own.partId || other.diameter || other.polygon.length < 3) continue
    for (const p of own.polygon) left = Math.min(left, Math.abs(edgeDistance(other.polygon, p)))
    for (const p of other.polygon) left = Math.min(left, Math.abs(edgeDistance(own.polygon, p)))
  }
  return left - grow
}

function jointsOf(c: FitContext, featureId: string, slot: string): FoundJoint[] {
  const { build, layout } = c
  const body = partIn(build, 'body')!, pickup = partIn(build, slot)
  const placed = layout!.pickups.find(p => p.slot === slot)
  if (!pickup || !placed) return []
  const path = (k: string) => `features.${featureId}.${k}`
  const rout = (k: string) => need(body, path(k)), cover = (k: string) => need(pickup, `dims.${k}`)
  const name = slot.replace('pickup-', '')
  const title = `${name[0]!.toUpperCase()}${name.slice(1)} pickup`
  const six = ['length', 'width', 'corner'].map(rout).concat(['length', 'width', 'corner'].map(cover))
  const gapOf = (v: number[]) => roundRectGap({ length: v[0]!, width: v[1]!, corner: v[2]! }, { length: v[3]!, width: v[4]!, corner: v[5]! })
  const gap = derived(v => gapOf(v).gap, six)
  const { place, lengthGap, widthGap } = gapOf(six.map(q => q.value))
  const where = place === 'corners' ? 'at the corners' : place === 'ends' ? 'along the strings' : 'across the strings'

  const deep = subtract(rout('depth'), cover('depthBelowTop'))
  const floor = need(body, 'dims.thickness').value - rout('depth').value
  const out: FoundJoint[] = [
    {
      id: `${slot}-rout`, family: 'pickup rout', title: `${title} in its rout`, clearance: gap, at: placed.centre, slots: [slot, 'body'],
      meaning: { under: `It is too large for the rout ${where} and will not go in.`, over: 'It can wander in the rout; its screws or ring alone hold it.' },
      fixes: () => {
        if (gap.value >= 0.3) return []
        const want = { length: Math.max(rout('length').value, cover('length').value + 2 * OPEN_TO), width: Math.max(rout('width').value, cover('width').value + 2 * OPEN_TO) }
        const corner = Math.min(rout('corner').value, cover('corner').value + OPEN_TO)
        const parts = [lengthGap < OPEN_TO ? `${fixed(OPEN_TO - lengthGap, 1)} mm on both long sides` : '', widthGap < OPEN_TO ? `${fixed(OPEN_TO - widthGap, 1)} mm at both ends` : ''].filter(Boolean)
        const wall = wallLeft(c, featureId, Math.max(OPEN_TO - lengthGap, 0))
        return [{
          method: 'open-rout', title: `Open the rout ${parts.join(' and ') || `to a corner radius of ${fixed(corner, 1)} mm`}`,
          note: `To ${fixed(want.length, 1)} × ${fixed(want.width, 1)} mm, corners ${fixed(corner, 1)} mm.${Number.isFinite(wall) ? ` Leaves ${fixed(wall, 0)} mm of wall to the next rout.` : ''}`,
          minutes: 25, tools: ['router and template', 'or chisel and file', 'calliper'], risk: 'some', reversible: false, when: 'before finish', cautions: ['cutters', 'dust'],
          changes: [{ ref: refOf(body, path('length')), value: want.length, doubt: BY_ROUTER }, { ref: refOf(body, path('width')), value: want.width, doubt: BY_ROUTER }, { ref: refOf(body, path('corner')), value: corner, doubt: BY_ROUTER }],
          read: refOf(body, path(widthGap < lengthGap ? 'width' : 'length')),
        }]
      },
    },
    {
      id: `${slot}-depth`, family: 'pickup depth', title: `${title}, depth of rout`, clearance: deep, at: placed.centre, slots: [slot, 'body'],
      meaning: { under: 'It stands on the rout’s floor before it is low enough.', over: '' },
      fixes: ({ low }) => [{
        method: 'deepen-rout', title: `Deepen the rout by ${fixed(low + 0.5 - deep.value, 1)} mm`, note: `Leaves ${fixed(floor - (low + 0.5 - deep.value), 0)} mm of floor.`, minutes: 20, tools: ['router', 'depth rod'], risk: 'some', reversible: false, when: 'before finish', cautions: ['cutters', 'dust'],
        changes: [{ ref: refOf(body, path('depth')), value: rout('depth').value + low + 0.5 - deep.value, doubt: BY_ROUTER }], read: refOf(body, path('depth')),
      }],
    },
  ]

  const outer = layout!.strings[0]
  if (outer && build.instrument.strings > 1) {
    const x = placed.centre[0], t = x / outer.saddle[0]
    const terms = linear([[0.5, cover('poleSpread')], [-0.5 * t, quantityAt(partIn(build, 'bridge'), 'dims.stringSpread')!], [-0.5 * (1 - t), need(partIn(build, 'neck')!, 'dims.widthAtNut')],
      [1, fromSource({ id: `${refOf(body, path('y'))}`, label: 'rout off the centre line', value: 0, doubt: body.features.find(f => f.id === featureId)?.dims.y?.doubt ?? 0, basis: 'claimed' })]]).terms
    out.push({
      id: `${slot}-poles`, family: 'pole spread', title: `${title}, strings over poles`, clearance: { value: cover('poleSpread').value / 2 - (stringAt(outer, x) - layout!.bridge.y * t), terms }, at: [x, stringAt(outer, x)], slots: [slot, 'bridge'],
      meaning: { under: 'The outer strings run outside their poles and sound weaker.', over: 'The outer strings run inside their poles and sound weaker.' },
      fixes: () => [],
    })
  }
  return out
}
