import { mm, say } from '../../say/said.ts'
import { TREMOLOS } from '../../document/build.ts'
import { refOf } from '../../document/quantityAt.ts'
import { filmFor } from '../../finish/film.ts'
import type { Part } from '../../parts/part.ts'
import { change, COMMON, family, mend, type FamilyFile, type Joined } from '../family.ts'

const ROUT = {
  mends: 'under',
  minutes: 40,
  tools: ['router and template', 'calliper'],
  risk: 'some',
  when: 'before finish',
  cautions: ['cutters', 'dust'],
} as const

const block = family(
  'tremolo block',
  { label: 'Tremolo block', compared: 'cavity − swing', low: 2, never: 0, source: COMMON },
  {
    'shorten-block': {
      mends: 'under',
      minutes: 40,
      tools: ['saw', 'file', 'calliper'],
      risk: 'some',
      cautions: ['cutters'],
    },
    'open-length': ROUT,
    'open-width': ROUT,
  },
)

const routIn = (body: Part | undefined) => body?.features.find(f => f.role === 'tremolo-rout')

/** Half of the rout's length or width, less half the block, what else it needs and the film. */
const half = (
  id: string,
  title: string,
  key: 'length' | 'width',
  ofBlock: string,
  swing: string | undefined,
  under: string,
): Joined => ({
  id,
  family: block,
  slots: ['bridge', 'body'],
  film: true,
  clearance(m, v) {
    const body = v.part('body'),
      bridge = v.part('bridge')
    if (!body || !bridge) return undefined
    const room = [
      [0.5, m.in(body, routIn(body), key)],
      [-0.5, m.asked(bridge, ofBlock)],
      [-1, filmFor(m, v.stands, body, 'tremolo-rout')],
    ] as const
    const more = swing === undefined ? undefined : m.asked(bridge, swing)
    return m.sum(more ? [...room, [-1, more]] : room)
  },
  words: () => ({ title, under }),
  at: (l, v) =>
    l.features.find(f => f.partId === v.part('body')?.id && f.id === routIn(v.part('body'))?.id)?.centre ?? [
      l.bridge.front,
      l.bridge.y,
    ],
  mends({ view, clearance }, { low }) {
    const body = view.part('body')!,
      rout = routIn(body)!,
      off = low + 0.3 - clearance.value
    const to = change(refOf(body, `features.${rout.id}.${key}`), (rout.dims[key]?.value ?? 0) + 2 * off, 'router')
    return [
      mend(block, `open-${key}`, {
        title: say`Rout ${mm(off, 1)} off both ${key === 'length' ? 'ends' : 'sides'} of the tremolo rout`,
        changes: [to],
        read: to.ref,
      }),
    ]
  },
})

const joined = (): readonly Joined[] => [
  {
    id: 'tremolo-foot',
    family: block,
    slots: ['bridge', 'body'],
    clearance: (m, v) =>
      m.sum([
        [1, m.of(v.part('body'), 'thickness')],
        [-1, m.asked(v.part('bridge'), 'blockDepth')],
      ]),
    words: () => ({
      title: 'Tremolo block inside the back',
      under: 'The block’s foot stands out of the back and knocks on the cover.',
    }),
    at: l => [l.bridge.front + 12, l.bridge.y - 12],
    mends({ view, clearance }, { low }) {
      const bridge = view.part('bridge')!,
        off = low + 0.3 - clearance.value
      const to = change(refOf(bridge, 'dims.blockDepth'), (bridge.dims.blockDepth?.value ?? 0) - off, 'file')
      return [
        mend(block, 'shorten-block', {
          title: say`File ${mm(off, 1)} off the block’s foot`,
          note: 'The springs hook in higher: look at their holes first. A shorter block is the other way.',
          changes: [to],
          read: to.ref,
        }),
      ]
    },
  },
  half(
    'tremolo-swing',
    'Tremolo block, swing in its rout',
    'length',
    'blockLength',
    'swing',
    'The block meets the rout’s wall before the bar is down.',
  ),
  half(
    'tremolo-sides',
    'Tremolo block, sides',
    'width',
    'blockWidth',
    undefined,
    'The block rubs on the rout’s sides.',
  ),
]

/** A rocking tremolo's block in the body: swing, sides, and its foot inside the back. */
export const tremoloBlock = {
  families: [block],
  joined: i => (TREMOLOS.includes(i.bridge) ? joined() : []),
} satisfies FamilyFile
