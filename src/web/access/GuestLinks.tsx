import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import type { GuestPageKind } from '../../core/handover/guestPages.ts'
import { Dialog } from '../components/Dialog.tsx'
import { Button, buttonLook } from '../components/Button.tsx'
import { Select } from '../components/Select.tsx'
import { dated, moment } from '../text/dates.ts'
import { api, type GuestLink, type MadeLink, type Shared } from '../stores/api.ts'
import { isOwnMachine, useIsOwner } from '../stores/accessStore.ts'
import { Qr } from './Qr.tsx'
import { usualAddress } from './usualAddress.ts'

const DAYS = [
  { value: '1', label: 'a day' },
  { value: '7', label: 'a week' },
  { value: '30', label: '30 days' },
]

/** Shows a sheet or a quote to somebody who has no device here: by a link, which the owner makes and ends. */
export function GuestLinkButton({ of, build }: { of: GuestPageKind; build: string }) {
  const [open, setOpen] = useState(false)
  if (!useIsOwner()) return null
  return (
    <>
      <Button onClick={() => setOpen(true)}>Link for a guest</Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Link for a guest"
        description={
          of === 'sheet'
            ? 'Whoever has the link sees this sheet until it ends, and nothing else of the workshop.'
            : 'Whoever has the link sees this quote until it ends, may approve it, and sees nothing else of the workshop.'
        }
      >
        <GuestLinks of={of} build={build} />
      </Dialog>
    </>
  )
}

/** A page that is not the machine's own was reached from the network: a guest reaches it the same way. */
const ownOrigin = (): string | undefined => (isOwnMachine() ? undefined : location.origin)

function GuestLinks({ of, build }: { of: GuestPageKind; build: string }) {
  const [shared, setShared] = useState<Shared>(),
    [links, setLinks] = useState<GuestLink[]>([]),
    [made, setMade] = useState<MadeLink>(),
    [days, setDays] = useState('7'),
    [trouble, setTrouble] = useState<string>()
  const failed = (e: unknown) => setTrouble((e as Error).message)
  const look = useCallback(
    () => void api.guestLinks(build).then(all => setLinks(all.filter(l => l.of === of)), failed),
    [build, of],
  )
  useEffect(() => {
    void api.network().then(setShared, failed)
    look()
  }, [look])
  const make = () => {
    setTrouble(undefined)
    api.makeGuestLink(build, of, Number(days)).then(l => {
      setMade(l)
      look()
    }, failed)
  }
  const origin = shared?.sharing ? `http://${usualAddress(shared)}:${shared.plain}` : ownOrigin(),
    address = made && origin && `${origin}/guest#${made.token}`
  return (
    <div className="flex flex-col gap-4 text-body">
      {shared && !origin && (
        <p className="border-l-4 border-tight pl-3">
          Only this machine reaches the workshop, so no guest does yet.{' '}
          <Link to="/devices" className="underline">
            Open it to the network
          </Link>{' '}
          first.
        </p>
      )}
      {origin && (
        <div className="flex flex-wrap items-end gap-4">
          <Select label="Good for" value={days} onChange={setDays} options={DAYS} />
          <Button kind={made ? 'plain' : 'main'} onClick={make}>
            {made ? 'Make another' : 'Make a link'}
          </Button>
        </div>
      )}
      {address && (
        <div className="flex flex-wrap items-center gap-4">
          <Qr text={address} label="The link as a picture" />
          <div className="flex min-w-0 flex-1 basis-64 flex-col gap-2">
            <label className="flex flex-col gap-1 text-note text-muted">
              The link, shown only now
              <textarea
                readOnly
                rows={3}
                value={address}
                onFocus={e => e.target.select()}
                className="figure w-full break-all border border-line bg-paper p-2 text-plain text-ink"
              />
            </label>
            <p className="text-plain">
              It opens in this network only, and over plain HTTP: who else listens here could read it. Good until{' '}
              {moment(made!.endsAt)}.
            </p>
          </div>
        </div>
      )}
      {trouble && (
        <p role="alert" className="text-never">
          {trouble}
        </p>
      )}
      {links.length > 0 && (
        <section aria-label="Links that are good" className="border-t border-line pt-2">
          <h3 className="font-semibold">Links that are good</h3>
          <ul>
            {links.map(l => (
              <li key={l.id} className="rule-row flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
                <span className="flex-1">
                  made {moment(l.madeAt)}, until {dated(l.endsAt)}
                </span>
                <span className="text-plain text-muted">
                  {l.seenAt ? `opened ${moment(l.seenAt)}` : 'not opened yet'}
                </span>
                <Button
                  aria-label={`End the link made ${moment(l.madeAt)}`}
                  onClick={() => {
                    void api.endGuestLink(l.id).then(() => {
                      if (made?.id === l.id) setMade(undefined)
                      look()
                    }, failed)
                  }}
                >
                  End
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {shared?.sharing && (
        <p>
          <Link to="/devices" className={buttonLook()}>
            Other devices
          </Link>
        </p>
      )}
    </div>
  )
}
