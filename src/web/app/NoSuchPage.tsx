import { Link, useLocation, useMatch } from 'react-router'
import { useTitle } from '../hooks/useTitle.ts'
import { STATIONS } from '../frame/stations.ts'

/** What stands where an address leads to no page: the address, and where to go from here. */
export function NoSuchPage() {
  const { pathname } = useLocation(),
    build = useMatch('/b/:id/*')?.params.id
  useTitle('No such page')
  return (
    <div className="flex flex-col items-start gap-4 p-8 text-lead">
      <h1 className="text-bench font-semibold">There is no such page</h1>
      <p>
        Nothing stands at <span className="figure break-all">{pathname}</span>.
      </p>
      {build !== undefined && (
        <nav aria-label="Stations of this build" className="flex flex-wrap gap-x-5 gap-y-2">
          {STATIONS.map(s => (
            <Link key={s.id} className="underline underline-offset-4" to={`/b/${build}/${s.id}`}>
              {s.label}
            </Link>
          ))}
        </nav>
      )}
      <Link className="underline underline-offset-4" to="/">
        All builds
      </Link>
    </div>
  )
}
