import { Link } from 'react-router'
import { buttonLook } from '../components/Button.tsx'

/** Says that a page is for the workshop's owner. */
export function OwnersOnly() {
  return (
    <main className="flex max-w-[40rem] flex-col items-start gap-4 p-6 text-body">
      <h1 className="text-head font-semibold">Only the workshop’s owner does this</h1>
      <p>
        This device was paired to work on builds and the shelf. Settings, backups and other devices are for the
        workshop’s own machine, or a device that was paired as an owner.
      </p>
      <Link to="/" className={buttonLook()}>
        To the workshop
      </Link>
    </main>
  )
}
