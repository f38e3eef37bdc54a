import { LAID } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { STICK_WAYS, readingText, type StickWay } from '../document/readingRef.ts'
import { layOut } from '../layout/layOut.ts'
import { stringReport } from '../layout/stringReport.ts'
import { newest, stringTable } from './stringTable.ts'

/** Cents that a string may come back off and still be called in tune [common practice]. */
export const COMES_BACK = 2

/** How one string came back. */
export interface StickRow {
  number: number
  note: string
  dive: number | undefined
  pull: number | undefined
  /** It runs under a tree. */
  tree: boolean
}

export interface StickWork {
  rows: StickRow[]
  says: string[]
}

const off = (c: number | undefined): number => (c !== undefined && Math.abs(c) > COMES_BACK ? Math.sign(c) : 0)

/**
 * Where a tremolo sticks, from how every string comes back after a dive and after a pull. The tighter side of a nut draws
 * string through it: a dive leaves more of it behind the nut, so that a string that sticks there comes back sharp; a pull
 * leaves more in front, and it comes back flat [statics of a string over a rough edge]. All of them alike is the plate
 * itself: its edges, the block against wood.
 */
export function readSticks(rows: readonly StickRow[]): string[] {
  const read = rows.filter(r => r.dive !== undefined || r.pull !== undefined)
  if (!read.length)
    return ['Tune, push the bar down and let it come back, read every string; then the same after a pull.']
  const bad = read.filter(r => off(r.dive) || off(r.pull))
  if (!bad.length) return ['Every string comes back: nothing sticks.']
  const ways = (['dive', 'pull'] as const).flatMap(way => {
    const signs = read.filter(r => r[way] !== undefined).map(r => off(r[way]))
    return signs.length > 2 && signs.every(s => s !== 0 && s === signs[0]) ? [{ way, sign: signs[0]! }] : []
  })
  if (ways.length)
    return [
      `All strings come back ${ways.map(w => `${w.sign > 0 ? 'sharp' : 'flat'} after a ${w.way}`).join(' and ')}: the plate does not find its place again. Look at its knife edges and their posts, the block against wood, springs that rub the cavity.`,
    ]
  const atNut = bad.filter(r => off(r.dive) > 0 || off(r.pull) < 0),
    other = bad.filter(r => !atNut.includes(r)),
    trees = atNut.filter(r => r.tree),
    list = (of: readonly StickRow[]) => of.map(r => `${r.number} ${r.note}`).join(', ')
  const out: string[] = []
  if (atNut.length && trees.length === atNut.length)
    out.push(
      `${list(trees)} stick under the string tree, and only those that run under it: graphite there, a higher or rolling one, or none where the angle allows.`,
    )
  else if (atNut.length)
    out.push(
      `${list(atNut)} stick${atNut.length > 1 ? '' : 's'} in the nut: sharp after a dive or flat after a pull. The slot a little wider, round and polished, graphite in it${trees.length ? '; the tree after that' : ''}.`,
    )
  if (other.length)
    out.push(
      `${list(other)} come${other.length > 1 ? '' : 's'} back the other way: windings on the post slip, or the string sticks at its saddle. Fewer windings, the saddle’s notch polished.`,
    )
  return out
}

/** The stick test of a build; undefined without strings. */
export const stickWork = fact(LAID, (build): StickWork | undefined => {
  const table = stringTable(build)
  if (!table.length) return undefined
  const l = layOut(build),
    under = new Set(
      build.instrument.extras.includes('string trees') && l
        ? stringReport(build, l).trees.flatMap(t => t.strings)
        : [],
    )
  const of = (string: number, way: StickWay) => newest(build, readingText({ kind: 'stick', string, way }))?.value
  const rows = table.map((s): StickRow => ({
    number: s.number,
    note: s.note,
    dive: of(s.number, STICK_WAYS[0]),
    pull: of(s.number, STICK_WAYS[1]),
    tree: under.has(s.number),
  }))
  return { rows, says: readSticks(rows) }
})
