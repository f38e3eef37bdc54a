import { Says } from '../components/Says.tsx'
import type { Reading } from '../../core/document/build.ts'
import { splitRef } from '../../core/document/quantityAt.ts'
import type { PlannedStep, WantedReading } from '../../core/plan/step.ts'
import { readAtVisit } from '../../core/plan/tickStep.ts'
import { dimensionAt, specAt } from '../../core/parts/dimensionAt.ts'
import { asRead } from '../../core/document/dimensionReading.ts'
import { outOfRange, readValue } from '../../core/shelf/readValue.ts'
import { parseLength } from '../../core/units/length.ts'
import { FarReadingAt } from '../components/FarReading.tsx'
import { ValueField } from '../components/ValueField.tsx'
import { DeviceLine } from '../devices/DeviceLine.tsx'
import { useDevice } from '../devices/useDevice.ts'
import { useLength } from '../hooks/useLength.ts'
import { useOrder } from '../hooks/useOrder.ts'
import { editBuild, useOpenBuild } from '../stores/buildStore.ts'
import { now } from '../stores/clock.ts'
import { clearTimer, minutesTaken } from '../stores/stepTimer.ts'
import { doubtedText, quantityText } from '../text/quantityText.ts'

/** Everything that is read at one place: each is entered by itself, and the visit is over with the last. */
export function VisitList({ step, large }: { step: PlannedStep; large?: boolean }) {
  const build = useOpenBuild(),
    l = useLength(),
    rows = useOrder((step.reads ?? []).map(r => ({ ...r, id: r.ref })))
  const specOf = (r: WantedReading) => {
    const { partId, path } = splitRef(r.ref),
      part = build.parts.find(p => p.id === partId)
    return part && { spec: specAt(part, path), now: dimensionAt(part, path) }
  }
  const take = (r: WantedReading, value: number, by?: string, at = now()) => {
    const spec = specOf(r)?.spec,
      reading: Omit<Reading, 'id'> = {
        of: r.of,
        value,
        ...asRead(spec, value),
        at,
        ...(by === undefined ? {} : { with: by }),
      },
      minutes = minutesTaken(step.id)
    editBuild(b => readAtVisit(b, step, reading, minutes), `Reading of ${r.label}`)
    if ((step.reads ?? []).length === 1) clearTimer(step.id)
  }
  // A calliper's readings land one after another: in the first that is open.
  const first = rows.find(r => !r.gone && specOf(r.thing)?.spec?.quantity === 'length')?.thing
  useDevice('calliper', first && { build: build.id, of: first.of, label: first.label }, r => {
    const p = parseLength(r.text),
      spec = first && specOf(first)?.spec
    if (first && spec && p.ok && !outOfRange(spec, p.value)) take(first, p.value, r.device, r.at)
  })
  return (
    <section aria-label="Readings of this visit" className="flex flex-col gap-2">
      <ul className="flex list-none flex-col border-t-2 border-ink">
        {rows.map(({ thing: r, gone }) => {
          const is = specOf(r),
            show = (v: number) =>
              !is?.spec || is.spec.quantity === 'length' ? l.fineText(v) : quantityText(is.spec, v),
            read = is?.now?.basis === 'measured'
          return (
            <li
              key={r.ref}
              className={`rule-row flex flex-wrap items-start gap-x-5 gap-y-1 py-2 ${r === first ? 'border-l-4 border-l-hand pl-3' : ''}`}
            >
              <span className="min-w-[16em] flex-1">
                <span
                  className={`block font-semibold leading-tight first-letter:uppercase ${large ? 'text-title' : 'text-lead'}`}
                >
                  {r.label}
                </span>
                <span className={`block text-muted ${large ? 'text-section' : 'text-plain'}`}>
                  {r.basis} <span className="figure">{doubtedText(l, is?.spec, r.value, r.doubt)}</span>.{' '}
                  <Says of={r.how} />
                </span>
              </span>
              {gone ? (
                <span className={large ? 'text-title' : 'text-lead'}>
                  {read ? (
                    <>
                      read <b className="figure font-semibold">{show(is.now!.value)}</b>
                    </>
                  ) : (
                    'not needed any more'
                  )}
                </span>
              ) : (
                <ValueField
                  label={`Measured: ${r.label}`}
                  hideLabel
                  {...(large ? { large, wide: true } : {})}
                  clears
                  text=""
                  placeholder="measured…"
                  parse={t =>
                    !is?.spec || is.spec.quantity === 'length' ? parseLength(t, l.bare) : readValue(is.spec, t)
                  }
                  check={v => is?.spec && outOfRange(is.spec, v)}
                  onValue={v => take(r, v)}
                />
              )}
              {gone && read && <FarReadingAt at={r.ref} {...(large ? { large } : {})} />}
            </li>
          )
        })}
      </ul>
      {first && <DeviceLine sort="calliper" />}
    </section>
  )
}
