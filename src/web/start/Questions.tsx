import { useMemo, type ReactNode } from 'react'
import { dimensionOf } from '../components/numberOf.ts'
import { BRIDGE_SORTS, PICKUP_PLACES, type Build, type PickupPlace } from '../../core/document/build.ts'
import { USUAL_SETTINGS } from '../../core/document/settings.ts'
import type { Layout } from '../../core/layout/layOut.ts'
import { assumeBuild, assumingFor } from '../../core/start/assumeBuild.ts'
import {
  PICKUP_SORTS,
  resolve,
  type Answers,
  type PickupAnswer,
  type PickupSort,
} from '../../core/start/answers.ts'
import { parseDecimal, parsed, refused } from '../../core/units/parsed.ts'
import { LengthField } from '../components/LengthField.tsx'
import { Select } from '../components/Select.tsx'
import { ValueField } from '../components/ValueField.tsx'
import { useLength } from '../hooks/useLength.ts'
import { JointDrawing } from './JointDrawing.tsx'
import { MiniDrawing, type Crop } from '../map/MiniDrawing.tsx'

const AT: Record<PickupPlace, string> = {
  bridge: 'At the bridge',
  inner: 'Between bridge and middle',
  middle: 'In the middle',
  neck: 'At the neck',
}

/** The build that some answers alone would give, for drawing. */
export const drawnFor = (answers: Answers): Build =>
  assumeBuild({ id: 'drawn', name: 'Drawn', have: 'kit', answers, today: '2000-01-01', settings: USUAL_SETTINGS })

const nutEnd = (l: Layout): Crop => ({ x0: Math.min(...l.head.map(p => p[0])) - 6, x1: 60, y0: -56, y1: 56 })
const long = (): Crop => ({ x0: -180, x1: 1090, y0: -175, y1: 175 })
const bodyOf = (l: Layout): Crop => ({
  x0: l.nutToHeelEnd - 90,
  x1: Math.max(...l.body.map(p => p[0])) + 10,
  y0: -178,
  y1: 190,
})
const poles = (l: Layout): Crop => ({ x0: l.nutToHeelEnd - 40, x1: l.bridge.front + 60, y0: -74, y1: 74 })
const saddles = (l: Layout): Crop => ({ x0: l.bridge.front - 45, x1: l.bridge.front + 110, y0: -72, y1: 72 })

interface Option {
  label: string
  answers: Answers
  chosen: boolean
  drawing?: ReactNode
}

/** One question: answers drawn from the sizes they would give, and one that says that nobody knows yet. */
function Asked({
  title,
  hint,
  open,
  onOpen,
  options,
  onPick,
  crop,
  more,
  size = { w: 132, h: 74 },
}: {
  title: string
  hint: string
  open: boolean
  onOpen: () => void
  options: readonly Option[]
  onPick: (a: Answers) => void
  crop?: (l: Layout) => Crop
  more?: ReactNode
  size?: { w: number; h: number }
}) {
  return (
    <fieldset className="border-t-2 border-ink pt-2">
      <legend className="float-left mr-3 text-lead font-semibold">{title}</legend>
      <p className="mb-2 text-note leading-7 text-muted">{hint}</p>
      <div className="clear-both flex flex-wrap items-stretch gap-2">
        {options.map(o => (
          <button
            key={o.label}
            type="button"
            aria-pressed={o.chosen}
            onClick={() => onPick(o.answers)}
            className={`flex flex-col items-center justify-end gap-1 border-2 bg-paper px-1.5 pb-1 pt-1.5 text-note ${o.chosen ? 'border-hand' : 'border-line hover:border-ink'}`}
          >
            {o.drawing ?? <DrawnOption answers={o.answers} crop={crop} {...size} />}
            <span className={o.chosen ? 'font-semibold text-hand' : ''}>
              {o.chosen && <span aria-hidden="true">✓ </span>}
              {o.label}
            </span>
          </button>
        ))}
        <button
          type="button"
          aria-pressed={open}
          onClick={onOpen}
          className={`flex min-w-[min(7rem,100%)] flex-col items-center justify-center gap-1 border-2 border-dashed px-3 text-note ${open ? 'border-hand font-semibold text-hand' : 'border-line hover:border-ink'}`}
        >
          <span aria-hidden="true" className="figure text-bench">
            ?
          </span>
          {open && <span aria-hidden="true">✓ </span>}don’t know yet
        </button>
        {more && <div className="flex flex-wrap items-end gap-2 self-end">{more}</div>}
      </div>
    </fieldset>
  )
}

