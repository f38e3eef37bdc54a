import type { Build } from '../../core/document/build.ts'
import type { Work } from '../../core/drill/templates/drawnFrom.ts'
import type { Point } from '../../core/geometry/outline.ts'
import { neckLine, offAt } from '../../core/layout/centreLine.ts'
import { armLine, controlSpots } from '../../core/layout/controls.ts'
import { stringReport } from '../../core/layout/stringReport.ts'
import { checkTuners } from '../../core/layout/tuners.ts'

const path = (p: readonly Point[]): string =>
  p.length ? `M${p.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z` : ''
const line = (a: Point, b: Point) => `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`

/** What the thing in hand adds to the map: holes, cuts, tuners' bodies, knobs and cases, trees, the body's own centre line. mm. */
export function DrillOverlay({ work: w, build, hand }: { work: Work; build: Build; hand: string | undefined }) {
  const l = w.layout,
    hole = w.holes.find(h => h.id === hand),
    read = neckLine(build)
  const tail = Math.max(l.bridge.front + 60, ...l.body.map(p => p[0]))
  return (
    <>
      {w.cuts.map(c => (
        <path
          key={c.id}
          d={path(c.outline)}
          className={c.id === hand ? 'line-hand' : 'line-hidden'}
          style={c.id === hand ? { fill: 'color-mix(in srgb, var(--hand) 18%, transparent)' } : undefined}
        />
      ))}
      {w.holes.map(h => (
        <g key={h.id}>
          {h.counterbore && (
            <circle cx={h.at[0]} cy={h.at[1]} r={h.counterbore.diameter / 2} className="line-hidden" />
          )}
          {Math.hypot(h.bore.to[0] - h.bore.from[0], h.bore.to[1] - h.bore.from[1]) > 1 && (
            <path
              d={line([h.bore.from[0], h.bore.from[1]], [h.bore.to[0], h.bore.to[1]])}
              className="line-hidden"
            />
          )}
          <circle
            cx={h.at[0]}
            cy={h.at[1]}
            r={h.bore.radius}
            className={h.id === hand ? 'line-hand' : 'line-part'}
            style={{
              fill: h.group === hole?.group ? 'var(--hand)' : 'var(--ground)',
              fillOpacity: h.group === hole?.group ? 0.35 : 0.9,
            }}
          />
        </g>
      ))}
      {hand === 'tuners' &&
        checkTuners(
          w.build,
          l.tuners,
          l.head,
          l.strings.map(s => s.nut[1]),
        ).spots.map(s => (
          <g key={s.string}>
            <path d={path(s.body)} className="line-hidden" />
            <path d={path(s.button)} className="line-fine" style={{ fill: 'var(--shade)' }} />
          </g>
        ))}
      {hand === 'controls' && (
        <>
          {controlSpots(w.build, l).map(s => (
            <g key={s.slot}>
              {s.knob > 0 && (
                <circle
                  cx={s.at[0]}
                  cy={s.at[1]}
                  r={s.knob / 2}
                  className="line-part"
                  style={{ fill: 'var(--paper)', fillOpacity: 0.7 }}
                />
              )}
              <rect
                x={s.at[0] - s.case / 2}
                y={s.at[1] - s.case / 2}
                width={s.case}
                height={s.case}
                className="line-hidden"
              />
            </g>
          ))}
          {(() => {
            const arm = armLine(l)
            return arm && <path d={line(arm[0], arm[1])} className="line-centre" />
          })()}
        </>
      )}
      {(hand === 'strings' || hole?.group === 'head') &&
        stringReport(w.build, l).trees.map((t, i) => (
          <circle key={i} cx={t.at[0]} cy={t.at[1]} r={2.6} className="line-hand" />
        ))}
      {read && (hand === 'centre-line' || hand === 'bridge-line') && (
        <path
          d={line([l.nutToHeelEnd, -offAt(read, 0)], [tail, -offAt(read, tail - l.nutToHeelEnd)])}
          className="line-hand"
          style={{ strokeDasharray: '10 4' }}
        />
      )}
    </>
  )
}
