import { useState } from 'react'
import type { Build } from '../../../core/build/build.ts'
import { solderDrawing, type DrawnComponent } from '../../../core/circuit/solderDrawing.ts'
import { useEngine } from '../../hooks/useEngine.ts'

const drawingOf = (b: Build) => solderDrawing(b)

/** Shape of a component from behind. */
function Case({ c }: { c: DrawnComponent }) {
  const { x, y, size } = c
  switch (c.kind) {
    case 'pot': return <circle cx={x} cy={y} r={size} className="line-edge" style={{ fill: 'var(--ground)' }} />
    case 'switch': return <rect x={x - 15} y={y - 13} width={30} height={21} className="line-edge" style={{ fill: 'var(--ground)' }} />
    case 'jack': return <circle cx={x} cy={y} r={9} className="line-edge" style={{ fill: 'var(--ground)' }} />
    case 'pickup': return <rect x={x - 38} y={y - 14} width={76} height={16} rx={3} className="line-edge" style={{ fill: 'var(--ground)' }} />
    case 'capacitor': case 'resistor': return <path d={`M${x - 10} ${y}h7m0 -5v10m5 -10v10m0 -5h7`} className="line-edge" />
    case 'metal': return <rect x={x - 24} y={y + 3} width={48} height={9} className="line-edge" style={{ fill: 'var(--ground)' }} />
  }
}

/** The circuit as the solderer sees it, from behind; pointing at a wire names both its ends. */
export function SolderView() {
  const d = useEngine(drawingOf)
  const [picked, setPicked] = useState<string>()
  const wire = d.wires.find(w => w.id === picked)
  const label = (t: string) => { const c = d.components.find(x => t.startsWith(`${x.id}.`)); return `${c?.label ?? ''} ${t.split('.')[1]?.replace(/-/g, ' ') ?? ''}` }
  return (
    <div className="flex flex-col gap-2">
      <p className="min-h-6 text-[17px]" aria-live="polite">{wire ? <><b className="font-semibold">{wire.id}</b>{wire.colour ? `, ${wire.colour}` : ''} {wire.kind}: {label(wire.from)} → {label(wire.to)}</> : 'Seen from behind, shafts pointing away: lug 3 of a pot is at the left. Touch a wire to name its ends.'}</p>
      <svg viewBox={`-6 -8 ${d.width + 12} ${d.height + 8}`} className="drawing w-full" role="group" aria-label="Circuit from the solderer’s side">
        {d.components.map(c => <g key={c.id}><Case c={c} /><text x={c.x} y={c.kind === 'pickup' ? c.y - 4 : c.kind === 'pot' ? c.y + 6 : c.kind === 'metal' ? c.y + 20 : c.kind === 'switch' ? c.y - 2 : c.y + (c.kind === 'jack' ? 16 : -8)} textAnchor="middle" fontSize="7.5" fontWeight={600} fill="var(--ink)">{c.label}</text></g>)}
        {d.wires.map(w => {
          const [a, m, b] = w.points
          const path = `M${a![0]} ${a![1]}Q${m![0]} ${m![1]} ${b![0]} ${b![1]}`
          return (
            <a key={w.id} role="button" tabIndex={0} aria-label={`Wire ${w.id}, ${label(w.from)} to ${label(w.to)}`} onClick={() => setPicked(w.id)} onFocus={() => setPicked(w.id)} onPointerEnter={() => setPicked(w.id)} style={{ cursor: 'pointer' }}>
              <path d={path} fill="none" stroke="transparent" strokeWidth={12} />
              <path d={path} fill="none" stroke={w.id === picked ? 'var(--hand)' : 'var(--ink)'} strokeWidth={w.id === picked ? 3.5 : 1.5} strokeDasharray={w.kind === 'leg' || w.kind === 'lug' ? '4 2' : undefined} />
              <text x={(a![0] + 2 * m![0] + b![0]) / 4} y={(a![1] + 2 * m![1] + b![1]) / 4} textAnchor="middle" dominantBaseline="central" fontSize="5.6" className="figure" fill={w.id === picked ? 'var(--hand)' : 'var(--ink)'} style={{ paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 5 }}>{w.id.replace('w', '')}</text>
            </a>
          )
        })}
        {d.components.flatMap(c => c.lugs.map(l => <g key={l.terminal}><circle cx={l.x} cy={l.y} r={2.6} className="line-part" style={{ fill: 'var(--paper)' }} /><text x={l.x} y={l.y + (c.kind === 'jack' ? -4.5 : 8.2)} textAnchor="middle" fontSize="5" fill="var(--ink)" style={{ paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 3 }}>{l.name.replace('start', 'st').replace('finish', 'fin').replace('common', 'com')}</text></g>))}
      </svg>
    </div>
  )
}
