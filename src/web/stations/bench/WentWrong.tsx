import { useState } from 'react'
import { Link } from 'react-router'
import { LogEntry } from '../../../core/document/build.ts'
import { writeLog } from '../../../core/document/edits.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import type { PlannedStep } from '../../../core/plan/step.ts'
import { cutText } from '../../../core/text/text.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { PhotoButton } from '../../components/PhotoButton.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { useDraft } from '../../hooks/useDraft.ts'

interface Help {
  to: string
  says: string
}

/** Where a step's own station helps when it went wrong, and what is to be had there. */
function helpOf({ ref }: PlannedStep): Help {
  const hand = (id: string) => encodeURIComponent(id)
  switch (ref.kind) {
    case 'finish':
      return { to: '../finish?view=trouble', says: 'What it looks like, why, and how it is mended' }
    case 'drill':
    case 'cut':
    case 'place':
      return { to: '../drill', says: 'Read where it lies: what it does, how far off it is, plug or move' }
    case 'fix':
      return {
        to: `../fit?hand=${hand(ref.joint)}&view=joint`,
        says: 'The joint as it is now, and other ways to mend it',
      }
    case 'measure':
    case 'visit':
      return { to: '../fit?view=measure', says: 'What the readings settle, and what else would tell' }
    case 'trial':
    case 'assemble':
      return { to: '../fit?view=trial', says: 'What is not as it was when everything was together' }
    case 'solder':
    case 'test':
      return { to: '../meter', says: 'Find the fault by the meter, reading by reading' }
    case 'setup':
      return { to: '../setup?view=noises', says: 'Noises and what makes them, by this instrument’s numbers' }
    case 'own':
    case 'close':
      return { to: '../log', says: 'The whole story so far' }
  }
}

/** What happened, in a line and a picture for the log, and the way to the help that the step's station has. */
export function WentWrong({ step, photo }: { step: PlannedStep; photo: { step: string; x?: number; y?: number } }) {
  const l = useLength(),
    [text, setText] = useDraft(`what happened at ${step.id}`, ''),
    [written, setWritten] = useState(false),
    help = helpOf(step),
    most = longest(LogEntry, 'text')
  return (
    <details className="border-l-8 border-tight pl-4">
      <summary className="min-h-12 cursor-pointer text-figure underline underline-offset-4">
        Something went wrong
      </summary>
      <form
        className="flex flex-wrap items-end gap-3 py-2"
        onSubmit={e => {
          e.preventDefault()
          if (!text.trim()) return
          editBuild(
            b => writeLog(b, cutText(`${l.say(step.title)}: ${text.trim()}`, most), now()),
            'Something went wrong: written down',
          )
          setText('')
          setWritten(true)
        }}
      >
        <label className="flex flex-1 flex-col text-plain text-muted">
          What happened
          <input
            value={text}
            maxLength={most - l.say(step.title).length - 2}
            onChange={e => setText(e.target.value)}
            className="min-h-14 min-w-[min(15rem,100%)] border-2 border-ink bg-paper px-3 text-section text-ink"
          />
        </label>
        <Button type="submit" className="min-h-14 px-5 text-figure" disabled={!text.trim()}>
          Write it down
        </Button>
        <PhotoButton large of={photo} label="Photo of it" />
      </form>
      {written && (
        <p role="status" className="text-section">
          It is in the log.
        </p>
      )}
      <Link to={help.to} className={`${buttonLook('main')} min-h-14 text-figure`}>
        {l.say(help.says)}
      </Link>
    </details>
  )
}
