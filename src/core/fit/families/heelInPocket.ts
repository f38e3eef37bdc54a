import { mm, say } from '../../say/said.ts'
import type { Instrument } from '../../document/build.ts'
import type { Maths } from '../../document/maths.ts'
import { refOf } from '../../document/quantityAt.ts'
import type { View } from '../../document/view.ts'
import { filmFor, filmOn } from '../../finish/film.ts'
import type { Feature, Part } from '../../parts/part.ts'
import {
  GLUE_RESTS,
  change,
  family,
  LIMIT,
  MEMORY,
  mend,
  type FamilyFile,
  type Joined,
  type MendContext,
} from '../family.ts'
import { seasonOf } from '../season.ts'

const heelWidth = family(
  'heel width',
  { label: 'Heel width in pocket', compared: 'pocket − heel', low: 0.05, high: 0.25, never: -0.1, source: LIMIT },
  {
    'shave-pocket': {
      mends: 'under',
      minutes: 25,
      tools: ['chisel', 'scraper', 'calliper'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
    'veneer-side': {
      mends: 'over',
      minutes: 30,
      tools: ['veneer', 'wood glue', 'calliper'],
      rests: GLUE_RESTS,
      reversible: true,
      when: 'before finish',
    },
  },
)

/**
 * A tenon that is glued: pushed in by hand, with no more than a glue line on both sides together, since glue fills no gap
 * [from memory].
 */
const tenonWidth = family(
  'tenon width',
  {
    label: 'Tenon in its mortise',
    compared: 'mortise − tenon',
    low: 0,
    high: 0.15,
    never: -0.1,
    source: MEMORY,
  },
  heelWidth.ways,
)

const heelLength = family(
  'heel length',
  {
    label: 'Heel end to pocket end',
    compared: 'pocket length − heel length',
    low: 0,
    high: 0.4,
    never: -0.5,
    source: LIMIT,
  },
  {
    'lengthen-pocket': {
      mends: 'under',
      minutes: 20,
      tools: ['chisel', 'calliper'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
    'pack-end': {
      mends: 'over',
      minutes: 20,
      tools: ['veneer', 'wood glue'],
      rests: GLUE_RESTS,
      reversible: true,
      when: 'before finish',
    },
  },
)

const pocketFloor = family(
  'pocket floor',
  { label: 'Pocket floor', compared: '0.10 − dip under the heel', low: 0, never: -0.4, source: LIMIT },
  {
    'fitted-shim': {
      mends: 'under',
      minutes: 40,
      tools: ['maple veneer', 'chalk', 'scraper', 'calliper'],
      reversible: true,
    },
    'flatten-floor': {
      mends: 'under',
      minutes: 30,
      tools: ['scraper', 'straightedge', 'feeler gauge'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
  },
)

/** Veneer that a fitted shim is made of, mm [from memory]. */
const SHIM = 0.6

export const pocketIn = (body: Part | undefined): Feature | undefined =>
  body?.features.find(f => f.role === 'neck-pocket')

const lengthOf = (v: View): number => pocketIn(v.part('body'))?.dims.length?.value ?? 0
const half = (v: View): number => (pocketIn(v.part('body'))?.dims.width?.value ?? 0) / 2

/** Body, pocket and neck, which a fix has to know. */
const pieces = ({ view }: MendContext) => {
  const body = view.part('body')!,
    pocket = pocketIn(body)!
  return { body, pocket, neck: view.part('neck')!, ref: (k: string) => refOf(body, `features.${pocket.id}.${k}`) }
}

const width = (
  where: 'mouth' | 'end',
  inPocket: string,
  onHeel: string,
  own: typeof heelWidth | typeof tenonWidth,
): Joined => ({
  id: `heel-width-${where}`,
  family: own,
  slots: ['neck', 'body'],
  fields: ['climate'],
  film: true,
  clearance<Q>(m: Maths<Q>, v: View) {
    const body = v.part('body')
    return (
      body &&
      m.sum([
        [1, m.in(body, pocketIn(body), inPocket)],
        [-1, m.of(v.part('neck'), onHeel)],
        // It is glued before the first coat: no film lies in it.
        [own === tenonWidth ? 0 : -2, filmFor(m, v.stands, body, 'neck-pocket')],
      ])
    )
  },
  season(v) {
    // Glued it moves as one piece, whatever the season takes.
    const size = own === tenonWidth ? 0 : (v.part('neck')?.dims[onHeel]?.value ?? 0)
    return seasonOf(
      v.fields,
      { size, wood: v.part('body')?.traits.wood },
      { size, wood: v.part('neck')?.traits.wood },
    )
  },
  words: () => {
    const at = where === 'mouth' ? 'at the mouth' : 'at its end'
    return own === heelWidth
      ? {
          title: `Heel in pocket, ${at}`,
          under: 'The pocket is too narrow. Forced in, the heel splits the pocket’s side.',
          over: 'The neck can turn in its pocket and the strings drift off the centre line.',
        }
      : {
          title: `Tenon in its mortise, ${at}`,
          under: 'The tenon goes in by a hammer only: it scrapes the glue off and splits the mortise.',
          over: 'Glue fills no gap: the joint creeps under the strings’ pull.',
        }
  },
  at: (l, v) => [where === 'mouth' ? l.nutToHeelEnd - lengthOf(v) : l.nutToHeelEnd, half(v)],
  mends(c, { low, high }) {
    const { body, neck, ref } = pieces(c),
      gap = c.clearance.value,
      aim = (low + (high ?? low)) / 2
    const film = own === tenonWidth ? 0 : filmOn(c.build, body, 'neck-pocket').value
    const to = change(ref(inPocket), (neck.dims[onHeel]?.value ?? 0) + aim + 2 * film, 'byHand')
    const by = mm(Math.abs(aim - gap) / 2, 2)
    return gap < low
      ? [
          mend(own, 'shave-pocket', {
            title: say`Shave ${by} off each pocket wall`,
            note: 'Never off the heel of a finished neck. Shave one wall only and the neck moves off the centre line.',
            changes: [to],
            read: to.ref,
          }),
        ]
      : [
          mend(own, 'veneer-side', {
            title: say`Glue ${by} of veneer to each pocket wall`,
            note: 'Both sides alike keeps the neck on the centre line. Grain along the strings.',
            changes: [to],
            read: to.ref,
          }),
        ]
  },
})

/** The heel's width in the pocket, at the mouth and at the end; its length; the floor under it. */
const joined = (i: Instrument): readonly Joined[] => [
  width('mouth', 'width', 'heelWidth', i.neckJoint === 'glued' ? tenonWidth : heelWidth),
  width('end', 'widthEnd', 'heelWidthEnd', i.neckJoint === 'glued' ? tenonWidth : heelWidth),
  {
    id: 'heel-length',
    family: heelLength,
    slots: ['neck', 'body'],
    clearance: (m, v) =>
      m.sum([
        [1, m.in(v.part('body'), pocketIn(v.part('body')), 'length')],
        [-1, m.of(v.part('neck'), 'heelLength')],
      ]),
    words: () => ({
      title: 'Heel end to pocket end',
      under: 'The heel stops at its shoulder before it meets the pocket; the nut moves away from the bridge.',
      over: 'A gap behind the heel: the neck can creep towards the bridge and the scale shortens.',
    }),
    at: l => [l.nutToHeelEnd, 0],
    mends(c, { low, high }) {
      const { neck, ref } = pieces(c),
        gap = c.clearance.value,
        aim = (low + (high ?? low)) / 2
      const to = change(ref('length'), (neck.dims.heelLength?.value ?? 0) + aim, gap < low ? 'chisel' : 'veneer')
      return gap < low
        ? [
            mend(heelLength, 'lengthen-pocket', {
              title: say`Pare ${mm(aim - gap, 2)} off the pocket’s mouth`,
              note: 'The end wall stays: the bridge is placed from it.',
              changes: [to],
              read: to.ref,
            }),
          ]
        : [
            mend(heelLength, 'pack-end', {
              title: say`Glue ${mm(gap - aim, 2)} of veneer to the pocket’s end wall`,
              note: 'Recheck the bridge line after: the wall is its datum.',
              changes: [to],
              read: to.ref,
            }),
          ]
    },
  },
  {
    id: 'pocket-floor',
    family: pocketFloor,
    slots: ['body'],
    beside: ['neck'],
    clearance: (m, v) =>
      m.sum([
        [1, m.given({ id: 'table/floor', label: 'dip allowed', value: 0.1, doubt: 0, basis: 'target' })],
        [-1, m.in(v.part('body'), pocketIn(v.part('body')), 'floorDip')],
      ]),
    words: () => ({
      title: 'Pocket floor under the heel',
      under:
        'The heel bridges a dip and bends when its screws are tightened. Chips left from machining do the same.',
    }),
    at: (l, v) => [l.nutToHeelEnd - lengthOf(v) / 2, 0],
    mends(c) {
      const to = change(pieces(c).ref('floorDip'), 0.04, 'scraped')
      return [
        mend(pocketFloor, 'flatten-floor', {
          title: 'Scrape the pocket floor flat',
          note: 'The neck sits lower by what comes off: the saddle height joint moves with it.',
          changes: [to],
          read: to.ref,
        }),
        ...(c.build.instrument.neckJoint === 'glued'
          ? []
          : [
              mend(pocketFloor, 'fitted-shim', {
                title: say`Full-contact shim, ${mm(SHIM, 1)} and scraped to the floor`,
                note: 'Chalk shows where it bears. The neck sits higher by its thickness: the saddle height joint moves with it.',
                changes: [
                  to,
                  change(pieces(c).ref('depth'), (pieces(c).pocket.dims.depth?.value ?? 0) - SHIM, 'laidIn'),
                ],
                read: to.ref,
              }),
            ]),
      ]
    },
  },
]

export const heelInPocket = {
  families: [heelWidth, tenonWidth, heelLength, pocketFloor],
  joined,
} satisfies FamilyFile
