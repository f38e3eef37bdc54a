import { Button } from '../components/Button.tsx'
import { useLength } from '../hooks/useLength.ts'
import { useAsked } from '../stores/chooseAsked.ts'
import { Dialog } from '../components/Dialog.tsx'

/** A part would make planned work larger: the builder says whether that is meant. */
export function AskedDialog() {
  const { asked, settle } = useAsked(),
    l = useLength()
  if (!asked) return null
  return (
    <Dialog
      open
      onClose={settle}
      title="Planned work would grow"
      description={`${asked.title}. Fixes that you chose for the part before it would not stay what they were.`}
    >
      <ul className="flex flex-col gap-1 text-body">
        {asked.grown.map(g => (
          <li key={g.joint} className="rule-row flex justify-between gap-4 py-1">
            <span>{l.say(g.title)}</span>
            <span className="figure whitespace-nowrap">
              {l.text(g.from)} → {l.text(g.to)}
            </span>
          </li>
        ))}
        {asked.needless.map(t => (
          <li key={t} className="py-1 text-muted">
            {l.say(t)}: not needed any more
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => asked.go(false)}>
          Choose it, drop these fixes
        </Button>
        <Button onClick={() => asked.go(true)}>Choose it, work the larger amount</Button>
        <Button kind="quiet" onClick={settle}>
          Leave the part that is there
        </Button>
      </div>
    </Dialog>
  )
}
