import { useCallback, useEffect, useState } from 'react'
import type { SheetPhoto } from '../../core/handover/guestPages.ts'
import { Button } from '../components/Button.tsx'
import { GivenLength } from '../hooks/useLength.ts'
import { useTitle } from '../hooks/useTitle.ts'
import { moment } from '../text/dates.ts'
import { QuoteView } from '../papers/QuoteView.tsx'
import { PHOTO_LOOK, SheetView } from '../papers/SheetView.tsx'
import { Refused } from '../stores/api.ts'
import { ApproveQuote } from './ApproveQuote.tsx'
import { guestApi, isToken, tokenInLink, type Shown } from './guestApi.ts'

/** A photo that only this link gives. */
function Photo({ token, of }: { token: string; of: SheetPhoto }) {
  const [src, setSrc] = useState<string>()
  useEffect(() => {
    let address: string | undefined,
      open = true
    guestApi.photo(token, of.hash).then(
      b => {
        if (!open) return
        address = URL.createObjectURL(b)
        setSrc(address)
      },
      () => undefined,
    )
    return () => {
      open = false
      if (address) URL.revokeObjectURL(address)
    }
  }, [token, of.hash])
  return src ? (
    <img src={src} alt={of.says ?? 'Photo'} className={PHOTO_LOOK} />
  ) : (
    <div className={`${PHOTO_LOOK} bg-shade`} />
  )
}

type State = { is: 'opening' } | { is: 'shown'; shown: Shown } | { is: 'not good' } | { is: 'away' }

/** What a guest sees who was given a link: one page of one build, and nothing else of the workshop. */
export function GuestPage() {
  const [token, setToken] = useState(tokenInLink),
    [state, setState] = useState<State>({ is: 'opening' })
  useEffect(() => {
    const look = () => setToken(tokenInLink())
    window.addEventListener('hashchange', look)
    return () => window.removeEventListener('hashchange', look)
  }, [])
  const open = useCallback(() => {
    if (!isToken(token)) return setState({ is: 'not good' })
    guestApi.page(token).then(
      shown => setState({ is: 'shown', shown }),
      (e: unknown) =>
        setState(was =>
          e instanceof Refused && e.status < 500 ? { is: 'not good' } : was.is === 'shown' ? was : { is: 'away' },
        ),
    )
  }, [token])
  useEffect(() => {
    open()
    // What was changed meanwhile is shown when it is looked at again.
    const again = () => {
      if (document.visibilityState === 'visible') open()
    }
    document.addEventListener('visibilitychange', again)
    return () => document.removeEventListener('visibilitychange', again)
  }, [open])
  useTitle(state.is === 'shown' ? state.shown.page.name : undefined)
  if (state.is !== 'shown')
    return (
      <main className="mx-auto flex min-h-dvh max-w-[46rem] flex-col items-start gap-4 px-5 py-8 text-body">
        {state.is === 'opening' ? (
          <p>Opening.</p>
        ) : (
          <>
            <h1 className="text-head font-semibold">
              {state.is === 'away' ? 'The workshop does not answer' : 'This link is not good'}
            </h1>
            <p>
              {state.is === 'away'
                ? 'It may be switched off, or this device is not in its network.'
                : 'It has ended, or it was not copied whole. Ask the workshop for a new one.'}
            </p>
            <Button onClick={open}>Try again</Button>
          </>
        )}
      </main>
    )
  const { shown } = state
  return (
    <GivenLength value={shown.page.length}>
      <main
        className={`mx-auto flex ${shown.of === 'sheet' ? 'max-w-[56.25rem]' : 'max-w-[47.5rem]'} flex-col gap-6 bg-paper px-6 py-6 max-[43.75em]:px-4 print:p-0`}
      >
        <div className="no-print flex flex-wrap items-center gap-3">
          <p className="flex-1 text-plain text-muted">Shown to you until {moment(shown.endsAt)}.</p>
          <Button onClick={() => window.print()}>Print</Button>
        </div>
        {shown.of === 'sheet' ? (
          <SheetView
            page={shown.page}
            circuit={shown.page.circuit}
            written={shown.written}
            photo={p => <Photo token={token} of={p} />}
          />
        ) : (
          <QuoteView page={shown.page} written={shown.written}>
            <ApproveQuote
              token={token}
              page={shown.page}
              onShown={s => setState({ is: 'shown', shown: s })}
              onChanged={open}
            />
          </QuoteView>
        )}
      </main>
    </GivenLength>
  )
}
