import { create } from 'zustand'
import { following, USUAL_SETTINGS, type WorkshopSettings } from '../../core/document/settings.ts'
import { useAccess } from './accessStore.ts'
import { api, Refused, type OtherSettings } from './api.ts'
import { useBuild } from './buildStore.ts'

/** Id of the build whose station is open: it follows here and saves itself. */
const openId = (): string | undefined => {
  const id = /^\/b\/([^/]+)/.exec(location.pathname)?.[1]
  return useBuild.getState().build?.id === id ? id : undefined
}

/** Until the workshop is asked again after it did not answer, ms. */
const AGAIN = 4000

interface SettingsState {
  settings: WorkshopSettings
  /** Builds that hold other settings. */
  others: readonly OtherSettings[]
  /** Whether they came from the workshop yet. */
  known: boolean
  /** Why the workshop does not have the newest ones. */
  trouble: string | undefined
}

/** The workshop's settings, as it holds them. */
export const useSettings = create<SettingsState>(() => ({
  settings: USUAL_SETTINGS,
  others: [],
  known: false,
  trouble: undefined,
}))

let asked: Promise<void> | undefined

/** Asks the workshop for its settings, once; again when it did not answer. */
export const loadSettings = (): Promise<void> =>
  (asked ??= api.settings().then(
    r => useSettings.setState({ settings: r.settings, others: r.others, known: true, trouble: undefined }),
    () => {
      asked = undefined
    },
  ))

/** Asks again: builds came or went. */
export const reloadSettings = (): Promise<void> => {
  asked = undefined
  return loadSettings()
}

let timer: ReturnType<typeof setTimeout> | undefined

async function send(all: boolean): Promise<void> {
  clearTimeout(timer)
  const sent = useSettings.getState().settings
  try {
    const r = await api.saveSettings(sent, openId(), all)
    if (useSettings.getState().settings === sent)
      useSettings.setState({ others: r.others, known: true, trouble: undefined })
  } catch (e) {
    const refused = e instanceof Refused
    useSettings.setState({
      trouble: refused
        ? e.problems.map(p => `${p.path}: ${p.reason}`).join('; ') || e.message
        : 'The workshop does not answer; it is asked again.',
    })
    if (!refused) timer = setTimeout(() => void send(all), AGAIN)
  }
}

/** Changes the workshop's settings: every build follows, the open one at once. */
export function editSettings(change: (s: WorkshopSettings) => WorkshopSettings): void {
  const before = useSettings.getState().settings,
    after = change(before)
  useSettings.setState({ settings: after })
  if (openId()) useBuild.getState().follow(b => following(b, before, after))
  // A device that was paired to work chooses for itself and its build, not for the workshop.
  if (useAccess.getState().who?.role !== 'bench') void send(false)
}

/** Brings every build into line with the workshop. */
export const alignBuilds = (): Promise<void> => send(true)
