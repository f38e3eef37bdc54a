/**
 * Whether what is exhaustive runs too: `npm run test:long` sets it. Every screen at every size and in every light, every demo
 * build at every station, more lives, kills and attacks for the store.
 */
export const LONG = process.env.LONG === '1'

/** Every one of them in the long tests, else one in so many, the first among them. */
export const oneIn = <T>(many: number, of: readonly T[]): readonly T[] =>
  LONG ? of : of.filter((_, i) => i % many === 0)

/** How often what draws whole instruments is run: all of its draws in the long tests, else four of ten. */
export const runs = (all: number): number => (LONG ? all : Math.ceil(all * 0.4))
