import { freshId } from '../../../core/document/freshId.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { CUT_SORTS, type Build, type Cut, type CutSort } from '../../../core/document/build.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { Button } from '../../components/Button.tsx'
import { Grid } from '../../components/Grid.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild } from '../../stores/buildStore.ts'

const WORDS: Record<CutSort, { name: string; says: string }> = {
  rout: { name: 'Rout', says: 'a hole with straight walls, for a pickup or a part' },
  recess: { name: 'Recess', says: 'a shallow seat for a plate, a nut or a short pot' },
  channel: { name: 'Wire channel', says: 'drilled from one hollow into another' },
  notch: { name: 'Access notch', says: 'so that an adjuster or a tool gets in' },
  binding: { name: 'Binding channel', says: 'a ledge round the body, with its length of binding' },
  'string-through': { name: 'Strings through the body', says: 'a row of holes with ferrules at the back' },
}

/** A new cut of a sort at a place where it makes sense to begin: behind the bridge, mm. */
function begun(sort: CutSort, id: string, w: Work): Cut {
  const x = Math.round(w.layout.bridge.front - w.layout.nutToHeelEnd),
    common = { id, sort, face: 'top' as const }
  const cavity = w.layout.features.find(f => f.role === 'control-cavity')
  switch (sort) {
    case 'channel': {
      const from = w.layout.features.find(f => f.role === 'pickup-rout'),
        to = cavity ?? from
      return {
        ...common,
        x: Math.round((from?.centre[0] ?? w.layout.bridge.front) - w.layout.nutToHeelEnd),
        y: Math.round(from?.centre[1] ?? 0),
        toX: Math.round((to?.centre[0] ?? w.layout.bridge.front + 60) - w.layout.nutToHeelEnd),
        toY: Math.round(to?.centre[1] ?? 60),
        width: 8,
        depth: 15,
      }
    }
    case 'binding':
      return { ...common, width: 1.6, depth: 6 }
    case 'string-through':
      return { ...common, face: 'back' }
    case 'notch':
      return { ...common, x: 6, y: 0, length: 14, width: 12, depth: 12 }
    case 'recess':
      return { ...common, x: x + 60, y: 0, length: 30, width: 30, corner: 3, depth: 2 }
    case 'rout':
      return { ...common, x: x - 60, y: 0, length: 40, width: 72, corner: 4, depth: 20 }
  }
}

const fresh = (b: Build, sort: CutSort): string =>
  freshId(
    `${sort}-`,
    b.cuts.map(c => c.id),
    1,
  )

/** All cutting work with what it leaves, and what else there is to cut. */
export function CuttingView({ work, open }: { work: Work; open: (id: string) => void }) {
  const l = useLength()
  const add = (sort: CutSort) => {
    let id = ''
    editBuild(b => {
      id = fresh(b, sort)
      return { ...b, cuts: [...b.cuts, begun(sort, id, work)] }
    })
    open(`cut-${id}`)
  }
  return (
    <article className="flex max-w-[51.25rem] flex-col gap-4">
      <Title>Cutting work</Title>
      {work.cuts.length === 0 ? (
        <p className="text-body">Nothing to cut: every pickup has its rout, and no chosen fix opens one.</p>
      ) : (
        <Grid
          caption="Before the holes, before colour"
          heads={['', 'depth', 'floor left', 'wall left', 'edge left', '']}
          rows={work.cuts.map(c => ({
            id: c.id,
            head: (
              <button
                type="button"
                className="min-h-10 text-left underline decoration-line underline-offset-4 hover:decoration-ink"
                onClick={() => open(c.id)}
              >
                {c.title}
              </button>
            ),
            cells: [
              l.text(c.depth),
              c.left.floor === undefined ? '–' : l.text(c.left.floor),
              c.left.wall ? l.text(c.left.wall.by) : '–',
              c.left.edge === undefined ? '–' : l.text(c.left.edge),
              c.stops.length ? (
                <b key="s" className="font-semibold text-never">
                  stop
                </b>
              ) : (
                <span key="s" className="text-snug">
                  good
                </span>
              ),
            ],
          }))}
        />
      )}
      <Heading>Add</Heading>
      <ul className="grid grid-cols-2 gap-2 max-[56.25em]:grid-cols-1">
        {CUT_SORTS.map(s => (
          <li key={s}>
            <Button
              className="w-full justify-start py-1.5 text-left leading-tight"
              disabled={s === 'string-through' && work.build.cuts.some(c => c.sort === s)}
              onClick={() => add(s)}
            >
              <span>
                <b className="font-semibold">{WORDS[s].name}</b>, {WORDS[s].says}
              </span>
            </Button>
          </li>
        ))}
      </ul>
    </article>
  )
}
