import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { slotsOf } from '../../build/slots.ts'
import { toRemove } from '../../geometry/boolean.ts'
import { gapInside } from '../../geometry/shape.ts'
import { guardPlace, type PlacedFeature } from '../../layout/layOut.ts'
import type { Part } from '../../parts/part.ts'
import { weakestBasis } from '../../units/dimension.ts'
import { distanceOf, exact, fromSource, linear, type Quantity } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { Fix, FitContext, FoundJoint, JointFamily } from '../joint.ts'
import { shapeGap } from '../shapeGap.ts'
import { HOLDS, work } from '../work.ts'

/** Offset of a cut-out's and a rout's centres that the eye does not see, mm [common practice]. */
const UNSEEN = 0.5
/** Doubt of a body's or guard's drawn edge, mm [from memory]. */
const EDGE_DOUBT = 0.5
/** Gap per side that a cut-out is filed to, mm. */
const FILE_TO = 0.3

/** Where the guard was put by the builder, as an input of its own. */
const placeInput = (c: FitContext, k: 'x' | 'y'): Quantity => {
  const p = c.build.placements.guard?.[k]
  return fromSource({
    id: `placements/guard.${k}`,
    label: k === 'x' ? 'guard along the centre line' : 'guard off the centre line',
    value: p?.value ?? 0,
    doubt: p?.doubt ?? 0.2,
    basis: p?.basis ?? 'assumed',
  })
}

/** The guard: pickups in its cut-outs, cut-outs over the routs, its edges against neck, bridge and body. */
export const guardOverBody: JointFamily = c => {
  const guard = partIn(c.build, 'guard'),
    body = partIn(c.build, 'body')
  if (!guard || !body || !c.layout) return []
  const cuts = c.layout.features.filter(f => f.partId === guard.id && f.role === 'cut-out')
  const pairs = cuts.flatMap(cut => {
    const rout = c.layout!.features.find(
      f => f.partId === body.id && f.role === 'pickup-rout' && f.serves === cut.serves,
    )
    return rout ? [{ cut, rout }] : []
  })
  return [
    ...cuts.flatMap(cut => pickupInCut(c, guard, cut)),
    ...pairs.flatMap(p => overRout(c, guard, body, p, pairs)),
    ...edges(c, guard, body),
  ]
}

const labelOf = (c: FitContext, slot: string | undefined) =>
  slotsOf(c.build.instrument).find(s => s.id === slot)?.label ?? 'Pickup'

function pickupInCut(c: FitContext, guard: Part, cut: PlacedFeature): FoundJoint[] {
  const pickup = cut.serves ? partIn(c.build, cut.serves) : undefined,
    placed = c.layout!.pickups.find(p => p.slot === cut.serves)
  if (!pickup || !placed || placed.on !== 'guard') return []
  const { gap, found, read } = shapeGap(
    { part: guard, base: `features.${cut.id}`, shape: cut.shape, at: cut.centre },
    { part: pickup, base: 'dims', shape: placed.shape },
    exact(0),
    exact(0),
  )
  return [
    {
      id: `${cut.serves}-cut-out`,
      family: 'pickup in cut-out',
      title: `${labelOf(c, cut.serves)} in the guard’s cut-out`,
      clearance: gap,
      at: found.at,
      slots: [cut.serves!, 'guard'],
      meaning: {
        under: 'The cover does not pass the cut-out; pressed, the guard bends and the cover chips.',
        over: 'A wide gap shows round the pickup.',
      },
      fixes: ({ low }): Fix[] => {
        if (gap.value >= low) return []
        const off = toRemove(cut.shape, placed.shape, FILE_TO)
        return [
          work({
            method: 'file-cut-out',
            title: `File the cut-out by ${fixed(FILE_TO - gap.value, 2)} mm where it touches`,
            note: `${fixed(off.area, 1)} mm² of plastic. Corners first: they are where it binds.`,
            minutes: 15,
            tools: ['flat and round files', 'calliper'],
            risk: 'some',
            cautions: ['dust'],
            changes: read(FILE_TO, HOLDS.file),
          }),
        ]
      },
    },
  ]
}

