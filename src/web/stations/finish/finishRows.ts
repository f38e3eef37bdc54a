import { capital, type Said, together } from '../../../core/say/said.ts'
import { counted } from '../../../core/text/text.ts'
import type { FinishAct } from '../../../core/finish/acts.ts'
import type { FinishDate } from '../../../core/finish/dates.ts'
import type { FinishWork } from '../../../core/finish/finishWork.ts'
import { moment } from '../../text/dates.ts'

/** One line of the work: an act by itself, or a layer with all its coats. */
export interface FinishRow {
  id: string
  title: Said
  acts: FinishAct[]
  /** The layer whose coats they are. */
  layer: string | undefined
  /** What is next of it; undefined when all is over. */
  next: FinishAct | undefined
  date: FinishDate | undefined
  status: Said
  over: boolean
}

/** Acts with the coats of a layer drawn together, and how the time stands for each. */
export function finishRows(work: FinishWork, dates: readonly FinishDate[]): FinishRow[] {
  const by = new Map(dates.map(d => [d.act, d])),
    rows: FinishRow[] = []
  const groups = new Map<string, FinishAct[]>()
  for (const a of work.acts) {
    const key = a.ref.stage === 'coat' ? `layer/${a.ref.layer!}` : a.id
    groups.set(key, [...(groups.get(key) ?? []), a])
  }
  for (const [id, acts] of groups) {
    const layer = acts[0]!.ref.stage === 'coat' ? acts[0]!.ref.layer : undefined,
      done = acts.filter(a => by.get(a.id)?.state === 'done'),
      next = acts.find(a => by.get(a.id)?.state !== 'done'),
      date = next && by.get(next.id),
      last = done
        .map(a => by.get(a.id)?.doneAt)
        .filter(x => x !== undefined)
        .at(-1),
      of = work.layers.find(l => l.facts.layer.id === layer)
    rows.push({
      id,
      title: capital(
        of
          ? `${of.facts.material.label}, ${acts.length > 1 ? `${counted(acts.length, 'coat')}` : 'one coat'}`
          : acts[0]!.title,
      ),
      acts,
      layer,
      next,
      date,
      over: next === undefined,
      status: together(
        [
          layer && done.length && next ? `${done.length} of ${acts.length} on` : '',
          last ? `${next ? 'last' : 'done'} ${moment(last)}` : next === undefined ? 'left out' : '',
          date?.says ?? '',
        ],
        ', ',
      ),
    })
  }
  return rows
}
