const DAY = 86_400_000

/** A day some days on, or back where it is negative; days as YYYY-MM-DD. */
export const dayAfter = (day: string, n: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + n * DAY).toISOString().slice(0, 10)

/** Days from one to another. */
export const daysFrom = (a: string, b: string): number => Math.round((Date.parse(b) - Date.parse(a)) / DAY)
