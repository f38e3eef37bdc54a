/** Half-widths that ways of working hold, mm [from memory]. */
export const HOLDS = { router: 0.2, file: 0.1, reamer: 0.05, redrilled: 0.15, veneer: 0.04 } as const
