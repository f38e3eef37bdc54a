import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { Button, buttonLook } from '../components/Button.tsx'
import { Select } from '../components/Select.tsx'
import { useTitle } from '../hooks/useTitle.ts'
import { moment } from '../text/dates.ts'
import { api, type PairedDevice, type Pairing, type Shared } from '../stores/api.ts'
import { useLive } from '../stores/live.ts'
import { askWho } from '../stores/accessStore.ts'
import { usualAddress } from './usualAddress.ts'
import { Qr } from './Qr.tsx'
import { Fingerprint } from './Fingerprint.tsx'

/** How long after its end a way in is looked at, ms. */
const CLOSES = 500

const ROLES = [
  { value: 'bench', label: 'to work: builds and shelf' },
  { value: 'owner', label: 'as an owner: everything' },
]

/** A way in for one device: an address as a picture and in letters, and eight digits; a new one when it is over. */
function WayIn({ shared }: { shared: Shared }) {
  const [role, setRole] = useState<'bench' | 'owner'>('bench'),
    [at, setAt] = useState(() => usualAddress(shared)),
    [pairing, setPairing] = useState<Pairing>(),
    [said, setSaid] = useState<string>(),
    [trouble, setTrouble] = useState<string>()
  const open = useCallback(
    () => api.openPairing(role).then(setPairing, (e: unknown) => setTrouble((e as Error).message)),
    [role],
  )
  useEffect(() => void open(), [open])
  const { id, goodFor } = pairing ?? {}
  useEffect(() => {
    if (!id) return
    // Nobody comes in by a way that nobody looks at.
    return () => void api.closePairing(id).catch(() => undefined)
  }, [id])
  const changed = useLive(s => s.pairings)
  useEffect(() => {
    if (!id) return
    let isOver = false
    const look = () =>
      api.pairing(id).then(
        ({ state, by }) => {
          if (isOver || state === 'open') return
          isOver = true
          if (state === 'used') setSaid(`“${by}” is paired. For the next device there are new digits.`)
          else if (state === 'too many') setSaid('Wrong digits were typed five times: here are new ones.')
          void open()
        },
        () => undefined,
      )
    void look()
    const over = setTimeout(() => void look(), (goodFor ?? 0) + CLOSES)
    return () => {
      isOver = true
      clearTimeout(over)
    }
  }, [id, goodFor, changed, open])
  const address = `http://${at}:${shared.plain}/pair`
  return (
    <div className="flex flex-wrap gap-x-8 gap-y-4">
      {pairing && (
        <Qr text={`${address}#${pairing.token}`} label={`The address ${address}, with a link that is good once`} />
      )}
      <div className="flex min-w-0 flex-1 basis-72 flex-col gap-3">
        <p>Scan this with the other device, or type on it:</p>
        <p className="figure break-all text-title">{`http://${at}:${shared.plain}`}</p>
        <p>
          and there these eight digits:{' '}
          <output className="figure block text-banner font-semibold" aria-label="Eight digits">
            {pairing ? `${pairing.code.slice(0, 4)} ${pairing.code.slice(4)}` : '…'}
          </output>
          <span className="text-plain text-muted">Good once, for two minutes; then there are others.</span>
        </p>
        <div className="flex flex-wrap items-end gap-4">
          <Select
            label="It comes"
            value={role}
            onChange={v => setRole(v === 'owner' ? 'owner' : 'bench')}
            options={ROLES}
          />
          {shared.at.length > 1 && (
            <Select
              label="By the address"
              value={at}
              onChange={setAt}
              options={shared.at.map(a => ({ value: a, label: a }))}
            />
          )}
        </div>
        {said && <p role="status">{said}</p>}
        {trouble && (
          <p role="alert" className="text-never">
            {trouble}
          </p>
        )}
        <details>
          <summary className="min-h-8 cursor-pointer text-plain">
            It asks whether it may trust this workshop
          </summary>
          <p className="text-plain">
            The fingerprint (SHA-256) that it shows has to be this one:
            <Fingerprint of={shared.fingerprint} />
          </p>
        </details>
      </div>
    </div>
  )
}

