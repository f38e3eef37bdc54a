import { asWritten, count, num, type Said, say, squareMetres } from '../say/said.ts'
import type { GritName } from '../parts/grits.ts'
import { gritLadder, WOOD_PREPARATION } from '../parts/grits.ts'
import type { Supply } from '../parts/kinds/finishing.ts'
import type { MaterialName } from '../parts/materialNames.ts'
import type { Part } from '../parts/part.ts'
import type { Levelling } from '../document/finishRecord.ts'
import type { FinishWork } from './finishWork.ts'
import type { LayerState } from './learnedLayers.ts'

/** Something that the finish needs, how much, what of it is there, and how much to buy. */
export interface Need {
  /** In the form of a document's ids. */
  id: string
  what: Said
  /** What it is, for what lies on the shelf. */
  is:
    | { kind: 'material'; material: MaterialName }
    | { kind: 'paper'; grit: GritName }
    | { kind: 'supply'; supply: Supply }
  amount: number
  unit: 'mL' | 'cans' | 'sheets' | 'm' | 'pieces'
  have: number
  buy: number
  /** Cost of what is to buy, where the shelf knows a price. */
  cost: number | undefined
  how: Said
}

/** A sheet of paper, m² [common practice: 230 × 280 mm]. */
const SHEET = 0.23 * 0.28
/** Wood that a sheet sands with one grit before it is worn or clogged, m²; film sanded wet; a scuff between coats [from memory]. */
const WEARS = { wood: 0.35, film: 0.5, scuff: 1.2 } as const
/** Left in cup, gun and cloth each time, mL [from memory]. */
const LOST = { wipe: 5, brush: 15, roller: 30, aerosol: 0, gun: 30 } as const
/** Thinner for cleaning after each coat, mL [from memory]. */
const CLEANING = { wipe: 0, brush: 60, roller: 40, aerosol: 0, gun: 120 } as const

/**
 * Millilitres out of the tin for all coats of a layer: the film that shall lie there (µm · m² = mL of solids), over the share
 * that lands, over the solids in the tin; of what leaves no film, its wet film.
 */
export function millilitres({ facts: f, learned, coats }: LayerState, area: number): number {
  const dry = (f.value('wetFilm') * f.value('solidsLanded')) / 100,
    lands = f.value('lands') / 100,
    film = dry > 0 ? dry * (learned.readings ? learned.factor : 1) : 0
  const perCoat = film > 0 ? (film * area) / lands / (f.value('solids') / 100) : (f.value('wetFilm') * area) / lands
  return coats * (perCoat + LOST[f.way])
}

const roundUp = (mL: number): number => (mL < 100 ? Math.ceil(mL / 5) * 5 : Math.ceil(mL / 10) * 10)

/** Puts what is needed on the list, against what is there; `per` is how much one tin, sheet or roll holds. */
type Put = (n: Omit<Need, 'have' | 'buy' | 'cost'>, per: number) => void

type AreaOf = (zones: readonly string[]) => number

/** Everything to buy for a finish, against what lies on the shelf. */
export function shoppingList(
  work: FinishWork,
  levelling: Levelling | undefined,
  holes: readonly { diameter: number }[],
  shelf: readonly Part[],
): Need[] {
  const areaOf: AreaOf = zones => zones.reduce((s, z) => s + (work.zones.find(x => x.zone === z)?.area ?? 0), 0)
  const out: Need[] = [],
    need = against(shelf, out)
  for (const l of work.layers) layerNeeds(l, areaOf(l.facts.layer.zones), need)
  for (const [grit, m2, wears] of papers(work, levelling, areaOf)) {
    const sheets = Math.max(1, Math.ceil(m2 / wears))
    need(
      {
        id: `paper-${grit.toLowerCase()}`,
        what: say`${grit} paper`,
        is: { kind: 'paper', grit },
        amount: sheets,
        unit: 'sheets',
        how: say`${squareMetres(m2)}, a sheet of ${squareMetres(SHEET, 3)} lasts for ${squareMetres(wears)}`,
      },
      1,
    )
  }
  sundries(work, levelling, holes, areaOf, need)
  return out
}

