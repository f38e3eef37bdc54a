import { memo } from '../memo/memo.ts'
import { asWritten, count, list, mm, type Said, say } from '../say/said.ts'
import { SOLDER_STAGES, stringsIn, type SolderStage, type Wire } from '../document/circuitRecord.ts'
import { SHAPED, type Shaped } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { lugRef } from '../document/lugRef.ts'
import { jointsNow, type JointNow } from '../meter/joints.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import { partOf } from '../circuit/settings.ts'
import { closedBody } from './closedBody.ts'
import { passesBore, sidesOf } from './girth.ts'
import { wireWays, type WireWay } from './wireWays.ts'

/** One thing that is done with iron or wire, in its turn. */
export type SolderAct = {
  order: number
  id: string
  stage: SolderStage
} & (
  | { kind: 'tin'; lugs: readonly string[]; says: Said }
  | { kind: 'lay'; wires: readonly string[]; joint: JointNow; says: Said; why: Said }
  | { kind: 'pull'; wires: readonly string[]; says: Said; why: Said }
  | { kind: 'joint'; joint: JointNow; says: Said }
  | { kind: 'bring in'; component: string; label: string; says: Said; why: Said }
)

/** An act before it has its turn, with what has to come before it. */
type Draft = (SolderAct extends infer A ? (A extends SolderAct ? Omit<A, 'order'> : never) : never) & {
  after: string[]
}

const jointId = (j: Pick<JointNow, 'terminal' | 'stage'>): string => `${j.terminal}@${j.stage}`

/** At which of a wire's ends the joint has to wait until the wire is through, and why; undefined: it may be made before. */
export interface LaterEnd {
  terminal: string
  why: Said
}

/**
 * What can't pass once it is soldered. A wire that goes through a bore keeps one end free until it is through, unless
 * what hangs on an end goes through with it: a lead's free end is the one that its pickup is not on, a bond's the one
 * away from the metal, else the jack's, else the second.
 */
export function laterEnd(build: Shaped, w: Wire, way: WireWay): LaterEnd | undefined {
  if (way.through.length === 0) return undefined
  const tightest = way.through.reduce((a, b) => (b.diameter < a.diameter ? b : a))
  const on = (t: string) => build.circuit.components.find(c => c.id === lugRef(t).of)!
  const from = on(w.from),
    to = on(w.to)
  const fixed = (kind: string) => (from.kind === kind ? w.to : to.kind === kind ? w.from : undefined)
  const away = (w.kind === 'lead' ? fixed('pickup') : undefined) ?? fixed('metal')
  const terminal = away ?? (from.kind === 'jack' ? w.from : w.to),
    other = terminal === w.from ? w.to : w.from
  // The wire may go through from the free end's side as well: what is soldered there would have to pass.
  for (const t of away ? [terminal] : [terminal, other]) {
    const c = on(t),
      sides = sidesOf(c, partOf(build, c))
    if (sides && passesBore(sides, tightest.diameter)) return undefined
  }
  return {
    terminal,
    why: say`${on(terminal).label} does not pass ${mm(tightest.diameter)}.`,
  }
}

/** Acts so that every need comes first; among the free ones by stage, and in the given order. */
function inTurn(drafts: readonly Draft[]): SolderAct[] {
  const left = [...drafts].sort((a, b) => SOLDER_STAGES.indexOf(a.stage) - SOLDER_STAGES.indexOf(b.stage)),
    done = new Set<string>(),
    known = new Set(drafts.map(d => d.id)),
    out: SolderAct[] = []
  while (left.length) {
    const free = left.findIndex(d => d.after.every(a => done.has(a) || !known.has(a)))
    // Only a ring of needs leaves none free: the first of its stage goes then.
    const [{ after: _needs, ...next }] = left.splice(Math.max(0, free), 1) as [Draft]
    void _needs
    done.add(next.id)
    out.push({ ...next, order: out.length + 1 } as SolderAct)
  }
  return out
}

/** The joints among acts. */
export const jointsIn = (acts: readonly SolderAct[]): JointNow[] =>
  acts.flatMap(a => (a.kind === 'joint' || a.kind === 'lay' ? [a.joint] : []))

/** What is done with iron and wire, each act in its turn: tinned, laid, soldered, pulled through, brought in. */
export const solderActs = fact(SHAPED, (build): SolderAct[] => {
  const ways = new Map(wireWays(build)?.ways.map(w => [w.wire, w]))
  return actsOf({
    joints: jointsNow(build),
    circuit: build.circuit,
    instrument: build.instrument,
    closed: closedBody(build),
    late: build.circuit.wires.flatMap((wire): Late[] => {
      const way = ways.get(wire.id),
        later = way && laterEnd(build, wire, way)
      return way && later ? [{ wire, way, later }] : []
    }),
  })
})

/** A wire that keeps an end free until it is through. */
interface Late {
  wire: Wire
  way: WireWay
  later: LaterEnd
}

interface Asked extends Pick<Shaped, 'circuit' | 'instrument'> {
  joints: readonly JointNow[]
  closed: ReturnType<typeof closedBody>
  late: readonly Late[]
}

const actsOf = memo(actsIn, {
  on: ({ joints, circuit, instrument }) => [joints, circuit, instrument],
  alike: ({ closed, late }) => [closed, late],
})

