import { useState } from 'react'
import { Button } from '../components/Button.tsx'
import { loadNewest, useVersion } from './version.ts'

/** Says that there is a new version, where there is one: it comes with a reload, and nothing that was done is lost by that. */
export function NewVersion() {
  const newer = useVersion(s => s.newer),
    [loading, setLoading] = useState(false)
  if (!newer) return null
  return (
    <div
      role="status"
      className="no-print fixed right-3 bottom-3 z-50 flex max-w-[22rem] flex-wrap items-center gap-x-3 gap-y-2 border-2 border-ink bg-paper px-4 py-3 text-plain"
    >
      <span>A new version is here. What you have done is kept.</span>
      <Button
        disabled={loading}
        onClick={() => {
          setLoading(true)
          void loadNewest()
        }}
      >
        {loading ? 'Fetching it' : 'Reload'}
      </Button>
      <Button onClick={() => useVersion.setState({ newer: false })}>Later</Button>
    </div>
  )
}
