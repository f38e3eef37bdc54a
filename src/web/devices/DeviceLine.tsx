import { useState } from 'react'
import { DEVICE_SORTS, type DeviceSortName } from '../../core/devices/deviceSorts.ts'
import { NeedsTrust } from '../access/NeedsTrust.tsx'
import { Button } from '../components/Button.tsx'
import { letDeviceIn, useDevices } from './deviceStore.ts'
import { connectSerial, hasSerial } from './serial.ts'

/** Which devices of a sort are connected and what they show just now; how to connect one. */
export function DeviceLine({ sort }: { sort: DeviceSortName }) {
  const { bridged, serial, shows } = useDevices(),
    [trouble, setTrouble] = useState<string>(),
    here = [...bridged, ...serial].filter(d => d.sort === sort),
    label = DEVICE_SORTS[sort].label.toLowerCase()
  return (
    <div className="no-print mt-3">
      {here.map(d =>
        d.isIn ? (
          <p key={d.id} role="status" className="text-body">
            <b className="font-semibold">{d.name}</b> is connected: what it reads lands here.{' '}
            {shows[d.id] && (
              <>
                It shows <span className="figure">{shows[d.id]}</span>
              </>
            )}
          </p>
        ) : (
          <div key={d.id} role="status" className="flex flex-wrap items-center gap-3 text-body">
            <p>
              <b className="font-semibold">{d.name}</b> wants to give readings here. Is it yours?
            </p>
            <Button onClick={() => letDeviceIn(d.id, true)}>Let it in</Button>
            <Button onClick={() => letDeviceIn(d.id, false)}>Send it away</Button>
          </div>
        ),
      )}
      {here.length === 0 && (
        <details>
          <summary className="min-h-10 cursor-pointer text-plain underline underline-offset-4">
            Connect a {label}
          </summary>
          <p className="max-w-xl text-plain text-muted">
            A {label} that speaks the line protocol on the device port of the workshop’s own machine lands its
            readings in the field in hand. A simulated one reads the instrument on the bench:{' '}
            <code className="figure">npx snugbolt device {sort}</code>
          </p>
          {hasSerial() && (
            <Button className="mt-2" onClick={() => void connectSerial().then(setTrouble)}>
              Choose a serial port
            </Button>
          )}
          <NeedsTrust what="A browser lends a serial port of this device" className="text-note text-muted" />
          {trouble && (
            <p role="alert" className="text-note text-never">
              {trouble}
            </p>
          )}
        </details>
      )}
    </div>
  )
}
