import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear, subtract } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import { HOLDS, work } from '../work.ts'

/** The jack in the body's side or its plate: thread through the wall, thread in the bore. */
export const jackInWall: JointFamily = ({ build, layout }) => {
  const jack = partIn(build, 'jack'),
    body = partIn(build, 'body'),
    plate = partIn(build, 'jack-plate')
  const hole = layout?.features.find(f => f.role === 'jack-hole' && f.serves === 'jack')
  const holder = build.parts.find(p => p.id === hole?.partId)
  if (!jack || !body || !layout || !hole || !holder) return []
  const wall = plate
    ? need(plate, 'dims.thickness')
    : holder.kind === 'guard'
      ? need(holder, 'dims.thickness')
      : quantityAt(holder, `features.${hole.id}.depth`)
  const out: FoundJoint[] = []
  if (wall) {
    const long = linear([
      [1, need(jack, 'dims.threadLength')],
      [-1, wall],
      [-1, need(jack, 'dims.hardware')],
    ])
    out.push({
      id: 'jack-wall',
      family: 'jack wall',
      title: plate ? 'Jack through its plate' : 'Jack through its wall',
      clearance: long,
      at: hole.centre,
      slots: ['jack', plate ? 'jack-plate' : 'body'],
      meaning: {
        under: 'The thread is too short: its nut finds nothing to hold.',
        over: 'The jack stands far out.',
      },
      fixes: ({ low, high }) =>
        long.value < low
          ? plate || holder.kind === 'guard'
            ? []
            : [
                work({
                  method: 'counterbore',
                  title: `Counterbore the wall ${fixed(low + 0.5 - long.value, 1)} mm deep from outside`,
                  note: `${fixed(need(jack, 'dims.caseWidth').value, 0)} mm wide, for nut and washer. It may have to be soldered after it is passed through.`,
                  minutes: 25,
                  tools: ['brad-point bit', 'depth stop'],
                  risk: 'some',
                  when: 'before finish',
                  cautions: ['cutters'],
                  changes: [
                    {
                      ref: refOf(holder, `features.${hole.id}.depth`),
                      value: wall.value - (low + 0.5 - long.value),
                      doubt: 0.3,
                    },
                  ],
                  read: refOf(holder, `features.${hole.id}.depth`),
                }),
              ]
          : [
              work({
                method: 'nut-behind',
                title: `Run a nut and washer ${fixed(long.value - ((high ?? low) + low) / 2, 1)} mm up the thread, behind the wall`,
                minutes: 5,
                tools: ['spanner'],
                reversible: true,
                changes: [
                  {
                    ref: refOf(jack, 'dims.hardware'),
                    value: need(jack, 'dims.hardware').value + long.value - ((high ?? low) + low) / 2,
                    doubt: 0.2,
                  },
                ],
              }),
            ],
    })
  }
  const barrel = quantityAt(jack, 'dims.barrelLength'),
    isBarrel = jack.traits.sort === 'barrel'
  if (isBarrel && barrel && wall)
    out.push({
      id: 'jack-barrel',
      family: 'jack barrel',
      title: 'Barrel jack, lugs behind its wall',
      clearance: subtract(barrel, wall),
      at: hole.centre,
      slots: ['jack', 'body'],
      meaning: {
        under:
          'The barrel ends inside the wall: its lugs cannot be reached, and have to be soldered before it is passed through.',
        over: '',
      },
      fixes: () => [],
    })
  if (!plate) {
    // A barrel goes through the bore with its whole body, a panel jack with its thread.
    const bore = need(holder, `features.${hole.id}.diameter`),
      dia = need(jack, isBarrel ? 'dims.caseWidth' : 'dims.threadDiameter'),
      gap = subtract(bore, dia)
    // A wall that is left thick takes the jack's own width: then the bore is wide by design and a plate or washer covers it.
    const wide = gap.value > 4
    if (!wide)
      out.push({
        id: 'jack-bore',
        family: 'jack bore',
        title: 'Jack in its bore',
        clearance: gap,
        at: hole.centre,
        slots: ['jack', 'body'],
        meaning: {
          under: 'The thread does not pass the bore.',
          over: 'The bore is wide: the washer has to cover it.',
        },
        fixes: ({ low }) =>
          gap.value < low
            ? [
                work({
                  method: 'ream-bore',
                  title: `Ream the bore to ${fixed(dia.value + 0.3, 1)} mm`,
                  minutes: 8,
                  tools: ['tapered reamer'],
                  when: 'before finish',
                  cautions: ['cutters'],
                  changes: [
                    {
                      ref: refOf(holder, `features.${hole.id}.diameter`),
                      value: dia.value + 0.3,
                      doubt: HOLDS.file,
                    },
                  ],
                }),
              ]
            : [
                work({
                  method: 'wide-washer',
                  title: 'Put a washer over the bore on both sides',
                  note: 'It centres the jack and hides the gap.',
                  minutes: 5,
                  tools: ['washers'],
                  reversible: true,
                  changes: [
                    {
                      ref: refOf(holder, `features.${hole.id}.diameter`),
                      value: dia.value + 0.5,
                      doubt: HOLDS.file,
                    },
                  ],
                }),
              ],
      })
  }
  return out
}
