import type { BuzzWork, StringBuzz } from '../../../core/setup/buzz.ts'
import { fretPlane } from '../../../core/setup/fretPlane.ts'
import { hexPoints } from '../../components/Hex.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useSize } from '../../hooks/useSize.ts'

/** Heights are drawn so many times as large as lengths, or as many as there is room for. */
const HIGHER = 40
/** Room that a gauge does not tell from none, mm. */
const JUST = 0.005
const PAD = { left: 30, right: 40, top: 34, bottom: 30 }

/** The instrument cut along a string and seen from the side: crowns, the string at rest, how far it swings, the tightest fret. */
export function SideSheet({ work, string: s, held }: { work: BuzzWork; string: StringBuzz; held: number }) {
  const { ref, width, height } = useSize<HTMLDivElement>(),
    l = useLength()
  const { x, y } = fretPlane(work.neck),
    { saddleAt, saddleHeight, nutHeight } = s.string
  const kx = Math.max(0.05, (width - PAD.left - PAD.right) / saddleAt),
    highest = Math.max(saddleHeight, nutHeight) + 0.3,
    deepest = Math.min(...y, 0) - 0.8,
    room = Math.max(20, height - PAD.top - PAD.bottom),
    ky = Math.min(HIGHER * kx, room / (highest - deepest)),
    times = Math.round(ky / kx)
  const px = (mm: number) => PAD.left + mm * kx,
    py = (mm: number) => height - PAD.bottom - (mm - deepest) * ky
  const from = x[held]!,
    low = held === 0 ? nutHeight : y[held]!,
    restAt = (at: number) => low + ((saddleHeight - low) * (at - from)) / (saddleAt - from)
  const over = s.clear.filter(c => c.held === held),
    worst = over.reduce((a, c) => (c.room < a.room ? c : a), over[0]!),
    swing = over.map(c => [x[c.over]!, restAt(x[c.over]!) - c.swing] as const)
  return (
    <div ref={ref} className="relative size-full overflow-hidden">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`String ${s.number} from the side, held at ${held === 0 ? 'the nut' : `fret ${held}`}: tightest over fret ${worst.over}`}
          className="absolute inset-0"
        >
          <path
            d={`M${px(x[0]!)} ${py(y[0]! - 0.5)}${x.map((v, i) => `L${px(v)} ${py((y[i] ?? 0) - 0.5)}`).join('')}L${px(x.at(-1)! + 12)} ${py(y.at(-1)! - 0.5)}V${height}H${px(0)}Z`}
            style={{ fill: 'var(--shade)' }}
            className="line-fine"
          />
          {x.slice(1).map((v, i) => (
            <line
              key={i}
              x1={px(v)}
              x2={px(v)}
              y1={py((y[i + 1] ?? 0) - 0.5)}
              y2={py(y[i + 1] ?? 0)}
              stroke={i + 1 === worst.over ? 'var(--hand)' : 'var(--ink)'}
              strokeWidth={i + 1 === worst.over ? 5 : 3}
            />
          ))}
          {x.slice(1).map((v, i) =>
            [1, 3, 5, 7, 9, 12, 15, 17, 19, 22, 24].includes(i + 1) ? (
              <text key={i} x={px(v)} y={height - 8} textAnchor="middle" className="figure fill-muted text-note">
                {i + 1}
              </text>
            ) : null,
          )}
          {swing.length > 0 && (
            <path
              d={`M${px(from)} ${py(low)}${swing.map(([a, b]) => `L${px(a)} ${py(b)}`).join('')}L${px(saddleAt)} ${py(saddleHeight)}Z`}
              style={{ fill: 'color-mix(in srgb, var(--hand) 16%, transparent)' }}
            />
          )}
          <line x1={px(0)} x2={px(from)} y1={py(nutHeight)} y2={py(low)} stroke="var(--ink)" strokeWidth={1} />
          <line
            x1={px(from)}
            x2={px(saddleAt)}
            y1={py(low)}
            y2={py(saddleHeight)}
            stroke="var(--ink)"
            strokeWidth={2.4}
          />
          <path d={`M${px(saddleAt)} ${py(saddleHeight)}l8 ${height}h-8Z`} style={{ fill: 'var(--line)' }} />
          <line x1={px(0)} x2={px(0)} y1={py(nutHeight)} y2={py(-0.5)} stroke="var(--ink)" strokeWidth={5} />
          <g>
            <polygon
              points={hexPoints(px(x[worst.over]!), py(y[worst.over]!) - 24, 12)}
              fill={worst.room < 0 ? 'var(--never)' : 'var(--snug)'}
              stroke="var(--ink)"
            />
            <text
              x={px(x[worst.over]!)}
              y={py(y[worst.over]!) - 24}
              dy="0.35em"
              textAnchor="middle"
              fill="var(--paper)"
              className="figure text-note font-semibold"
            >
              {worst.over}
            </text>
            <text
              x={px(x[worst.over]!) + 18}
              y={py(y[worst.over]!) - 24}
              dy="0.35em"
              className="fill-ink text-plain font-semibold"
              style={{ paintOrder: 'stroke', stroke: 'var(--ground)', strokeWidth: 4 }}
            >
              {Math.abs(worst.room) < JUST
                ? `just touches fret ${worst.over}`
                : worst.room < 0
                  ? `${l.fineText(-worst.room)} too little over fret ${worst.over}`
                  : `${l.fineText(worst.room)} to spare over fret ${worst.over}`}
            </text>
          </g>
          <text x={width - 12} y={18} textAnchor="end" className="fill-muted text-note">
            heights {times} times as large
          </text>
        </svg>
      )}
    </div>
  )
}
