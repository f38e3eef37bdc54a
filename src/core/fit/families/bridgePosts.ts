import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear, smallest } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { filmOn } from '../../finish/film.ts'
import type { FitContext, FoundJoint, JointFamily } from '../joint.ts'
import { HOLDS, work } from '../work.ts'

const SETS = [
  { posts: 'posts', holds: 'bridge', name: 'Bridge posts' },
  { posts: 'tail-posts', holds: 'tailpiece', name: 'Tail posts' },
] as const

/** Posts in the body: each bushing in its hole, and the holes' spacing against what rides on the posts. */
export const bridgePosts: JointFamily = c => SETS.flatMap(s => postsOf(c, s))

function postsOf({ build, layout }: FitContext, set: (typeof SETS)[number]): FoundJoint[] {
  const body = partIn(build, 'body'),
    posts = partIn(build, set.posts),
    bridge = partIn(build, set.holds)
  const holes = body?.features.filter(f => f.role === 'stud-hole' && f.serves === set.posts) ?? []
  const first = holes[0]
  if (!body || !layout || !first) return []
  const place = (id: string) => layout.features.find(f => f.id === id && f.partId === body.id)!.centre
  const out: FoundJoint[] = []
  if (posts?.traits.fit === 'pressed bushing') {
    const bushing = need(posts, 'dims.bushingDiameter'),
      film = filmOn(build, body, 'stud-hole')
    const fit = smallest(
      holes.map(h =>
        linear([
          [1, need(body, `features.${h.id}.diameter`)],
          [-1, bushing],
          [-2, film],
        ]),
      ),
    )
    out.push({
      id: `${set.posts}-bushing`,
      family: 'post bushing',
      title: `${set.name}, bushings in the body`,
      clearance: fit,
      at: place(first.id),
      slots: [set.posts, 'body'],
      meaning: {
        under: 'Too tight to press in. Pounded, they split the body.',
        over: 'The bushings sit loose and lean under the strings’ pull.',
      },
      fixes: ({ low, high }) => {
        const aim = (low + (high ?? low)) / 2,
          target = bushing.value + aim + 2 * film.value
        const all = holes.map(h => ({
          ref: refOf(body, `features.${h.id}.diameter`),
          value: target,
          doubt: HOLDS.veneer,
        }))
        const read = all[0]!.ref
        return fit.value < low
          ? [
              work({
                method: 'ream-posts',
                title: `Ream ${holes.length} post holes to ${fixed(target, 2)} mm`,
                note: 'Ream, never pound.',
                minutes: 15,
                tools: ['tapered reamer', 'calliper'],
                risk: 'some',
                when: 'before finish',
                cautions: ['cutters'],
                changes: all,
                read,
              }),
            ]
          : [
              work({
                method: 'wrap-bushings',
                title: `Line ${holes.length} post holes with ${fixed((fit.value - aim) / 2, 2)} mm of veneer`,
                note: 'Glued in the hole, then the bushing is pressed. Adhesive alone is not undone.',
                minutes: 30,
                tools: ['veneer', 'wood glue', 'clamp'],
                reversible: true,
                when: 'before finish',
                changes: all,
                read,
              }),
              work({
                method: 'plug-posts',
                title: `Plug ${holes.length} post holes with hardwood and drill ${fixed(target, 2)} mm`,
                note: 'For holes that are oval or off their place as well.',
                minutes: 80,
                tools: ['hardwood dowel', 'wood glue', 'drill with guide'],
                risk: 'some',
                when: 'before finish',
                cautions: ['cutters'],
                changes: all,
                read,
              }),
            ]
      },
    })
  }
  const second = holes.at(-1),
    spacing = quantityAt(bridge, 'dims.postSpacing')
  if (bridge && spacing && second && second !== first) {
    const [a, b] =
      need(body, `features.${first.id}.y`).value > need(body, `features.${second.id}.y`).value
        ? [first, second]
        : [second, first]
    const clearance = linear([
      [1, need(body, `features.${a.id}.y`)],
      [-1, need(body, `features.${b.id}.y`)],
      [-1, spacing],
    ])
    out.push({
      id: `${set.posts}-spacing`,
      family: 'post spacing',
      title: `${set.name}, spacing`,
      clearance,
      at: place(second.id),
      slots: [set.holds, 'body'],
      meaning: {
        under: 'The posts stand nearer together than the bridge asks.',
        over: 'The posts stand further apart than the bridge asks.',
      },
      fixes: () => {
        const mid = (need(body, `features.${a.id}.y`).value + need(body, `features.${b.id}.y`).value) / 2
        return [
          work({
            method: 'plug-spacing',
            title: `Plug both post holes and drill them ${fixed(spacing.value, 1)} mm apart`,
            note: `Each moves ${fixed(Math.abs(clearance.value) / 2, 2)} mm.`,
            minutes: 80,
            tools: ['hardwood dowel', 'wood glue', 'drill with guide'],
            risk: 'some',
            when: 'before finish',
            cautions: ['cutters'],
            changes: [
              { ref: refOf(body, `features.${a.id}.y`), value: mid + spacing.value / 2, doubt: 0.1 },
              { ref: refOf(body, `features.${b.id}.y`), value: mid - spacing.value / 2, doubt: 0.1 },
            ],
            read: refOf(body, `features.${a.id}.y`),
          }),
        ]
      },
    })
  }
  return out
}
