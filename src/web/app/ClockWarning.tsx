import { HOUR } from '../../core/units/time.ts'
import { useBuild } from '../stores/buildStore.ts'
import { useStretch } from '../stores/clock.ts'
import { dated } from '../text/dates.ts'

/** What two clocks may differ by, ms: a phone and a laptop that nobody set. */
const ALIKE = HOUR

/** Says that this device's clock stands before something that was already done: what is written now would be dated before it. */
export function ClockWarning() {
  const build = useBuild(s => s.build)
  useStretch()
  const latest = [...(build?.log ?? []), ...(build?.readings ?? []), ...(build?.steps ?? [])].reduce(
      (m, e) => (e.at > m ? e.at : m),
      '',
    ),
    now = new Date()
  if (!latest || Date.parse(latest) - now.getTime() < ALIKE) return null
  return (
    <p role="alert" className="border-b border-never bg-paper px-4 py-2 text-plain text-never">
      This device’s clock says {dated(now.toISOString())}, and something on this build was done on {dated(latest)}.
      What you write now would stand before it: set the clock.
    </p>
  )
}
