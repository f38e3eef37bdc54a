import { useOpenBuild } from '../stores/buildStore.ts'
import { othersAt, useLive } from '../stores/live.ts'

/** Who else has this build open, and where: nothing where nobody has. */
export function WhoElse() {
  const build = useOpenBuild(),
    others = othersAt(
      useLive(s => s.here),
      build.id,
    )
  if (!others.length) return null
  const said = [...new Set(others.map(o => `${o.device}: ${o.where}`))]
  return (
    <span role="status" className="block min-w-0 text-note text-muted max-[56.25em]:pr-3">
      <span className="sr-only">Also open on </span>
      {said.join(', ')}
    </span>
  )
}