/** Puts needs on a list, each with what of it is on the shelf and what the rest costs. */
function against(shelf: readonly Part[], out: Need[]): Put {
  const stocked = (is: Need['is']) =>
    shelf.filter(
      p =>
        p.stock?.state !== 'to buy' &&
        ((is.kind === 'material' && p.kind === 'finish-tin' && p.traits.material === is.material) ||
          (is.kind === 'paper' && p.kind === 'abrasive' && p.traits.grit === is.grit) ||
          (is.kind === 'supply' && p.kind === 'finish-supply' && p.traits.supply === is.supply)),
    )
  const priced = (is: Need['is'], buy: number, per: number): number | undefined => {
    const price = stocked(is).find(p => p.stock?.price !== undefined)?.stock?.price
    return price === undefined || buy === 0 ? undefined : price * Math.ceil(buy / Math.max(per, 1e-9))
  }
  return (n, per) => {
    const have = stocked(n.is).reduce(
        (s, p) =>
          s + (p.stock?.count ?? 1) * (n.unit === 'mL' || n.unit === 'm' ? (p.dims.contents?.value ?? per) : 1),
        0,
      ),
      buy = Math.max(0, n.amount - have)
    out.push({
      ...n,
      have,
      buy,
      cost: priced(n.is, buy, n.unit === 'cans' || n.unit === 'sheets' || n.unit === 'pieces' ? 1 : per),
    })
  }
}

/** A layer's own tin or cans, its hardener, and what cleans up after it. */
function layerNeeds(l: LayerState, area: number, need: Put): void {
  const { facts: f } = l,
    mL = millilitres(l, area),
    is = { kind: 'material', material: f.layer.material } as const,
    name = `${f.material.label}${f.layer.colour ? `, ${f.layer.colour}` : ''}`
  if (f.way === 'aerosol')
    need(
      {
        id: f.layer.id,
        what: name,
        is,
        amount: Math.ceil(mL / (f.contents ?? 400)),
        unit: 'cans',
        how: say`${num(mL, 0, 'mL')} out of the can for ${squareMetres(area)}, ${count(l.coats, 'coat')}: ${num(mL / (f.contents ?? 400), 1)} cans of ${num(f.contents ?? 400, undefined, 'mL')}`,
      },
      f.contents ?? 400,
    )
  else
    need(
      {
        id: f.layer.id,
        what: name,
        is,
        amount: roundUp(mL),
        unit: 'mL',
        how: say`${squareMetres(area)}, ${count(l.coats, 'coat')}, ${num(Math.round(f.value('lands')), 0, '%')} of it lands`,
      },
      f.contents ?? roundUp(mL),
    )
  if (f.material.hardener)
    need(
      {
        id: `${f.layer.id}-hardener`,
        what: say`hardener for ${f.material.label}`,
        is: { kind: 'supply', supply: 'hardener' },
        amount: roundUp(mL * f.material.hardener),
        unit: 'mL',
        how: say`${num(f.material.hardener)} to 1`,
      },
      500,
    )
  // Water comes from the tap.
  const clean = f.material.waterborne ? 0 : CLEANING[f.way] * l.coats
  if (clean)
    need(
      {
        id: `${f.layer.id}-thinner`,
        what: say`${f.material.thinner}, to clean up`,
        is: { kind: 'supply', supply: 'thinner' },
        amount: clean,
        unit: 'mL',
        how: say`${num(CLEANING[f.way], undefined, 'mL')} after each coat`,
      },
      1000,
    )
}

