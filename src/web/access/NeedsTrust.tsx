import { Link } from 'react-router'
import { isTrustedPage } from '../stores/secureOnly.ts'

/** Says, over plain HTTP, why something is not to be had, and the way to have it; nothing where it is. */
export function NeedsTrust({ what, className = 'text-plain' }: { what: string; className?: string }) {
  if (isTrustedPage()) return null
  return (
    <p role="note" className={className}>
      {what} only over HTTPS.{' '}
      <Link to="/trust" className="underline underline-offset-4">
        Have it on this device
      </Link>
    </p>
  )
}
