import { inCurrency } from '../../text/money.ts'
import { counted } from '../../../core/text/text.ts'
import { Chart as Registry, LinearScale, PointElement, ScatterController, Tooltip } from 'chart.js'
import { Scatter } from 'react-chartjs-2'
import { chartAxis } from '../../components/chartAxis.ts'
import { useTokens } from '../../hooks/useTokens.ts'
import type { SetRow } from '../../workers/engines.worker.ts'

Registry.register(ScatterController, LinearScale, PointElement, Tooltip)

/** Sets by cost and work: filled ones are no compromise of another, the one in hand is large; the wait stands beside each. */
export function SetsChart({
  sets,
  hand,
  take,
  currency,
}: {
  sets: readonly SetRow[]
  hand: number
  take: (i: number) => void
  currency: string
}) {
  const t = useTokens()
  const colour = (i: number) => (i === hand ? t.hand : t.ink)
  return (
    <div className="h-[13.75rem]">
      <Scatter
        role="img"
        aria-label={`${sets.length} sets by cost and work; set ${hand + 1} costs ${sets[hand]?.cost.toFixed(0)} ${currency} and takes ${sets[hand]?.minutes.toFixed(0)} minutes. The table below holds the same figures.`}
        data={{
          datasets: [
            {
              data: sets.map(s => ({ x: s.cost, y: s.minutes })),
              pointStyle: 'rectRot',
              pointRadius: sets.map((_, i) => (i === hand ? 10 : 6)),
              pointHitRadius: 12,
              pointBorderColor: sets.map((_, i) => colour(i)),
              pointBorderWidth: 1.6,
              pointBackgroundColor: sets.map((s, i) => (s.explained.compromised ? t.paper : colour(i))),
            },
          ],
        }}
        options={{
          responsive: true,
          maintainAspectRatio: false,
          animation: false,
          onClick: (_e, els) => {
            const i = els[0]?.index
            if (i !== undefined) take(i)
          },
          scales: {
            // Nothing costs less than nothing, where all of it is there already.
            x: { ...(sets.some(s => s.cost > 0) ? {} : { min: 0 }), ...chartAxis(t, inCurrency('cost', currency)) },
            y: { beginAtZero: true, ...chartAxis(t, 'work, minutes') },
          },
          plugins: {
            tooltip: {
              callbacks: {
                label: i => {
                  const s = sets[i.dataIndex]!
                  return `set ${i.dataIndex + 1}: ${s.cost.toFixed(0)} ${currency}, ${s.minutes.toFixed(0)} min, ${counted(s.wait, 'day')}`
                },
              },
            },
          },
        }}
      />
    </div>
  )
}
