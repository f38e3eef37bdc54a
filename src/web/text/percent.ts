/** A chance in per cent that never says none or all. */
export const percent = (chance: number): string =>
  chance >= 0.995 ? '> 99 %' : chance < 0.01 ? '< 1 %' : `${Math.round(chance * 100)} %`
