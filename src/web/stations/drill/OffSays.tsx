import type { OffPlace } from '../../../core/drill/holeReading.ts'
import { useLength } from '../../hooks/useLength.ts'

/** How far a hole lies off, what that does, and the ways out; the best one is marked. */
export function OffSays({ off, where }: { off: OffPlace; where: string }) {
  const l = useLength()
  return (
    <>
      <p className="text-lead">
        <span className="figure text-bench font-semibold">{l.text(off.off)}</span> {where},{' '}
        <span className="figure">±{l.text(off.doubt)}</span>: {l.text(Math.abs(off.along))} towards the{' '}
        {off.towards}, {l.text(Math.abs(off.across))} to the {off.across < 0 ? 'bass' : 'treble'} side.
      </p>
      {off.effects.length > 0 && (
        <ul className="list-disc pl-5 text-plain">
          {off.effects.map(e => (
            <li key={l.say(e)}>{l.say(e)}</li>
          ))}
        </ul>
      )}
      <ul className="flex flex-col">
        {off.ways.map(w => (
          <li
            key={w.way}
            className={`rule-row border-l-4 py-1.5 pl-3 text-plain ${w.best ? 'border-hand' : 'border-transparent'}`}
          >
            <b className="font-semibold first-letter:uppercase">
              {w.way[0]!.toUpperCase() + w.way.slice(1)}
              {w.best ? ': do this' : ''}.
            </b>{' '}
            {l.say(w.says)}
          </li>
        ))}
      </ul>
    </>
  )
}
