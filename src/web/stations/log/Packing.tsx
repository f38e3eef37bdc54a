import { Says } from '../../components/Says.tsx'
import { Link } from 'react-router'
import { packingList, type PackingLine } from '../../../core/handover/packing.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'

const Lines = ({ lines }: { lines: readonly PackingLine[] }) => (
  <ul className="flex list-none flex-col">
    {lines.map(x => (
      <li key={x.id} className="rule-row flex break-inside-avoid items-start gap-3 py-1.5">
        <span aria-hidden="true" className="mt-0.5 size-5 shrink-0 border-2 border-ink" />
        <span>
          <span className="block text-body font-semibold leading-tight">
            <Says of={x.what} />
          </span>
          <span className="block text-note text-muted">
            <Says of={x.why} />
          </span>
        </span>
      </li>
    ))}
  </ul>
)

/** What goes into the parcel, and how the instrument is made ready: to print and tick with a pencil. */
export function Packing() {
  const build = useOpenBuild(),
    { things, acts } = packingList(build)
  return (
    <div className="mx-auto flex max-w-[45rem] flex-col gap-5 bg-paper px-6 py-6 print:p-0">
      <header className="flex flex-wrap items-end gap-3">
        <span className="flex-1">
          <Title level={1}>{build.name}: into the parcel</Title>
        </span>
        <Link to="../sheet" className={`${buttonLook()} no-print`}>
          The sheet that goes with it
        </Link>
        <Button kind="main" className="no-print" onClick={() => window.print()}>
          Print
        </Button>
      </header>
      <section aria-label="Things" className="flex flex-col gap-1">
        <Heading level={2}>Goes in</Heading>
        <Lines lines={things} />
      </section>
      <section aria-label="Before the lid is shut" className="flex flex-col gap-1">
        <Heading level={2}>Before the lid is shut, in this order</Heading>
        <Lines lines={acts} />
      </section>
    </div>
  )
}
