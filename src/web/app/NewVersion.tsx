import { Button } from '../components/Button.tsx'
import { loadNewest, useVersion } from './version.ts'

/** Says that there is a new version, where there is one: it comes with a reload, and nothing that was done is lost by that. */
export function NewVersion() {
  const newer = useVersion(s => s.newer)
  if (!newer) return null
  return (
    <div
      role="status"
      className="no-print fixed inset-x-0 bottom-0 z-50 flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-ink bg-paper px-4 py-2 text-plain"
    >
      <span>A new version is here. What you have done is kept.</span>
      <Button onClick={() => void loadNewest()}>Reload</Button>
    </div>
  )
}
