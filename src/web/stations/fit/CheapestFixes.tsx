import { Title } from '../../components/Heading.tsx'
import { useSearchParams } from 'react-router'
import { chooseFix } from '../../../core/document/edits.ts'
import type { FitResult } from '../../../core/fit/applyFixes.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** The cheapest set of fixes that makes the whole build snug, to take as a whole. */
export function CheapestFixes({ fit }: { fit: FitResult }) {
  const build = useOpenBuild(),
    l = useLength()
  const [, setParams] = useSearchParams()
  const { result, busy } = useHeavy(e => e.fixes(build), [build])
  const open = (id: string) => setParams({ hand: id })
  if (!result)
    return (
      <p className="text-body" role="status">
        Looking through the ways to mend it.
      </p>
    )
  const title = (id: string) => fit.now.find(j => j.id === id)?.title ?? id
  const taken =
    result.chosen.length > 0 &&
    result.chosen.every(c => build.fixes.some(f => f.joint === c.joint && f.method === c.method))
  const untold = fit.now.filter(j => j.state === "can't tell").length
  return (
    <article className="flex max-w-[47.5rem] flex-col gap-3" aria-busy={busy}>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <Title>Cheapest way to snug</Title>
        <Figure value={String(result.minutes)} unit="minutes at the bench" />
      </header>
      {result.chosen.length === 0 && <p className="text-body">Nothing that is settled calls for work.</p>}
      <ol>
        {result.chosen.map((c, i) => (
          <li key={c.joint} className="rule-row grid grid-cols-[2rem_1fr_auto] items-start gap-x-3 py-2">
            <span className="figure text-body text-muted">{i + 1}</span>
            <span>
              <span className="block text-body font-semibold">{l.say(c.title)}</span>
              <button
                type="button"
                onClick={() => open(c.joint)}
                className="min-h-8 text-left text-note underline decoration-line underline-offset-4"
              >
                {title(c.joint)}
              </button>
            </span>
            <span className="text-right">
              <span className="figure block text-body">{c.minutes} min</span>
              <span className="text-note text-muted">risk {c.risk}</span>
            </span>
          </li>
        ))}
      </ol>
      {result.left.length > 0 && (
        <p className="border-l-4 border-never pl-3 text-plain">
          No method mends:{' '}
          {result.left.map((id, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <button type="button" className="underline" onClick={() => open(id)}>
                {title(id)}
              </button>
            </span>
          ))}
          . Another part is the way there.
        </p>
      )}
      {untold > 0 && (
        <p className="text-plain text-muted">
          {untold} joint{untold > 1 ? 's' : ''} can’t be told yet and {untold > 1 ? 'are' : 'is'} left out: measure
          first.
        </p>
      )}
      <p className="text-note text-muted">
        Each fix is worked out from what the ones before it leave; one that settles two joints counts once. Risk
        counts beside minutes: some as 10, high as 60 [our choice].
        {result.complete ? '' : ' There were too many ways to look at all of them; this is the best found.'}
      </p>
      {result.chosen.length > 0 && (
        <div>
          <Button
            kind="main"
            disabled={taken}
            onClick={() => editBuild(b => result.chosen.reduce((x, c) => chooseFix(x, c.joint, c.method), b))}
          >
            {taken ? 'All of it is in the plan' : `Plan all ${result.chosen.length}`}
          </Button>
        </div>
      )}
    </article>
  )
}
