import { memo } from '../memo/memo.ts'
import { mm, num, type Said, say, together } from '../say/said.ts'
import { SHAPED, type Shaped } from '../document/docs.ts'
import type { FamilyId } from '../document/families.ts'
import { quantities } from '../document/maths.ts'
import { fact } from '../document/fact.ts'
import { viewOf, type View } from '../document/view.ts'
import type { Point } from '../geometry/outline.ts'
import { layOut, type Layout } from '../layout/layOut.ts'
import { doubtOf, missingIn, type Quantity, type Source } from '../units/quantity.ts'
import { FAMILIES } from './bands.ts'
import { joinedFor, perDependencies } from './declared.ts'
import { FAMILY_FILES } from './families/index.ts'
import type { Aim, Joined } from './family.ts'
import type { Fix, FoundJoint, Joint } from './joint.ts'
import { limitsOf } from './limits.ts'
import type { Season } from './season.ts'
import { judge, STATES, withoutGuessing, type Limits, type State } from './verdict.ts'

const seasonal = (season: Season | undefined): Said =>
  season && season.loses >= 0.005
    ? say` Over the seasons it loses up to ${mm(season.loses, 2)}; the band leaves room for that.`
    : ''

function sentence(c: number, limits: Limits, meaning: FoundJoint['meaning'], state: State, doubt: number): Said {
  const near = c < limits.low ? limits.low - c : limits.high !== undefined && c > limits.high ? c - limits.high : 0
  const by = say`${mm(near, 2, doubt)}`
  if (state === 'snug') return 'Goes together as it should. Nothing to do.'
  if (state === "can't tell")
    return say`The doubt of ±${mm(doubt, 2)} reaches over more than one verdict. Measure before you cut or pay.`
  if (c >= limits.low) return say`${by} over the snug band. ${meaning.over}`
  // What is tight does go: only what is out of the question meets the words for that.
  return say`${by} short of the snug band. ${state === 'tight' ? TIGHT : meaning.under}`
}

const tally = (c: number, meaning: FoundJoint['meaning']): Said =>
  c < 0 ? say`${num(-c, 0)} missing. ${meaning.under}` : 'It is there. Nothing to do.'

const TIGHT = 'It goes, with less room than it should have: try it by hand, and force nothing.'

const GUESS =
  'It hangs on what is only assumed so far: parts of this kind may go together or not. Measure before you cut or pay.'

const unreadYet = (missing: readonly Source[]): string =>
  `Can't tell yet: nobody has read ${missing.map(s => s.label).join(' and ')}. The number takes what is usual in its place.`

type Judged = Omit<Joint, 'fixes' | 'at' | 'id' | 'title' | 'slots' | 'finding'> & {
  mendable: boolean
  find: () => Said
}

/** A clearance judged, with its words. */
function judged(
  family: FamilyId,
  clearance: Quantity,
  limits: Limits,
  season: Season | undefined,
  meaning: FoundJoint['meaning'],
): Judged {
  const plain = judge(clearance, limits),
    unread = missingIn(clearance),
    verdict = unread.length ? { ...plain, state: "can't tell" as const } : withoutGuessing(plain, clearance),
    guessed = verdict.state !== plain.state
  const doubt = doubtOf(clearance),
    c = clearance.value
  const { source, compared, counts = false } = FAMILIES[family].band
  return {
    family,
    clearance,
    ...verdict,
    limits,
    doubt,
    source,
    compared,
    counts,
    find: () =>
      together(
        [
          unread.length
            ? counts
              ? meaning.under
              : unreadYet(unread)
            : guessed
              ? GUESS
              : counts
                ? tally(c, meaning)
                : sentence(c, limits, meaning, verdict.state, doubt),
          seasonal(season),
        ],
        '',
      ),
    mendable:
      verdict.state !== 'snug' &&
      !guessed &&
      unread.length === 0 &&
      (c < limits.low || (limits.high !== undefined && c > limits.high)),
  }
}

/** A joint whose place, words and ways to mend are worked out when they are asked for. */
function withFixes(
  j: Judged,
  id: string,
  title: string,
  place: () => Point,
  slots: readonly string[],
  mends: (aim: Aim) => Fix[],
): Joint {
  let fixes: Fix[] | undefined, finding: Said | undefined, at: Point | undefined
  return {
    id,
    title,
    get at() {
      return (at ??= place())
    },
    slots,
    family: j.family,
    clearance: j.clearance,
    state: j.state,
    chances: j.chances,
    limits: j.limits,
    doubt: j.doubt,
    source: j.source,
    compared: j.compared,
    counts: j.counts,
    get finding() {
      return (finding ??= j.find())
    },
    get fixes() {
      return (fixes ??= j.mendable ? mends({ low: j.limits.low, high: j.limits.high }) : [])
    },
  }
}

/** Joints that were found, judged under the bands; they have no other dependency. */
const complete = memo(
  (found: FoundJoint, build: Shaped): Joint =>
    withFixes(
      judged(
        found.family,
        found.clearance,
        limitsOf(FAMILIES[found.family], build, found.limits, undefined),
        undefined,
        found.meaning,
      ),
      found.id,
      found.title,
      () => found.at,
      found.slots,
      found.fixes,
    ),
  { on: (_, build) => [build.bands], keep: 1, weak: true },
)

/** A declared joint judged from what it depends on; undefined where a part or a dimension is missing. */
const judgedOf = perDependencies((j: Joined, v: View): (Judged & { title: string }) | undefined => {
  const clearance = j.clearance(quantities, v)
  if (!clearance) return undefined
  const { title, under, over = '' } = j.words(v, clearance),
    season = j.season?.(v)
  const limits = limitsOf(j.family, v.fields, j.limits?.(v), season)
  return { title, ...judged(j.family.id, clearance, limits, season, { under, over }) }
})

function declared(j: Joined, v: View, build: Shaped, layout: Layout): Joint | undefined {
  const own = judgedOf(j, v)
  return (
    own &&
    withFixes(
      own,
      j.id,
      own.title,
      () => j.at(layout, v, own.clearance),
      j.swaps ?? j.slots,
      aim => j.mends?.({ build, layout, view: v, clearance: own.clearance }, aim) ?? [],
    )
  )
}

const ORDER: Record<State, number> = { "won't go": 0, tight: 1, "can't tell": 2, loose: 3, snug: 4 }

/** All joints of the build as its dimensions stand, worst first. */
export const jointsAsTheyStand = fact(SHAPED, (build): Joint[] => {
  const layout = layOut(build)
  if (!layout) return []
  const v = viewOf(build),
    joined = joinedFor(build.instrument),
    joints: Joint[] = []
  FAMILY_FILES.forEach((f, i) => {
    for (const j of joined[i]!) {
      const own = declared(j, v, build, layout)
      if (own) joints.push(own)
    }
    for (const find of f.found ?? []) for (const j of find(build, layout)) joints.push(complete(j, build))
  })
  return joints.sort((a, b) => ORDER[a.state] - ORDER[b.state] || b.chances["won't go"] - a.chances["won't go"])
})

/** How many joints are in each state. */
export const countStates = (joints: readonly Joint[]): Record<State, number> =>
  Object.fromEntries(STATES.map(s => [s, joints.filter(j => j.state === s).length])) as Record<State, number>
