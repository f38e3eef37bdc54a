import { normalDensity } from '../chance/normal.ts'
import { measuredDimension } from '../document/edits.ts'
import { doubtOfDim } from '../circuit/spread.ts'
import type { CoilRead, CoilReading, Part } from '../parts/part.ts'
import { lugsOf } from '../parts/lugs.ts'
import { COPPER, WINDING } from './doubts.ts'
import { TURNS_LEFT } from './faultSorts.ts'
import { CHEAP_METER, isNothing, leadsOf, meterDoubt, NOTHING, spanOf, type MeterSort } from './meters.ts'

/** Where copper's tables stand, °C [published: IEC 60028]. */
const STANDARD = 20
/** How well anyone knows how warm a winding is, K, one deviation [from memory]. */
const WARMTH = 1
/** How far one coil of two may be from half of both, as a share, one deviation [from memory]. */
const HALVES = 0.03

/** A winding's resistance brought to 20 °C, Ω [published: IEC 60028, R = R₂₀ (1 + 0.00393 (t − 20))]. */
export const at20 = (ohms: number, celsius: number): number =>
  ohms >= NOTHING ? NOTHING : ohms / (1 + COPPER * (celsius - STANDARD))

/** A pair of a pickup's leads to put the meter on. */
export interface CoilPair {
  coil: CoilRead
  label: string
  /** Which leads, and what has to be joined meanwhile. */
  how: string
}

/** What can be read of a pickup by itself: its coils one by one, and all in series. An active one keeps its coil to itself. */
export function coilPairs(part: Part): CoilPair[] {
  const lugs = new Set<string>(lugsOf('pickup', part).map(l => l.id))
  if (lugs.has('a-start'))
    return [
      { coil: 'a', label: 'Coil a', how: 'Its start to its finish, nothing joined.' },
      { coil: 'b', label: 'Coil b', how: 'Its start to its finish, nothing joined.' },
      { coil: 'whole', label: 'Both in series', how: 'Start of a to start of b, both finishes twisted together.' },
    ]
  return lugs.has('start')
    ? [{ coil: 'whole', label: 'Coil', how: 'Start to finish, not soldered to anything.' }]
    : []
}

/** A winding as it should be at 20 °C, Ω: mean, and one deviation of what such a part may have. */
function healthy(part: Part, coil: CoilRead): { ohms: number; sd: number } {
  const d = part.dims.dcResistance,
    both = d?.value ?? 0,
    ohms = coil === 'whole' ? both : both / 2,
    claim = d?.basis === 'measured' ? (d.claimed ?? d.value) : both,
    rel =
      both > 0 ? Math.max(doubtOfDim(part, 'dcResistance') / both, d?.basis === 'measured' ? 0 : WINDING) / 2 : 0.1
  // What it was said to have before it was read is what a reading is judged by.
  const mean = ohms * (both > 0 ? claim / both : 1)
  const share = d?.basis === 'measured' && d.claimed !== undefined ? Math.max(rel, WINDING / 2) : rel
  return { ohms: mean, sd: mean * Math.hypot(share, coil === 'whole' ? 0 : HALVES) }
}

/** What a meter should show of a winding at its warmth, Ω: from and to. */
export function coilExpected(
  part: Part,
  coil: CoilRead,
  celsius = STANDARD,
  meter: MeterSort = CHEAP_METER,
): { from: number; to: number } {
  const h = healthy(part, coil),
    warm = 1 + COPPER * (celsius - STANDARD),
    mean = h.ohms * warm + leadsOf(meter).ohms
  const [from, to] = spanOf(mean, deviationAt(mean, h.sd * warm, meter))
  return { from, to }
}

const deviationAt = (ohms: number, part: number, meter: MeterSort, moved = 0): number =>
  Math.hypot(part, Math.max(meterDoubt(meter, ohms), moved) / 2, COPPER * WARMTH * ohms, leadsOf(meter).doubt / 2)

/** What a winding's reading may mean. */
export const COIL_CAUSES = {
  fine: { says: 'As it should be.', prior: 0.9, of: ['whole', 'a', 'b'] },
  turns: {
    says: 'Shorted turns: it reads low and will sound thin and quiet.',
    prior: 0.02,
    of: ['whole', 'a', 'b'],
  },
  open: {
    says: 'Open: a broken end or lead; look where the lead is joined.',
    prior: 0.02,
    of: ['whole', 'a', 'b'],
  },
  shorted: { says: 'Shorted: leads that touch, or both ends on one side.', prior: 0.01, of: ['whole', 'a', 'b'] },
  'one of two': { says: 'One coil of two alone: the other is shorted or passed by.', prior: 0.02, of: ['whole'] },
  parallel: { says: 'Both coils side by side, not one behind the other.', prior: 0.01, of: ['whole'] },
  other: { says: 'Another winding than was said.', prior: 0.03, of: ['whole', 'a', 'b'] },
} as const satisfies Record<string, { says: string; prior: number; of: readonly CoilRead[] }>
export type CoilCause = keyof typeof COIL_CAUSES

/** How far shorted turns may be from 30 % low, as a share, one deviation; what a dead short reads at most, Ω [from memory]. */
const TURNS_SPREAD = 0.1
const DEAD = 20
/** Windings are met from here to here, Ω: where any other may lie [from memory]. */
const MET = [50, 50e3] as const

/** How a reading of a winding is judged. */
export interface CoilJudged {
  /** Brought to 20 °C, Ω. */
  at20: number
  causes: { cause: CoilCause; chance: number; says: string }[]
}

