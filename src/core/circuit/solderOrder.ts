import { memo } from '../memo/memo.ts'
import { lugRef } from '../document/lugRef.ts'
import type { Wired } from '../document/docs.ts'
import { SOLDER_STAGES, type SolderStage, type Wire } from '../document/circuitRecord.ts'

/** One joint of the iron: the wires that meet at a lug. */
export interface SolderJoint {
  order: number
  terminal: string
  wires: JoinedWire[]
  stage: SolderStage
  why: string
}

/** A wire as it ends in a joint; or the braid of one. */
export type JoinedWire = Wire & { braidOf?: string }

/** Metal that has room for a joint of every stage. */
const SHARED: ReadonlySet<string> = new Set(['case', 'frame'])

const STAGE_WHY: Record<SolderJoint['stage'], string> = {
  'on the controls': 'Fixed on the controls first, while they can be turned in the hand.',
  pickups: 'Pickup leads next, when what they land on is finished.',
  'through the body': 'Last what passes through the body: bridge ground and jack.',
}

/** Which terminal of a wire the iron meets, as the lug it lands on rather than the component's own leg or lead. */
const ownEnd = (w: Wire, kindOf: (t: string) => string | undefined): string[] =>
  [w.from, w.to].filter(
    t => !((w.kind === 'lead' && kindOf(t) === 'pickup') || (w.kind === 'leg' && kindOf(t) === 'capacitor')),
  )

/**
 * All solder joints in an order that works: what sits on the controls, then pickups, then what passes through the
 * body [common practice]. A lug is soldered once, with every wire it takes, at the latest stage any of them needs;
 * pot cases take one joint per stage, there is room.
 */
export const solderOrder: (build: Pick<Wired, 'circuit'>) => readonly SolderJoint[] = memo(
  build => orderOf(build.circuit),
  { on: build => [build.circuit] },
)

function orderOf({ components, wires }: Wired['circuit']): SolderJoint[] {
  const kindOf = (t: string) => components.find(c => c.id === lugRef(t).of)?.kind
  const stageOf = (w: Wire): SolderJoint['stage'] => {
    const kinds = [kindOf(w.from), kindOf(w.to)]
    return kinds.includes('jack') || kinds.includes('metal')
      ? 'through the body'
      : kinds.includes('pickup')
        ? 'pickups'
        : 'on the controls'
  }
  const stages = SOLDER_STAGES
  const found = new Map<string, { terminal: string; wires: JoinedWire[]; stage: SolderJoint['stage'] }>()
  for (const w of wires) {
    const stage = stageOf(w)
    let ends = ownEnd(w, kindOf)
    if (ends.length === 0) ends = [w.from]
    const put = (t: string, x: JoinedWire) => {
      const shared = SHARED.has(lugRef(t).lug)
      const key = shared ? `${t}@${stage}` : t
      const j = found.get(key) ?? { terminal: t, wires: [], stage }
      j.wires.push(x)
      if (stages.indexOf(stage) > stages.indexOf(j.stage)) j.stage = stage
      found.set(key, j)
    }
    for (const t of ends) put(t, w)
    // A braid is soldered to ground beside the core's end.
    for (const end of ['from', 'to'] as const) {
      const t = w.braid?.[end]
      if (t !== undefined) put(t, { id: `${w.id}-braid`, from: t, to: w[end], kind: 'wire', braidOf: w.id })
    }
  }
  return [...found.values()]
    .sort((a, b) => stages.indexOf(a.stage) - stages.indexOf(b.stage) || a.terminal.localeCompare(b.terminal))
    .map((j, i) => ({ order: i + 1, ...j, why: STAGE_WHY[j.stage] }))
}
