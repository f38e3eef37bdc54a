import { mm, say } from '../../say/said.ts'
import type { Maths } from '../../document/maths.ts'
import { filmFor, filmOn } from '../../finish/film.ts'
import { refOf } from '../../document/quantityAt.ts'
import type { View } from '../../document/view.ts'
import type { Point } from '../../geometry/outline.ts'
import type { Layout } from '../../layout/layOut.ts'
import type { Feature, Part } from '../../parts/part.ts'
import { change, family, LIMIT, mend, type FamilyFile, type Joined, type MendContext } from '../family.ts'
import type { Held } from '../holds.ts'
import type { Fix } from '../joint.ts'

const wall = family(
  'jack wall',
  {
    label: 'Jack through its wall or plate',
    compared: 'thread − (wall + washer + nut)',
    low: 1,
    high: 6,
    never: 0,
    source: LIMIT,
  },
  {
    counterbore: {
      mends: 'under',
      minutes: 25,
      tools: ['brad-point bit', 'depth stop'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
    'nut-behind': { mends: 'over', minutes: 5, tools: ['spanner'], reversible: true },
  },
)
const bore = family(
  'jack bore',
  { label: 'Jack in its bore', compared: 'bore − thread', low: 0.1, high: 0.8, never: 0, source: LIMIT },
  {
    'ream-bore': {
      mends: 'under',
      minutes: 8,
      tools: ['tapered reamer'],
      when: 'before finish',
      cautions: ['cutters'],
    },
    'wide-washer': { mends: 'over', minutes: 5, tools: ['washers'], reversible: true },
  },
)
const barrel = family('jack barrel', {
  label: 'Barrel jack through its wall',
  compared: 'barrel − wall',
  low: 3,
  never: -2,
  source: 'from memory: the lugs have to stand free behind the wall',
})

/** A wall that is left thick takes the jack's own width: the bore is wide by design and a plate or washer covers it, mm. */
const BY_DESIGN = 4

const holeOf = (p: Part | undefined): Feature | undefined =>
  p?.features.find(f => f.role === 'jack-hole' && f.serves === 'jack')

/** What the jack's hole is in: the body, else the guard. */
function holderOf(v: View): { part: Part; hole: Feature; slot: 'body' | 'guard' } | undefined {
  for (const slot of ['body', 'guard'] as const) {
    const part = v.part(slot),
      hole = holeOf(part)
    if (part && hole && v.part('body')) return { part, hole, slot }
  }
  return undefined
}

/** What the thread goes through. */
function wallOf<Q>(m: Maths<Q>, v: View): Q | undefined {
  const h = holderOf(v),
    plate = v.part('jack-plate')
  if (!h) return undefined
  return plate
    ? m.of(plate, 'thickness')
    : h.slot === 'guard'
      ? m.of(h.part, 'thickness')
      : m.in(h.part, h.hole, 'depth')
}

const at = (l: Layout, v: View): Point =>
  l.features.find(f => f.id === holderOf(v)?.hole.id && f.partId === holderOf(v)?.part.id)?.centre ?? [
    l.bridge.front,
    40,
  ]

function throughWall({ view, clearance }: MendContext, low: number, high: number | undefined): Fix[] {
  const jack = view.part('jack')!,
    long = clearance.value,
    { part, hole, slot } = holderOf(view)!
  if (long >= low) {
    const spare = long - ((high ?? low) + low) / 2
    return [
      mend(wall, 'nut-behind', {
        title: say`Run a nut and washer ${mm(spare, 1)} up the thread, behind the wall`,
        changes: [change(refOf(jack, 'dims.hardware'), (jack.dims.hardware?.value ?? 0) + spare, 'stacked')],
      }),
    ]
  }
  if (view.part('jack-plate') || slot === 'guard') return []
  const off = low + 0.5 - long,
    to = change(refOf(part, `features.${hole.id}.depth`), (hole.dims.depth?.value ?? 0) - off, 'drilledDeep')
  return [
    mend(wall, 'counterbore', {
      title: say`Counterbore the wall ${mm(off, 1)} deep from outside`,
      note: say`${mm(jack.dims.caseWidth?.value ?? 0, 0)} wide, for nut and washer. It may have to be soldered after it is passed through.`,
      changes: [to],
      read: to.ref,
    }),
  ]
}

/** A barrel goes through the bore with its whole body, a panel jack with its thread. */
const widthOf = (jack: Part | undefined): string =>
  jack?.traits.sort === 'barrel' ? 'caseWidth' : 'threadDiameter'

function inBore({ build, view, clearance }: MendContext, low: number): Fix[] {
  const jack = view.part('jack')!,
    { part, hole } = holderOf(view)!,
    dia = (jack.dims[widthOf(jack)]?.value ?? 0) + 2 * filmOn(build, part, hole.role).value
  const to = (value: number, by: Held) => change(refOf(part, `features.${hole.id}.diameter`), value, by)
  return clearance.value < low
    ? [
        mend(bore, 'ream-bore', {
          title: say`Ream the bore to ${mm(dia + 0.3, 1)}`,
          changes: [to(dia + 0.3, 'reamer')],
        }),
      ]
    : [
        mend(bore, 'wide-washer', {
          title: 'Put a washer over the bore on both sides',
          note: 'It centres the jack and hides the gap.',
          changes: [to(dia + 0.5, 'laidIn')],
        }),
      ]
}

const joinedOf = (plated: boolean): readonly Joined[] => {
  // The search leaves a jack in a plate to Fit: body and plate decide it together.
  const common = {
    slots: plated ? ['jack', 'jack-plate', 'body'] : ['jack', 'body'],
    beside: plated ? ['guard'] : ['guard', 'jack-plate'],
    at,
    ...(plated ? ({ fitOnly: true } as const) : {}),
  }
  return [
    {
      ...common,
      id: 'jack-wall',
      family: wall,
      swaps: ['jack', plated ? 'jack-plate' : 'body'],
      clearance: (m, v) =>
        m.sum([
          [1, m.of(v.part('jack'), 'threadLength')],
          [-1, wallOf(m, v)],
          [-1, m.of(v.part('jack'), 'hardware')],
        ]),
      words: v => ({
        title: v.part('jack-plate') ? 'Jack through its plate' : 'Jack through its wall',
        under: 'The thread is too short: its nut finds nothing to hold.',
        over: 'The jack stands far out.',
      }),
      mends: (c, { low, high }) => throughWall(c, low, high),
    },
    {
      ...common,
      id: 'jack-barrel',
      family: barrel,
      swaps: ['jack', 'body'],
      fitOnly: true,
      clearance: (m, v) =>
        v.part('jack')?.traits.sort === 'barrel'
          ? m.sum([
              [1, m.asked(v.part('jack'), 'barrelLength')],
              [-1, wallOf(m, v)],
            ])
          : undefined,
      words: () => ({
        title: 'Barrel jack, lugs behind its wall',
        under:
          'The barrel ends inside the wall: its lugs cannot be reached, and have to be soldered before it is passed through.',
      }),
    },
    {
      ...common,
      id: 'jack-bore',
      family: bore,
      swaps: ['jack', 'body'],
      film: true,
      clearance(m, v) {
        const h = holderOf(v),
          jack = v.part('jack')
        if (!h || v.part('jack-plate')) return undefined
        const gap = m.sum([
          [1, m.in(h.part, h.hole, 'diameter')],
          [-1, m.of(jack, widthOf(jack))],
          [-2, filmFor(m, v.stands, h.part, h.hole.role)],
        ])
        return gap && m.value(gap) <= BY_DESIGN ? gap : undefined
      },
      words: () => ({
        title: 'Jack in its bore',
        under: 'The thread does not pass the bore.',
        over: 'The bore is wide: the washer has to cover it.',
      }),
      mends: (c, { low }) => inBore(c, low),
    },
  ]
}

/** The jack in the body's side or its plate: thread through the wall, thread in the bore. */
export const jackInWall = {
  families: [wall, bore, barrel],
  joined: i => joinedOf(i.extras.includes('jack plate')),
} satisfies FamilyFile
