import { memo } from '../memo/memo.ts'
import type { Build } from '../document/build.ts'
import { COSTED, DRILLED, LAID, SHAPED, WIRED } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { localDay, type Present } from '../calendar/clock.ts'
import { billOf, quoteOf } from '../client/quote.ts'
import { meterAtJack } from '../meter/jack.ts'
import { allSettings } from '../circuit/settings.ts'
import { costSheet } from '../cost/costSheet.ts'
import { markList } from '../drill/markList.ts'
import { airToCome } from '../finish/airToCome.ts'
import { lastCoat } from '../finish/coatFacts.ts'
import { finishDates, heldBy } from '../finish/dates.ts'
import { finishWork } from '../finish/finishWork.ts'
import { filmWork, levelWays } from '../finish/filmWork.ts'
import { fit } from '../fit/applyFixes.ts'
import { balance } from '../fit/balance.ts'
import { drillWork } from '../fit/drillWork.ts'
import { jointsAsTheyStand } from '../fit/findJoints.ts'
import { measureNext, OFFERED } from '../fit/measureNext.ts'
import { trialAssembly } from '../fit/trialAssembly.ts'
import { quotePage, sheetPage } from '../handover/guestPages.ts'
import { plainPicture } from '../layout/instrumentPicture.ts'
import { layOut } from '../layout/layOut.ts'
import { buyList } from '../plan/buyList.ts'
import { gatesOf } from '../plan/gates.ts'
import { plan } from '../plan/plan.ts'
import { fretLevelling } from '../setup/fretLevelling.ts'
import { neckAngle } from '../setup/neckAngle.ts'
import { noiseFacts } from '../setup/noises.ts'
import { nutWork } from '../setup/nutWork.ts'
import { poleWork } from '../setup/poles.ts'
import { reachable } from '../setup/reachable.ts'
import { setupSheet } from '../setup/setupSheet.ts'
import { stickWork } from '../setup/sticks.ts'
import { buzzWork } from '../setup/buzz.ts'
import { intonationWork, tremoloWork } from '../setup/ends.ts'
import { setupWork } from '../setup/setupWork.ts'
import { drawing } from '../ways/drawing.ts'
import { groundOf } from '../ways/ground.ts'
import { shieldingOf } from '../ways/shielding.ts'
import { solderActs } from '../ways/solderActs.ts'
import { wireWays } from '../ways/wireWays.ts'

/** A fact that hangs on the present too: computed again when that is another. */
const dated = <T>(compute: (b: Build, now: Present) => T): ((b: Build, now: Present) => T) =>
  memo(compute, { on: (_, now) => [now.at, now.zone], keep: 1, weak: true })

const planned = dated(plan)

/**
 * Everything that is derived from a build, by name: where things lie, what meets what, what is in the wood, what is to be
 * done and when. Each fact names the fields of the document that it reads, and asks for the facts below it, so that an
 * edit computes again what hangs on it and nothing else. Interface, worker, server and command line ask here.
 */
export const FACTS = {
  /** Where everything lies as the parts are. */
  layout: layOut,
  /** The whole instrument seen from the front. */
  picture: plainPicture,
  /** Joints as they stand. */
  joints: jointsAsTheyStand,
  /** Joints as they stand and as they will be, with the chosen fixes. */
  fit,
  /** Holes, cuts and layout as they will be. */
  drill: drillWork,
  /** What to mark, cut and drill, in working order. */
  marks: fact([...DRILLED], b => {
    const work = drillWork(b)
    return work ? markList(work, b) : []
  }),
  /** Readings that settle most. */
  next: fact([...SHAPED, 'fixes'], b => measureNext(b, fit(b).now, OFFERED).map(m => ({ ...m, id: m.ref }))),
  trial: fact([...SHAPED, 'fixes', 'trials'], b => trialAssembly(b, fit(b).now)),
  balance: fact(SHAPED, balance),
  finish: finishWork,
  /** How the time stands for each act of the finish, from what really happened. */
  finishDates: dated((b, now) => finishDates(finishWork(b), b.steps, now.at, heldBy(b))),
  /** Hours in which the next coat may be put on, from the day's course of the air. */
  air: dated((b, now) => airToCome(b, now.at)),
  /** What the log says of the last coat. */
  lastCoat: dated((b, now) => lastCoat(b, now.at)),
  /** Film left after levelling, and where it may go through. */
  film: filmWork,
  /** Ways of levelling that hold. */
  levelWays,
  setup: setupWork,
  /** Where strings buzz, and how low they can go. */
  buzz: buzzWork,
  intonation: intonationWork,
  tremolo: tremoloWork,
  /** The action that saddles and neck allow. */
  reachable,
  /** The neck's angle, and what goes under heel or bridge. */
  neckAngle,
  /** How evenly the strings come over each pickup. */
  poles: poleWork,
  /** The nut slot by slot. */
  nut: nutWork,
  /** How strings come back after the bar. */
  sticks: stickWork,
  /** What the numbers say of each string's noises. */
  noises: noiseFacts,
  /** What comes off each fret, where any was read to stand off. */
  fretLevelling,
  setupSheet: fact([...LAID, 'climate'], b => setupSheet(b)),
  /** Every setting of the circuit's switches. */
  settings: fact(WIRED, allSettings),
  meter: meterAtJack,
  /** Ways of the wires through the body. */
  ways: wireWays,
  /** What is done with iron and wire, in its turn, with what is known of each joint. */
  solder: solderActs,
  solderDrawing: drawing,
  /** What grounds every piece of metal, and which rings that makes. */
  ground: groundOf,
  /** What lining hollows and guard comes to. */
  shielding: shieldingOf,
  costs: fact(COSTED, costSheet),
  plan: planned,
  /** The sheet that goes with the instrument, as its page shows it; the circuit is laid out apart. */
  handover: dated((b, now) => sheetPage(b, planned(b, now))),
  /** What the whole will cost a client, and what it has come to. */
  quote: dated((b, now) => quoteOf(b, planned(b, now))),
  quotePage: dated((b, now) => quotePage(b, planned(b, now))),
  bill: dated((b, now) => billOf(b, planned(b, now))),
  /** What is not here yet, shop by shop. */
  toBuy: dated((b, now) => buyList(planned(b, now), b, localDay(now.at, now.zone))),
  gates: dated((b, now) => gatesOf(planned(b, now).steps, fit(b).now)),
} as const satisfies Record<string, (b: Build, now: Present) => unknown>

export type FactName = keyof typeof FACTS
export type FactOf<N extends FactName> = ReturnType<(typeof FACTS)[N]>

/** One fact of a build, computed once for each state of what it hangs on. */
export const ask = <N extends FactName>(name: N, build: Build, now: Present): FactOf<N> =>
  (FACTS[name] as (b: Build, now: Present) => FactOf<N>)(build, now)
