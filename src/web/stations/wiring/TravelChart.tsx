import { Chart as Registry, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import { useMemo, useState } from 'react'
import { Line } from 'react-chartjs-2'
import type { KnobActs } from '../../../core/circuit/sound.ts'
import type { Travel } from '../../../core/circuit/travel.ts'
import { fixed } from '../../../core/units/length.ts'
import { Segments } from '../../components/Segments.tsx'
import { chartAxis } from '../../components/chartAxis.ts'
import { useTokens } from '../../hooks/useTokens.ts'

Registry.register(LineController, LineElement, PointElement, LinearScale)

/** Where a knob is listened to on its way down. */
const SEVEN = 0.7
/** Quieter than this is not shown, dB. */
const FLOOR = -50

/** What the travel takes at a place of the knob, dB: level, and treble beside it. */
function takenAt(t: Travel, turn: number): { level: number; treble: number } {
  const i = Math.round(turn * (t.at.length - 1)),
    end = t.at.length - 1
  const level = t.low[i]! - t.low[end]!
  return { level, treble: t.high[i]! - t.high[end]! - level }
}

/** A knob along its turn: level at 100 Hz and at 4 kHz. */
export function TravelChart({
  travels,
  labels,
  acts,
}: {
  travels: readonly Travel[]
  labels: readonly string[]
  acts: readonly (KnobActs['acts'] | undefined)[]
}) {
  const t = useTokens()
  const live = labels.flatMap((l, i) => (acts[i] === 'nothing' ? [] : [{ value: String(i), label: l }]))
  const [knob, setKnob] = useState('0'),
    i = Number(live.some(l => l.value === knob) ? knob : (live[0]?.value ?? '0')),
    travel = travels[i]
  const data = useMemo(() => {
    const full = travel ? travel.low.at(-1)! : 0
    const line = (label: string, db: readonly number[], color: string, dash: number[]) => ({
      label,
      data: travel ? travel.at.map((x, k) => ({ x: x * 10, y: Math.max(FLOOR, db[k]! - full) })) : [],
      parsing: false as const,
      borderColor: color,
      backgroundColor: color,
      borderWidth: 2.4,
      borderDash: dash,
      pointRadius: 0,
    })
    return {
      datasets: travel ? [line('100 Hz', travel.low, t.hand, []), line('4 kHz', travel.high, t.ink, [6, 4])] : [],
    }
  }, [travel, t])
  if (!travel || !live.length) return null
  const seven = takenAt(travel, SEVEN)
  const x = chartAxis(t, `${labels[i] ?? ''}, turned to`)
  return (
    <div className="flex flex-col gap-2">
      {live.length > 1 && (
        <div className="max-w-120">
          <Segments label="Knob along its turn" value={String(i)} onChange={setKnob} options={live} />
        </div>
      )}
      <p className="text-body">
        {labels[i]} at 7: level {fixed(seven.level, 1)} dB; treble beside it{' '}
        <span className="figure font-semibold">{fixed(seven.treble, 1)}</span> dB.
        {acts[i] === 'volume' && seven.treble < -1 ? ' A treble bleed gives that back.' : ''}{' '}
        <span className="text-note text-muted">Line: 100 Hz; dashed: 4 kHz.</span>
      </p>
      <div className="h-[11.875rem]">
        <Line
          role="img"
          aria-label={`${labels[i] ?? ''} along its turn`}
          data={data}
          options={{
            responsive: true,
            maintainAspectRatio: false,
            animation: false,
            scales: {
              x: {
                type: 'linear',
                min: 0,
                max: 10,
                ...x,
                ticks: { ...x.ticks, stepSize: 1 },
              },
              y: chartAxis(t, ['dB against', '100 Hz at full']),
            },
            plugins: {
              tooltip: { enabled: false },
            },
          }}
        />
      </div>
    </div>
  )
}
