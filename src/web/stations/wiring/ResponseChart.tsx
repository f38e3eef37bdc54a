import {
  Chart as Registry,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js'
import { useMemo } from 'react'
import { Line } from 'react-chartjs-2'
import type { Response } from '../../../core/circuit/response.ts'
import { fixed } from '../../../core/units/length.ts'
import { chartAxis } from '../../components/chartAxis.ts'
import { useTokens, type Tokens } from '../../hooks/useTokens.ts'

Registry.register(Filler, LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Tooltip)

const DECADES = [20, 50, 100, 200, 500, 1000, 2000, 5000, 10000, 20000]
const hz = (v: number) => (v >= 1000 ? `${v / 1000}k` : String(v))

/** Of the curves behind the one in hand every fourth point is drawn: dragging stays smooth, the line looks the same. */
const BEHIND = 4
const points = (c: Response, every: number, zero: number) =>
  c.hz.flatMap((x, k) => (k % every === 0 || k === c.hz.length - 1 ? [{ x, y: c.db[k]! - zero }] : []))

/** Axes and what a point says: the same object while they are, since the chart works all of it out anew for another. */
function optionsOf(t: Tokens, bottom: number, top: number, named: string): ChartOptions<'line'> {
  const x = chartAxis(t, 'frequency, Hz'),
    y = chartAxis(t, ['level, dB', `0 is ${named}`])
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    scales: {
      x: {
        type: 'logarithmic',
        min: 20,
        max: 20000,
        ...x,
        afterBuildTicks: a => {
          a.ticks = DECADES.map(value => ({ value }))
        },
        ticks: { ...x.ticks, callback: v => hz(Number(v)), maxRotation: 0, autoSkip: false },
      },
      y: {
        min: bottom,
        max: top,
        ...y,
        ticks: { ...y.ticks, stepSize: 10 },
      },
    },
    plugins: {
      tooltip: {
        mode: 'nearest',
        intersect: false,
        callbacks: {
          title: items => `${Math.round(items[0]?.parsed.x ?? 0)} Hz`,
          label: i => `${i.dataset.label}: ${fixed(i.parsed.y ?? 0, 1)} dB`,
        },
      },
    },
  }
}

/** Level at the jack over frequency: the position in hand in ink, the others behind it. */
export function ResponseChart({
  curves,
  index,
  labels,
  zero = 0,
  named,
  band,
  beside,
}: {
  curves: readonly Response[]
  index: number
  labels: readonly string[]
  /** Level that counts as 0 dB, and what it is of. */
  zero?: number
  named: string
  /** Half-width that the parts' doubts leave the curve in hand, dB at each of its frequencies. */
  band?: readonly number[] | undefined
  /** What it is held against. */
  beside?: { curve: Response; label: string } | undefined
}) {
  const t = useTokens()
  const data = useMemo(() => {
    const own = curves[index],
      edge = (sign: 1 | -1) => ({
        label: 'doubt',
        data:
          own && band ? points({ ...own, db: own.db.map((y, k) => y + sign * (band[k] ?? 0)) }, BEHIND, zero) : [],
        parsing: false as const,
        normalized: true,
        borderColor: 'transparent',
        borderWidth: 0,
        backgroundColor: t.shade,
        fill: sign === 1 ? ('+1' as const) : false,
        pointRadius: 0,
        pointHitRadius: 0,
        order: 2,
      })
    const lines = curves.map((c, i) => ({
      label: labels[i] ?? '',
      data: points(c, i === index ? 1 : BEHIND, zero),
      parsing: false as const,
      normalized: true,
      borderColor: i === index ? t.hand : t.line,
      borderWidth: i === index ? 3 : 1.3,
      pointRadius: 0,
      pointHitRadius: i === index ? 6 : 0,
      order: i === index ? 0 : 1,
    }))
    const other = beside
      ? [
          {
            label: beside.label,
            data: points(beside.curve, 1, zero),
            parsing: false as const,
            normalized: true,
            borderColor: t.ink,
            borderWidth: 2.4,
            borderDash: [7, 5],
            pointRadius: 0,
            pointHitRadius: 6,
            order: 0,
          },
        ]
      : []
    return { datasets: [...(band ? [edge(1), edge(-1)] : []), ...other, ...lines] }
  }, [curves, index, labels, zero, t, band, beside])
  const shown = [...curves]
    .concat(beside ? [beside.curve] : [])
    .filter(c => !c.silent)
    .flatMap(c => c.db.filter((_, k) => c.hz[k]! < 12000).map(y => y - zero))
  const top = Math.ceil((Math.max(...shown, 0) + 2) / 10) * 10,
    bottom = Math.max(top - 50, Math.floor(Math.min(...shown, 0) / 10) * 10)
  const options = useMemo(() => optionsOf(t, bottom, top, named), [t, bottom, top, named])
  return (
    <div className="h-[14.375rem]">
      <Line
        aria-label={`Response of ${labels[index] ?? ''}: ${fixed(curves[index]?.base ?? 0, 2)} dB at 100 Hz, ${curves[index]?.peak ? `peak of ${fixed(curves[index].peak.gain, 1)} dB at ${Math.round(curves[index].peak.hz)} Hz` : 'no peak'}`}
        role="img"
        data={data}
        options={options}
      />
    </div>
  )
}
