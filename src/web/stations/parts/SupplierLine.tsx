import { useState } from 'react'
import { Button } from '../../components/Button.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { parseDecimal, parsed, refused } from '../../../core/units/parsed.ts'
import { useSupplier } from '../../stores/supplierStore.ts'
import { day } from '../../text/dates.ts'

/** Ports that a supplier can be at: those that need no rights of the system. */
const FIRST = 1024,
  LAST = 65_535

/** Which supplier is asked, what is news from it; how one is asked at all. */
export function SupplierLine() {
  const { port, catalogue, says, busy, trouble, ask, leave } = useSupplier(),
    [open, setOpen] = useState(false)
  return (
    <section aria-label="Supplier" className="no-print flex flex-col gap-1 border-t border-line pt-2">
      {catalogue ? (
        <div className="flex flex-wrap items-center gap-3 text-plain">
          <span>
            <b className="font-semibold">{catalogue.supplier}</b> sells {catalogue.offers.length} parts, as of{' '}
            {day(catalogue.on)}: they stand among the candidates.
          </span>
          <Button onClick={() => void ask()} disabled={busy}>
            Ask again
          </Button>
          <Button kind="quiet" onClick={leave}>
            Without it
          </Button>
        </div>
      ) : (
        <details open={open} onToggle={e => setOpen(e.currentTarget.open)}>
          <summary className="min-h-10 cursor-pointer text-plain underline underline-offset-4">
            Ask a supplier
          </summary>
          <p className="max-w-xl text-plain text-muted">
            A supplier that speaks the workshop’s interface on this machine adds what it sells to the candidates,
            takes orders, and says when they come. A simulated one:{' '}
            <code className="figure">npx snugbolt device supplier</code>
          </p>
          <div className="mt-2 flex flex-wrap items-end gap-3">
            <ValueField
              label="At port"
              narrow
              text={String(port)}
              parse={t => {
                const n = parseDecimal(t)
                return n !== undefined && Number.isInteger(n) && n >= FIRST && n <= LAST
                  ? parsed(n)
                  : refused(`“${t.trim()}” is no port`, `${FIRST} to ${LAST}, whole`)
              }}
              onValue={p => useSupplier.setState({ port: p })}
            />
            <Button onClick={() => void ask()} disabled={busy}>
              {busy ? 'Asking' : 'Ask it'}
            </Button>
          </div>
        </details>
      )}
      {says.length > 0 && (
        <ul role="status" className="border-l-4 border-hand pl-3 text-plain">
          {says.map(s => (
            <li key={s}>{s}</li>
          ))}
        </ul>
      )}
      {trouble && (
        <p role="alert" className="text-plain text-never">
          {trouble}
        </p>
      )}
    </section>
  )
}
