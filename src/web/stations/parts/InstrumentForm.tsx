import { Check } from '../../components/Check.tsx'
import { Title } from '../../components/Heading.tsx'
import { useMemo, useState } from 'react'
import { EXTRAS, type Extra } from '../../../core/document/build.ts'
import { setInstrument } from '../../../core/document/setInstrument.ts'
import { effectsLine, effectsOf } from '../../../core/plan/effects.ts'
import type { Answers } from '../../../core/start/answers.ts'
import { answersOf, changeInstrument, instrumentChange } from '../../../core/start/changeInstrument.ts'
import { standingOf } from '../../frame/standing.ts'
import { Button } from '../../components/Button.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { Questions } from '../../start/Questions.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { day } from '../../text/dates.ts'

/** What kind of instrument it is, by the same drawn questions as at the start; what follows is said before it is done. */
export function InstrumentForm() {
  const build = useOpenBuild(),
    l = useLength()
  const own = useMemo(() => answersOf(build), [build])
  const [picked, setPicked] = useState<Answers>()
  const answers = picked ?? own
  const changed = picked !== undefined && JSON.stringify(picked) !== JSON.stringify(own)
  const next = useMemo(() => (changed ? changeInstrument(build, picked) : undefined), [build, changed, picked])
  const follows = useMemo(
    () =>
      next && {
        change: instrumentChange(build, next),
        line: effectsLine(effectsOf(standingOf(build), standingOf(next)), build.preferences.currency, day),
      },
    [build, next],
  )
  const toggle = (x: Extra) =>
    editBuild(b =>
      setInstrument(b, {
        extras: b.instrument.extras.includes(x)
          ? b.instrument.extras.filter(e => e !== x)
          : [...b.instrument.extras, x],
      }),
    )
  const list = (words: string, names: readonly string[]) =>
    names.length ? (
      <li>
        {words}: {names.join(', ')}.
      </li>
    ) : null
  return (
    <article className="flex flex-col gap-4">
      <header>
        <Title>This instrument</Title>
        <p className="text-plain text-muted">
          Pick what it is to be. What follows is said here before anything changes.
        </p>
      </header>
      {next && follows && (
        <section
          aria-label="What follows"
          className="sticky -top-4 z-10 flex flex-col gap-2 border-2 border-hand bg-paper p-3 text-plain"
        >
          <h3 className="text-lead font-semibold">What follows</h3>
          <ul aria-live="polite" className="list-disc pl-5">
            {list('Slots that come', follows.change.come)}
            {list('Slots that go', follows.change.go)}
            {list('No longer belongs, and stays among the parts', follows.change.out)}
            {list('Assumed until you choose another', follows.change.assumed)}
            {follows.change.wires > 0 && (
              <li>{follows.change.wires} wires of the circuit go with their components.</li>
            )}
            <li>{follows.line ? `${l.say(follows.line)}.` : 'Joints, holes and plan stay as they are.'}</li>
          </ul>
          <div className="flex gap-2">
            <Button
              kind="main"
              onClick={() => {
                editBuild(b => changeInstrument(b, picked!))
                setPicked(undefined)
              }}
            >
              Change the instrument
            </Button>
            <Button onClick={() => setPicked(undefined)}>Leave it</Button>
          </div>
        </section>
      )}
      <Questions answers={answers} onAnswers={setPicked} />
      <fieldset className="flex flex-wrap gap-x-5 border-t-2 border-ink pt-2">
        <legend className="float-left mr-4 text-lead font-semibold">It also has</legend>
        {EXTRAS.map(x => (
          <Check key={x} checked={build.instrument.extras.includes(x)} onChange={() => toggle(x)}>
            {x}
          </Check>
        ))}
      </fieldset>
    </article>
  )
}
