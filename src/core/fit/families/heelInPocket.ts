import { need } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { refOf } from '../../build/quantityAt.ts'
import { pocketOf } from '../../layout/bridgeLine.ts'
import { fromSource, linear, subtract } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { filmOn } from '../../finish/film.ts'
import type { Fix, JointFamily } from '../joint.ts'
import { seasonOf } from '../season.ts'

/** Half-width that chisel and scraper hold on a pocket wall, mm [from memory]. */
const BY_HAND = 0.06

/** The heel's width in the pocket, at the mouth and at the end; its length; the floor under it. */
export const heelInPocket: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    pocket = pocketOf(build)
  if (!neck || !pocket || !layout) return []
  const path = (k: string) => `features.${pocket.pocket.id}.${k}`
  const end = layout.nutToHeelEnd,
    p = pocket.at('length').value
  const width = (id: string, title: string, pocketKey: string, heelKey: string, x: number) => {
    const heel = need(neck, `dims.${heelKey}`)
    const film = filmOn(build, pocket.body, 'neck-pocket')
    const clearance = linear([
      [1, pocket.at(pocketKey)],
      [-1, heel],
      [-2, film],
    ])
    const season = seasonOf(
      build,
      { size: heel.value, wood: pocket.body.traits.wood },
      { size: heel.value, wood: neck.traits.wood },
    )
    return {
      id,
      family: 'heel width' as const,
      title,
      clearance,
      season,
      at: [x, pocket.at('width').value / 2] as const,
      slots: ['neck', 'body'],
      meaning: {
        under: 'The pocket is too narrow. Forced in, the heel splits the pocket’s side.',
        over: 'The neck can turn in its pocket and the strings drift off the centre line.',
      },
      fixes: ({ low, high }: { low: number; high: number | undefined }): Fix[] => {
        const aim = (low + (high ?? low)) / 2
        const change = {
          ref: refOf(pocket.body, path(pocketKey)),
          value: heel.value + aim + 2 * film.value,
          doubt: BY_HAND,
        }
        const by = Math.abs(aim - clearance.value) / 2
        return clearance.value < low
          ? [
              {
                method: 'shave-pocket',
                title: `Shave ${fixed(by, 2)} mm off each pocket wall`,
                note: 'Never off the heel of a finished neck. Shave one wall only and the neck moves off the centre line.',
                minutes: 25,
                tools: ['chisel', 'scraper', 'calliper'],
                risk: 'some',
                reversible: false,
                when: 'before finish',
                cautions: ['cutters', 'dust'],
                changes: [change],
                read: change.ref,
              },
            ]
          : [
              {
                method: 'veneer-side',
                title: `Glue ${fixed(by, 2)} mm of veneer to each pocket wall`,
                note: 'Both sides alike keeps the neck on the centre line. Grain along the strings.',
                minutes: 30,
                tools: ['veneer', 'wood glue', 'calliper'],
                risk: 'low',
                reversible: true,
                when: 'before finish',
                cautions: [],
                changes: [change],
                read: change.ref,
              },
            ]
      },
    }
  }
  const heelLength = need(neck, 'dims.heelLength'),
    lengthGap = subtract(pocket.at('length'), heelLength)
  const flat = fromSource({ id: 'table/floor', label: 'dip allowed', value: 0.1, doubt: 0, basis: 'target' })
  return [
    width('heel-width-mouth', 'Heel in pocket, at the mouth', 'width', 'heelWidth', end - p),
    width('heel-width-end', 'Heel in pocket, at its end', 'widthEnd', 'heelWidthEnd', end),
    {
      id: 'heel-length',
      family: 'heel length',
      title: 'Heel end to pocket end',
      clearance: lengthGap,
      at: [end, 0],
      slots: ['neck', 'body'],
      meaning: {
        under: 'The heel stops at its shoulder before it meets the pocket; the nut moves away from the bridge.',
        over: 'A gap behind the heel: the neck can creep towards the bridge and the scale shortens.',
      },
      fixes: ({ low, high }) => {
        const aim = (low + (high ?? low)) / 2
        const change = { ref: refOf(pocket.body, path('length')), value: heelLength.value + aim, doubt: 0.1 }
        return lengthGap.value < low
          ? [
              {
                method: 'lengthen-pocket',
                title: `Pare ${fixed(aim - lengthGap.value, 2)} mm off the pocket’s mouth`,
                note: 'The end wall stays: the bridge is placed from it.',
                minutes: 20,
                tools: ['chisel', 'calliper'],
                risk: 'some',
                reversible: false,
                when: 'before finish',
                cautions: ['cutters'],
                changes: [change],
                read: change.ref,
              },
            ]
          : [
              {
                method: 'pack-end',
                title: `Glue ${fixed(lengthGap.value - aim, 2)} mm of veneer to the pocket’s end wall`,
                note: 'Recheck the bridge line after: the wall is its datum.',
                minutes: 20,
                tools: ['veneer', 'wood glue'],
                risk: 'low',
                reversible: true,
                when: 'before finish',
                cautions: [],
                changes: [change],
                read: change.ref,
              },
            ]
      },
    },
    {
      id: 'pocket-floor',
      family: 'pocket floor',
      title: 'Pocket floor under the heel',
      clearance: linear([
        [1, flat],
        [-1, pocket.at('floorDip')],
      ]),
      at: [end - p / 2, 0],
      slots: ['body'],
      meaning: {
        under:
          'The heel bridges a dip and bends when its screws are tightened. Chips left from machining do the same.',
        over: '',
      },
      fixes: () => {
        const change = { ref: refOf(pocket.body, path('floorDip')), value: 0.04, doubt: 0.03 }
        return [
          {
            method: 'flatten-floor',
            title: 'Scrape the pocket floor flat',
            note: 'The neck sits lower by what comes off: the saddle height joint moves with it.',
            minutes: 30,
            tools: ['scraper', 'straightedge', 'feeler gauge'],
            risk: 'some',
            reversible: false,
            when: 'before finish',
            cautions: ['cutters', 'dust'],
            changes: [change],
            read: change.ref,
          },
        ]
      },
    },
  ]
}
