import { useMemo, useState } from 'react'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { allSettings, knobsOf, settingLabel } from '../../../core/circuit/settings.ts'
import { betweenLugs } from '../../../core/meter/betweenLugs.ts'
import { pointsOf } from '../../../core/meter/places.ts'
import { Select } from '../../components/Select.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { shownSpan } from '../../text/meterWords.ts'

/** How far a knob is open, as one says it. */
const OPEN = [
  { value: '1', label: 'full' },
  { value: '0.75', label: 'three quarters' },
  { value: '0.5', label: 'half way' },
  { value: '0.25', label: 'a quarter' },
  { value: '0', label: 'shut' },
] as const

/** What a meter should show between any two lugs, at any place of the switches and knobs. */
export function AnyTwo() {
  const build = useOpenBuild(),
    points = useMemo(() => pointsOf(build), [build]),
    places = useMemo(() => allSettings(build), [build]),
    knobs = knobsOf(build)
  const [a, setA] = useState(points[0]?.terminal ?? ''),
    [b, setB] = useState(points[1]?.terminal ?? ''),
    [place, setPlace] = useState(0),
    [turned, setTurned] = useState<Readonly<Record<string, number>>>({})
  const rest = places[place] ?? places[0],
    s = rest && { ...rest, knobs: { ...rest.knobs, ...turned } },
    there = (x: string) => points.some(p => p.terminal === x)
  if (!s || points.length < 2) return null
  const is = a !== b && there(a) && there(b) ? betweenLugs(build, a, b, s) : undefined,
    lugs = points.map(p => ({ value: p.terminal, label: lugWords(build.circuit, p.terminal) }))
  return (
    <details className="no-print mt-4">
      <summary className="min-h-10 cursor-pointer text-body underline underline-offset-4">
        Between any two lugs
      </summary>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <Select label="Black on" value={a} onChange={setA} options={lugs} />
        <Select label="Red on" value={b} onChange={setB} options={lugs} />
        {places.length > 1 && (
          <Select
            label="Switches"
            value={String(place)}
            onChange={v => setPlace(Number(v))}
            options={places.map((p, i) => ({ value: String(i), label: settingLabel(build, p) }))}
          />
        )}
        {knobs.map(k => (
          <Select
            key={k.id}
            label={k.label}
            value={String(turned[k.id] ?? rest.knobs[k.id] ?? 1)}
            onChange={v => setTurned({ ...turned, [k.id]: Number(v) })}
            options={OPEN}
          />
        ))}
      </div>
      <p role="status" className="mt-2 text-body">
        {is ? (
          <>
            It should show <b className="figure text-lead font-semibold">{shownSpan({ heard: undefined }, is)}</b>;
            on continuity it {is.beep}.
          </>
        ) : (
          'Choose two different lugs.'
        )}
      </p>
    </details>
  )
}
