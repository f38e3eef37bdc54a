import type { Fix } from './joint.ts'

/** A fix with what most pieces of work have in common; what differs is given. */
export const work = (f: Partial<Fix> & Pick<Fix, 'method' | 'title' | 'minutes' | 'tools' | 'changes'>): Fix => ({
  note: '',
  risk: 'low',
  reversible: false,
  when: 'any time',
  cautions: [],
  ...f,
})

/** Half-widths that ways of working hold, mm [from memory]. */
export const HOLDS = { router: 0.2, file: 0.1, reamer: 0.05, redrilled: 0.15, veneer: 0.04 } as const