/** What a reading means, by Bayes' rule over what can be wrong with a winding [priors from memory]. */
export function judgeCoil(part: Part, r: CoilReading, meter: MeterSort = CHEAP_METER): CoilJudged {
  const h = healthy(part, r.coil),
    nothing = isNothing(meter, r.ohms),
    ohms = at20(nothing ? NOTHING : Math.max(0, r.ohms - leadsOf(meter).ohms), r.celsius),
    two = coilPairs(part).length > 1
  const normal = (mean: number, part: number): number =>
    normalDensity(ohms - mean, deviationAt(mean, part, meter, r.doubt))
  const density = (c: CoilCause): number => {
    if (nothing) return c === 'open' ? 1 : 0
    switch (c) {
      case 'fine':
        return normal(h.ohms, h.sd)
      case 'turns':
        return normal(h.ohms * TURNS_LEFT, Math.hypot(h.sd, h.ohms * TURNS_SPREAD))
      case 'open':
        return 0
      case 'shorted':
        return ohms <= DEAD ? 1 / DEAD : 0
      case 'one of two':
        return two ? normal(h.ohms / 2, Math.hypot(h.sd / 2, h.ohms * 0.5 * HALVES)) : 0
      case 'parallel':
        return two ? normal(h.ohms / 4, Math.hypot(h.sd / 4, h.ohms * 0.25 * HALVES)) : 0
      case 'other':
        return ohms >= MET[0] && ohms <= MET[1] ? 1 / (ohms * Math.log(MET[1] / MET[0])) : 1e-9
    }
  }
  const all = (Object.keys(COIL_CAUSES) as CoilCause[])
    .filter(c => (COIL_CAUSES[c].of as readonly CoilRead[]).includes(r.coil))
    .map(cause => ({ cause, chance: COIL_CAUSES[cause].prior * density(cause), says: COIL_CAUSES[cause].says }))
  const sum = all.reduce((s, x) => s + x.chance, 0)
  return {
    at20: nothing ? NOTHING : ohms,
    causes: all
      .map(x => ({ ...x, chance: sum > 0 ? x.chance / sum : 0 }))
      .sort((a, b) => b.chance - a.chance)
      .filter((x, i) => i === 0 || x.chance >= 0.005),
  }
}

/** How a winding has changed from its first reading to its last, as a share at 20 °C, and whether that is more than meter and warmth explain. */
export interface Drift {
  coil: CoilRead
  from: string
  to: string
  share: number
  /** Half-width of what meter and warmth explain. */
  doubt: number
  verdict: 'steady' | 'fallen' | 'risen' | 'gone open' | 'closed again'
}

/** Drift of every winding that was read twice or more. */
export function driftOf(card: readonly CoilReading[], meter: MeterSort = CHEAP_METER): Drift[] {
  return [...new Set(card.map(r => r.coil))].flatMap((coil): Drift[] => {
    const all = card.filter(r => r.coil === coil).sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
      first = all[0]!,
      last = all.at(-1)!
    if (first === last) return []
    const [a, b] = [first, last].map(r => isNothing(meter, r.ohms)) as [boolean, boolean],
      at = { coil, from: first.at, to: last.at }
    if (a || b)
      return [{ ...at, share: 0, doubt: 0, verdict: a && b ? 'steady' : b ? 'gone open' : 'closed again' }]
    const x = at20(first.ohms, first.celsius),
      y = at20(last.ohms, last.celsius),
      sd = Math.hypot(...[first, last].map(r => deviationAt(r.ohms, 0, meter, r.doubt) / Math.max(r.ohms, 1))),
      share = y / Math.max(x, 1) - 1
    return [
      {
        ...at,
        share,
        doubt: 2 * sd,
        verdict: Math.abs(share) <= 2 * sd ? 'steady' : share < 0 ? 'fallen' : 'risen',
      },
    ]
  })
}

/** What each drift means [common practice]. */
export const DRIFT_SAYS: Record<Drift['verdict'], string> = {
  steady: 'Steady: no more than meter and warmth explain.',
  fallen: 'It has fallen: turns have shorted, or the case or another coil is joined to it.',
  risen: 'It has risen: a lead or joint has gone bad, or a coil has been passed by before.',
  'gone open': 'It has gone open: look at its leads before its winding.',
  'closed again': 'It was open before and is closed again: a joint that comes and goes.',
}

/** A part with a reading on its card. What the coils have at 20 °C becomes its measured resistance, unless a fault explains it better. */
export function withCoilReading(part: Part, r: CoilReading, meter: MeterSort = CHEAP_METER): Part {
  const next: Part = { ...part, card: [...(part.card ?? []), r] },
    newest = (coil: CoilRead) => next.card!.filter(x => x.coil === coil).at(-1),
    sound = (x: CoilReading | undefined): x is CoilReading =>
      x !== undefined && ['fine', 'other'].includes(judgeCoil(part, x, meter).causes[0]!.cause)
  const read = r.coil === 'whole' ? [r] : [newest('a'), newest('b')]
  if (!read.every(sound) || !part.dims.dcResistance) return next
  const ohms = read.map(x => judgeCoil(part, x, meter).at20),
    value = ohms.reduce((s, x) => s + x, 0),
    doubt = 2 * Math.hypot(...read.map((x, i) => deviationAt(ohms[i]!, 0, meter, x.doubt)))
  return {
    ...next,
    dims: {
      ...part.dims,
      dcResistance: measuredDimension(part.dims.dcResistance, {
        value,
        doubt,
        at: r.at,
        ...(r.with === undefined ? {} : { with: r.with }),
      }),
    },
  }
}
