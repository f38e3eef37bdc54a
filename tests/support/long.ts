/**
 * Whether what is exhaustive runs too: `npm run test:long` sets it. Every screen at every size and in every light, every demo
 * build at every station, more lives, kills and attacks for the store.
 */
export const LONG = process.env.LONG === '1'
