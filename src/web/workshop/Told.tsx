import { Button } from '../components/Button.tsx'
import type { Done, Trouble } from './useBuilds.ts'

/** What was done last, with its way back, and what stood in the way. */
export function Told({
  last,
  trouble,
  bringIn,
}: {
  last: Done | undefined
  trouble: Trouble | undefined
  bringIn: (text: string, name: string, copy?: boolean) => Promise<void>
}) {
  return (
    <div aria-live="polite" className="empty:hidden">
      {last && (
        <p role="status" className="flex items-center gap-3 border-b border-line bg-paper px-5 py-1.5 text-plain">
          <span className="flex-1">{last.said}</span>
          {last.back && <Button onClick={() => void last.back!()}>Take back</Button>}
        </p>
      )}
      {trouble && (
        <div role="alert" className="border-b-2 border-never bg-paper px-5 py-2 text-plain">
          <p className="font-semibold">{trouble.title}</p>
          <ul>
            {trouble.lines.map(l => (
              <li key={l}>{l}</li>
            ))}
          </ul>
          {trouble.retry !== undefined && (
            <Button className="mt-1" onClick={() => void bringIn(trouble.retry!, 'The file', true)}>
              Bring it in as a copy
            </Button>
          )}
        </div>
      )}
    </div>
  )
}
