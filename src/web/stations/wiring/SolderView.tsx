import { useOpenBuild } from '../../stores/buildStore.ts'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { useFact } from '../../hooks/useFact.ts'
import { useState } from 'react'
import { type DrawnComponent, type DrawnLug, type DrawnWire } from '../../../core/circuit/solderDrawing.ts'

const HALO = { paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 4 } as const

/** Shape and name of a component from behind. */
function Case({ c }: { c: DrawnComponent }) {
  const { x, y, size } = c
  const name = (nx: number, ny: number, anchor: 'start' | 'middle' | 'end' = 'middle') => (
    <text x={nx} y={ny} textAnchor={anchor} fontSize="8.6" fontWeight={600} fill="var(--ink)" style={HALO}>
      {c.label}
    </text>
  )
  const face = { fill: 'var(--ground)' }
  switch (c.kind) {
    case 'pot':
      return (
        <g>
          <circle cx={x} cy={y} r={size} className="line-edge" style={face} />
          {c.lugs.some(l => l.name === 'a-common') &&
            [-1, 1].map(k => (
              <rect
                key={k}
                x={x + k * (size + 13) - 6}
                y={y - 19}
                width={12}
                height={38}
                className="line-part"
                style={face}
              />
            ))}
          {name(x, y - size - 5)}
        </g>
      )
    case 'switch':
      return (
        <g>
          <rect x={x - 30} y={y - 11} width={60} height={19} className="line-edge" style={face} />
          {name(x - 35, y + 2, 'end')}
        </g>
      )
    case 'jack':
      return (
        <g>
          <circle cx={x} cy={y} r={10} className="line-edge" style={face} />
          {name(x, y + 20)}
        </g>
      )
    case 'pickup':
      return (
        <g>
          <rect x={x - 58} y={y - 14} width={116} height={19} rx={4} className="line-edge" style={face} />
          {name(x, y - 1)}
        </g>
      )
    case 'capacitor':
    case 'resistor':
      return (
        <g>
          <rect x={x - 6} y={y - 8} width={12} height={16} rx={2} className="line-edge" style={face} />
          {name(x, y + 24)}
        </g>
      )
    case 'metal':
      return (
        <g>
          <rect x={x - 34} y={y - 4} width={68} height={9} className="line-edge" style={face} />
          {name(x, y + 15)}
        </g>
      )
  }
}

/** A lug with its name beside it, on the side away from its component. */
function Lug({ l }: { l: DrawnLug }) {
  if (l.out[0] === 0 && l.out[1] === 0)
    return (
      <text x={l.x} y={l.y + 2} textAnchor="middle" fontSize="7" fill="var(--muted)">
        {l.name}
      </text>
    )
  const short = l.name.replace('start', 'st').replace('finish', 'fi').replace('common', 'c')
  const below = l.out[1] > 0
  return (
    <g>
      <circle cx={l.x} cy={l.y} r={2.6} className="line-part" style={{ fill: 'var(--paper)' }} />
      <text
        x={l.x + (l.out[0] === 0 ? -4.5 : 0)}
        y={l.out[0] === 0 ? l.y + (below ? -1.5 : 2) : l.y - 3.8}
        textAnchor={l.out[0] === 0 ? 'end' : 'middle'}
        fontSize="6.6"
        fill="var(--ink)"
        style={HALO}
      >
        {short}
      </text>
    </g>
  )
}

const pathOf = ({ curve: [a, b, c, d] }: DrawnWire) =>
  `M${a!.join(' ')}C${b!.join(' ')} ${c!.join(' ')} ${d!.join(' ')}`
/** Middle of the cubic: (a + 3b + 3c + d) / 8. */
const middle = ({ curve: [a, b, c, d] }: DrawnWire, k: 0 | 1) => (a![k] + 3 * b![k] + 3 * c![k] + d![k]) / 8

/** The circuit as the solderer sees it, from behind; pointing at a wire names both its ends. */
export function SolderView() {
  const d = useFact('solderDrawing')
  const [picked, setPicked] = useState<string>()
  const wire = d.wires.find(w => w.id === picked)
  const build = useOpenBuild(),
    label = (t: string) => lugWords(build.circuit, t)
  return (
    <div className="flex flex-col gap-1">
      <p className="min-h-6 text-body" aria-live="polite">
        {wire ? (
          <>
            <b className="figure font-semibold">{wire.id.replace('w', '')}</b>
            {wire.colour ? `, ${wire.colour}` : ''} {wire.kind}: {label(wire.from)} → {label(wire.to)}
          </>
        ) : (
          'Seen from behind, shafts pointing away: lug 3 of a pot is at the left. Touch a wire to name its ends.'
        )}
      </p>
      <svg
        viewBox={`0 -4 ${d.width} ${d.height + 6}`}
        className="drawing w-full"
        role="group"
        aria-label="Circuit from the solderer’s side"
      >
        {d.components.map(c => (
          <Case key={c.id} c={c} />
        ))}
        {[...d.wires]
          .sort((a, b) => Number(a.id === picked) - Number(b.id === picked))
          .map(w => (
            <a
              key={w.id}
              role="button"
              tabIndex={0}
              aria-label={`Wire ${w.id}, ${label(w.from)} to ${label(w.to)}`}
              onClick={() => setPicked(w.id)}
              onFocus={() => setPicked(w.id)}
              onPointerEnter={() => setPicked(w.id)}
              style={{ cursor: 'pointer' }}
            >
              <path d={pathOf(w)} fill="none" stroke="transparent" strokeWidth={14} />
              <path
                d={pathOf(w)}
                fill="none"
                stroke={w.id === picked ? 'var(--hand)' : 'var(--ink)'}
                strokeWidth={w.id === picked ? 4 : 1.6}
                strokeDasharray={w.kind === 'leg' || w.kind === 'lug' ? '5 3' : undefined}
              />
              <text
                x={middle(w, 0)}
                y={middle(w, 1)}
                textAnchor="middle"
                dominantBaseline="central"
                fontSize="7.4"
                fontWeight={600}
                className="figure"
                fill={w.id === picked ? 'var(--hand)' : 'var(--ink)'}
                style={HALO}
              >
                {w.id.replace('w', '')}
              </text>
            </a>
          ))}
        {d.components.flatMap(c => c.lugs.map(l => <Lug key={l.terminal} l={l} />))}
      </svg>
    </div>
  )
}
