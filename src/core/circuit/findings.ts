import type { Wired } from '../document/docs.ts'
import { lugRef } from '../document/lugRef.ts'
import { allLugs, lugWords } from './lugFinder.ts'
import { contactSort, partOf } from './settings.ts'

/** Something about the circuit that has to be put right before it is soldered. */
export interface CircuitFinding {
  id: string
  says: string
  /** The wire or component that it is about. */
  on: string
}

/** What cannot be soldered as it is drawn: lugs that a part has not, parts that nothing is known of, joints that are nowhere. */
export function circuitFindings(build: Wired): CircuitFinding[] {
  const { components, wires } = build.circuit
  const out: CircuitFinding[] = []
  if (!components.length) return out
  const there = new Set(allLugs(build))
  const jacks = components.filter(c => c.kind === 'jack')
  if (jacks.length !== 1)
    out.push({
      id: 'jack',
      on: jacks[1]?.id ?? '',
      says: jacks.length
        ? 'The circuit has more than one jack: the first one is played.'
        : 'The circuit has no jack: nothing comes out.',
    })
  for (const c of components) {
    const part = partOf(build, c)
    if (c.slot && !part)
      out.push({ id: `part-${c.id}`, on: c.id, says: `${c.label}: no part is chosen for it yet.` })
    if (c.kind === 'switch' && !contactSort(build, c) && (part || !c.slot))
      out.push({
        id: `contacts-${c.id}`,
        on: c.id,
        says: `${c.label}: nobody says what it joins. Choose its contacts at Parts.`,
      })
  }
  for (const w of wires)
    for (const t of [w.from, w.to, w.braid?.from, w.braid?.to])
      if (t !== undefined && !there.has(t)) {
        const c = components.find(x => x.id === lugRef(t).of)
        if (c?.slot && !partOf(build, c)) continue
        out.push({
          id: `lug-${w.id}-${t}`,
          on: w.id,
          says: `Wire ${w.id} ends on “${lugWords(build.circuit, t)}”: the part that is chosen has no such lug.`,
        })
      }
  return out
}
