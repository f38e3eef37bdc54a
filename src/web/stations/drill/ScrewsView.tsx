import { say, size } from '../../../core/say/said.ts'
import { Title } from '../../components/Heading.tsx'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { holesMeant } from '../../../core/drill/there.ts'
import { screwsWanted } from '../../../core/drill/screwsWanted.ts'
import { Grid } from '../../components/Grid.tsx'
import { useLength } from '../../hooks/useLength.ts'

/** Lengths of screws from the stack they hold, and what to buy. */
export function ScrewsView({ work }: { work: Work }) {
  const l = useLength(),
    rows = screwsWanted(work.build, holesMeant(work)),
    buy = rows.filter(r => r.missing > 0)
  return (
    <article className="flex max-w-[51.25rem] flex-col gap-4">
      <Title>Screws</Title>
      <p className="text-body">
        {rows.length === 0
          ? 'No screw has a hole to go into yet: choose the parts that they hold.'
          : buy.length === 0
            ? 'Every chosen screw bites deep enough and stays inside, and there are enough of them.'
            : `To buy: ${buy.map(r => (r.buy === undefined ? `${r.missing} ${r.label.toLowerCase()}, cut to length` : `${r.missing} of ${l.say(say`${size([r.diameter, r.buy])}`)}, ${r.label.toLowerCase()}`)).join('; ')}.`}
      </p>
      <Grid
        caption="What they hold, and the length that fits"
        heads={['', 'they hold', 'shortest', 'longest', 'there is', 'wanted', '']}
        rows={rows.map(r => ({
          id: r.slot,
          head: r.label,
          cells: [
            <span key="h" className="figure">
              {l.text(r.held)}
              {r.heldMost - r.held > 0.05 ? `–${l.text(r.heldMost)}` : ''}
            </span>,
            <span key="a" className="figure">
              {l.text(r.least)}
            </span>,
            <span key="b" className="figure">
              {Number.isFinite(r.most) ? l.text(r.most) : 'any'}
            </span>,
            <span key="c" className="figure">
              {r.have ? `${r.have.count} × ${l.text(r.have.length, 0)}` : 'none'}
            </span>,
            <span key="d" className="figure">
              {r.count}
            </span>,
            <span key="e" className={r.missing ? 'font-semibold text-never' : 'text-snug'}>
              {l.say(r.says)}
            </span>,
          ],
        }))}
      />
    </article>
  )
}
