import type { Build } from '../build/build.ts'
import { layOut } from '../layout/layOut.ts'
import { fixed } from '../units/length.ts'
import { doubtOf } from '../units/quantity.ts'
import { BANDS, type Band } from './bands.ts'
import { battery } from './families/battery.ts'
import { bladeSwitch } from './families/bladeSwitch.ts'
import { bridgePosts } from './families/bridgePosts.ts'
import { bridgeScrews } from './families/bridgeScrews.ts'
import { controlNeighbours } from './families/controlNeighbours.ts'
import { ferrules } from './families/ferrules.ts'
import { guardOverBody } from './families/guardOverBody.ts'
import { jackInWall } from './families/jackInWall.ts'
import { knobs } from './families/knobs.ts'
import { lockingNut } from './families/lockingNut.ts'
import { mountingRings } from './families/mountingRings.ts'
import { mountingScrews } from './families/mountingScrews.ts'
import { neckScrewHoles } from './families/neckScrewHoles.ts'
import { nutHeight } from './families/nutHeight.ts'
import { pickupMounting } from './families/pickupMounting.ts'
import { serviceLength } from './families/serviceLength.ts'
import { stringHoles } from './families/stringHoles.ts'
import { tremoloBlock } from './families/tremoloBlock.ts'
import { trussRod } from './families/trussRod.ts'
import { tunerScrewHoles } from './families/tunerScrewHoles.ts'
import { bridgeLineJoint } from './families/bridgeLine.ts'
import { controlsInTop } from './families/controlsInTop.ts'
import { heelInPocket } from './families/heelInPocket.ts'
import { neckScrews } from './families/neckScrews.ts'
import { nut } from './families/nut.ts'
import { pickupInRout } from './families/pickupInRout.ts'
import { saddleHeight } from './families/saddleHeight.ts'
import { stringMargin } from './families/stringMargin.ts'
import { tunerHoles } from './families/tunerHoles.ts'
import type { FoundJoint, Joint, JointFamily } from './joint.ts'
import { judge, STATES, withoutGuessing, type Limits, type State } from './verdict.ts'

const FAMILIES: readonly JointFamily[] = [
  heelInPocket,
  bridgeLineJoint,
  saddleHeight,
  pickupInRout,
  controlsInTop,
  tunerHoles,
  stringMargin,
  nut,
  nutHeight,
  lockingNut,
  neckScrews,
  neckScrewHoles,
  tunerScrewHoles,
  bridgePosts,
  bridgeScrews,
  tremoloBlock,
  guardOverBody,
  mountingScrews,
  pickupMounting,
  mountingRings,
  knobs,
  controlNeighbours,
  bladeSwitch,
  jackInWall,
  battery,
  stringHoles,
  ferrules,
  trussRod,
  serviceLength,
]

/** Limits of a joint: the build's own band, else the one its parts give, else the table's. */
function limitsOf(found: FoundJoint, build: Build): Limits {
  const row: Band = BANDS[found.family]
  const base: Limits = found.limits ?? {
    low: row.low,
    high: row.high,
    never: row.never,
    neverAbove: row.neverAbove,
  }
  const own = build.bands[found.family]
  const limits = own ? { ...base, low: own.low, high: own.high, never: Math.min(base.never, own.low) } : base
  const season = found.season
  if (!season || (season.loses === 0 && season.gains === 0)) return limits
  const low = limits.low + season.loses
  return {
    ...limits,
    low,
    never: limits.never + season.loses,
    ...(limits.high === undefined ? {} : { high: Math.max(limits.high, low + 0.1) }),
  }
}

function sentence(j: FoundJoint, limits: Limits, state: State, doubt: number, guessed: boolean): string {
  const c = j.clearance.value
  const near = c < limits.low ? limits.low - c : limits.high !== undefined && c > limits.high ? c - limits.high : 0
  const by = `${fixed(near, 2)} ± ${fixed(doubt, 2)} mm`
  if (state === 'snug') return 'Goes together as it should. Nothing to do.'
  if (guessed)
    return 'It hangs on what is only assumed so far: parts of this kind may go together or not. Measure before you cut or pay.'
  if (state === "can't tell")
    return `The doubt of ±${fixed(doubt, 2)} mm reaches over more than one verdict. Measure before you cut or pay.`
  return c < limits.low
    ? `${by} short of the snug band. ${j.meaning.under}`
    : `${by} over the snug band. ${j.meaning.over}`
}

const complete = (found: FoundJoint, build: Build): Joint => {
  const limits = limitsOf(found, build)
  const { fixes, meaning, season, ...rest } = found
  void meaning
  const seasonal =
    season && season.loses >= 0.005
      ? ` Over the seasons it loses up to ${fixed(season.loses, 2)} mm; the band leaves room for that.`
      : ''
  const judged = judge(found.clearance, limits),
    verdict = withoutGuessing(judged, found.clearance),
    guessed = verdict.state !== judged.state
  const doubt = doubtOf(found.clearance)
  const settled = verdict.state === 'snug'
  const outside =
    found.clearance.value < limits.low || (limits.high !== undefined && found.clearance.value > limits.high)
  return {
    ...rest,
    ...verdict,
    limits,
    doubt,
    source: BANDS[found.family].source,
    compared: BANDS[found.family].compared,
    finding: sentence(found, limits, verdict.state, doubt, guessed) + seasonal,
    fixes: settled || guessed || !outside ? [] : fixes({ low: limits.low, high: limits.high }),
  }
}

const ORDER: Record<State, number> = { "won't go": 0, tight: 1, "can't tell": 2, loose: 3, snug: 4 }

/** All joints of the build as its dimensions stand, worst first. */
export const jointsAsTheyStand = (build: Build): Joint[] => {
  const layout = layOut(build)
  return FAMILIES.flatMap(f => f({ build, layout }))
    .map(j => complete(j, build))
    .sort((a, b) => ORDER[a.state] - ORDER[b.state] || b.chances["won't go"] - a.chances["won't go"])
}

/** How many joints are in each state. */
export const countStates = (joints: readonly Joint[]): Record<State, number> =>
  Object.fromEntries(STATES.map(s => [s, joints.filter(j => j.state === s).length])) as Record<State, number>
