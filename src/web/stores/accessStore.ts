import { create } from 'zustand'
import { ANSWERS } from '../workers/answers.ts'
import { answerStore } from './secureOnly.ts'
import { api, whenNotPaired, type Asking } from './api.ts'

/** Names by which a machine calls itself: who sits at it is its owner. */
const OWN_MACHINE = ['127.0.0.1', 'localhost', '[::1]']
export const isOwnMachine = (): boolean => OWN_MACHINE.includes(location.hostname)
/** How long pages wait to know who they are, ms: then they are shown with what the browser keeps. */
const WAIT = 1_500

/** Who this page is to the workshop, unknown until it has answered; and whether pages wait for that answer. */
export const useAccess = create<{ who: Asking | undefined; waits: boolean }>(() => ({
  who: undefined,
  waits: !isOwnMachine(),
}))

/** Asks the workshop who this page is to it. Where it does not answer nothing changes: what the browser keeps goes on. */
export async function askWho(): Promise<void> {
  const late = setTimeout(() => useAccess.setState({ waits: false }), WAIT)
  try {
    useAccess.setState({ who: await api.who() })
  } catch {
    // The next answer tells.
  } finally {
    clearTimeout(late)
    useAccess.setState({ waits: false })
  }
}

/** The workshop has said that this device is not paired, or not any more. */
whenNotPaired(() => {
  const { who } = useAccess.getState()
  // What it was told of the workshop is not for whoever has the device now; what it did itself stays.
  void answerStore()
    ?.delete(ANSWERS)
    .catch(() => undefined)
  if (who?.role !== 'nobody')
    useAccess.setState({
      who: { role: 'nobody', secure: location.protocol === 'https:', sentAway: who !== undefined },
    })
})

/** Whether this page may do what only the workshop's owner may; so as long as nothing else is known. */
export const useIsOwner = (): boolean => useAccess(s => s.who === undefined || s.who.role === 'owner')
