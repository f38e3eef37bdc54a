import { plugHoles } from '../../../core/document/edits.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import type { Plug } from '../../../core/drill/plugs.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Title } from '../../components/Heading.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { Numbers, type Traced } from './Numbers.tsx'

/** An old hole that is to be filled before new ones are drilled, and the tick that says it is. */
export function PlugSheet({ work, item, plug, trail }: { work: Work; item: MarkItem; plug: Plug; trail: Traced }) {
  const l = useLength(),
    all = work.plugs
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      <Title>{item.title}</Title>
      <Numbers of={item.numbers} trail={trail} />
      <p className="text-body">
        The bridge does not use this hole where it lies now.{' '}
        {plug.nearest === undefined
          ? ''
          : plug.nearest < plug.plug
            ? `A new hole comes only ${l.text(plug.nearest)} beside it: without a plug the bit runs into it.`
            : `The nearest new hole comes ${l.text(plug.nearest)} beside it. `}
        {plug.covered ? ' The plate will cover it.' : ' It will be seen beside the plate: match the grain.'}
      </p>
      <p className="text-plain text-muted">
        Drill it out to {l.text(plug.plug)}, glue in a hardwood plug with its grain as the wood’s, let the glue rest
        a night, pare it flush. A dowel’s end grain takes the point of a drill badly: cut a plug.
      </p>
      <CautionNotes ids={['cutters']} />
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => editBuild(b => plugHoles(b, [plug.feature]), `${plug.label}: plugged`)}>
          It is plugged
        </Button>
        {all.length > 1 && (
          <Button
            onClick={() =>
              editBuild(
                b =>
                  plugHoles(
                    b,
                    all.map(p => p.feature),
                  ),
                `${all.length} old holes plugged`,
              )
            }
          >
            All {all.length} are plugged
          </Button>
        )}
      </div>
    </article>
  )
}