/** Cloths, tape, compound and plugs. */
function sundries(
  work: FinishWork,
  levelling: Levelling | undefined,
  holes: readonly { diameter: number }[],
  areaOf: AreaOf,
  need: Put,
): void {
  const wiped = work.layers.filter(l => l.facts.way === 'wipe').reduce((s, l) => s + l.coats, 0)
  if (wiped)
    need(
      {
        id: 'cloths',
        what: 'lint-free cloths',
        is: { kind: 'supply', supply: 'lint-free cloths' },
        amount: wiped + 1,
        unit: 'pieces',
        how: 'one a coat, one to buff',
      },
      1,
    )
  const tape = tapeMetres(work)
  if (tape > 0)
    need(
      {
        id: 'tape',
        what: 'masking tape',
        is: { kind: 'supply', supply: 'masking tape' },
        amount: Math.ceil(tape),
        unit: 'm',
        how: 'along every edge that is masked, a fifth more for waste',
      },
      25,
    )
  if (levelling?.compound)
    need(
      {
        id: 'compound',
        what: 'polishing compound',
        is: { kind: 'supply', supply: 'compound' },
        amount: Math.ceil((120 * areaOf(work.layers.at(-1)?.facts.layer.zones ?? [])) / 5) * 5,
        unit: 'mL',
        how: '120 mL to the square metre [from memory]',
      },
      250,
    )
  for (const [size, count] of plugSizes(holes))
    need(
      {
        id: `plug-${String(size).replace('.', '-')}`,
        what: say`plugs for ${asWritten(size)} holes`,
        is: { kind: 'supply', supply: 'wooden plugs' },
        amount: count,
        unit: 'pieces',
        how: 'one for every hole that stands open',
      },
      1,
    )
}

/** Grits with the area each sands and how far a sheet of it goes. */
function papers(work: FinishWork, levelling: Levelling | undefined, areaOf: AreaOf): [GritName, number, number][] {
  const out = new Map<GritName, [number, number]>(),
    put = (g: GritName, m2: number, wears: number) => {
      const [have, w] = out.get(g) ?? [0, wears]
      out.set(g, [have + m2, Math.min(w, wears)])
    }
  const all = [...new Set(work.layers.flatMap(l => l.facts.layer.zones))]
  if (work.acts.some(a => a.ref.stage === 'sand')) for (const g of WOOD_PREPARATION) put(g, areaOf(all), WEARS.wood)
  const strip = work.acts.some(a => a.ref.stage === 'strip')
  if (strip) put('P120', areaOf(all), WEARS.wood / 2)
  for (const l of work.layers) {
    const grit = l.facts.layer.scuff ?? l.facts.material.scuff
    if (grit && l.coats > 1) put(grit, areaOf(l.facts.layer.zones) * (l.coats - 1), WEARS.scuff)
  }
  if (levelling)
    for (const g of gritLadder(levelling.from, levelling.to))
      put(g, areaOf(work.layers.at(-1)?.facts.layer.zones ?? []), WEARS.film)
  return [...out].map(([g, [m2, w]]) => [g, m2, w])
}

/** Metres of tape: the borders of zones that are coated beside ones that are not, and a fifth for waste. */
function tapeMetres(work: FinishWork): number {
  const coated = new Set(work.layers.flatMap(l => l.facts.layer.zones))
  let m = 0
  for (const z of work.zones) {
    const beside = z.slot === 'body' ? coated.has('body top') : coated.has('neck back')
    // The board is masked wherever the neck is coated, the pocket wherever the top is.
    if (
      z.zone === 'fingerboard'
        ? beside && !coated.has(z.zone)
        : z.zone === 'body top'
          ? coated.has(z.zone)
          : z.zone === 'binding' && beside && !coated.has('binding')
    )
      m += z.border
  }
  return m * 1.2
}

/** Open holes by size, to half a millimetre, largest first. */
function plugSizes(holes: readonly { diameter: number }[]): [number, number][] {
  const by = new Map<number, number>()
  for (const h of holes) {
    const size = Math.round(h.diameter * 2) / 2
    by.set(size, (by.get(size) ?? 0) + 1)
  }
  return [...by].sort((a, b) => b[0] - a[0])
}
