import { Chart as Registry, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import { useMemo } from 'react'
import { Line } from 'react-chartjs-2'
import type { SaddlePlace } from '../../../core/setup/ends.ts'
import { chartAxis } from '../../components/chartAxis.ts'
import { useTokens } from '../../hooks/useTokens.ts'

Registry.register(LineController, LineElement, PointElement, LinearScale)

/** What no saddle mends: every string's error at every fret, the one in hand in ink. */
export function ErrorsChart({ places, hand }: { places: readonly SaddlePlace[]; hand: number }) {
  const t = useTokens()
  const options = useMemo(() => {
    const x = chartAxis(t, 'fret'),
      y = chartAxis(t, 'cents')
    return {
      animation: false as const,
      maintainAspectRatio: false,
      plugins: { legend: { display: false } },
      scales: {
        x: { type: 'linear' as const, min: 1, ...x, ticks: { ...x.ticks, stepSize: 1 } },
        y: { ...y },
      },
    }
  }, [t])
  const data = useMemo(
    () => ({
      datasets: places.map(p => ({
        label: `string ${p.number}`,
        data: p.left.map((cents, i) => ({ x: i + 1, y: cents })),
        parsing: false as const,
        borderColor: p.number === hand ? t.hand : t.line,
        borderWidth: p.number === hand ? 3 : 1.5,
        pointRadius: 0,
        order: p.number === hand ? 0 : 1,
      })),
    }),
    [places, hand, t],
  )
  return (
    <div className="h-52">
      <Line
        role="img"
        aria-label={`Error of string ${hand} at every fret, cents, with fret 12 right`}
        data={data}
        options={options}
      />
    </div>
  )
}