function DrawnOption({
  answers,
  crop,
  w,
  h,
}: {
  answers: Answers
  crop?: ((l: Layout) => Crop) | undefined
  w: number
  h: number
}) {
  const key = JSON.stringify(answers)
  // The answers are a new object at each keystroke; what they say decides.
  const build = useMemo(() => drawnFor(JSON.parse(key) as Answers), [key])
  return <MiniDrawing build={build} {...(crop ? { crop } : {})} width={w} height={h} />
}

const STRINGS = [4, 5, 6, 7, 8, 12]
const SCALES = [584, 610, 628, 648, 686, 762, 864]
const COMMON_PICKUPS: readonly (readonly [string, readonly PickupAnswer[]])[] = [
  ['none', []],
  ['one at the bridge', [{ place: 'bridge', sort: 'double-coil' }]],
  [
    'two doubles',
    [
      { place: 'bridge', sort: 'double-coil' },
      { place: 'neck', sort: 'double-coil' },
    ],
  ],
  [
    'double and single',
    [
      { place: 'bridge', sort: 'double-coil' },
      { place: 'neck', sort: 'single-coil' },
    ],
  ],
  [
    'two wide singles',
    [
      { place: 'bridge', sort: 'wide single-coil' },
      { place: 'neck', sort: 'wide single-coil' },
    ],
  ],
  [
    'three singles',
    [
      { place: 'bridge', sort: 'single-coil' },
      { place: 'middle', sort: 'single-coil' },
      { place: 'neck', sort: 'single-coil' },
    ],
  ],
]
const CONTROLS = [
  { volumes: 1, tones: 0, switches: 0 },
  { volumes: 1, tones: 1, switches: 0 },
  { volumes: 1, tones: 1, switches: 1 },
  { volumes: 1, tones: 2, switches: 1 },
  { volumes: 2, tones: 2, switches: 1 },
]
const controlsLabel = (c: { volumes: number; tones: number; switches: number }) =>
  [
    `${c.volumes} volume${c.volumes === 1 ? '' : 's'}`,
    c.tones ? `${c.tones} tone${c.tones === 1 ? '' : 's'}` : '',
    c.switches ? `${c.switches} switch${c.switches === 1 ? '' : 'es'}` : '',
  ]
    .filter(Boolean)
    .join(', ')
const HANG_LABELS = {
  guard: 'all on a guard',
  body: 'in the body, cavity behind',
  rings: 'pickups in rings, cavity behind',
  plate: 'controls on a plate',
} as const

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const without = (a: Answers, k: keyof Answers): Answers => {
  const { [k]: _gone, ...rest } = a
  void _gone
  return rest
}

/** The questions about an instrument, with answers drawn from computed geometry. Every one of them may stay open. */
export function Questions({ answers: a, onAnswers }: Asking) {
  const l = useLength()
  const r = resolve(a)
  const p = assumingFor(a).p
  const scaled = (mm: number) => l.text(mm, mm % 1 ? 1 : 0)
  return (
    <div className="flex flex-col gap-5">
      <Asked
        title="Strings"
        hint="Count the tuner holes, or the slots of the nut."
        open={a.strings === undefined}
        onOpen={() => onAnswers(without(without(a, 'strings'), 'perCourse'))}
        onPick={onAnswers}
        crop={nutEnd}
        options={STRINGS.map(n => ({
          label: String(n),
          chosen: a.strings === n,
          answers: { ...a, strings: n, perCourse: n === 12 ? 2 : 1 },
        }))}
        more={
          <Count
            label="Strings"
            value={r.strings}
            least={1}
            most={18}
            onValue={n => onAnswers({ ...a, strings: n, perCourse: n === 12 ? 2 : 1 })}
          />
        }
      />
      <Asked
        title="Scale length"
        hint="From the nut’s fingerboard edge to fret 12, doubled."
        open={a.scaleLength === undefined}
        onOpen={() => onAnswers(without(a, 'scaleLength'))}
        onPick={onAnswers}
        crop={long}
        size={{ w: 150, h: 46 }}
        options={SCALES.map(mm => ({
          label: scaled(mm),
          chosen: a.scaleLength === mm,
          answers: { ...a, scaleLength: mm },
        }))}
        more={
          <LengthField
            narrow
            label="Another"
            placeholder={scaled(r.scaleLength)}
            {...dimensionOf('neck', 'scaleLength')}
            mm={a.scaleLength !== undefined && !SCALES.includes(a.scaleLength) ? a.scaleLength : undefined}
            onMm={mm => onAnswers({ ...a, scaleLength: mm })}
          />
        }
      />
      <Asked
        title="Which hand"
        hint="The hand that plucks."
        open={a.handedness === undefined}
        onOpen={() => onAnswers(without(a, 'handedness'))}
        onPick={onAnswers}
        size={{ w: 190, h: 70 }}
        options={(['right', 'left'] as const).map(h => ({
          label: `${h} hand plucks`,
          chosen: a.handedness === h,
          answers: { ...a, handedness: h },
        }))}
      />
      <Asked
        title="How the neck is joined"
        hint="Look at the back where neck and body meet."
        open={a.neckJoint === undefined}
        onOpen={() => onAnswers(without(a, 'neckJoint'))}
        onPick={onAnswers}
        options={(['screwed', 'glued'] as const).map(j => ({
          label: j,
          chosen: a.neckJoint === j,
          answers: { ...a, neckJoint: j },
          drawing: <JointDrawing p={p} joint={j} width={170} height={74} />,
        }))}
      />
      <PickupsAsked answers={a} onAnswers={onAnswers} />
      <Asked
        title="Bridge"
        hint="What the strings pass over."
        open={a.bridge === undefined}
        onOpen={() => onAnswers(without(a, 'bridge'))}
        onPick={onAnswers}
        crop={saddles}
        options={BRIDGE_SORTS.map(b => ({ label: b, chosen: a.bridge === b, answers: { ...a, bridge: b } }))}
      />
      <ControlsAsked answers={a} onAnswers={onAnswers} />
      <Asked
        title="What they hang on"
        hint="Guard, wood, rings or a plate."
        open={a.hang === undefined}
        onOpen={() => onAnswers(without(a, 'hang'))}
        onPick={onAnswers}
        crop={bodyOf}
        size={{ w: 150, h: 118 }}
        options={(['guard', 'body', 'rings', 'plate'] as const).map(h => ({
          label: HANG_LABELS[h],
          chosen: a.hang === h,
          answers: { ...a, hang: h },
        }))}
      />
    </div>
  )
}