function overRout(
  c: FitContext,
  guard: Part,
  body: Part,
  { cut, rout }: { cut: PlacedFeature; rout: PlacedFeature },
  all: { cut: PlacedFeature; rout: PlacedFeature }[],
): FoundJoint[] {
  const at = (p: Part, id: string, k: string) => need(p, `features.${id}.${k}`)
  const dx = linear([
    [1, at(guard, cut.id, 'x')],
    [1, placeInput(c, 'x')],
    [-1, at(body, rout.id, 'x')],
  ])
  const dy = linear([
    [1, at(guard, cut.id, 'y')],
    [1, placeInput(c, 'y')],
    [-1, at(body, rout.id, 'y')],
  ])
  const offset = distanceOf(dx, dy)
  const name = labelOf(c, cut.serves)
  return [
    {
      id: `${cut.serves}-guard-offset`,
      family: 'guard over routs',
      title: `${name}, cut-out over its rout`,
      clearance: linear([
        [1, exact(UNSEEN)],
        [-1, offset],
      ]),
      at: cut.centre,
      slots: ['guard', 'body'],
      meaning: {
        under: `The cut-out lies ${fixed(Math.abs(dx.value), 1)} mm ${dx.value < 0 ? 'nearer to the neck' : 'nearer to the bridge'}${Math.abs(dy.value) > 0.05 ? ` and ${fixed(Math.abs(dy.value), 1)} mm to the ${dy.value > 0 ? 'treble' : 'bass'} side` : ''}: both claim one pattern, and they are two.`,
        over: '',
      },
      fixes: () => {
        const fixes: Fix[] = []
        const shifts = all.map(p => ({
          x: p.cut.centre[0] - p.rout.centre[0],
          y: p.cut.centre[1] - p.rout.centre[1],
        }))
        const mid = (k: 'x' | 'y') => (Math.max(...shifts.map(s => s[k])) + Math.min(...shifts.map(s => s[k]))) / 2
        const left = Math.max(...shifts.map(s => Math.hypot(s.x - mid('x'), s.y - mid('y'))))
        if (left <= UNSEEN) {
          const g = guardPlace(c.build)
          fixes.push(
            work({
              method: 'shift-guard',
              title: `Set the guard ${fixed(Math.hypot(mid('x'), mid('y')), 1)} mm over`,
              note: `Leaves ${fixed(left, 1)} mm at the worst cut-out. Look at the neck notch and the bridge after.`,
              minutes: 10,
              tools: ['steel rule'],
              reversible: true,
              when: 'before finish',
              changes: [
                { ref: 'placements/guard.x', value: g.x - mid('x'), doubt: 0.2 },
                { ref: 'placements/guard.y', value: g.y - mid('y'), doubt: 0.2 },
              ],
            }),
          )
        }
        const go = toRemove(rout.shape, cut.shape, 0.3)
        fixes.push(
          work({
            method: 'move-rout',
            title: `Rout the pickup’s place ${fixed(offset.value, 1)} mm over, to under the cut-out`,
            note: `${fixed(go.area, 0)} mm² of wood, ${fixed((rout.diameter ?? 0) || at(body, rout.id, 'depth').value, 0)} mm deep. The guard covers the old edge.`,
            minutes: 35,
            tools: ['router and template'],
            risk: 'some',
            when: 'before finish',
            cautions: ['cutters', 'dust'],
            changes: [
              {
                ref: refOf(body, `features.${rout.id}.x`),
                value: at(body, rout.id, 'x').value + dx.value,
                doubt: HOLDS.router,
              },
              {
                ref: refOf(body, `features.${rout.id}.y`),
                value: at(body, rout.id, 'y').value + dy.value,
                doubt: HOLDS.router,
              },
            ],
          }),
        )
        return fixes
      },
    },
  ]
}

function edges(c: FitContext, guard: Part, body: Part): FoundJoint[] {
  const { build, layout } = c,
    out: FoundJoint[] = []
  const neck = partIn(build, 'neck'),
    notch = quantityAt(guard, 'dims.notchWidth'),
    edge = quantityAt(guard, 'dims.bridgeEdge')
  if (neck && notch) {
    const gap = linear([
      [0.5, notch],
      [-0.5, need(neck, 'dims.heelWidth')],
    ])
    out.push({
      id: 'guard-neck',
      family: 'guard gap',
      title: 'Guard against the neck',
      clearance: gap,
      at: [layout!.nutToHeelEnd, layout!.halfLast],
      slots: ['guard', 'neck'],
      meaning: {
        under: 'The guard pushes on the neck and moves it off its line.',
        over: 'A gap shows between guard and neck.',
      },
      fixes: ({ low }) =>
        gap.value < low
          ? [
              work({
                method: 'file-notch',
                title: `File ${fixed(low + 0.2 - gap.value, 2)} mm off each side of the guard’s notch`,
                minutes: 15,
                tools: ['file', 'calliper'],
                cautions: ['dust'],
                changes: [
                  {
                    ref: refOf(guard, 'dims.notchWidth'),
                    value: notch.value + 2 * (low + 0.2 - gap.value),
                    doubt: HOLDS.file,
                  },
                ],
                read: refOf(guard, 'dims.notchWidth'),
              }),
            ]
          : [],
    })
  }
  if (edge) {
    const gap = linear([
      [1, layout!.line.place],
      [-1, edge],
      [-1, placeInput(c, 'x')],
    ])
    out.push({
      id: 'guard-bridge',
      family: 'guard gap',
      title: 'Guard against the bridge',
      clearance: gap,
      limits: { low: 0.2, never: 0 },
      at: [layout!.bridge.front, layout!.bridge.y],
      slots: ['guard', 'bridge'],
      meaning: { under: 'The guard pushes on the bridge.', over: '' },
      fixes: ({ low }) => [
        work({
          method: 'file-edge',
          title: `File ${fixed(low + 0.2 - gap.value, 2)} mm off the guard’s edge at the bridge`,
          minutes: 15,
          tools: ['file', 'calliper'],
          cautions: ['dust'],
          changes: [
            { ref: refOf(guard, 'dims.bridgeEdge'), value: edge.value + gap.value - low - 0.2, doubt: HOLDS.file },
          ],
          read: refOf(guard, 'dims.bridgeEdge'),
        }),
      ],
    })
  }
  if (layout!.guard.length > 2 && layout!.body.length > 2) {
    const g = gapInside({ points: layout!.body }, { points: layout!.guard })
    const doubt = Math.hypot(guard.outline?.doubt ?? EDGE_DOUBT, body.outline?.doubt ?? EDGE_DOUBT)
    const drawn = fromSource({
      id: 'outlines/guard-body',
      label: 'guard’s and body’s drawn edges',
      value: g.gap,
      doubt,
      basis: weakestBasis(guard.outline?.basis ?? 'claimed', body.outline?.basis ?? 'claimed'),
    })
    out.push({
      id: 'guard-edge',
      family: 'guard edge',
      title: 'Guard inside the body’s edge',
      clearance: linear([[1, drawn]]),
      at: g.at,
      slots: ['guard', 'body'],
      meaning: { under: 'The guard reaches the body’s rounded edge, or over it.', over: '' },
      fixes: () => [],
    })
  }
  return out
}
