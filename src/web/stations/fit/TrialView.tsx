import { dayHere } from '../../text/dates.ts'
import { tickAsked } from '../../hooks/tickAsked.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { useLength } from '../../hooks/useLength.ts'

/** The gate before finish: what is fitted dry, what to look at, what changed since the last time. */
export function TrialView({ open }: { open: (joint: string) => void }) {
  const t = useFact('trial'),
    l = useLength()
  const gate = useFact('gates').find(g => g.id === 'trial')!
  const { step, joints: bars } = gate
  const joints = useFact('fit').now
  const title = (id: string) => joints.find(j => j.id === id)?.title ?? id
  return (
    <article className="flex max-w-[47.5rem] flex-col gap-3">
      <header>
        <Title>Trial assembly</Title>
        <p className="text-body">
          {bars.length > 0
            ? `Not yet: ${bars.length} joint${bars.length > 1 ? 's' : ''} will not go.`
            : t.due
              ? t.last
                ? 'Due again: something changed since the last one.'
                : 'Due: everything fitted dry and strung with two strings before any finish.'
              : `Done on ${dayHere(t.last!.at)}; nothing changed since.`}
        </p>
      </header>
      {bars.length > 0 && (
        <ul className="border-l-4 border-never pl-3 text-plain">
          {bars.map(id => (
            <li key={id}>
              <button type="button" className="min-h-8 underline" onClick={() => open(id)}>
                {title(id)}
              </button>
            </li>
          ))}
        </ul>
      )}
      {t.changed.length > 0 && (
        <section aria-label="Changed since">
          <Heading>Changed since {dayHere(t.last!.at)}</Heading>
          <ul>
            {t.changed.map(c => (
              <li key={l.say(c)} className="rule-row py-1 text-plain">
                {l.say(c)}
              </li>
            ))}
          </ul>
        </section>
      )}
      <CautionNotes ids={['strings']} />
      <section aria-label="Fit dry">
        <Heading>Fit dry, and look</Heading>
        <ol>
          {t.dry.map(d => (
            <li key={d.id} className="rule-row py-2">
              <span className="block text-body font-semibold">{d.title}</span>
              <ul className="list-disc pl-5 text-plain">
                {d.look.map(x => (
                  <li key={l.say(x)}>{l.say(x)}</li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      </section>
      <div className="flex gap-2">
        <Button kind="main" disabled={!step || bars.length > 0} onClick={() => step && tickAsked(step)}>
          {step ? 'Everything was fitted dry' : 'Nothing to repeat'}
        </Button>
        <Button onClick={() => window.print()}>Print the list</Button>
      </div>
    </article>
  )
}
