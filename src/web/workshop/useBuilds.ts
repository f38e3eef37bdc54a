import { useCallback, useEffect, useState } from 'react'
import { heavy } from '../hooks/useHeavy.ts'
import { api, Refused, type BuildRow } from '../stores/api.ts'
import { present } from '../stores/clock.ts'
import { leave, sayHere, useLive } from '../stores/live.ts'
import { reloadSettings } from '../stores/settingsStore.ts'
import type { Loaded } from './BuildCard.tsx'

export const AWAY = {
  title: 'The workshop does not answer.',
  lines: ['Start it with npm run demo, then load this page again.'],
}

export interface Trouble {
  title: string
  lines: string[]
  retry?: string
}
/** What was done last, and how it is taken back. */
export interface Done {
  said: string
  back?: () => Promise<void>
}

/** The workshop's builds, each with its summary as it comes; what is done to them, and what stood in the way. */
export function useBuilds() {
  const [rows, setRows] = useState<BuildRow[]>()
  const [loaded, setLoaded] = useState<ReadonlyMap<string, Loaded>>(new Map())
  const [trouble, setTrouble] = useState<Trouble>()
  const [done, setDone] = useState<readonly Done[]>([])
  const [acting, setActing] = useState(false)

  const refresh = useCallback(async () => {
    try {
      setRows(await api.builds())
      void reloadSettings()
    } catch {
      setTrouble(AWAY)
    }
  }, [])
  useEffect(() => void refresh(), [refresh])
  // Another device may show something here.
  useEffect(() => {
    const end = sayHere(null, 'Builds')
    return () => {
      end()
      leave()
    }
  }, [])
  // What is done at other devices is in the list as soon as it is there.
  const changed = useLive(s => s.builds)
  useEffect(() => {
    if (!changed || acting) return
    const soon = setTimeout(() => void refresh(), 150)
    return () => clearTimeout(soon)
  }, [changed, acting, refresh])
  useEffect(() => {
    let open = !acting
    void (async () => {
      for (const r of rows ?? []) {
        if (!open) return
        const have = loaded.get(r.id)
        if (have && have.revision === r.revision) continue
        try {
          const stored = await api.build(r.id)
          const summary = await heavy().summary(stored.build, present())
          if (!open) return
          setLoaded(m => new Map(m).set(r.id, { build: stored.build, revision: stored.revision, summary }))
        } catch {
          // Gone or not to be read: its card keeps its name.
        }
      }
    })()
    return () => {
      open = false
    }
    // A card is fetched again when its revision is another, and none while the builds are being changed: it may be going.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [rows, acting])

  /** Changes the workshop's builds, and tells what stood in the way. */
  const change = async (go: () => Promise<unknown>, then: () => void) => {
    setActing(true)
    try {
      await go()
      setTrouble(undefined)
      then()
    } catch (e) {
      setTrouble(
        e instanceof Refused ? { title: e.message, lines: e.problems.slice(0, 6).map(p => p.reason) } : AWAY,
      )
    } finally {
      await refresh()
      setActing(false)
    }
  }
  /** Does something to the workshop and says so, with the way back. */
  const act = (said: string, go: () => Promise<unknown>, back?: () => Promise<unknown>) => {
    const takenBack = { said: `Taken back: ${said.replace(/\.$/, '')}.` }
    return change(go, () =>
      setDone(d =>
        [
          { said, ...(back ? { back: () => change(back, () => setDone(x => [takenBack, ...x])) } : {}) },
          ...d,
        ].slice(0, 20),
      ),
    )
  }
  return { rows, loaded, trouble, setTrouble, last: done[0], act }
}

/** Does something to the workshop and says so, with the way back. */
export type Act = ReturnType<typeof useBuilds>['act']
