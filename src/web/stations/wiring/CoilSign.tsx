import { counted } from '../../../core/text/text.ts'
import type { HeardSetting } from '../../workers/engines.worker.ts'

/** A pickup as a sign: a bar to each coil. */
export interface SignPickup {
  id: string
  coils: number
}

const BAR = { width: 7, height: 20, gap: 2, between: 7 }

/**
 * Which coils sound at a setting, from the neck to the bridge as they lie on the instrument: full where a coil sounds,
 * crossed where it sounds against the others.
 */
export function CoilSign({
  pickups,
  sound,
}: {
  pickups: readonly SignPickup[]
  /** Left out while it is reckoned: nothing sounds yet, and the sign keeps its room. */
  sound: HeardSetting | undefined
}) {
  let x = 1
  const bars = pickups.flatMap(p => {
    const heard = (sound?.coils ?? []).filter(c => c.of === p.id)
    const own = Array.from({ length: p.coils }, (_, i) => {
      const at = x
      x += BAR.width + BAR.gap
      return { x: at, coil: heard[i] }
    })
    x += BAR.between
    return own
  })
  return (
    <svg
      width={x - BAR.between}
      height={BAR.height + 2}
      className="shrink-0"
      role="img"
      aria-label={
        sound
          ? `${sound.coils.length} of ${counted(
              pickups.reduce((s, p) => s + p.coils, 0),
              'coil',
            )} sound`
          : 'not reckoned yet'
      }
      opacity={sound ? 1 : 0.3}
    >
      {bars.map(b => (
        <g key={b.x}>
          <rect
            x={b.x}
            y={1}
            width={BAR.width}
            height={BAR.height}
            rx={3}
            fill={b.coil ? 'var(--ink)' : 'none'}
            stroke="var(--ink)"
            strokeWidth={1.2}
          />
          {b.coil?.phase === -1 && (
            <line
              x1={b.x - 1}
              x2={b.x + BAR.width + 1}
              y1={BAR.height - 2}
              y2={4}
              stroke="var(--ground)"
              strokeWidth={2.4}
            />
          )}
        </g>
      ))}
    </svg>
  )
}
