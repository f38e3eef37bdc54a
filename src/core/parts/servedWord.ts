/** What a slot is called beside the kind of thing that stands there: the `bridge` of a bridge pickup, `tone 2` of a pot. */
export const servedWord = (slot: string): string => slot.replace(/^(pickup|pot|ring)-/, '').replace(/-/g, ' ')
