import { useEffect, useState } from 'react'
import { Button } from '../components/Button.tsx'
import { useTitle } from '../hooks/useTitle.ts'
import { api, type TrustedBy } from '../stores/api.ts'
import { unsavedHere } from '../stores/drafts.ts'
import { useAccess } from '../stores/accessStore.ts'
import { deviceName } from './deviceName.ts'
import { Trust } from './Trust.tsx'

const TOKEN = /^#[A-Za-z0-9_-]{22}$/

/** What a link brought, for as long as this document lives: what is drawn may be drawn again before it counts. */
let brought: string | undefined
/** Whether it is on its way: it is good once. */
let underWay = false

/** What a link brings in its fragment, which is sent to nobody. */
function tokenBrought(): string | undefined {
  if (location.pathname === '/pair' && TOKEN.test(location.hash)) brought = location.hash.slice(1)
  return brought
}

/** What a device that is not paired sees, whatever address it asked for: how it is let in, and nothing of the workshop. */
export function LetIn() {
  useTitle('Pair this device')
  const sentAway = useAccess(s => s.who?.sentAway === true)
  const [token, setToken] = useState(tokenBrought),
    [code, setCode] = useState(''),
    [name, setName] = useState(deviceName),
    [by, setBy] = useState<TrustedBy>(),
    [trouble, setTrouble] = useState<string>(),
    [busy, setBusy] = useState(false)
  const plain = location.protocol !== 'https:',
    unsaved = unsavedHere()
  const pair = (with_: { token: string } | { code: string }) => {
    underWay = true
    setBusy(true)
    setTrouble(undefined)
    api.pair({ ...with_, name }).then(
      () => location.replace(location.pathname === '/pair' ? '/' : location.pathname + location.search),
      (e: unknown) => {
        underWay = false
        // What did not let it in does not do so again.
        brought = undefined
        setToken(undefined)
        setBusy(false)
        setTrouble((e as Error).message)
      },
    )
  }
  useEffect(() => {
    const look = () => {
      setToken(tokenBrought())
      // It stands in no list of addresses.
      if (location.hash) history.replaceState(null, '', location.pathname + location.search)
    }
    look()
    window.addEventListener('hashchange', look)
    return () => window.removeEventListener('hashchange', look)
  }, [])
  useEffect(() => {
    if (plain) api.trust().then(setBy, () => undefined)
  }, [plain])
  useEffect(() => {
    // Over HTTPS a link is all that it needs.
    if (!plain && token && !underWay) pair({ token })
    // With what the link brought, and the name that it is proposed.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [plain, token])
  const digits = code.replace(/\D/g, '')
  return (
    <main className="mx-auto flex min-h-dvh max-w-[46rem] flex-col gap-6 bg-ground px-5 py-8 text-body">
      <header>
        <h1 className="text-head font-semibold">{sentAway ? 'This device was sent away' : 'Pair this device'}</h1>
        <p>
          {sentAway
            ? 'The workshop’s owner has ended its pairing. To go on, have it paired again.'
            : 'This is a workshop of Snug Bolt. Its owner lets this device in: on the workshop’s own machine, choose “Bring another device”.'}
        </p>
      </header>
      {unsaved > 0 && (
        <p role="status" className="border-l-4 border-hand pl-3">
          What was done here on {unsaved === 1 ? 'a build' : `${unsaved} builds`} and is not saved yet is kept on
          this device. It is saved once the device is paired again.
        </p>
      )}
      {plain && by && (
        <Trust by={by} onward={`https://${location.hostname}:${by.https}/pair${token ? `#${token}` : ''}`} />
      )}
      <form
        className="flex flex-col gap-3"
        onSubmit={e => {
          e.preventDefault()
          pair(token ? { token } : { code: digits })
        }}
      >
        <h2 className="text-section font-semibold">
          {plain && by ? 'Or go on without, over plain HTTP' : token ? 'Let this device in' : 'Eight digits'}
        </h2>
        <label className="flex max-w-80 flex-col gap-1">
          What this device is called
          <input
            value={name}
            maxLength={60}
            onChange={e => setName(e.target.value)}
            className="min-h-11 border border-line bg-paper px-3"
          />
        </label>
        {!token && (
          <label className="flex max-w-80 flex-col gap-1">
            The eight digits that the workshop shows
            <input
              value={code}
              inputMode="numeric"
              autoComplete="one-time-code"
              autoFocus={!plain}
              maxLength={12}
              placeholder="1234 5678"
              onChange={e => setCode(e.target.value)}
              aria-invalid={trouble ? true : undefined}
              aria-describedby={trouble ? 'pair-trouble' : undefined}
              className="figure min-h-14 border-2 border-ink bg-paper px-3 text-head"
            />
          </label>
        )}
        <p>
          <Button
            type="submit"
            kind={plain && by ? 'plain' : 'main'}
            disabled={busy || !name.trim() || (!token && digits.length !== 8)}
          >
            Pair
          </Button>
        </p>
        {trouble && (
          <p id="pair-trouble" role="alert" className="text-never">
            {trouble}
          </p>
        )}
      </form>
    </main>
  )
}
