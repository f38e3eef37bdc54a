import { HOUR } from '../../../core/units/time.ts'
import { Chart as Registry, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import { useMemo } from 'react'
import { Line } from 'react-chartjs-2'
import { dewPoint } from '../../../core/finish/air.ts'
import type { AirToCome } from '../../../core/finish/airToCome.ts'
import { useTokens } from '../../hooks/useTokens.ts'
import { present } from '../../stores/clock.ts'

Registry.register(LineController, LineElement, PointElement, LinearScale)

const HOURS = 48

/** The next two days of air: the surface and the dew point, and the hours that are fit. */
export function AirChart({ ahead }: { ahead: AirToCome }) {
  const t = useTokens(),
    start = Date.parse(present().at)
  const data = useMemo(() => {
    const at = Array.from({ length: HOURS * 2 + 1 }, (_, k) => new Date(start + (k * HOUR) / 2).toISOString()),
      line = (f: (x: string) => number) => at.map((x, k) => ({ x: k / 2, y: f(x) }))
    const surface = (x: string) => ahead.curve.celsius(x) + ahead.curve.surfaceOff,
      isFit = (x: string) => ahead.fit.some(f => x >= f.from && x <= f.to)
    const common = { parsing: false as const, pointRadius: 0 }
    return {
      datasets: [
        { ...common, label: 'surface', data: line(surface), borderColor: t.ink, borderWidth: 1.5 },
        {
          ...common,
          label: 'fit',
          data: line(x => (isFit(x) ? surface(x) : NaN)),
          borderColor: t.snug,
          borderWidth: 6,
        },
        {
          ...common,
          label: 'dew point',
          data: line(x => dewPoint(ahead.curve.celsius(x), ahead.curve.humidity(x))),
          borderColor: t.hand,
          borderDash: [5, 4],
          borderWidth: 1.5,
        },
      ],
    }
  }, [ahead, start, t])
  const clock = (h: number) => new Date(start + h * HOUR).getHours()
  return (
    <figure>
      <figcaption className="text-note text-muted">
        <span className="text-ink">surface</span> and <span className="text-hand">dew point (dashed)</span> over the
        next two days, °C by the hour; <span className="text-snug">thick</span> where a coat may be put on
      </figcaption>
      <div className="h-52">
        <Line
          aria-label="Surface and dew point over the next two days"
          data={data}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: { legend: { display: false } },
            scales: {
              x: {
                type: 'linear',
                min: 0,
                max: HOURS,
                ticks: { stepSize: 6, color: t.muted, callback: v => `${clock(Number(v))} h` },
                grid: { color: t.line },
              },
              y: {
                ticks: { color: t.muted },
                grid: { color: t.line },
                title: { display: true, text: '°C', color: t.muted },
              },
            },
          }}
        />
      </div>
    </figure>
  )
}
