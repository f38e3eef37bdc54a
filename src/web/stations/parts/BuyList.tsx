import { ExternalLink } from 'lucide-react'
import { Figure } from '../../components/Figure.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { money } from '../../text/money.ts'
import { Button } from '../../components/Button.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { useSupplier } from '../../stores/supplierStore.ts'
import { SupplierLine } from './SupplierLine.tsx'
import { day } from '../../text/dates.ts'

/** What is still to come, shop by shop, by the day on which each has to be asked. */
export function BuyList() {
  const build = useOpenBuild(),
    shops = useFact('toBuy'),
    l = useLength(),
    { catalogue, busy, order } = useSupplier(),
    { currency } = build.preferences,
    lines = shops.flatMap(s => s.lines),
    open = lines.filter(x => x.state === 'to buy'),
    first = open
      .flatMap(x => x.by ?? [])
      .sort()
      .at(0)
  if (!lines.length)
    return (
      <section className="flex flex-col gap-2">
        <Title>Nothing to buy</Title>
        <p className="max-w-[62ch] text-body">
          Every chosen part is here. A part that is not yet says so at the Shelf station: to buy, or ordered with
          the day it is due.
        </p>
        <SupplierLine />
      </section>
    )
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <header className="flex flex-wrap items-end justify-between gap-6">
        <Title>To buy</Title>
        <span className="flex flex-wrap gap-8">
          {first && (
            <Figure size="large" value={open.some(x => x.late) ? 'today' : day(first)} unit="order the first by" />
          )}
          <Figure
            size="large"
            value={money(open.reduce((s, x) => s + x.price + x.freight, 0))}
            unit={`${currency} to order`}
          />
          <Button className="no-print" onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </header>
      {shops.map(s => (
        <section
          key={s.supplier ?? ''}
          aria-label={s.supplier ?? 'No supplier said'}
          className="flex flex-col gap-1"
        >
          <div className="flex flex-wrap items-baseline justify-between gap-3">
            <Heading>{s.supplier ?? 'Nobody said who sells it'}</Heading>
            <span className="figure text-plain">
              {money(s.parts)} + {money(s.freight)} freight = <b className="font-semibold">{money(s.total)}</b>{' '}
              {currency}
            </span>
          </div>
          <Table
            hideCaption
            caption={`From ${s.supplier ?? 'somewhere'}`}
            heads={['Part', { label: currency || 'price', right: true }, 'order by', 'there', 'first wanted for']}
          >
            {s.lines.map(x => (
              <tr key={x.slot} className="rule-row break-inside-avoid">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  <span className="block">
                    {x.part}
                    {x.link && <Offer at={x.link} />}
                  </span>
                  <span className="block text-note text-muted">{x.label}</span>
                  {x.state === 'to buy' && x.item !== undefined && s.supplier === catalogue?.supplier && (
                    <Button
                      className="no-print mt-1"
                      disabled={busy}
                      onClick={() => {
                        const part = build.parts.find(p => p.id === x.partId)
                        if (part) void order(part)
                      }}
                    >
                      Order it
                    </Button>
                  )}
                </th>
                <td className="figure py-1 pr-3 text-right align-top">{money(x.price)}</td>
                <td className={`py-1 pr-3 align-top ${x.late ? 'font-semibold text-never' : ''}`}>
                  {x.state === 'ordered'
                    ? 'ordered'
                    : x.late
                      ? 'today, it holds things up'
                      : x.by
                        ? day(x.by)
                        : 'any day'}
                </td>
                <td className="py-1 pr-3 align-top">
                  {x.state === 'ordered' ? `due ${day(x.due)}` : `${day(x.due)}, if ordered today`}
                </td>
                <td className="py-1 align-top text-note">{x.waits ? l.say(x.waits) : ''}</td>
              </tr>
            ))}
          </Table>
        </section>
      ))}
      <SupplierLine />
    </article>
  )
}

/** Where a part is offered. */
const Offer = ({ at }: { at: string }) => (
  <a
    href={at}
    target="_blank"
    rel="noreferrer noopener"
    className="ml-2 inline-flex min-h-6 items-center gap-1 text-note underline"
  >
    offer <ExternalLink size={13} aria-hidden="true" />
  </a>
)
