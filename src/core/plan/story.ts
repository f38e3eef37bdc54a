import { type Said } from '../say/said.ts'
import type { Attachment, Build } from '../document/build.ts'
import { splitRef } from '../document/quantityAt.ts'
import { readingRef, type ReadingRef } from '../document/readingRef.ts'
import { costSheet } from '../cost/costSheet.ts'
import type { Plan } from './plan.ts'
import { readIn, readingWords, type ReadIn } from './readingWords.ts'
import type { Step } from './step.ts'

/** Where something of the story belongs. */
export type StoryPlace = Step['station'] | 'log'
export type StoryKind = 'read' | 'done' | 'left out' | 'note' | 'photo'

/** One line of an instrument's story. */
export interface StoryLine {
  id: string
  at: string
  kind: StoryKind
  text: Said
  place: StoryPlace
  /** Part that it is of, by id. */
  part?: string
  /** Dimension that was read. */
  dimension?: string
  value?: { of: number; doubt: number; in: ReadIn; with?: string }
  cost?: number
  minutes?: number
  /** Why it was struck out. */
  struck?: string
  /** What it said before it was corrected. */
  was?: string
  attachment?: Attachment
}

const PLACES: Record<ReadingRef['kind'], StoryPlace> = {
  dimension: 'fit',
  setup: 'setup',
  meter: 'meter',
  probe: 'meter',
  heard: 'meter',
  frets: 'drill',
  edge: 'drill',
  hole: 'drill',
  dry: 'fit',
  cents: 'setup',
  turned: 'setup',
  stick: 'setup',
  fret: 'setup',
  film: 'finish',
  strokes: 'finish',
  air: 'finish',
}

/** Everything that was done, read, written and photographed, newest first, from the acts themselves. */
export function storyOf(build: Build, plan: Pick<Plan, 'steps'>): StoryLine[] {
  const steps = new Map(plan.steps.map(s => [s.id, s]))
  const lines: StoryLine[] = [
    ...build.readings.map((r): StoryLine => {
      const ref = readingRef(r.of)
      return {
        id: r.id,
        at: r.at,
        kind: 'read',
        text: readingWords(build, r.of),
        place: ref ? PLACES[ref.kind] : 'log',
        ...(ref?.kind === 'dimension' ? { part: splitRef(ref.of).partId, dimension: ref.of } : {}),
        value: { of: r.value, doubt: r.doubt, in: readIn(build, r.of), ...(r.with ? { with: r.with } : {}) },
      }
    }),
    ...build.steps.map((s): StoryLine => {
      const step = steps.get(s.step)
      return {
        id: `step ${s.step}`,
        at: s.at,
        kind: s.state === 'done' ? 'done' : 'left out',
        text: step?.title ?? 'A step that nothing asks for any more',
        place: step?.station ?? 'plan',
        ...(s.minutes === undefined ? {} : { minutes: s.minutes }),
      }
    }),
    ...build.log.map((e): StoryLine => ({
      id: e.id,
      at: e.at,
      kind: 'note',
      text: e.text,
      place: 'log',
      ...(e.cost === undefined ? {} : { cost: e.cost }),
      ...(e.struck === undefined ? {} : { struck: e.struck }),
      ...(e.was === undefined ? {} : { was: e.was }),
    })),
    ...(build.attachments ?? []).map((a): StoryLine => ({
      id: a.id,
      at: a.at,
      kind: 'photo',
      text: a.note ?? (a.step ? (steps.get(a.step)?.title ?? a.name) : a.name),
      place: (a.step && steps.get(a.step)?.station) || 'log',
      ...(a.part ? { part: a.part } : {}),
      attachment: a,
    })),
  ]
  return lines.sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
}

/** What it has cost so far and will cost, and the hours beside it. */
export interface Spent {
  total: number
  paid: number
  toPay: number
  /** Hours at the bench: timed where they were, as planned where not. */
  hoursDone: number
  /** Steps that are done, and those of them that were timed. */
  done: number
  timed: number
  hoursLeft: number
}

/** One truth of money and time: the cost sheet and the plan. */
export function spentOf(build: Build, plan: Pick<Plan, 'steps' | 'minutesLeft'>): Spent {
  const sheet = costSheet(build),
    done = plan.steps.filter(s => s.status === 'done')
  return {
    total: sheet.total,
    paid: sheet.total - sheet.toPay,
    toPay: sheet.toPay,
    hoursDone: done.reduce((m, s) => m + (s.took ?? s.minutes), 0) / 60,
    done: done.length,
    timed: done.filter(s => s.took !== undefined).length,
    hoursLeft: plan.minutesLeft / 60,
  }
}
