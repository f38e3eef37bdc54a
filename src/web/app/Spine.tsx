import { useDeferredValue } from 'react'
import { NavLink, useLocation, useNavigate } from 'react-router'
import { Select } from '../components/Select.tsx'
import { useNarrow } from '../hooks/useNarrow.ts'
import { hexPoints } from '../components/Hex.tsx'
import { useStretch } from '../stores/clock.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { fetchPageOf } from './pages.tsx'
import { progressOf, STATIONS } from '../frame/stations.ts'
import { SaveMark } from './SaveMark.tsx'
import { WhoElse } from './WhoElse.tsx'

/** A hexagon that fills from below as a station comes along. */
function Filling({ share }: { share: number }) {
  return (
    <svg width="20" height="20" viewBox="-12 -12 24 24" aria-hidden="true" className="shrink-0">
      <clipPath id={`fill-${share.toFixed(3)}`}>
        <rect x="-12" y={10 - 20 * share} width="24" height="24" />
      </clipPath>
      <polygon points={hexPoints(0, 0, 10)} fill="currentColor" clipPath={`url(#fill-${share.toFixed(3)})`} />
      <polygon points={hexPoints(0, 0, 10)} fill="none" stroke="currentColor" strokeWidth="1.8" />
    </svg>
  )
}

/** The stations in working order and how far each is. */
export function Spine() {
  const build = useOpenBuild()
  useStretch(s => s.stretch)
  // How far stations are comes a frame after what was changed: it is the sheet that is looked at.
  const progress = progressOf(useDeferredValue(build))
  const narrow = useNarrow(),
    navigate = useNavigate(),
    station = useLocation().pathname.split('/')[3] ?? ''
  if (narrow)
    return (
      <nav
        aria-label="Stations"
        className="no-print flex flex-wrap items-center gap-x-3 border-b-2 border-ink px-3 py-1.5"
      >
        <NavLink to="/" className="text-section font-semibold leading-tight" title="All builds">
          Snug Bolt
        </NavLink>
        <span className="min-w-0 flex-1 truncate text-note text-muted">{build.name}</span>
        <Select
          label="Station"
          hideLabel
          value={station}
          onChange={to => void navigate(`/b/${build.id}/${to}`)}
          options={[
            ...(STATIONS.some(s => s.id === station) ? [] : [{ value: station, label: 'to a station' }]),
            ...STATIONS.map(s => ({ value: s.id, label: `${s.label}, ${Math.round(progress[s.id] * 100)} %` })),
          ]}
        />
        <WhoElse />
        <SaveMark />
      </nav>
    )
  return (
    <nav
      aria-label="Stations"
      className="no-print flex shrink-0 flex-col border-r-2 border-ink max-[56.25em]:grid max-[56.25em]:w-full max-[56.25em]:grid-cols-6 max-[56.25em]:border-b-2 max-[56.25em]:border-r-0 min-[56.3125em]:w-[9.25rem]"
    >
      <div className="flex flex-col px-3.5 pb-3 pt-3 max-[56.25em]:justify-center max-[56.25em]:border-b max-[56.25em]:border-line max-[56.25em]:py-0">
        <NavLink to="/" className="text-section font-semibold leading-tight" title="All builds">
          Snug Bolt
        </NavLink>
        <span className="text-note text-muted">{build.name}</span>
      </div>
      {STATIONS.map(s => (
        <NavLink
          key={s.id}
          to={`/b/${build.id}/${s.id}`}
          onPointerEnter={() => fetchPageOf(`/b/${build.id}/${s.id}`)}
          onFocus={() => fetchPageOf(`/b/${build.id}/${s.id}`)}
          className={({ isActive }) =>
            `flex min-h-11 shrink-0 items-center gap-2.5 border-t border-line px-3.5 text-plain max-[56.25em]:border-l max-[56.25em]:border-t-0 max-[56.25em]:border-b max-[56.25em]:px-2.5 max-[56.25em]:gap-2 ${isActive ? 'bg-ink font-semibold text-ground' : 'hover:bg-shade'}`
          }
        >
          <Filling share={progress[s.id]} />
          <span className="whitespace-nowrap">{s.label}</span>
          <span className="sr-only">, {Math.round(progress[s.id] * 100)} per cent</span>
        </NavLink>
      ))}
      <div className="mt-auto border-t border-line px-3.5 py-2.5 max-[56.25em]:mt-0 max-[56.25em]:flex max-[56.25em]:items-center max-[56.25em]:border-l max-[56.25em]:border-t-0">
        <WhoElse />
        <SaveMark />
      </div>
    </nav>
  )
}
