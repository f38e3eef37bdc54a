import { useEffect, useState } from 'react'
import { Button, buttonLook } from '../components/Button.tsx'
import { api, type Safety as Known } from '../stores/api.ts'
import { moment } from '../text/dates.ts'

/** What was found when all that is kept was read through last. */
function Looked({ of }: { of: Known['looked'] }) {
  if (!of)
    return (
      <p>
        Copies, journal and photos have not been checked yet. That is done once a week, for the first time soon
        after the start.
      </p>
    )
  const { wrong } = of
  return (
    <>
      <p>
        <b className="font-semibold">{wrong.length ? `${wrong.length} damaged.` : 'All well.'}</b> Checked on{' '}
        {moment(of.at)}: {of.copies} {of.copies === 1 ? 'copy' : 'copies'}, the journal, {of.photos}{' '}
        {of.photos === 1 ? 'photo or other file' : 'photos and other files'}.
      </p>
      {wrong.length > 0 && (
        <ul role="alert" className="border-l-4 border-never pl-3 text-plain">
          {wrong.map(w => (
            <li key={w} className="break-words">
              {w}
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

/** How safe the workshop is: its copies, when they were read through, and the second place; a backup by hand. */
export function Safety() {
  const [known, setKnown] = useState<Known>(),
    [busy, setBusy] = useState(false),
    [trouble, setTrouble] = useState<string>()
  const load = () =>
    api.safety().then(setKnown, () => setTrouble('The workshop does not answer: nothing is known of its copies.'))
  useEffect(() => void load(), [])
  const look = () => {
    setBusy(true)
    setTrouble(undefined)
    api
      .lookThrough()
      .then(load, (e: unknown) => setTrouble((e as Error).message))
      .finally(() => setBusy(false))
  }
  return (
    <div className="flex min-w-0 max-w-[60ch] flex-col gap-3 text-plain">
      <div className="flex flex-wrap gap-3">
        <a href="/api/backup" download className={buttonLook()}>
          Save a backup
        </a>
        {known?.own && (
          <Button onClick={look} disabled={busy}>
            {busy ? 'Checking' : 'Check everything now'}
          </Button>
        )}
      </div>
      {trouble && (
        <p role="alert" className="text-never">
          {trouble}
        </p>
      )}
      {known?.own === false && <p>A database server keeps this workshop, with copies of its own.</p>}
      {known?.own && (
        <div role="status" className="flex flex-col gap-2">
          <Looked of={known.looked} />
          <p>
            {known.newest
              ? `The newest of ${known.copies} ${known.copies === 1 ? 'copy' : 'copies'} in the data folder is of ${moment(known.newest)}.`
              : 'No copy has been made yet.'}
          </p>
          <p>
            {known.second
              ? known.second.wrong
                ? `The second place, ${known.second.folder}, cannot be used now: ${known.second.wrong}.`
                : known.second.at
                  ? `In the second place, ${known.second.folder}, everything was there on ${moment(known.second.at)}.`
                  : `The second place, ${known.second.folder}, is looked for within the hour.`
              : 'All copies lie on one disk. A second place, such as a stick or another disk, is named when the program is started: SNUGBOLT_SECOND=<folder>.'}
          </p>
        </div>
      )}
      <p className="text-muted">
        A copy a day is kept, of the last fourteen days.{' '}
        <code className="figure whitespace-nowrap">npx snugbolt restore</code> brings one back: with{' '}
        <code className="figure whitespace-nowrap">--try</code> it says what would be there and touches nothing.
      </p>
    </div>
  )
}
