import { useRef } from 'react'

/**
 * Keeps things where they were first seen while they come and go: numbers and counts stay put. New ones go to the end.
 * What is no longer there keeps its place, as it was last seen.
 */
export function useOrder<T extends { id: string }>(things: readonly T[]): { thing: T; gone: boolean }[] {
  const order = useRef(new Map<string, T>())
  const present = new Set(things.map(t => t.id))
  // A map keeps the place of a key that is set again.
  for (const t of things) order.current.set(t.id, t)
  return [...order.current.values()].map(thing => ({ thing, gone: !present.has(thing.id) }))
}
