import { useState } from 'react'
import { Button } from './Button.tsx'
import { Heading } from './Heading.tsx'
import { ends } from './numberOf.ts'
import { Drawer, DRAWER_SETS, StepDrill } from '../../core/document/build.ts'
import { bitsIn } from '../../core/drill/bits.ts'
import { LengthField } from './LengthField.tsx'
import { useLength } from '../hooks/useLength.ts'
import { editSettings } from '../stores/settingsStore.ts'

const SAME = 0.011

/** The bits at hand: whole sets, single ones, and those that are broken or lent. */
export function DrawerEditor({ drawer }: { drawer: Drawer }) {
  const l = useLength()
  // What is shown is what is changed, in a build that came with another drawer as well.
  const setDrawer = (change: (d: Drawer) => Drawer) =>
    editSettings(s => ({ ...s, preferences: { ...s.preferences, drawer: change(drawer) } }))
  const whole = bitsIn({ sets: drawer.sets, extra: drawer.extra, missing: [] })
  const gone = (mm: number) => drawer.missing.some(m => Math.abs(m - mm) < SAME)
  return (
    <>
      <fieldset className="flex flex-wrap gap-x-6 gap-y-1">
        <legend className="text-note text-muted">Whole sets</legend>
        {DRAWER_SETS.map(s => (
          <label key={s} className="inline-flex min-h-10 items-center gap-2 text-body">
            <input
              type="checkbox"
              className="size-5"
              checked={drawer.sets.includes(s)}
              onChange={e =>
                setDrawer(d => ({ ...d, sets: e.target.checked ? [...d.sets, s] : d.sets.filter(x => x !== s) }))
              }
            />
            {s}
          </label>
        ))}
      </fieldset>
      <div className="flex flex-wrap items-end gap-3">
        <LengthField
          label="Add a single bit"
          mm={undefined}
          clears
          {...ends(Drawer, 'extra')}
          placeholder="22 mm, 35/64"
          wide
          onMm={v =>
            setDrawer(d => ({
              ...d,
              extra: [...d.extra.filter(x => Math.abs(x - v) >= SAME), v].sort((a, b) => a - b),
              missing: d.missing.filter(x => Math.abs(x - v) >= SAME),
            }))
          }
        />
        {drawer.extra.map(v => (
          <button
            key={v}
            type="button"
            aria-label={`Take the ${l.fineText(v)} bit out`}
            className="figure min-h-10 border border-ink px-2 text-plain hover:bg-shade"
            onClick={() => setDrawer(d => ({ ...d, extra: d.extra.filter(x => x !== v) }))}
          >
            {l.fineText(v)} ×
          </button>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <LengthField
          label="Add a brad point, for wood"
          mm={undefined}
          clears
          {...ends(Drawer, 'brad')}
          placeholder="10 mm, 3/8"
          wide
          onMm={v =>
            setDrawer(d => ({
              ...d,
              brad: [...(d.brad ?? []).filter(x => Math.abs(x - v) >= SAME), v].sort((a, b) => a - b),
            }))
          }
        />
        {(drawer.brad ?? []).map(v => (
          <button
            key={v}
            type="button"
            aria-label={`Take the ${l.fineText(v)} brad point out`}
            className="figure min-h-10 border border-ink px-2 text-plain hover:bg-shade"
            onClick={() => setDrawer(d => ({ ...d, brad: (d.brad ?? []).filter(x => x !== v) }))}
          >
            {l.fineText(v)} ×
          </button>
        ))}
      </div>
      <StepDrills
        drills={drawer.stepped ?? []}
        onDrills={stepped => setDrawer(d => ({ ...d, stepped: [...stepped] }))}
      />
      {whole.length === 0 && (
        <p className="border-l-4 border-never pl-3 text-body font-semibold">
          The drawer is empty: no hole has a bit. Tick a set, or add the bits you have.
        </p>
      )}
      {whole.length > 0 && (
        <section aria-label="Every bit">
          <Heading>Every bit; tap one that is broken or lent</Heading>
          <ul className="flex flex-wrap gap-1 pt-2">
            {whole.map(b => (
              <li key={b.name + b.mm}>
                <button
                  type="button"
                  aria-pressed={gone(b.mm)}
                  className={`figure min-h-10 min-w-14 border px-1.5 text-note ${gone(b.mm) ? 'border-line text-muted line-through' : 'border-ink hover:bg-shade'}`}
                  onClick={() =>
                    setDrawer(d => ({
                      ...d,
                      missing: gone(b.mm)
                        ? d.missing.filter(m => Math.abs(m - b.mm) >= SAME)
                        : [...d.missing, b.mm],
                    }))
                  }
                >
                  {b.name}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}

const NEW_DRILL = { from: 4, to: 20, by: 2 }

/** Step drills, for guards, plates and thin tops: from, to, and the way from step to step. */
function StepDrills({
  drills,
  onDrills,
}: {
  drills: readonly StepDrill[]
  onDrills: (d: readonly StepDrill[]) => void
}) {
  const l = useLength()
  const [drill, setDrill] = useState(NEW_DRILL)
  const well = drill.to > drill.from
  return (
    <div className="flex flex-wrap items-end gap-3" role="group" aria-label="Step drills">
      {(['from', 'to', 'by'] as const).map(k => (
        <LengthField
          key={k}
          narrow
          label={{ from: 'Step drill from', to: 'to', by: 'by steps of' }[k]}
          mm={drill[k]}
          {...ends(StepDrill, k)}
          onMm={v => setDrill({ ...drill, [k]: v })}
        />
      ))}
      <Button disabled={!well} onClick={() => onDrills([...drills, drill])}>
        {well ? 'Add it' : 'Its end lies below its start'}
      </Button>
      {drills.map((d, i) => (
        <button
          key={i}
          type="button"
          aria-label={`Take the step drill ${l.fineText(d.from)} to ${l.fineText(d.to)} out`}
          className="figure min-h-10 border border-ink px-2 text-plain hover:bg-shade"
          onClick={() => onDrills(drills.filter((_, k) => k !== i))}
        >
          {l.fineText(d.from)}–{l.fineText(d.to)} ×
        </button>
      ))}
    </div>
  )
}
