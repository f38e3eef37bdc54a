import { Link } from 'react-router'
import { bagLabels, wireLabels } from '../../../core/plan/labels.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** Labels to cut out: one for each bag of hardware, a flag for each wire. */
export function Labels() {
  const build = useOpenBuild(),
    plan = useFact('plan'),
    l = useLength(),
    bags = bagLabels(build, plan),
    wires = wireLabels(build)
  return (
    <div className="mx-auto flex max-w-[56.25rem] flex-col gap-5 bg-paper px-6 py-6">
      <header className="flex flex-wrap items-end gap-3 print:hidden">
        <span className="flex-1">
          <Title level={1}>{build.name}: labels</Title>
        </span>
        <Link to="../plan" className={buttonLook()}>
          Back to the plan
        </Link>
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </header>
      <section aria-label="Bags" className="flex flex-col gap-2">
        <Heading level={2}>Bags, in the order in which they are opened</Heading>
        {bags.length === 0 && (
          <p className="text-body">Nothing to pack yet: choose hardware at the Parts station.</p>
        )}
        <ul className="grid list-none grid-cols-2 gap-0">
          {bags.map(b => (
            <li key={b.id} className="flex break-inside-avoid gap-3 border border-ink p-3">
              <span className="figure text-far font-semibold leading-none">{b.number}</span>
              <span className="min-w-0">
                <span className="block text-plain text-muted">{build.name}</span>
                <span className="block text-section font-semibold leading-tight">{l.say(b.title)}</span>
                {b.contents.map(c => (
                  <span key={c} className="block text-plain">
                    {l.say(c)}
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ul>
      </section>
      {wires.length > 0 && (
        <section aria-label="Wires" className="flex flex-col gap-2">
          <Heading level={2}>Wires: fold round the end, number out</Heading>
          <ul className="grid list-none grid-cols-3 gap-0">
            {wires.map(w => (
              <li key={w.id} className="flex break-inside-avoid items-center gap-2 border border-ink px-2 py-1">
                <span className="figure text-title font-semibold">{w.number}</span>
                <span className="text-note leading-tight">
                  {w.from} → {w.to}
                  {w.colour ? ` (${w.colour})` : ''}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}
