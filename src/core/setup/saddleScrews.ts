import { THREADS } from '../parts/threads.ts'

/** Pitch of saddle height screws by their thread, mm a turn. */
export const SADDLE_SCREW_PITCH: Record<string, number> = Object.fromEntries(THREADS.map(t => [t.name, t.pitch]))
