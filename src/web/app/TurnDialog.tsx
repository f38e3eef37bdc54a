import { type Said } from '../../core/say/said.ts'
import { Button } from '../components/Button.tsx'
import { Heading } from '../components/Heading.tsx'
import { useLength } from '../hooks/useLength.ts'
import { useTurn } from '../hooks/tickAsked.ts'
import { day } from '../text/dates.ts'
import { Dialog } from '../components/Dialog.tsx'

/** Lines that are shown of a long list. */
const SHOWN = 6

/** A step out of its turn: what it passes over, what that costs, and whether it is meant. */
export function TurnDialog() {
  const { turn, settle } = useTurn(),
    l = useLength()
  if (!turn) return null
  const { missing, waiting, overtaken, minutes, waitHours } = turn.against
  const list = (rows: readonly { id: string; title: Said; why: Said }[]) => (
    <ul className="flex list-none flex-col gap-1.5">
      {rows.slice(0, SHOWN).map(r => (
        <li key={r.id} className="text-plain">
          <span className="font-semibold">{l.say(r.title)}.</span> {l.say(r.why)}
        </li>
      ))}
      {rows.length > SHOWN && <li className="text-plain text-muted">And {rows.length - SHOWN} more.</li>}
    </ul>
  )
  return (
    <Dialog
      open
      onClose={settle}
      title={`Out of its turn: ${l.say(turn.title)}`}
      description={
        overtaken.length
          ? 'Something that should have come after it is done already.'
          : missing.length
            ? 'Something that should come first is still open.'
            : 'Something before it is not ready yet.'
      }
    >
      {missing.length > 0 && (
        <section className="flex flex-col gap-1">
          <Heading>Should come first</Heading>
          {list(missing)}
        </section>
      )}
      {waiting.length > 0 && (
        <section className="flex flex-col gap-1">
          <Heading>Not ready yet</Heading>
          <ul className="flex list-none flex-col gap-1">
            {waiting.map(w => (
              <li key={w.id} className="text-plain">
                <span className="font-semibold">{l.say(w.title)}</span> until {day(w.until)}, {w.until.slice(11)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {overtaken.length > 0 && (
        <section className="flex flex-col gap-1">
          <Heading>Done already, and spoiled by it</Heading>
          {list(overtaken)}
        </section>
      )}
      <p className="border-l-4 border-hand pl-3 text-lead font-semibold">
        If it has to be done over: {minutes} min at the bench{waitHours ? ` and ${waitHours} h of waiting` : ''}.
      </p>
      {turn.isRead && <p className="text-plain">What was read is kept, whether the step is done or not.</p>}
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={settle}>
          Not yet
        </Button>
        <Button onClick={turn.go}>It is done all the same</Button>
      </div>
    </Dialog>
  )
}