/** Other devices: whether the network reaches the workshop, how one more comes, and all that were paired. */
export function Devices() {
  useTitle('Other devices')
  const [shared, setShared] = useState<Shared>(),
    [devices, setDevices] = useState<PairedDevice[]>(),
    [trouble, setTrouble] = useState<string>(),
    [busy, setBusy] = useState(false)
  const failed = (e: unknown) => setTrouble((e as Error).message)
  const look = useCallback(() => void api.pairedDevices().then(setDevices, failed), [])
  const changed = useLive(s => s.pairings)
  useEffect(() => void api.network().then(setShared, failed), [])
  useEffect(look, [look, changed])
  const share = (on: boolean) => {
    setBusy(true)
    setTrouble(undefined)
    api
      .share(on)
      .then(s => {
        setShared(s)
        void askWho()
      }, failed)
      .finally(() => setBusy(false))
  }
  return (
    <div className="flex h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-5 border-b-2 border-ink px-6 py-3">
        <Link to="/" className="text-section font-semibold underline-offset-4 hover:underline">
          Snug Bolt
        </Link>
        <h1 className="flex-1 text-title font-semibold">Other devices</h1>
        {shared?.sharing && (
          <Button onClick={() => share(false)} disabled={busy}>
            Close it to the network
          </Button>
        )}
      </header>
      <main className="min-h-0 flex-1 overflow-y-auto px-6 pb-10">
        <div className="mx-auto flex max-w-[61.25rem] flex-col gap-6 py-5 text-body">
          {trouble && (
            <p role="alert" className="border-l-4 border-never pl-3 text-never">
              {trouble}
            </p>
          )}
          {shared && !shared.sharing && (
            <section className="flex flex-col items-start gap-3">
              <h2 className="text-head font-semibold">Only this machine reaches the workshop.</h2>
              <p className="max-w-[60ch]">
                Open it to the network, and a tablet or telephone among the shavings works on the same builds.
                Nobody is let in whom you have not paired. It stays open, over restarts too, until you close it
                here.
              </p>
              <Button kind="main" onClick={() => share(true)} disabled={busy}>
                {busy ? 'Opening' : 'Open it to the network and bring a device'}
              </Button>
            </section>
          )}
          {shared?.sharing && (
            <section aria-label="Bring another device" className="flex flex-col gap-3">
              <h2 className="text-head font-semibold">Bring another device</h2>
              <WayIn shared={shared} />
            </section>
          )}
          {devices && (
            <section aria-label="Paired devices" className="border-t-2 border-ink pt-3">
              <h2 className="text-section font-semibold">Paired devices</h2>
              {devices.length === 0 ? (
                <p className="text-plain text-muted">None yet.</p>
              ) : (
                <ul>
                  {devices.map(d => (
                    <li key={d.id} className="rule-row flex flex-wrap items-center gap-x-6 gap-y-1 py-2">
                      <span className="min-w-40 flex-1 break-words font-semibold">{d.name}</span>
                      <span>{d.role === 'owner' ? 'an owner' : 'works on builds and shelf'}</span>
                      <span className="text-plain text-muted">
                        seen {moment(d.seenAt)}
                        {d.secure ? '' : ', over plain HTTP'}
                      </span>
                      <Button
                        onClick={() => {
                          void api.sendAway(d.id).then(look, failed)
                        }}
                        aria-label={`Send ${d.name} away`}
                      >
                        Send away
                      </Button>
                    </li>
                  ))}
                </ul>
              )}
              <p className="pt-2 text-plain text-muted">
                A device that is lost: send it away here, and it is nobody at once. One that nobody saw for four
                months goes by itself.
              </p>
            </section>
          )}
          <p>
            <Link to="/" className={buttonLook()}>
              Back to the workshop
            </Link>
          </p>
        </div>
      </main>
    </div>
  )
}
