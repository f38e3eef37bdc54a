import { num, say, size } from '../../say/said.ts'
import { partIn } from '../../document/references.ts'
import { slotsOf } from '../../document/slots.ts'
import type { PartKind } from '../../parts/partKinds.ts'
import { threadOf, threadsMeet } from '../../parts/threads.ts'
import { exact, fromSource, linear } from '../../units/quantity.ts'
import { family, type FamilyFile, findIn } from '../family.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'

const pair = family('thread pair', {
  label: 'Thread and its counterpart',
  compared: 'same thread − needed',
  low: 0,
  never: -0.5,
  source: 'ISO 261 and ASME B1.1 [published]; what binds is from memory',
  counts: true,
})

/** Which two threads of a part go into one another. */
const PAIRS: Partial<Record<PartKind, { one: string; other: string; says: readonly [string, string] }>> = {
  studs: { one: 'thread', other: 'bushingThread', says: ['post', 'bushing'] },
  bridge: { one: 'saddleScrew', other: 'saddleThread', says: ['saddle screw', 'saddle'] },
  pot: { one: 'thread', other: 'nutThread', says: ['thread', 'nut'] },
  switch: { one: 'thread', other: 'nutThread', says: ['thread', 'nut'] },
  jack: { one: 'thread', other: 'nutThread', says: ['thread', 'nut'] },
}

/** Two threads that somebody put together; asked about as soon as the second one is named, since a mixed drawer holds both kinds. */
const found: JointFamily = ({ build, layout }) => {
  return slotsOf(build.instrument).flatMap((s): FoundJoint[] => {
    const p = PAIRS[s.kind],
      part = partIn(build, s.id)
    if (!p || !part) return []
    const a = part.traits[p.one],
      b = part.traits[p.other]
    // A bridge names its saddle screws anyway: only a saddle of its own asks for the pair.
    if (b === undefined && (a === undefined || s.kind === 'bridge')) return []
    const [ta, tb] = [threadOf(a), threadOf(b)],
      meets = ta && tb && threadsMeet(ta, tb)
    const known = ta !== undefined && tb !== undefined
    const numbers =
      ta && tb ? say`${ta.name} is ${size([ta.major, ta.pitch])}, ${tb.name} ${size([tb.major, tb.pitch])}` : ''
    return [
      {
        id: `${s.id}-thread-pair`,
        family: pair.id,
        title: `${s.label}: ${p.says[0]} and ${p.says[1]}`,
        clearance: known
          ? exact(meets ? -1 : 0)
          : linear([
              [
                1,
                fromSource({
                  id: `${part.id}/${a === undefined ? p.one : p.other}`,
                  label: `thread of the ${a === undefined ? p.says[0] : p.says[1]}`,
                  value: 0,
                  doubt: 1,
                  basis: 'assumed',
                  missing: true,
                }),
              ],
            ]),
        at: layout.features.find(f => f.serves === s.id)?.centre ?? [layout.bridge.front + 8, layout.bridge.y],
        slots: [s.id],
        meaning: {
          under: !known
            ? say`Can’t tell yet: the ${a === undefined ? p.says[0] : p.says[1]}’s thread is not entered. Metric and inch look alike: try it by finger, three full turns.`
            : meets?.starts
              ? say`${numbers}: it starts and binds after about ${num(meets.turns)} turn${meets.turns === 1 ? '' : 's'}. Forced, it strips: find its own ${p.says[1]}.`
              : say`${numbers}: it does not go in at all. Find its own ${p.says[1]}.`,
          over: '',
        },
        fixes: () => [],
      },
    ]
  })
}

/** Metric against inch: posts in bushings, saddle screws in saddles, nuts on pots, switches and jacks. */
export const threadPairs = {
  families: [pair],
  found: [findIn(['studs', 'bridge', 'pot', 'switch', 'jack'], found)],
} satisfies FamilyFile
