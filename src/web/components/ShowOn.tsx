import { MonitorUp } from 'lucide-react'
import { useState } from 'react'
import { useHref } from 'react-router'
import { api } from '../stores/api.ts'
import { otherDevices, useLive } from '../stores/live.ts'
import { Button } from './Button.tsx'

/** Shows a page of the build, such as a bench view, on another device that has one open; nothing where there is none. */
export function ShowOn({ to }: { to: string }) {
  const path = useHref(to),
    devices = otherDevices(useLive(s => s.here)),
    [said, setSaid] = useState<string>()
  if (!devices.length) return null
  return (
    <>
      {devices.map(d => (
        <Button
          key={d.page}
          onClick={() =>
            void api.showOn(d.page, path).then(
              () => setSaid(`Shown on ${d.device}.`),
              (e: unknown) => setSaid((e as Error).message),
            )
          }
        >
          <MonitorUp size={18} aria-hidden="true" />
          Show it on {d.device}
        </Button>
      ))}
      {said && <span role="status">{said}</span>}
    </>
  )
}
