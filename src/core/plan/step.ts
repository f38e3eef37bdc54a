import { type Said } from '../say/said.ts'
import type { StepRef } from '../document/stepRef.ts'
import type { Expected } from './partsOfStep.ts'
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

/** Which steps are meant: one, all of a kind, or all of a phase. */
export type Which = StepRef | { kind: 'all'; of: StepRef['kind'] } | { kind: 'phase'; of: Phase }

/** Steps that come before or after another, and why. */
export interface Arrow {
  which: Which
  why: string
}

/** What a step's reading is typed in. */
export type ReadUnit = 'mm' | 'Ω' | 'µm'

/** A dimension that is worth reading, and what hangs on it. */
export interface WantedReading {
  /** The dimension. */
  ref: string
  /** The name that its reading is kept under. */
  of: string
  label: string
  value: number
  doubt: number
  basis: string
  how: Said
  /** Joints that it may settle, by their titles. */
  settles: readonly string[]
}

/** One step of the plan, as an engine gives it. */
export interface Step {
  ref: StepRef
  phase: Phase
  title: Said
  why: Said
  /** How it is done, and what tells that it is good. */
  how?: Said
  good?: Said
  /** Station where its facts are. */
  station: 'fit' | 'drill' | 'wiring' | 'meter' | 'finish' | 'setup' | 'plan'
  minutes: number
  waitHours: number
  whole: boolean
  tools: readonly string[]
  cautions: readonly CautionId[]
  /** What has to be over before it. */
  needs: readonly Arrow[]
  /** What cannot be done, or not without harm, once it is over. */
  spoils: readonly Arrow[]
  /** It puts colour on: the gate before colour stands in front of the first of them. */
  colours?: true
  /** The builder's own step that it is. */
  own?: string
  /** Something that is shaken or waited for by the clock, s. */
  timer?: { label: string; seconds: number }
  /** Everything that is read at this place, where it is more than the step's own reading. */
  reads?: readonly WantedReading[]
  /** What to read when it is done, and the unit it is typed in. */
  read?: {
    of: string
    label: string
    unit: ReadUnit
    expected: number | undefined
    expectedDoubt?: number
    min: number
    max: number
  }
}

/** A step in its place: by its name in documents, with the steps that come before it and why each does. */
export interface OrderedStep extends Omit<Step, 'needs' | 'spoils'> {
  id: string
  needs: readonly string[]
  because: Readonly<Record<string, string>>
}

export type StepStatus = 'done' | 'skipped' | 'next' | 'ready' | 'waiting'
/** Whether a step is done or was left out. */
export const isOver = (s: Pick<PlannedStep, 'status'>): boolean => s.status === 'done' || s.status === 'skipped'

export interface PlannedStep extends OrderedStep {
  status: StepStatus
  start?: string
  end?: string
  /** Stretches that it is worked on: it may be broken off at an evening's end. */
  parts?: readonly { start: string; end: string }[]
  readyAt?: string
  /** The latest begin that leaves the end where it is, and the latest that leaves every other step, on the bench's clock. */
  latest?: string
  free?: string
  /** When it was done or left out, on the bench's clock. */
  overAt?: string
  note?: string
  /** What it usually takes, where this person's own pace says otherwise. */
  usual?: number
  /** What it took, where it was timed. */
  took?: number
  /** A part that it waits for. */
  expects?: Expected
}
