import { format, parseISO } from 'date-fns'

/** A day as said at the bench: Mon 30 Nov. */
export const day = (stamp: string): string => format(parseISO(stamp.slice(0, 10)), 'EEE d MMM')
