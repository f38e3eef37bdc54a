import { inMm } from '../../../core/say/spoken.ts'
import type { FilmWork } from '../../../core/finish/filmWork.ts'
import { PRESSURE } from '../../../core/finish/levelling.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

const W = 330,
  H = 210,
  WOOD = 40,
  X = 20,
  B = 130

/** The film cut through at its worst place: how deep it is, how far each pad would go. */
export function CutThrough({ film }: { film: FilmWork }) {
  const build = useOpenBuild(),
    l = build.finish.levelling
  const worst = film.places.reduce((a, b) =>
    b.chance > a.chance || (b.chance === a.chance && b.film < a.film) ? b : a,
  )
  const onEdge = worst.stretch !== undefined
  const deepest = Math.max(worst.film, ...Object.values(PRESSURE).map(([p]) => film.taken * p)) * 1.05
  const k = (H - WOOD - 34) / Math.max(1, deepest),
    top = 26,
    at = (microns: number) => top + microns * k,
    floor = at(worst.film)
  const peel = Math.max(2, Math.min(10, (film.peel[0] * k) / 2))
  const cuts = l
    ? onEdge
      ? (['fingers', 'foam', 'hard block'] as const).map(pad => ({
          pad: pad as string,
          y: film.taken * PRESSURE[pad][0],
          now: pad === l.edges,
        }))
      : [{ pad: 'levelled', y: film.taken, now: true }]
    : []
  // Labels keep a line's distance from one another.
  const labels = cuts.reduce<number[]>((ys, c) => [...ys, Math.max(at(c.y), (ys.at(-1) ?? top + 2) + 17)], [])
  return (
    <figure className="shrink-0">
      <figcaption className="text-note text-muted">
        through the film {onEdge ? 'at its sharpest edge' : `on the ${worst.zone}`}, µm
      </figcaption>
      <svg width={W} height={H} role="img" aria-label={`${Math.round(worst.film)} µm there; ${inMm(film.says)}`}>
        <rect x={X} y={floor} width={B} height={WOOD} style={{ fill: 'var(--shade)' }} className="line-part" />
        <text x={X + B / 2} y={floor + WOOD / 2} dy="0.35em" textAnchor="middle" className="fill-muted text-note">
          below the clear
        </text>
        <path
          d={`M${X} ${floor}V${top}${Array.from({ length: 8 }, (_, i) => `q${B / 16} ${i % 2 ? peel : -peel} ${B / 8} 0`).join('')}V${floor}Z`}
          style={{ fill: 'color-mix(in srgb, var(--snug) 30%, var(--paper))' }}
          className="line-part"
        />
        <text x={X + B + 12} y={top + 4} fontSize={15} className="figure fill-ink font-semibold">
          now {Math.round(worst.film)}
        </text>
        {cuts.map((c, i) => (
          <g key={c.pad}>
            <line
              x1={X - 10}
              x2={X + B + 8}
              y1={at(c.y)}
              y2={at(c.y)}
              stroke={c.y >= worst.film ? 'var(--never)' : 'var(--hand)'}
              strokeWidth={c.now ? 2.6 : 1.4}
              strokeDasharray={c.now ? undefined : '5 3'}
            />
            <text
              x={X + B + 12}
              y={labels[i]}
              dy="0.35em"
              fontSize={14}
              className={`figure ${c.now ? 'font-semibold' : ''}`}
              fill={c.y >= worst.film ? 'var(--never)' : 'var(--hand)'}
            >
              {c.pad} {c.y >= worst.film ? 'through' : `${Math.round(worst.film - c.y)} left`}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  )
}
