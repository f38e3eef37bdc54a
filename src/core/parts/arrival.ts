import type { Stock } from './part.ts'

/** Days that a part takes to come where nobody says: days to eight weeks [handbook], two weeks as a rule [from memory]. */
const USUAL_DAYS = 14

/** How long a part takes to come after it was ordered, days: as its supplier says, else as is usual. */
export const daysToCome = (stock: Stock | undefined): number => stock?.waitDays ?? USUAL_DAYS
