import { num, say } from '../../say/said.ts'
import type { Maths } from '../../document/maths.ts'
import { quantities } from '../../document/maths.ts'
import { partIn } from '../../document/references.ts'
import {
  bridgeHolesOf,
  drilledBridgeHoles,
  drilledPattern,
  patternAt,
  SAME_HOLE,
  usable,
  type HolePair,
} from '../../layout/drilledBridge.ts'
import type { Layout } from '../../layout/layOut.ts'
import type { Part } from '../../parts/part.ts'
import type { Shaped } from '../../document/docs.ts'
import { bridgeOnBody } from '../../layout/bridgeLine.ts'
import { change, family, type FamilyFile, findAnew, GLUE_RESTS, LIMIT, mend } from '../family.ts'
import type { Fix, FoundJoint, JointFamily } from '../joint.ts'
import { PLUG_MINUTES, plugged } from './bridgeLine.ts'

const pattern = family(
  'bridge screws',
  {
    label: 'Bridge screw pattern',
    compared: 'holes in the body − holes in the bridge',
    low: -0.25,
    high: 0.25,
    never: -1.5,
    neverAbove: 1.5,
    source: LIMIT,
  },
  {
    'plug-bridge': {
      mends: 'both',
      minutes: PLUG_MINUTES.once,
      each: PLUG_MINUTES.each,
      tools: ['dowel', 'wood glue', 'drill'],
      rests: GLUE_RESTS,
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
  },
)

const AXES = [
  ['x', 'along', 'along the strings'],
  ['y', 'across', 'across the strings'],
] as const

/** Where the bridge's saddle point lies on the body, as it was placed; undefined while it lies on the holes themselves. */
type Set<Q> = Record<'x' | 'y', Q> | undefined

function setAt<Q>(m: Maths<Q>, build: Shaped, bridge: Part): Set<Q> {
  const p = build.placements.bridge,
    front = m.of(bridge, 'frontToForwardSaddle')
  if (!p || !front) return undefined
  const given = (axis: 'x' | 'y') =>
    m.given({
      id: `placements/bridge.${axis}`,
      label: axis === 'x' ? 'pocket end to bridge plate' : 'bridge off the centre line',
      value: p[axis].value,
      doubt: p[axis].doubt,
      basis: p[axis].basis,
    })
  return {
    x: m.sum([
      [1, given('x')],
      [1, front],
    ])!,
    y: given('y'),
  }
}

/** How far a pair lies off, outwards from the pattern's middle positive; the worst of them. From where the bridge was set, or from where the mean of all puts it. */
function worstOf<Q>(
  m: Maths<Q>,
  body: Part,
  bridge: Part,
  pairs: readonly HolePair[],
  axis: 'x' | 'y',
  at: Set<Q>,
): Q {
  const n = pairs.length,
    own = (i: number) => pairs[i]!.own.dims[axis]?.value ?? 0,
    middle = pairs.reduce((s, _, i) => s + own(i), 0) / n
  const off = pairs.map((_, i) => {
    const outwards = own(i) < middle ? -1 : 1
    const terms = pairs.flatMap((q, k) => {
      const share = outwards * ((k === i ? 1 : 0) - (at ? 0 : 1 / n))
      return [[share, m.in(body, q.hole, axis)] as const, [-share, m.in(bridge, q.own, axis)] as const]
    })
    return m.sum(at ? [...terms, [-outwards, at[axis]] as const] : terms)!
  })
  return off.reduce((a, b) => (Math.abs(m.value(b)) > Math.abs(m.value(a)) ? b : a))
}

/** The bridge set for good where most of the holes serve it: its own are drilled there, and what does not meet one is plugged. */
function plug(build: Shaped, layout: Layout, holes: number): Fix[] {
  const bridge = partIn(build, 'bridge'),
    pairs = build.placements.bridge ? [] : (drilledPattern(partIn(build, 'body'), bridge)?.pairs ?? []),
    on = pairs.length ? usable(pairs) : undefined
  const place = on ? on.along - (bridge?.dims.frontToForwardSaddle?.value ?? 0) : layout.line.place.value,
    across = on?.across ?? bridgeOnBody(build)
  const changes = plugged(build, place, across)
  return [
    mend(pattern, 'plug-bridge', {
      count: changes.length,
      title: say`Plug ${num(changes.length)} of ${num(holes)} screw holes and drill to the bridge’s own pattern`,
      note: 'The holes to drill again come into the hole list. Or another bridge.',
      changes: [
        change('placements/bridge.x', place, 'marked'),
        change('placements/bridge.y', across, 'marked'),
        ...changes,
      ],
    }),
  ]
}

/** The bridge's screw pattern against holes that the body has already, along and across. */
const found: JointFamily = ({ build, layout }) => {
  const body = partIn(build, 'body'),
    bridge = partIn(build, 'bridge')
  const drilled = drilledBridgeHoles(body),
    own = bridgeHolesOf(bridge)
  const was =
    build.parts.find(p => p.id === body?.id)?.features.filter(f => f.serves === 'bridge-screws' && f.plugged) ?? []
  if (!body || !bridge || own.length < 2 || drilled.length + was.length === 0) return []
  const set = setAt(quantities, build, bridge)
  const at = layout.features.find(f => f.partId === body.id && f.id === drilled[0]?.id)?.centre ?? [
    layout.bridge.front,
    0,
  ]
  const pairs = set
    ? patternAt(own, drilled, set.x.value, set.y.value, SAME_HOLE).pairs
    : (drilledPattern(body, bridge)?.pairs ?? [])
  if (pairs.length === 0) {
    // A bridge that was set elsewhere leaves them all to be plugged, which is work and no misfit: its own are drilled anew.
    const fits = set !== undefined || drilled.length < 2
    return AXES.map(([, name, words]): FoundJoint => ({
      id: `bridge-screw-pattern-${name}`,
      family: pattern.id,
      title: `Bridge screw pattern in the body, ${words}`,
      clearance: quantities.exact(fits ? 0 : -2 * SAME_HOLE),
      at,
      slots: ['bridge', 'body'],
      meaning: {
        under: 'No two of the body’s holes lie as the bridge’s do: they are another bridge’s.',
        over: '',
      },
      fixes: () => plug(build, layout, drilled.length),
    }))
  }
  return AXES.map(([axis, name, words]): FoundJoint => {
    const clearance = worstOf(quantities, body, bridge, pairs, axis, set)
    return {
      id: `bridge-screw-pattern-${name}`,
      family: pattern.id,
      title: `Bridge screw pattern in the body, ${words}`,
      clearance,
      at,
      slots: ['bridge', 'body'],
      meaning: {
        under: 'A hole of the body lies nearer to the middle than the bridge’s own.',
        over: 'A hole of the body lies further out than the bridge’s own.',
      },
      fixes: () => plug(build, layout, drilled.length),
    }
  })
}

/** The bridge's screw pattern against holes that the body has already. */
export const bridgeScrews = { families: [pattern], found: [findAnew(found)] } satisfies FamilyFile
