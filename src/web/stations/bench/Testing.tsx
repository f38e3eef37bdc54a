import { Link, useSearchParams } from 'react-router'
import { parseMeter } from '../../../core/meter/meterText.ts'
import { beepOf } from '../../../core/meter/betweenLugs.ts'
import type { ProbeView } from '../../../core/meter/meterWork.ts'
import { ValueField } from '../../components/ValueField.tsx'
import { DeviceLine } from '../../devices/DeviceLine.tsx'
import { useDevice } from '../../devices/useDevice.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useSolderDrawing } from '../../hooks/useSolderDrawing.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { HeardField } from '../../readings/HeardField.tsx'
import { ProbeDrawing } from '../../drawings/ProbeDrawing.tsx'
import { takeFromDevice, takeOhms } from '../../readings/takeReadings.ts'
import { useMeterWork } from '../../hooks/useMeterWork.ts'
import { readText, shownSpan } from '../../text/meterWords.ts'
import { BenchFrame } from './BenchFrame.tsx'

/** One reading of the test sheet after another over the whole screen: where both probes go, what it should show. */
export function Testing() {
  const build = useOpenBuild(),
    { work, share } = useMeterWork('lifted', undefined),
    drawing = useSolderDrawing(),
    [params] = useSearchParams()
  const all: ProbeView[] = work ? [...work.sheet.rows.map(r => r.v), ...work.sheet.heard] : []
  const { hand: found, take } = useHand(all),
    v = params.has('hand') ? found : (all.find(x => x.value === undefined) ?? found),
    i = v ? all.indexOf(v) : -1
  const to = (by: number) => {
    const next = all[i + by]
    return next ? () => take(next.id) : undefined
  }
  useDevice(
    'meter',
    v && !v.heard ? { build: build.id, of: v.id, label: `${v.title}, ${v.setting}` } : undefined,
    r => {
      takeFromDevice(r)
      to(1)?.()
    },
  )
  if (!v)
    return (
      <div className="p-8 text-title">
        <h1>
          {build.circuit.components.length === 0
            ? 'Nothing to test yet: the instrument has no circuit.'
            : `Predicting what every reading should be: ${Math.round(share * 100)} %.`}
        </h1>
        <Link className="underline" to="../meter">
          Back to the meter
        </Link>
      </div>
    )
  const proven = work!.sheet.proven
  return (
    <BenchFrame
      leave="../meter?view=sheet"
      back={to(-1)}
      next={to(1)}
      head={
        <>
          {build.name}, test <span className="figure">{i + 1}</span> of <span className="figure">{all.length}</span>
          , <span className="figure">{proven}</span> of <span className="figure">{work!.sheet.of}</span> proven
        </>
      }
      sheet={drawing && <ProbeDrawing d={drawing} at={v.at} lit={[]} label={`Where the probes go: ${v.title}`} />}
      middle={
        v.heard ? (
          <div className="w-full min-w-[24rem] [&_button]:min-h-16 [&_button]:text-title">
            <HeardField v={v} />
          </div>
        ) : (
          <ValueField
            key={v.id}
            label="It reads"
            large
            text={readText(v)}
            placeholder="8.5k"
            parse={parseMeter}
            onValue={(_value, text) => {
              takeOhms(v.id, text)
              to(1)?.()
            }}
          />
        )
      }
    >
      <h1 className="text-banner font-semibold leading-[1.1]">{v.title}</h1>
      <p className="text-bench leading-snug">
        <b className="font-semibold">{v.setting}</b>.{' '}
        {v.plug ? 'A lead in the jack, probes on its plug.' : v.heard?.how}
      </p>
      <p className="text-bench">
        should be{' '}
        <span className={`${v.heard ? '' : 'figure '}text-far font-semibold leading-none`}>{shownSpan(v, v)}</span>
        {v.heard ? '' : `; on continuity it ${beepOf(v)}`}
      </p>
      {v.agrees !== undefined && (
        <p role="status" className={`text-title font-semibold ${v.agrees ? 'text-snug' : 'text-never'}`}>
          {v.agrees ? 'As it is meant.' : 'Not as it is meant.'}{' '}
          {!v.agrees && (
            <Link className="underline" to="../meter">
              What explains it
            </Link>
          )}
        </p>
      )}
      {!v.heard && <DeviceLine sort="meter" />}
    </BenchFrame>
  )
}
