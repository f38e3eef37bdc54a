import { useEffect, type ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { useLocation } from 'react-router'
import { Button } from '../components/Button.tsx'
import { dropBegun } from '../hooks/overReload.ts'
import { loadNewest, lookForVersion, useVersion } from './version.ts'

/** What a browser says of a piece of the application that is not to be had [published: HTML, fetching module scripts]. */
const NOT_FETCHED = /dynamically imported module|module script|Loading chunk|Importing a module/i

function Trouble({ error }: { error: unknown }) {
  const newer = useVersion(s => s.newer),
    lacking = error instanceof Error && NOT_FETCHED.test(error.message)
  useEffect(() => void lookForVersion(), [])
  useEffect(() => {
    if (!lacking) dropBegun()
  }, [lacking])
  return (
    <main className="flex max-w-[40rem] flex-col gap-4 p-6 text-body">
      <h1 className="text-head font-semibold" tabIndex={-1}>
        {newer ? 'A new version is here' : lacking ? 'This page could not be fetched' : 'This page cannot be shown'}
      </h1>
      <p role="alert">
        {newer
          ? 'The workshop was updated while this page was open, and this part of it is another by now.'
          : lacking
            ? 'The workshop did not answer. When it is there again, reload.'
            : 'Something in it went wrong. The other pages are there, and so is everything that you have done.'}{' '}
        What you have done is kept.
      </p>
      <div className="flex flex-wrap gap-3">
        <Button kind="main" onClick={() => void loadNewest()}>
          Reload
        </Button>
        <a className="inline-flex min-h-10 items-center underline underline-offset-4" href="/">
          To the workshop
        </a>
      </div>
      {!newer && !lacking && error instanceof Error && (
        <details className="text-note text-muted">
          <summary className="min-h-8 cursor-pointer">What went wrong</summary>
          <p className="figure">{error.message}</p>
        </details>
      )}
    </main>
  )
}

/** Keeps what goes wrong on a page to that page; another address begins anew. */
export function PageTrouble({ children }: { children: ReactNode }) {
  const { pathname } = useLocation()
  return (
    <ErrorBoundary FallbackComponent={Trouble} resetKeys={[pathname]} onError={e => console.error(e)}>
      {children}
    </ErrorBoundary>
  )
}
