import { squareCentimetres, metres, mm, num, say } from '../../say/said.ts'
import { partIn } from '../../document/references.ts'
import { quantityAt } from '../../document/quantityAt.ts'
import { boreLoads, CABLE_DOUBT, foldLoads } from '../../ways/bundles.ts'
import { closedBody } from '../../ways/closedBody.ts'
import { sidesOf } from '../../ways/girth.ts'
import { DOWN_AND_UP, SERVICE } from '../../ways/service.ts'
import { wireWays } from '../../ways/wireWays.ts'
import { partOf } from '../../circuit/settings.ts'
import { doubtOf, exact, fromSource, linear, type Quantity } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { change, COMMON, family, type FamilyFile, findAnew, MEMORY, mend } from '../family.ts'
import type { FitContext, FoundJoint, JointFamily } from '../joint.ts'

const bore = family(
  'wire bore',
  {
    label: 'Wires in their bore',
    compared: 'bore − bundle of wires',
    low: 0.4,
    never: 0,
    source:
      'common practice: a channel of 8 mm takes the leads of two pickups, so the play is what two cables of four cores leave',
  },
  {
    'open-bore': {
      mends: 'under',
      minutes: 20,
      tools: ['long bit', 'drill'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
  },
)
const fold = family('wires folded', {
  label: 'Wires folded away under cover or guard',
  compared: 'depth − height of what is folded in',
  low: 5,
  never: 0,
  source: MEMORY,
})
const opening = family('sound hole opening', {
  label: 'Control through the sound hole',
  compared: 'opening − control',
  low: 0.5,
  never: 0,
  source: MEMORY,
})
const way = family('wire room', {
  label: 'Room for the wires',
  compared: 'ways there are − ways needed',
  low: 0,
  never: -0.5,
  source: COMMON,
  counts: true,
})

/** The height of a loose fold is known to half of it [from memory]. */
const FOLD_DOUBT = 0.5

const computedFrom = (id: string, label: string, value: number, doubt: number): Quantity =>
  fromSource({ id, label, value, doubt, basis: 'computed' })

/** A bore that is drilled and what is pulled through it. */
function bores({ build, layout }: FitContext): FoundJoint[] {
  const body = partIn(build, 'body')
  if (!body) return []
  return boreLoads(build).map((load): FoundJoint => {
    const feature = layout.features.find(f => `${f.partId}/${f.id}` === load.bore.id),
      path = feature && `features.${feature.id}.diameter`,
      own = path ? quantityAt(body, path) : undefined,
      count = load.strands.length
    const clearance = linear([
      [1, own ?? exact(load.bore.diameter)],
      [
        -1,
        computedFrom(
          `${load.bore.id}/bundle`,
          `bundle of ${count} ${count === 1 ? 'wire or cable' : 'wires and cables'}`,
          load.diameter,
          CABLE_DOUBT * Math.sqrt(Math.max(1, count)),
        ),
      ],
    ])
    return {
      id: `wires-${load.bore.id.replace('/', '-')}`,
      family: bore.id,
      title: `Wires in ${load.bore.label}`,
      clearance,
      at: feature?.centre ?? [layout.bridge.front, 0],
      slots: ['body'],
      meaning: {
        under: say`${num(count)} wires and cables make a bundle of ${mm(load.diameter, 1)}: they do not pass together. A larger bore, thinner cables, or one that is led elsewhere.`,
        over: '',
      },
      fixes: aim =>
        own && path
          ? [
              mend(bore, 'open-bore', {
                title: say`Drill it out to ${mm(Math.ceil((load.diameter + aim.low) * 2) / 2, 1)}`,
                changes: [
                  change(`${body.id}/${path}`, Math.ceil((load.diameter + aim.low) * 2) / 2, {
                    within: doubtOf(own),
                  }),
                ],
              }),
            ]
          : [],
    }
  })
}

/** What lies in the hollow when it is closed. */
function folds({ build, layout }: FitContext): FoundJoint[] {
  const body = partIn(build, 'body')
  if (!body || closedBody(build)) return []
  const guarded = build.instrument.mounting === 'on the guard'
  return foldLoads(build, DOWN_AND_UP + (guarded ? SERVICE.guard : SERVICE.cover).mm).flatMap(
    (load): FoundJoint[] => {
      const f = load.room.feature,
        depth = f && quantityAt(body, `features.${f.id}.depth`)
      if (!f || !depth || !Number.isFinite(load.height)) return []
      return [
        {
          id: `fold-${f.id}`,
          family: fold.id,
          title: `Wires folded away in the ${load.room.label}`,
          clearance: linear([
            [1, depth],
            [
              -1,
              computedFrom(
                `${f.id}/fold`,
                `height of ${fixed(load.length / 1000, 1)} m of wire folded in`,
                load.height,
                load.height * FOLD_DOUBT,
              ),
            ],
          ]),
          at: layout.features.find(x => x.id === f.id && x.partId === body.id)?.centre ?? [layout.bridge.front, 0],
          slots: ['body'],
          meaning: {
            under: say`${metres(load.length / 1000)} of wire lie in ${squareCentimetres(load.floor / 100)} beside the cases: the cover does not close on them. Shorten what is spare to what lets the work lie open, fold it flat and tie it.`,
            over: '',
          },
          fixes: () => [],
        },
      ]
    },
  )
}

/** Controls that have to come in through a sound hole. */
function openings({ build }: FitContext): FoundJoint[] {
  const closed = closedBody(build),
    body = partIn(build, 'body')
  if (!closed || !body) return []
  return closed.pulled.flatMap((p): FoundJoint[] => {
    const c = build.circuit.components.find(x => x.id === p.component)!,
      part = partOf(build, c),
      sides = sidesOf(c, part),
      hole = closed.openings[0]
    const width = part && quantityAt(part, 'dims.caseWidth'),
      own = hole && quantityAt(body, `features.${hole.id}.width`)
    if (!hole || !sides || !width || !own) return []
    // The opening's own outline may be narrower than its box; the control may be slimmer the other way.
    const room = hole.width - sides[0]
    return [
      {
        id: `${c.slot ?? c.id}-sound-hole`,
        family: opening.id,
        title: `${c.label} through the sound hole`,
        clearance: linear(
          [
            [1, own],
            [-1, width],
          ],
          room - (own.value - width.value),
        ),
        at: hole.centre,
        slots: [...(c.slot ? [c.slot] : []), 'body'],
        meaning: {
          under: say`Its case does not go in through the opening of ${mm(hole.width, 1)}, and no cover opens the body.`,
          over: '',
        },
        fixes: () => [],
      },
    ]
  })
}

/** Wires between hollows that nothing joins. */
function ways({ build, layout }: FitContext): FoundJoint[] {
  const w = build.instrument.pickups.length ? wireWays(build) : undefined
  if (!w) return []
  const at = layout.features.find(f => f.role === 'control-cavity')?.centre ?? ([layout.bridge.front, -60] as const)
  const common = {
    id: 'wire-room',
    family: way.id,
    title: 'Room for the wires',
    at,
    slots: ['body'],
    fixes: () => [],
  }
  const unread = fromSource({
    id: 'wiring/room',
    label: 'ways of the wires',
    value: 0,
    doubt: 0.5,
    basis: 'assumed',
    missing: true,
  })
  const homeless = (id: string) => !w.homes.has(id) || w.homes.get(id)!.room === undefined
  const blocked = w.ways.filter(x => x.blocked),
    label = (id: string) => build.circuit.components.find(c => c.id === id)?.label ?? id
  if (!w.ways.length)
    return [
      {
        ...common,
        clearance: linear([[1, unread]]),
        meaning: {
          under: say`Can’t tell yet: without a circuit nobody knows which wires go where. A channel of ${mm(8, 0)} takes the leads of two pickups.`,
          over: '',
        },
      },
    ]
  const names = [
    ...new Set(blocked.flatMap(x => [...w.homes].filter(([, h]) => h === x.from || h === x.to).map(([id]) => id))),
  ]
  const nowhere = names.filter(homeless)
  return [
    {
      ...common,
      // A way that nobody entered may be there: it is looked for before it is drilled.
      clearance: blocked.length ? linear([[1, unread]]) : exact(0),
      meaning: {
        under: nowhere.length
          ? say`Can’t tell yet: no hollow is known under ${nowhere.map(label).join(', ')}. Enter the cavity, or the hole’s depth, at the Shelf station.`
          : say`Can’t tell yet: nobody has entered a channel between ${names.map(label).join(' and ')}. If there is none, one has to be drilled.`,
        over: '',
      },
    },
  ]
}

const found: JointFamily = c => [...ways(c), ...bores(c), ...folds(c), ...openings(c)]

/** Ways, bores and room for the wires, and the way in for controls of a body without a cover. */
export const wireRoom = { families: [way, bore, fold, opening], found: [findAnew(found)] } satisfies FamilyFile
