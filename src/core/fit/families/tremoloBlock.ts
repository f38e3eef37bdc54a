import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { filmOn } from '../../finish/film.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import { HOLDS, work } from '../work.ts'

/** A rocking tremolo's block in the body: swing, sides, and its foot inside the back. */
export const tremoloBlock: JointFamily = ({ build, layout }) => {
  const body = partIn(build, 'body'),
    bridge = partIn(build, 'bridge')
  const rout = body?.features.find(f => f.role === 'tremolo-rout')
  const depth = quantityAt(bridge, 'dims.blockDepth'),
    long = quantityAt(bridge, 'dims.blockLength'),
    wide = quantityAt(bridge, 'dims.blockWidth'),
    swing = quantityAt(bridge, 'dims.swing')
  if (!body || !bridge || !layout || !depth) return []
  const thickness = need(body, 'dims.thickness')
  const out: FoundJoint[] = []
  const foot = linear([
    [1, thickness],
    [-1, depth],
  ])
  out.push({
    id: 'tremolo-foot',
    family: 'tremolo block',
    title: 'Tremolo block inside the back',
    clearance: foot,
    at: [layout.bridge.front + 12, layout.bridge.y - 12],
    slots: ['bridge', 'body'],
    meaning: { under: 'The block’s foot stands out of the back and knocks on the cover.', over: '' },
    fixes: ({ low }) => [
      work({
        method: 'shorten-block',
        title: `File ${fixed(low + 0.3 - foot.value, 1)} mm off the block’s foot`,
        note: 'The springs hook in higher: look at their holes first. A shorter block is the other way.',
        minutes: 40,
        tools: ['saw', 'file', 'calliper'],
        risk: 'some',
        cautions: ['cutters'],
        changes: [
          { ref: refOf(bridge, 'dims.blockDepth'), value: depth.value + foot.value - low - 0.3, doubt: HOLDS.file },
        ],
        read: refOf(bridge, 'dims.blockDepth'),
      }),
    ],
  })
  if (!rout) return out
  const film = filmOn(build, body, 'tremolo-rout'),
    path = (k: string) => `features.${rout.id}.${k}`
  const place = layout.features.find(f => f.id === rout.id && f.partId === body.id)!.centre
  const half = (
    id: string,
    title: string,
    key: string,
    block: ReturnType<typeof need> | undefined,
    extra: ReturnType<typeof need> | undefined,
    under: string,
  ): FoundJoint[] => {
    if (!block) return []
    const clearance = linear([
      [0.5, need(body, path(key))],
      [-0.5, block],
      [-1, film],
      ...(extra ? [[-1, extra] as const] : []),
    ])
    return [
      {
        id,
        family: 'tremolo block',
        title,
        clearance,
        at: place,
        slots: ['bridge', 'body'],
        meaning: { under, over: '' },
        fixes: ({ low }) => {
          const to = need(body, path(key)).value + 2 * (low + 0.3 - clearance.value)
          return [
            work({
              method: `open-${key}`,
              title: `Rout ${fixed(low + 0.3 - clearance.value, 1)} mm off both ${key === 'length' ? 'ends' : 'sides'} of the tremolo rout`,
              minutes: 40,
              tools: ['router and template', 'calliper'],
              risk: 'some',
              when: 'before finish',
              cautions: ['cutters', 'dust'],
              changes: [{ ref: refOf(body, path(key)), value: to, doubt: HOLDS.router }],
              read: refOf(body, path(key)),
            }),
          ]
        },
      },
    ]
  }
  return [
    ...out,
    ...half(
      'tremolo-swing',
      'Tremolo block, swing in its rout',
      'length',
      long,
      swing,
      'The block meets the rout’s wall before the bar is down.',
    ),
    ...half(
      'tremolo-sides',
      'Tremolo block, sides',
      'width',
      wide,
      undefined,
      'The block rubs on the rout’s sides.',
    ),
  ]
}
