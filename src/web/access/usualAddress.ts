import type { Shared } from '../stores/api.ts'

/** The address by which others reach the workshop most surely: a number, where it has one. */
export const usualAddress = (s: Shared): string => s.at.find(a => /^\d/.test(a)) ?? s.at[0] ?? ''
