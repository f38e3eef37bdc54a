import type { Circuit } from '../../document/circuitRecord.ts'
import type { Wired } from '../../document/docs.ts'
import { CONTACTS, type ContactName } from '../../parts/contacts.ts'
import { openSettings } from '../settings.ts'
import { soundAt } from '../sound.ts'
import type { Tree } from '../tree.ts'
import { askFor, circuitOf, switchesWith, type Asked, type Wish } from './ask.ts'
import { synthesize, type Answer, type Progress } from './search.ts'
import type { Sounds } from './wanted.ts'

/** What is told while the search goes on. */
export interface Looking {
  tried: number
  /** Which switch is tried, when the build's own cannot. */
  with: string
  /** Wires of the best that is known so far. */
  wires: number | undefined
}

export type Found =
  | { kind: 'found'; circuit: Circuit; wires: number; tried: number }
  | {
      kind: 'impossible'
      why: string
      tried: number
      smallest: { contacts: ContactName; label: string } | undefined
    }
  | { kind: 'undecided'; tried: number; circuit: Circuit | undefined }
  | { kind: 'refused'; why: string }

/** A two-pole in one line, whatever order it is written in. */
const canonical = (s: Sounds, a: Asked): string =>
  s.kind === 'coil'
    ? `${s.reversed ? '-' : ''}${a.coils[s.coil]!.id}`
    : line(
        s.kind,
        s.of.map(x => canonical(x, a)),
      )
const heardAs = (t: Tree, phase: ReadonlyMap<string, number>): string =>
  t.kind === 'coil'
    ? `${(phase.get(t.coil.id) ?? 1) < 0 ? '-' : ''}${t.coil.id}`
    : line(
        t.kind,
        t.of.map(x => heardAs(x, phase)),
      )
const line = (kind: string, of: readonly string[]): string => `${kind}(${[...of].sort().join()})`

/** Positions at which the circuit engine hears something else than was asked for; none when the wiring is right. */
export function unlike(build: Wired, a: Asked, contacts: ContactName): number[] {
  const lever = build.circuit.components.find(c => c.kind === 'switch' && c.id !== a.second?.slot)!.id
  const throws = CONTACTS[contacts].throws.flatMap((t): Record<string, string>[] =>
    a.second ? a.second.throws.map(x => ({ [lever]: t.id, [a.second!.slot]: x.id })) : [{ [lever]: t.id }],
  )
  return throws.flatMap((at, i) => {
    const want = a.question.wanted[i]!
    if (!want.sounds) return []
    const s = soundAt(build, openSettings(build, at), [100, 1000])
    if (want.sounds === 'silence') return s.silence ? [] : [i]
    const { sounds } = want
    // The loudest of the heard coils tells the sign of all: what is turned round as a whole is heard alike.
    const phase = new Map(s.coils.map(c => [c.id, c.phase * (s.upright ? 1 : -1)]))
    const tones = a.tones.every((slot, k) => {
      const acts = want.tones[k]
      return acts === undefined || (s.knobs.find(x => x.id === slot)?.acts === 'tone') === acts
    })
    return s.tree && heardAs(s.tree, phase) === canonical(sounds, a) && tones ? [] : [i]
  })
}

/**
 * Finds a wiring of a switch that does what is wished for at each position, with the fewest wires; or proves that there is
 * none and looks for the smallest switch with as many positions that can. Every wiring is heard by the circuit engine
 * before it is given.
 */
export function* findSounds(
  build: Wired,
  wishes: readonly Wish[],
  contacts: ContactName,
  beside?: string,
): Generator<Looking, Found> {
  const asked = askFor(build, wishes, contacts, beside)
  if (typeof asked === 'string') return { kind: 'refused', why: asked }
  if (!asked.question.wanted.some(w => w.sounds))
    return { kind: 'refused', why: 'Say what at least one position should do.' }
  let tried = 0
  function* run(a: Asked, name: ContactName): Generator<Looking, Answer> {
    const g: Generator<Progress, Answer> = synthesize(a.question),
      before = tried
    for (;;) {
      const s = g.next()
      if (s.done) return s.value
      tried = before + s.value.tried
      yield { tried, with: CONTACTS[name].label, wires: s.value.best?.wires } satisfies Looking
    }
  }
  const answer = yield* run(asked, contacts)
  tried = Math.max(tried, answer.tried)
  if (answer.kind === 'found') {
    const circuit = circuitOf(build, asked, answer.wiring, contacts),
      wrong = unlike({ ...build, circuit }, asked, contacts)
    if (wrong.length)
      return {
        kind: 'refused',
        why: `The wiring that was found does not sound as asked for in position ${wrong.map(i => i + 1).join(', ')}: this is a fault of ours.`,
      }
    return { kind: 'found', circuit, wires: circuit.wires.length, tried }
  }
  if (answer.kind === 'undecided') return { kind: 'undecided', tried, circuit: undefined }
  const from = CONTACTS[contacts]
  for (const name of switchesWith(from.throws.length)) {
    if (name === contacts || CONTACTS[name].poles < from.poles) continue
    const other = askFor(build, wishes, name, beside)
    if (typeof other === 'string') continue
    const a = yield* run(other, name)
    if (a.kind === 'found')
      return {
        kind: 'impossible',
        why: answer.why,
        tried,
        smallest: { contacts: name, label: CONTACTS[name].label },
      }
  }
  return { kind: 'impossible', why: answer.why, tried, smallest: undefined }
}
