import { useCallback, useEffect, useRef, useState } from 'react'
import { keptForPage } from '../stores/browserStore.ts'

const keyOf = (label: string): string => `snugbolt.typed.${location.pathname}.${label}`

const kept = (label: string): string | undefined => keptForPage.get(keyOf(label))
/** Kept nowhere, it is still in the field. */
const keep = (label: string, text: string | undefined): void =>
  text === undefined ? keptForPage.remove(keyOf(label)) : void keptForPage.set(keyOf(label), text)

/**
 * What is half-typed in a field, which outlives a reload of the page; undefined where the field shows its value. It is
 * dropped when the value changes under it, or the field goes away.
 */
export function useTyped(label: string, value: string): [string | undefined, (text: string | undefined) => void] {
  const [typed, setTyped] = useState(() => kept(label)),
    of = useRef({ label, value })
  useEffect(() => {
    if (of.current.label === label && of.current.value === value) return
    keep(of.current.label, undefined)
    of.current = { label, value }
    setTyped(undefined)
  }, [label, value])
  // A reload takes the page without taking its fields away one by one.
  useEffect(() => () => keep(of.current.label, undefined), [])
  const type = useCallback(
    (text: string | undefined) => {
      setTyped(text)
      keep(label, text)
    },
    [label],
  )
  return [typed, type]
}
