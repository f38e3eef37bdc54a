import { Says } from './Says.tsx'
import { Link } from 'react-router'
import type { GateId } from '../../core/plan/gates.ts'
import { useFact } from '../hooks/useFact.ts'

const SAYS: Record<GateId, string> = {
  trial: 'Before this everything is still easy to change.',
  glue: 'No way back after this: a glued neck takes no shim and no second try.',
  colour: 'No easy way back after this: what is cut or drilled later chips the colour.',
  closing: 'After this everything behind the covers is out of reach.',
}

/** What a step that is hard to take back goes through, and what still keeps it shut. Nothing for other steps. */
export function GateNote({ step, large = false }: { step: string; large?: boolean }) {
  const gate = useFact('gates').find(g => g.step?.id === step),
    joints = useFact('fit').now,
    steps = useFact('plan').steps
  if (!gate) return null
  const bars = joints.filter(j => gate.joints.includes(j.id)),
    open = steps.filter(s => gate.steps.includes(s.id))
  return (
    <section
      aria-label="Gate"
      className={`border-l-4 pl-3 ${bars.length ? 'border-never' : 'border-hand'} ${large ? 'text-title' : 'text-plain'}`}
    >
      <p className="font-semibold">{SAYS[gate.id]}</p>
      {bars.length > 0 && (
        <p>
          {bars.length === 1 ? 'A joint will' : `${bars.length} joints will`} not go:{' '}
          {bars.map((j, i) => (
            <span key={j.id}>
              {i ? ', ' : ''}
              <Link className="underline" to={`../fit?hand=${encodeURIComponent(j.id)}`}>
                {j.title}
              </Link>
            </span>
          ))}
          .
        </p>
      )}
      {open.length > 0 && (
        <p>
          First {open.length === 1 ? '' : `${open.length} more steps, the next is: `}
          <Says of={open[0]!.title} />.
        </p>
      )}
    </section>
  )
}
