import { mm, num, say } from '../../say/said.ts'
import type { Shaped } from '../../document/docs.ts'
import { refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import type { Change } from '../joint.ts'
import { bridgeHolesOf, drilledBridgeHoles, patternAt, REUSED } from '../../layout/drilledBridge.ts'
import { bridgeLine as lineOf, bridgeLineOf, bridgeOnBody } from '../../layout/bridgeLine.ts'
import { doubtOf } from '../../units/quantity.ts'
import { pairs } from '../../document/maths.ts'
import { GLUE_RESTS, change, family, LIMIT, mend, type FamilyFile } from '../family.ts'
import { HOLDS } from '../holds.ts'

/** The holes that a bridge set at a place does not use, plugged. */
export function plugged(build: Shaped, place: number, across = bridgeOnBody(build)): Change[] {
  const body = partIn(build, 'body'),
    bridge = partIn(build, 'bridge')
  if (!body || !bridge) return []
  const { left } = patternAt(
    bridgeHolesOf(bridge),
    drilledBridgeHoles(body),
    place + (bridge.dims.frontToForwardSaddle?.value ?? 0),
    across,
    REUSED,
  )
  return left.map(f => ({ ref: refOf(body, `features.${f.id}.diameter`), value: 0, doubt: 0, plugged: true }))
}

/** Plugging and drilling again, minutes: setting up, and for each hole [from memory]. */
export const PLUG_MINUTES = { once: 20, each: 12 } as const

const bridgeLine = family(
  'bridge line',
  {
    label: 'Bridge line',
    compared: 'scale length − foremost saddle',
    low: 0,
    high: 5,
    never: -1,
    neverAbove: 6,
    source: LIMIT,
  },
  { 'move-bridge': { mends: 'both', minutes: 5, tools: ['steel rule', 'pencil'], when: 'before finish' } },
)

/** Whether the saddles' travel covers scale length plus compensation with neck, body and bridge as they are. */
export const bridgeLineJoint = {
  families: [bridgeLine],
  joined: () => [
    {
      id: 'bridge-line',
      family: bridgeLine,
      slots: ['bridge', 'neck', 'body'],
      beside: ['strings'],
      fields: ['placements'],
      clearance: (m, v) => bridgeLineOf(m, v)?.ahead,
      limits(v) {
        const line = bridgeLineOf(pairs, v)
        return line && { low: line.low, high: line.high, never: line.low - 1, neverAbove: line.high + 1 }
      },
      words: () => ({
        title: 'Bridge line against saddle travel',
        under: 'The bridge lies too far back: the thinnest string cannot be made short enough to play in tune.',
        over: 'The bridge lies too far forward: the thickest string runs out of travel before it plays in tune.',
      }),
      at: l => [l.scaleLength, l.bridge.y],
      mends({ build, view }) {
        const line = lineOf(build)
        if (!line) return []
        const by = line.ideal.value - line.place.value
        const holes = drilledBridgeHoles(view.part('body')).length,
          posts =
            view.part('body')?.features.filter(f => f.role === 'stud-hole' && f.serves === 'posts').length ?? 0,
          drilled = holes + posts
        return [
          mend(bridgeLine, 'move-bridge', {
            title: say`${drilled ? say`Plug ${num(drilled)} holes, drill again and set` : 'Set'} the bridge ${mm(Math.abs(by), 1)} ${by < 0 ? 'nearer to' : 'further from'} the neck`,
            note: say`Plate front at ${mm(line.ideal.value, 1)} from the pocket’s end wall. ${drilled ? say`${num(drilled)} plugs, a night for the glue, then the holes are drilled again.` : 'Nothing is drilled yet: it costs a pencil line.'}`,
            ...(drilled
              ? {
                  minutes: PLUG_MINUTES.once + PLUG_MINUTES.each * drilled,
                  tools: ['plugs', 'wood glue', 'drill'],
                  rests: GLUE_RESTS,
                  risk: 'some',
                  cautions: ['cutters'],
                }
              : { reversible: true }),
            changes: [
              change('placements/bridge.x', line.ideal.value, {
                within: Math.min(HOLDS.pencilled, doubtOf(line.place)) || HOLDS.pencilled,
              }),
              ...plugged(build, line.ideal.value),
            ],
          }),
        ]
      },
    },
  ],
} satisfies FamilyFile
