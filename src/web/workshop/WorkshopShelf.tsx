import { useTitle } from '../hooks/useTitle.ts'
import { useMemo } from 'react'
import type { Build } from '../../core/document/build.ts'
import type { WorkshopSettings } from '../../core/document/settings.ts'
import { useSettings } from '../stores/settingsStore.ts'
import { Link } from 'react-router'
import { assumeBuild } from '../../core/start/assumeBuild.ts'
import { today } from '../stores/clock.ts'
import { StandIn } from '../stores/buildStore.ts'
import { Shelf } from '../stations/shelf/Shelf.tsx'

/** Nothing is chosen here: the shelf stands on a build without parts. */
const nobodys = (settings: WorkshopSettings): Build => ({
  ...assumeBuild({ id: 'nobody', name: 'No build', have: 'kit', answers: {}, today: today(), settings }),
  slots: {},
  parts: [],
})

/** The workshop's shelf with no build open. */
export function WorkshopShelf() {
  useTitle('Shelf')
  const settings = useSettings(s => s.settings),
    nobody = useMemo(() => nobodys(settings), [settings])
  return (
    <div className="flex h-dvh flex-col">
      <header className="flex items-center gap-5 border-b-2 border-ink px-5 py-2 text-plain">
        <Link to="/" className="text-section font-semibold underline-offset-4 hover:underline">
          Snug Bolt
        </Link>
        <span className="text-muted">The workshop’s shelf, free for any build</span>
      </header>
      <main className="min-h-0 flex-1">
        <StandIn.Provider value={nobody}>
          <Shelf />
        </StandIn.Provider>
      </main>
    </div>
  )
}
