import { MonitorUp } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useState } from 'react'
import { useHref } from 'react-router'
import { api } from '../stores/api.ts'
import { otherDevices, useLive } from '../stores/live.ts'
import { Button } from './Button.tsx'

/**
 * Shows a page of the build, such as a bench view, on another device: at once where there is one, on the one that is chosen
 * where there are more; nothing where there is none.
 * @param of what is shown, where it stands in a row of many: then it is a small button
 */
export function ShowOn({ to, of }: { to: string; of?: string }) {
  const path = useHref(to),
    devices = otherDevices(useLive(s => s.here)),
    [said, setSaid] = useState<string>(),
    [only] = devices
  if (!only) return null
  const show = ({ device, page }: (typeof devices)[number]) =>
    void api.showOn(page, path).then(
      () => setSaid(`Shown on ${device}.`),
      (e: unknown) => setSaid((e as Error).message),
    )
  const one = devices.length === 1,
    label = `Show ${of ?? 'it'} on ${one ? only.device : '…'}`,
    button = (
      <Button
        className="no-print"
        {...(of === undefined ? {} : { 'aria-label': label, title: label })}
        {...(one ? { onClick: () => show(only) } : {})}
      >
        <MonitorUp size={18} aria-hidden="true" />
        {of === undefined && label}
      </Button>
    )
  return (
    <>
      {one ? (
        button
      ) : (
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className="z-50 border-2 border-ink bg-paper text-plain">
              {devices.map(d => (
                <DropdownMenu.Item
                  key={d.page}
                  onSelect={() => show(d)}
                  className="min-h-11 cursor-pointer px-4 py-2 outline-none data-[highlighted]:bg-shade"
                >
                  {d.device}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      )}
      {said && (
        <span role="status" className={of === undefined ? undefined : 'text-note text-muted'}>
          {said}
        </span>
      )}
    </>
  )
}
