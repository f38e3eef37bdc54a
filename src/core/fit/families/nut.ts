import { mm, say } from '../../say/said.ts'
import { refOf } from '../../document/quantityAt.ts'
import { nutHeight as aboveFrets } from '../../layout/saddleHeight.ts'
import { GLUE_RESTS, change, family, LIMIT, mend, type FamilyFile, type Joined } from '../family.ts'

const thickness = family(
  'nut thickness',
  { label: 'Nut in its slot', compared: 'slot − nut', low: 0, high: 0.05, never: -0.6, source: LIMIT },
  {
    'sand-nut': {
      mends: 'under',
      minutes: 10,
      tools: ['P240 paper', 'flat block', 'calliper'],
      cautions: ['dust'],
    },
    'veneer-nut': {
      mends: 'over',
      minutes: 15,
      tools: ['veneer', 'wood glue'],
      rests: GLUE_RESTS,
      reversible: true,
    },
  },
)
const length = family(
  'nut length',
  { label: 'Nut against neck width', compared: 'nut − neck width', low: 0, high: 0.3, never: -1, source: LIMIT },
  { 'dress-ends': { mends: 'over', minutes: 10, tools: ['file', 'calliper'], cautions: ['dust'] } },
)
const height = family(
  'nut height',
  {
    label: 'Nut above the board',
    compared: 'nut height − slot floor needed',
    low: 0.2,
    high: 2.5,
    never: -1.5,
    source: 'geometry; limits from memory',
  },
  {
    sliver: {
      mends: 'under',
      minutes: 20,
      tools: ['hardwood sliver', 'wood glue', 'calliper'],
      rests: GLUE_RESTS,
      reversible: true,
    },
    'lower-top': { mends: 'over', minutes: 15, tools: ['file', 'P400 paper', 'calliper'], cautions: ['dust'] },
  },
)

const joined = (): readonly Joined[] => [
  {
    id: 'nut-thickness',
    family: thickness,
    slots: ['nut', 'neck'],
    clearance: (m, v) =>
      m.sum([
        [1, m.of(v.part('neck'), 'slotWidth')],
        [-1, m.of(v.part('nut'), 'thickness')],
      ]),
    words: () => ({
      title: 'Nut in its slot',
      under: 'The nut is thicker than its slot. It should push in by finger.',
      over: 'The nut rocks in its slot; the open strings lose their place.',
    }),
    at: (l, v) => [-(v.part('neck')?.dims.slotWidth?.value ?? 0) / 2, l.halfNut],
    mends({ view, clearance }, { low, high }) {
      const neck = view.part('neck')!,
        nut = view.part('nut')!,
        gap = clearance.value,
        aim = (low + (high ?? low)) / 2
      if (gap < low) {
        const to = change(refOf(nut, 'dims.thickness'), (neck.dims.slotWidth?.value ?? 0) - aim, 'sanded')
        return [
          mend(thickness, 'sand-nut', {
            title: say`Sand ${mm(aim - gap, 2)} off the nut’s face`,
            note: 'On abrasive on a flat block, the face away from the strings’ edge.',
            changes: [to],
            read: to.ref,
          }),
        ]
      }
      const to = change(refOf(neck, 'dims.slotWidth'), (nut.dims.thickness?.value ?? 0) + aim, 'veneer')
      return [
        mend(thickness, 'veneer-nut', {
          title: say`Glue ${mm(gap - aim, 2)} of veneer into the slot`,
          note: 'Against the headstock side, so that the nut’s front edge stays at the scale’s zero.',
          changes: [to],
          read: to.ref,
        }),
      ]
    },
  },
  {
    id: 'nut-length',
    family: length,
    slots: ['nut', 'neck'],
    clearance: (m, v) =>
      m.sum([
        [1, m.of(v.part('nut'), 'length')],
        [-1, m.of(v.part('neck'), 'widthAtNut')],
      ]),
    words: () => ({
      title: 'Nut against the neck’s width',
      under: 'The nut is shorter than the neck is wide: its ends stand in and the outer slots crowd the edge.',
      over: 'The nut’s ends stand proud of the neck.',
    }),
    at: (l, v) => [-(v.part('neck')?.dims.slotWidth?.value ?? 0) / 2, -l.halfNut],
    mends({ view, clearance }, { low, high }) {
      if (clearance.value <= (high ?? low)) return []
      const to = change(
        refOf(view.part('nut')!, 'dims.length'),
        (view.part('neck')!.dims.widthAtNut?.value ?? 0) + 0.1,
        'fitted',
      )
      return [
        mend(length, 'dress-ends', {
          title: say`Dress ${mm((clearance.value - 0.1) / 2, 2)} off each end of the nut`,
          note: 'Before the slots are cut: they are set out from the ends.',
          changes: [to],
          read: to.ref,
        }),
      ]
    },
  },
]

/** The nut in its slot and against the neck's width. */
export const nut = { families: [thickness, length], joined } satisfies FamilyFile

const tall = (): readonly Joined[] => [
  {
    id: 'nut-height',
    family: height,
    slots: ['nut', 'neck'],
    fields: ['setup'],
    clearance: (m, v) =>
      m.sum(
        [
          [1, m.of(v.part('nut'), 'height')],
          [-1, m.of(v.part('neck'), 'slotDepth')],
          [-1, m.of(v.part('neck'), 'fretHeight')],
        ],
        -aboveFrets(v.fields),
      ),
    words: () => ({
      title: 'Nut above its slots’ floors',
      under: 'The nut is too low: the strings lie on the first fret before a slot is cut.',
      over: 'The nut stands high over its slots; the strings bind in them.',
    }),
    at: () => [-1.5, 0],
    mends({ view, clearance }, { low, high }) {
      const nut = view.part('nut')!,
        own = nut.dims.height?.value ?? 0,
        gap = clearance.value
      const to = (value: number) => change(refOf(nut, 'dims.height'), value, 'fitted')
      const read = refOf(nut, 'dims.height')
      return gap < low
        ? [
            mend(height, 'sliver', {
              title: say`Glue a hardwood sliver ${mm(low + 0.3 - gap, 2)} thick under the nut`,
              changes: [to(own + low + 0.3 - gap)],
              read,
            }),
          ]
        : [
            mend(height, 'lower-top', {
              title: say`Take ${mm(gap - (high ?? low) + 0.3, 2)} off the nut’s top`,
              note: 'After the slots are cut: half a string’s thickness stays above the slot’s floor.',
              changes: [to(own - gap + (high ?? low) - 0.3)],
              read,
            }),
          ]
    },
  },
]

/** Whether the nut is tall enough for its slots to end where the strings have to run. */
export const nutHeight = { families: [height], joined: tall } satisfies FamilyFile
