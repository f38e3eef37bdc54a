import type { Proportions } from '../../core/start/proportions.ts'
import type { NeckJoint } from '../../core/document/build.ts'

/** The neck's end in the body, cut along the strings: what holds it is what is drawn. From the instrument's own sizes, mm. */
export function JointDrawing({
  p,
  joint,
  width,
  height,
}: {
  p: Proportions
  joint: NeckJoint
  width: number
  height: number
}) {
  const depth = p.pocketDepth,
    thick = 44,
    heel = p.heelLength,
    over = p.heelThickness - depth
  const screws = joint === 'screwed' ? [-heel + 16, -16] : []
  return (
    <svg
      width={width}
      height={height}
      viewBox={`${-heel - 70} ${-over - 8} ${heel + 130} ${thick + over + 18}`}
      aria-hidden="true"
      className="drawing block"
    >
      <path
        d={`M${-heel - 10} ${thick}V0H${-heel}V${depth}H0V0H56V${thick}Z`}
        className="line-edge"
        style={{ fill: 'var(--paper)' }}
      />
      <path
        d={`M${-heel - 68} ${-over}H2V${depth}H${-heel}V${joint === 'glued' ? depth * 0.5 : -over + 14}H${-heel - 68}Z`}
        className="line-edge"
        style={{ fill: 'var(--shade)' }}
      />
      <path d={`M${-heel - 68} ${-over}H2`} className="line-part" />
      {joint === 'glued' && <path d={`M${-heel} ${depth}H2V0`} stroke="var(--hand)" strokeWidth={3} fill="none" />}
      {screws.map(x => (
        <path
          key={x}
          d={`M${x - 4} ${thick}h8l-2 -3V${depth - 12}h-4V${thick - 3}Z`}
          className="line-part"
          style={{ fill: 'var(--recess)' }}
        />
      ))}
      {joint === 'screwed' && <path d={`M${-heel + 4} ${thick + 1.5}H-4`} stroke="var(--ink)" strokeWidth={3} />}
    </svg>
  )
}
