import type { SetupTargets } from '../../../core/document/build.ts'
import { editBuild } from '../../stores/buildStore.ts'

/** Other targets for the set-up. */
export const setTargets = (patch: Partial<SetupTargets>): void =>
  editBuild(b => ({ ...b, setup: { ...b.setup, ...patch } }))
