import type { CautionId } from '../cautions/cautions.ts'

/** Phases in working order. */
export const PHASES = [
  'measure',
  'wood',
  'trial',
  'finish',
  'wiring',
  'assembly',
  'test',
  'setup',
  'close',
] as const
export type Phase = (typeof PHASES)[number]

/** One step of the plan, as an engine gives it. */
export interface Step {
  id: string
  phase: Phase
  title: string
  why: string
  /** Station where its facts are. */
  station: 'fit' | 'drill' | 'wiring' | 'meter' | 'finish' | 'setup' | 'plan'
  minutes: number
  waitHours: number
  whole: boolean
  tools: readonly string[]
  cautions: readonly CautionId[]
  needs: readonly string[]
  /** The builder's own step that it is. */
  own?: string
  /** What to read when it is done, and the unit it is typed in. */
  read?: { of: string; label: string; unit: 'mm' | 'Ω'; expected: number | undefined; min: number; max: number }
}

export type StepStatus = 'done' | 'skipped' | 'next' | 'ready' | 'waiting'
export interface PlannedStep extends Step {
  status: StepStatus
  start?: string
  end?: string
  readyAt?: string
  /** When it was done or left out, on the bench's clock. */
  overAt?: string
  note?: string
}
