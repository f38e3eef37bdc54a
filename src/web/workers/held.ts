import { transferHandlers } from 'comlink'

/** Documents that the worker keeps, so that what was computed of one is not computed anew. */
const KEPT = 6

class Held {
  constructor(readonly of: object) {}
}

interface Sent {
  id: number
  /** Left out where the worker has it. */
  of?: object
}

const ids = new WeakMap<object, number>()
/** Which the worker has, in the order in which they were sent; both ends forget the oldest. */
const sent: number[] = []
const received = new Map<number, object>()
let last = 0

/**
 * A document as an argument of the engines' worker that is sent once and known again: dragging a knob sends the knob.
 * For one worker: a page has one of it.
 */
export const held = <T extends object>(document: T): T => new Held(document) as unknown as T

transferHandlers.set('held', {
  canHandle: (v): v is Held => v instanceof Held,
  serialize({ of }: Held): [Sent, Transferable[]] {
    const id = ids.get(of) ?? ++last
    ids.set(of, id)
    if (sent.includes(id)) return [{ id }, []]
    sent.push(id)
    if (sent.length > KEPT) sent.shift()
    return [{ id, of }, []]
  },
  deserialize({ id, of }: Sent): object {
    if (of) {
      received.set(id, of)
      if (received.size > KEPT) received.delete(received.keys().next().value!)
    }
    const document = received.get(id)
    if (!document) throw new Error('the worker does not have this document')
    return document
  },
})
