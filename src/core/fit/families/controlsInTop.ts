import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { slotsOf } from '../../build/slots.ts'
import { inside } from '../../geometry/outline.ts'
import { linear, subtract } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { filmOn } from '../../finish/film.ts'
import type { Fix, FoundJoint, JointFamily } from '../joint.ts'

/** Pots and switches: thread through the top, bushing in its hole, case under the cover. */
export const controlsInTop: JointFamily = ({ build, layout }) => {
  const body = partIn(build, 'body')
  if (!body || !layout) return []
  const labels = new Map(slotsOf(build.instrument).map(s => [s.id, s.label]))
  const cavities = layout.features.filter(f => f.role === 'control-cavity')
  const guard = partIn(build, 'guard')
  const holes = [body, ...(guard ? [guard] : [])].flatMap(holder =>
    holder.features
      .filter(
        f =>
          (f.role === 'pot-hole' || f.role === 'switch-hole' || (f.role === 'jack-hole' && f.face !== 'side')) &&
          f.serves,
      )
      .map(f => ({ holder, f })),
  )
  return holes.flatMap(({ holder, f }): FoundJoint[] => {
    const part = partIn(build, f.serves!)
    const placed = layout.features.find(p => p.id === f.id && p.partId === holder.id)!
    const cavity = cavities.find(cv => inside(cv.polygon, placed.centre))
    if (!part) return []
    const label = labels.get(f.serves!) ?? f.serves!
    const onGuard = holder.kind === 'guard'
    const top =
      quantityAt(holder, `features.${f.id}.topThickness`) ??
      (onGuard ? need(holder, 'dims.thickness') : cavity && need(body, `features.${cavity.id}.topThickness`))
    const depth = cavity && need(body, `features.${cavity.id}.depth`)
    const case_ = need(part, 'dims.caseDepth')
    const out: FoundJoint[] = []
    if (depth)
      out.push({
        id: `${f.serves}-case`,
        family: 'cavity depth',
        title: onGuard ? `${label}, case over the cavity’s floor` : `${label}, case under the cover`,
        clearance: subtract(depth, case_),
        at: placed.centre,
        slots: [f.serves!, 'body'],
        meaning: {
          under: onGuard
            ? 'The case stands on the cavity’s floor and lifts the guard.'
            : 'The case stands out of the cavity and the cover does not close.',
          over: '',
        },
        fixes: () => [],
      })
    // A jack's thread and bore are judged against its own wall or plate.
    if (f.role === 'jack-hole') return out
    const thread = quantityAt(part, 'dims.threadLength'),
      hardware = quantityAt(part, 'dims.hardware'),
      dia = quantityAt(part, 'dims.threadDiameter')
    if (!thread || !hardware || !dia || !top) return out
    const long = linear([
      [1, thread],
      [-1, top],
      [-1, hardware],
    ])
    const film = filmOn(build, holder, f.role)
    const hole = need(holder, `features.${f.id}.diameter`),
      loose = linear([
        [1, hole],
        [-1, dia],
        [-2, film],
      ])
    return [
      ...out,
      {
        id: `${f.serves}-thread`,
        family: 'control thread',
        title: `${label}, thread through the top`,
        clearance: long,
        at: placed.centre,
        slots: [f.serves!, holder.kind],
        meaning: {
          under: 'The thread is too short: its nut finds nothing to hold.',
          over: 'The thread stands far out of the top and the knob rides high.',
        },
        fixes: ({ low, high }): Fix[] => {
          const aim = low + 0.5
          if (long.value < low && onGuard) return []
          if (long.value < low) {
            const off = aim - long.value
            return [
              {
                method: 'recess',
                title: `Thin the top from inside by ${fixed(off, 1)} mm around the hole`,
                note: `A ${fixed(need(part, 'dims.caseWidth').value + 4, 0)} mm wide recess; leaves ${fixed(top.value - off, 1)} mm of top.`,
                minutes: 25,
                tools: ['step bit or router', 'depth stop', 'calliper'],
                risk: top.value - off < 3 ? 'high' : 'some',
                reversible: false,
                when: 'before finish',
                cautions: ['cutters', 'dust'],
                changes: [
                  { ref: refOf(holder, `features.${f.id}.topThickness`), value: top.value - off, doubt: 0.2 },
                ],
                read: refOf(holder, `features.${f.id}.topThickness`),
              },
            ]
          }
          const spare = long.value - ((high ?? low) + low) / 2
          return [
            {
              method: 'nut-below',
              title: `Run a second nut and washer ${fixed(spare, 1)} mm up the thread, below the top`,
              note: 'It sets how far the thread stands out.',
              minutes: 5,
              tools: ['spanner'],
              risk: 'low',
              reversible: true,
              when: 'any time',
              cautions: [],
              changes: [{ ref: refOf(part, 'dims.hardware'), value: hardware.value + spare, doubt: 0.2 }],
            },
          ]
        },
      },
      {
        id: `${f.serves}-hole`,
        family: 'control hole',
        title: `${label}, bushing in its hole`,
        clearance: loose,
        at: placed.centre,
        slots: [f.serves!, holder.kind],
        meaning: {
          under: 'The bushing does not pass the hole.',
          over: 'The hole is wide; the washer has to cover it and centre the shaft.',
        },
        fixes: ({ low, high }) =>
          loose.value < low
            ? [
                {
                  method: 'ream-hole',
                  title: `Ream the hole to ${fixed(dia.value + 0.3, 1)} mm`,
                  note: 'From both faces, so that the edge does not lift.',
                  minutes: 5,
                  tools: ['tapered reamer', 'calliper'],
                  risk: 'low',
                  reversible: false,
                  when: 'before finish',
                  cautions: ['cutters'],
                  changes: [
                    { ref: refOf(holder, `features.${f.id}.diameter`), value: dia.value + 0.3, doubt: 0.1 },
                  ],
                  read: refOf(holder, `features.${f.id}.diameter`),
                },
              ]
            : loose.value > (high ?? Infinity)
              ? [
                  {
                    method: 'sleeve-hole',
                    title: `Sleeve the hole down to ${fixed(dia.value + 0.3, 1)} mm`,
                    note: 'Hardwood ring or wrapped veneer; a wide washer hides it.',
                    minutes: 15,
                    tools: ['veneer', 'wood glue'],
                    risk: 'low',
                    reversible: true,
                    when: 'before finish',
                    cautions: [],
                    changes: [
                      { ref: refOf(holder, `features.${f.id}.diameter`), value: dia.value + 0.3, doubt: 0.1 },
                    ],
                    read: refOf(holder, `features.${f.id}.diameter`),
                  },
                ]
              : [],
      },
    ]
  })
}
