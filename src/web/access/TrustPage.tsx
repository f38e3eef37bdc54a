import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { buttonLook } from '../components/Button.tsx'
import { useTitle } from '../hooks/useTitle.ts'
import { api, type TrustedBy } from '../stores/api.ts'
import { Trust } from './Trust.tsx'

/** How this device goes over to HTTPS, whenever its user wants to. */
export function TrustPage() {
  useTitle('Trust this workshop')
  const [by, setBy] = useState<TrustedBy>(),
    [trouble, setTrouble] = useState<string>()
  useEffect(() => {
    api.trust().then(setBy, (e: unknown) => setTrouble((e as Error).message))
  }, [])
  return (
    <main className="mx-auto flex max-w-[46rem] flex-col gap-5 px-5 py-8 text-body">
      <h1 className="text-head font-semibold">Over to HTTPS</h1>
      {by && (
        <>
          <Trust by={by} onward={`https://${location.hostname}:${by.https}/pair`} />
          <p>Over HTTPS it is paired once more: have the digits ready on the workshop’s own machine.</p>
        </>
      )}
      {trouble && (
        <p role="alert">
          {trouble} On the workshop’s own machine, “Bring another device” opens it, and over HTTPS with that.
        </p>
      )}
      <p>
        <Link to="/" className={buttonLook()}>
          To the workshop
        </Link>
      </p>
    </main>
  )
}
