import { useCallback, useEffect, useRef, useState } from 'react'
import { begun } from './overReload.ts'

/** What a field shows: another part's field under the same label is another, though its value may be the same. */
const of = (value: string): string => `${location.search} ${value}`

/**
 * What is half-typed in a field, which outlives a reload of the page; undefined where the field shows its value. It is
 * dropped when the value changes under it, or the field goes away.
 */
export function useTyped(label: string, value: string): [string | undefined, (text: string | undefined) => void] {
  const [typed, setTyped] = useState(() => begun<string>(label, of(value)).kept()),
    before = useRef({ label, value })
  useEffect(() => {
    if (before.current.label === label && before.current.value === value) return
    begun(before.current.label, '').keep(undefined)
    before.current = { label, value }
    setTyped(undefined)
  }, [label, value])
  useEffect(() => {
    const field = begun(label, '')
    field.arrive()
    return field.leave
  }, [label])
  const type = useCallback(
    (text: string | undefined) => {
      setTyped(text)
      begun<string>(label, of(value)).keep(text)
    },
    [label, value],
  )
  return [typed, type]
}
