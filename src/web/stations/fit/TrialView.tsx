import { trialAssembly } from '../../../core/fit/trialAssembly.ts'
import type { Build } from '../../../core/build/build.ts'
import { tickStep } from '../../../core/plan/tickStep.ts'
import { fitOf, planOf } from '../../app/stations.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { computed, useEngine } from '../../hooks/useEngine.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

const trialOf = (b: Build) => trialAssembly(b, computed(fitOf, b).now)

/** The gate before finish: what is fitted dry, what to look at, what changed since the last time. */
export function TrialView({ open }: { open: (joint: string) => void }) {
  const t = useEngine(trialOf),
    plan = useEngine(planOf),
    l = useLength()
  const step = plan.steps.find(s => s.phase === 'trial' && s.status !== 'done' && s.status !== 'skipped')
  const joints = useEngine(fitOf).now
  const title = (id: string) => joints.find(j => j.id === id)?.title ?? id
  return (
    <article className="flex max-w-[760px] flex-col gap-3">
      <header>
        <h2 className="text-title font-semibold">Trial assembly</h2>
        <p className="text-body">
          {t.bars.length > 0
            ? `Not yet: ${t.bars.length} joint${t.bars.length > 1 ? 's' : ''} will not go.`
            : t.due
              ? t.last
                ? 'Due again: something changed since the last one.'
                : 'Due: everything fitted dry and strung with two strings before any finish.'
              : `Done on ${t.last!.at.slice(0, 10)}; nothing changed since.`}
        </p>
      </header>
      {t.bars.length > 0 && (
        <ul className="border-l-4 border-never pl-3 text-plain">
          {t.bars.map(id => (
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
          <h3 className="border-b-2 border-ink text-body font-semibold">Changed since {t.last!.at.slice(0, 10)}</h3>
          <ul>
            {t.changed.map(c => (
              <li key={c} className="rule-row py-1 text-plain">
                {l.prose(c)}
              </li>
            ))}
          </ul>
        </section>
      )}
      <CautionNotes ids={['strings']} />
      <section aria-label="Fit dry">
        <h3 className="border-b-2 border-ink text-body font-semibold">Fit dry, and look</h3>
        <ol>
          {t.dry.map(d => (
            <li key={d.id} className="rule-row py-2">
              <span className="block text-body font-semibold">{d.title}</span>
              <ul className="list-disc pl-5 text-plain">
                {d.look.map(x => (
                  <li key={x}>{l.prose(x)}</li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      </section>
      <div className="flex gap-2">
        <Button
          kind="main"
          disabled={!step || t.bars.length > 0}
          onClick={() => step && editBuild(b => tickStep(b, step, now()))}
        >
          {step ? 'Everything was fitted dry' : 'Nothing to repeat'}
        </Button>
        <Button onClick={() => window.print()}>Print the list</Button>
      </div>
    </article>
  )
}