interface Asking {
  answers: Answers
  onAnswers: (a: Answers) => void
}

function PickupsAsked({ answers: a, onAnswers }: Asking) {
  const r = resolve(a)
  const pickupAt = (place: PickupPlace) => r.pickups.find(k => k.place === place)?.sort
  const setPickup = (place: PickupPlace, sort: PickupSort | undefined) =>
    onAnswers({
      ...a,
      pickups: PICKUP_PLACES.flatMap(q => {
        const s = q === place ? sort : pickupAt(q)
        return s ? [{ place: q, sort: s }] : []
      }),
    })
  return (
    <Asked
      title="Pickups"
      hint="Which, and where."
      open={a.pickups === undefined}
      onOpen={() => onAnswers(without(a, 'pickups'))}
      onPick={onAnswers}
      crop={poles}
      options={COMMON_PICKUPS.map(([label, pickups]) => ({
        label,
        chosen: same(a.pickups, pickups),
        answers: { ...a, pickups },
      }))}
      more={PICKUP_PLACES.map(place => (
        <Select
          key={place}
          label={AT[place]}
          value={pickupAt(place) ?? ''}
          onChange={v =>
            setPickup(
              place,
              PICKUP_SORTS.find(s => s === v),
            )
          }
          options={[{ value: '', label: 'none' }, ...PICKUP_SORTS.map(s => ({ value: s, label: s }))]}
        />
      ))}
    />
  )
}

function ControlsAsked({ answers: a, onAnswers }: Asking) {
  const r = resolve(a)
  return (
    <Asked
      title="Controls"
      hint="Pots and switches."
      open={a.controls === undefined}
      onOpen={() => onAnswers(without(a, 'controls'))}
      onPick={onAnswers}
      crop={bodyOf}
      size={{ w: 132, h: 110 }}
      options={CONTROLS.map(c => ({
        label: controlsLabel(c),
        chosen: same(a.controls, c),
        answers: { ...a, controls: c },
      }))}
      more={
        <>
          <Count
            label="Volumes"
            value={r.controls.volumes}
            most={4}
            onValue={n => onAnswers({ ...a, controls: { ...r.controls, volumes: n } })}
          />
          <Count
            label="Tones"
            value={r.controls.tones}
            most={4}
            onValue={n => onAnswers({ ...a, controls: { ...r.controls, tones: n } })}
          />
          <Count
            label="Switches"
            value={r.controls.switches}
            most={4}
            onValue={n => onAnswers({ ...a, controls: { ...r.controls, switches: n } })}
          />
        </>
      }
    />
  )
}

function Count({
  label,
  value,
  least = 0,
  most,
  onValue,
}: {
  label: string
  value: number
  least?: number
  most: number
  onValue: (n: number) => void
}) {
  return (
    <ValueField
      narrow
      label={label}
      text={String(value)}
      onValue={onValue}
      parse={t => {
        const n = parseDecimal(t)
        return n !== undefined && Number.isInteger(n) && n >= least && n <= most
          ? parsed(n)
          : refused(`“${t}” is no number of ${label.toLowerCase()}`, `${least} to ${most}`)
      }}
    />
  )
}
