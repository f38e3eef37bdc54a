import { format, parseISO } from 'date-fns'

/** A day as said at the bench: Mon 30 Nov. */
export const day = (stamp: string): string => format(parseISO(stamp), 'EEE d MMM')

/** The same without its weekday, where a column of them says it: 30 Nov. */
export const dayOnly = (stamp: string): string => format(parseISO(stamp), 'd MMM')

/** A moment as said at the bench, on its own clock: Mon 30 Nov, 19:05. */
export const moment = (utc: string): string => format(parseISO(utc), 'EEE d MMM, HH:mm')

/** A moment's day with its year, for records that last. */
export const dated = (utc: string): string => format(parseISO(utc), 'd MMM yyyy')

/** A moment in few letters, on the reader's own clock, for a list. */
export const momentInShort = (utc: string): string => format(parseISO(utc), 'MM-dd HH:mm')

/** The day of a moment on the reader's own clock, YYYY-MM-DD. */
export const dayHere = (utc: string): string => format(parseISO(utc), 'yyyy-MM-dd')
