import { memo } from '../memo/memo.ts'
import type { Drawer, DrawerSet } from '../document/build.ts'
import { fixed, formatLength } from '../units/length.ts'
import { LETTER_SIZES, NUMBER_SIZES } from './bitSizes.ts'

/** Kinds of bits that are not plain twist bits. */
export type BitSort = 'brad point' | 'step'

export interface Bit {
  mm: number
  name: string
  /** Left out: a twist bit. */
  sort?: BitSort
}

const metric = (mm: number, decimals = 1): Bit => ({ mm, name: `${fixed(mm, decimals)}\u202fmm` })
const steps = (from: number, to: number, by: number): number[] =>
  Array.from({ length: Math.round((to - from) / by) + 1 }, (_, i) => Math.round((from + i * by) * 1e6) / 1e6)

/**
 * Bits of the sets that are sold as sets: metric sizes [published: sizes of ISO 235], fractional, number and letter
 * sizes [published: ASME B94.11M]. Which sizes a set holds is common practice.
 */
export const SETS: Record<DrawerSet, readonly Bit[]> = {
  'metric by halves': steps(1, 13, 0.5).map(mm => metric(mm)),
  'metric by tenths': steps(1, 10, 0.1).map(mm => metric(mm)),
  'fractional by 64ths': steps(4, 32, 1)
    .map(n => (n / 64) * 25.4)
    .map(mm => ({ mm, name: formatLength(mm, 'inch-fraction') })),
  'number sizes': NUMBER_SIZES.map(([n, inches]) => ({ mm: inches * 25.4, name: `#${n}` })),
  'letter sizes': LETTER_SIZES.map(([letter, inches]) => ({ mm: inches * 25.4, name: letter })),
}

/** Within this two bits count as the same, mm. */
const SAME = 0.011

/** Every bit in the drawer, smallest first: of bits that are the same size only the first is kept. */
export const bitsIn: (drawer: Drawer) => readonly Bit[] = memo(bitsOf, { weak: true })

function bitsOf(drawer: Drawer): Bit[] {
  const gone = (mm: number) => drawer.missing.some(m => Math.abs(m - mm) < SAME)
  const all = [
    ...drawer.sets.flatMap(s => SETS[s]).filter(b => !gone(b.mm)),
    ...drawer.extra.map(mm => metric(mm, Math.abs(mm * 10 - Math.round(mm * 10)) < 1e-9 ? 1 : 2)),
  ].sort((a, b) => a.mm - b.mm)
  return [
    ...(drawer.brad ?? []).map((mm): Bit => ({
      ...metric(mm),
      name: `${metric(mm).name} brad point`,
      sort: 'brad point',
    })),
    ...(drawer.stepped ?? []).flatMap(s =>
      steps(s.from, s.to, s.by)
        .filter(mm => mm <= s.to + SAME)
        .map((mm): Bit => ({ mm, name: `step drill to ${metric(mm).name}`, sort: 'step' })),
    ),
    ...all.filter((b, i) => i === 0 || b.mm - all[i - 1]!.mm > SAME),
  ].sort((a, b) => a.mm - b.mm)
}

/** A step drill cuts through no more than one step's height, mm [from memory]. */
const STEP_HEIGHT = 6
/** A brad point is worth its trouble from here, mm [from memory]. */
const BRAD_FROM = 4

/**
 * The bits that may bring a hole to its size: a brad point in wood, a step drill in thin stock only [common practice:
 * step or brad point last].
 */
export const bitsFor = (
  bits: readonly Bit[],
  hole: { stock: number; through: boolean; inWood: boolean; wanted: number },
): readonly Bit[] =>
  bits.filter(b =>
    b.sort === 'step'
      ? hole.through && hole.stock <= STEP_HEIGHT
      : b.sort === 'brad point'
        ? hole.inWood && hole.wanted >= BRAD_FROM
        : true,
  )

/** How far a bit may lie on the wrong side of what is wanted before it counts as there, mm [from memory]. */
const SLACK = 0.1

/** Which side of the wanted size does harm: a pilot that is too large, a passing hole that is too small, a pressed hole either way. */
export type BitRule = 'never larger' | 'never smaller' | 'nearest'

/**
 * The bit of a drawer nearest to a diameter. Where none lies on the right side the nearest of all is taken;
 * undefined when the drawer is empty.
 */
export function chooseBit(diameter: number, bits: readonly Bit[], rule: BitRule): Bit | undefined {
  // Of two that are as near the one that is made for it: it is in the list only where it may be used.
  const near = (of: readonly Bit[]) =>
    of.reduce<Bit | undefined>((a, b) => {
      if (!a) return b
      const by = Math.abs(a.mm - diameter) - Math.abs(b.mm - diameter)
      return by > 1e-9 || (Math.abs(by) <= 1e-9 && b.sort !== undefined && a.sort === undefined) ? b : a
    }, undefined)
  const right =
    rule === 'nearest'
      ? bits
      : bits.filter(b => (rule === 'never larger' ? b.mm <= diameter + SLACK : b.mm >= diameter - SLACK))
  return near(right) ?? near(bits)
}

/**
 * Bits in the order in which they go in: smallest, next, then to size. A full-size bit at one go tears
 * [common practice]; up to 3.5 mm one bit does, up to 6.5 two.
 */
export function bitSeries(final: Bit, bits: readonly Bit[]): Bit[] {
  if (final.mm <= 3.5) return [final]
  const plain = bits.filter(b => b.sort === undefined),
    // A step drill goes from its lead to size by itself.
    upTo = final.sort === 'step' ? [2.5] : undefined
  const wanted = upTo ?? (final.mm <= 6.5 ? [2.5] : [2.5, final.mm * 0.6])
  const lead = wanted
    .map(d => chooseBit(d, plain, 'never larger'))
    .filter((b): b is Bit => b !== undefined && b.mm < final.mm - 0.3)
  return [...lead.filter((b, i) => i === 0 || b.mm > lead[i - 1]!.mm), final]
}
