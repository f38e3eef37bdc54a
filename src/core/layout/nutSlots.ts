import type { SPACINGS } from '../document/build.ts'

/** Strings that lie in pairs or threes: how many to a course, and the distance of their centres, mm. */
export interface Courses {
  size: number
  gap: number
}

export const SINGLE: Courses = { size: 1, gap: 0 }

/** Centres inside a course at the nut and at the bridge when nothing else is said, mm [from memory]. */
export const COURSE_GAP = { nut: 2, bridge: 2.4 } as const

/** Numbers 0…count − 1 in runs of a course. */
const runs = (count: number, size: number): number[][] =>
  Array.from({ length: Math.ceil(count / size) }, (_, c) =>
    Array.from({ length: Math.min(size, count - c * size) }, (_, k) => c * size + k),
  )

/**
 * Places of the string centres across the nut, y in mm, thinnest string (treble side) first.
 * The outer strings' surfaces stand `margin` inside the edges; the rest is shared so that the gaps between
 * string surfaces are equal, or their centres [common practice: both schools]. Courses count as one broad string.
 * @param diameters thinnest first, mm
 */
export function nutSlots(
  width: number,
  margin: number,
  diameters: readonly number[],
  spacing: (typeof SPACINGS)[number],
  courses = SINGLE,
): number[] {
  const blocks = runs(diameters.length, courses.size)
  const head = (b: number[]) => diameters[b[0]!]! / 2,
    tail = (b: number[]) => diameters[b.at(-1)!]! / 2
  const reach = (b: number[]) => (b.length - 1) * courses.gap
  const spread = (firsts: readonly number[]) =>
    blocks.flatMap((b, i) => b.map((_, k) => firsts[i]! - k * courses.gap))
  if (blocks.length === 1) return spread([reach(blocks[0]!) / 2])
  const treble = width / 2 - margin - head(blocks[0]!)
  const bass = -width / 2 + margin + tail(blocks.at(-1)!) + reach(blocks.at(-1)!)
  if (spacing === 'equal centres') {
    const from = treble - reach(blocks[0]!) / 2,
      to = bass - reach(blocks.at(-1)!) / 2
    return spread(blocks.map((b, i) => from + ((to - from) * i) / (blocks.length - 1) + reach(b) / 2))
  }
  const taken = blocks.reduce((s, b) => s + reach(b) + head(b) + tail(b), 0)
  const gap = (width - 2 * margin - taken) / (blocks.length - 1)
  const firsts = [treble]
  for (let i = 1; i < blocks.length; i++)
    firsts.push(firsts[i - 1]! - reach(blocks[i - 1]!) - tail(blocks[i - 1]!) - gap - head(blocks[i]!))
  return spread(firsts)
}

/** Places of equally spaced saddles or courses of them across the bridge, thinnest string first. */
export function saddlePlaces(spread: number, count: number, courses = SINGLE): number[] {
  const blocks = runs(count, courses.size)
  const own = ((blocks[0]?.length ?? 1) - 1) * courses.gap
  const pitch = blocks.length > 1 ? (spread - (blocks.at(-1)!.length - 1) * courses.gap) / (blocks.length - 1) : 0
  const first = blocks.length > 1 ? spread / 2 : own / 2
  return blocks.flatMap((b, i) => b.map((_, k) => first - i * pitch - k * courses.gap))
}