function actsIn({ joints, circuit, instrument, closed, late }: Asked): SolderAct[] {
  if (!joints.length) return []
  const kindOf = (t: string) => circuit.components.find(c => c.id === lugRef(t).of)?.kind
  const strings = stringsIn(circuit.components)?.id,
    onStrings = (j: JointNow): boolean => lugRef(j.terminal).of === strings
  const drafts: Draft[] = []
  const tinned = [...new Set(joints.map(j => j.terminal))]
  drafts.push({
    kind: 'tin',
    id: 'tin',
    stage: 'on the controls',
    lugs: tinned,
    after: [],
    says: say`Tin ${count(tinned.length, 'lug')} and cases and every wire’s end, before anything is joined: a scuffed case takes solder in three seconds, a bare one drinks heat until the track is spoiled.`,
  })
  // Bonds lie before what covers them is pressed or screwed down.
  for (const j of joints.filter(onStrings)) {
    const own = j.wires
    drafts.push({
      kind: 'lay',
      id: jointId(j),
      stage: 'on the controls',
      wires: own.map(w => w.id),
      joint: j,
      after: [],
      ...bondSays({ instrument }, own.map(w => w.id).join(', ')),
    })
  }
  // Pulls: wires of one way, whose free ends wait for it.
  const waits = new Map<string, string[]>(),
    pulls = new Map<string, { wires: Wire[]; way: WireWay; why: Said; first: string[]; stage: SolderStage }>()
  for (const { wire: w, way, later } of late) {
    const lead = w.kind === 'lead',
      stage: SolderStage = lead ? 'pickups' : 'through the body'
    const other = later.terminal === w.from ? w.to : w.from
    // The leads of one pickup are one cable; other wires go through with those that end on the same thing.
    const bore = way.through.map(t => t.id).join('>'),
      key = lead ? `${bore} of ${lugRef(other).of}` : `${bore} to ${lugRef(later.terminal).of}`
    const p = pulls.get(key) ?? { wires: [], way, why: later.why, first: [], stage }
    p.wires.push(w)
    if (!lead && kindOf(other) !== 'metal') p.first.push(other)
    pulls.set(key, p)
    waits.set(later.terminal, [...(waits.get(later.terminal) ?? []), `pull-${p.wires[0]!.id}`])
  }
  for (const p of pulls.values()) {
    const names = p.wires.map(w => w.id).join(', '),
      bores = p.way.through.map(t => say`${t.label}, ${asWritten(Math.round(t.diameter * 10) / 10)}`)
    drafts.push({
      kind: 'pull',
      id: `pull-${p.wires[0]!.id}`,
      stage: p.stage,
      wires: p.wires.map(w => w.id),
      after: joints.filter(j => p.first.includes(j.terminal)).map(jointId),
      says: say`Pull ${names} through ${list(bores, ', then ')}; the free ends are soldered after.`,
      why: p.why,
    })
  }
  for (const j of joints.filter(x => !onStrings(x)))
    drafts.push({
      kind: 'joint',
      id: jointId(j),
      stage: j.stage,
      joint: j,
      // A lug waits for the wires that it takes at this stage.
      after: ['tin', ...(waits.get(j.terminal) ?? []).filter(id => j.wires.some(w => pullOf(pulls, w) === id))],
      says: lugWords(circuit, j.terminal),
    })
  if (closed) {
    const all = joints.map(jointId)
    closed.pulled.forEach((p, i) =>
      drafts.push({
        kind: 'bring in',
        id: `bring-${p.component}`,
        stage: 'through the body',
        component: p.component,
        label: `Pull in: ${p.label}`,
        after: [...all, ...(i ? [`bring-${closed.pulled[i - 1]!.component}`] : [])],
        says: p.by
          ? say`${p.label}, in through the ${p.by.label}: a line through its own hole and out there, washer and nut on the line first, then the shaft in a tube; draw it up, nut on.`
          : say`${p.label} passes no sound hole: take a smaller one, or bring it in by a pickup’s rout.`,
        why: i
          ? ''
          : say`The farthest from the sound hole first; ${closed.pulled.some(x => x.last) ? 'the switch last, whatever its distance' : 'the nearest last'}.`,
      }),
    )
  }
  return inTurn(drafts)
}

const pullOf = (pulls: ReadonlyMap<string, { wires: readonly Wire[] }>, w: Wire): string | undefined => {
  for (const p of pulls.values()) if (p.wires.some(x => x.id === w.id)) return `pull-${p.wires[0]!.id}`
  return undefined
}

/** How the strings' ground is laid at what the strings end in, and why then [common practice]. */
function bondSays(build: Pick<Shaped, 'instrument'>, wires: string): { says: string; why: string } {
  switch (build.instrument.bridge) {
    case 'flat plate':
      return {
        says: `Lay ${wires}: a bare end fanned flat where the bridge will stand.`,
        why: 'Nothing gets under the bridge once it is screwed down.',
      }
    case 'stud bridge':
      return {
        says: `Lay ${wires}: a bare end bent over into the post’s hole.`,
        why: 'Nothing gets beside the bushing once it is pressed in.',
      }
    case 'floating bridge':
      return {
        says: `Lay ${wires}: a bare end under the tailpiece’s bracket.`,
        why: 'Nothing gets under the bracket once it is screwed down.',
      }
    default:
      return {
        says: `Solder ${wires} to the tremolo’s claw, outside the body.`,
        why: 'The claw takes much heat: before it is screwed in nothing beside it can be burnt.',
      }
  }
}
