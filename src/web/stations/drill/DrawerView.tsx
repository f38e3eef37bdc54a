import { type Said } from '../../../core/say/said.ts'
import { Title } from '../../components/Heading.tsx'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { Grid } from '../../components/Grid.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { DrawerEditor } from '../../components/DrawerEditor.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** The bits at hand, and what each wanted size gets from them. */
export function DrawerView({ work }: { work: Work | undefined }) {
  const { drawer } = useOpenBuild().preferences,
    l = useLength()
  const wanted = new Map<
    string,
    { wanted: number; labels: string[]; bit: string; off: number; does: Said | undefined }
  >()
  for (const h of work?.holes ?? []) {
    const key = `${h.purpose} ${h.wanted.toFixed(3)}`,
      have = wanted.get(key)
    if (have) have.labels.push(h.label)
    else
      wanted.set(key, {
        wanted: h.wanted,
        labels: [h.label],
        bit: h.bits.at(-1)?.name ?? 'none',
        off: h.bitOff,
        does: h.bitDoes,
      })
  }
  const sizes = [...wanted.values()].sort((a, b) => a.wanted - b.wanted)
  return (
    <article className="flex max-w-[51.25rem] flex-col gap-4">
      <Title>Bits in the drawer</Title>
      <DrawerEditor drawer={drawer} />
      {sizes.length > 0 && (
        <Grid
          caption="What the holes want"
          heads={['wanted', 'for', 'last bit', 'what the difference does']}
          rows={sizes.map(s => ({
            id: s.wanted.toFixed(4) + s.labels[0]!,
            head: <span className="figure">{l.fineText(s.wanted)}</span>,
            cells: [
              `${s.labels[0]}${s.labels.length > 1 ? ` and ${s.labels.length - 1} more` : ''}`,
              <span key="b" className="figure">
                {s.bit}
              </span>,
              <span key="d" className={s.does ? 'font-semibold text-tight' : 'text-muted'}>
                {s.does
                  ? l.say(s.does)
                  : Math.abs(s.off) < 0.005
                    ? 'just that'
                    : `${l.fineText(Math.abs(s.off))} ${s.off > 0 ? 'over' : 'under'}: nothing`}
              </span>,
            ],
          }))}
        />
      )}
    </article>
  )
}
