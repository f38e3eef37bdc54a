import { useCallback, useEffect, useRef, useState } from 'react'
import { useBuild } from '../stores/buildStore.ts'
import { begun } from './overReload.ts'

/** What a field shows: another part's field under the same label is another, though its value may be the same. */
const of = (value: string): string => `${location.search} ${value}`

/**
 * What is half-typed in a field, which outlives a reload of the page; undefined where the field shows its value. It is
 * dropped when the value changes under it, or the field goes away; what another device changes meanwhile does not take it
 * away: Escape shows that, Enter writes over it.
 */
export function useTyped(label: string, value: string): [string | undefined, (text: string | undefined) => void] {
  const [typed, setTyped] = useState(() => begun<string>(label, of(value)).kept()),
    elsewhere = useBuild(s => s.elsewhere),
    before = useRef({ label, value, elsewhere })
  useEffect(() => {
    const was = before.current
    before.current = { label, value, elsewhere }
    if (was.label === label && was.value === value) return
    if (was.label === label && was.elsewhere !== elsewhere) {
      const text = begun<string>(label, of(was.value)).kept()
      return begun<string>(label, of(value)).keep(text)
    }
    begun(was.label, '').keep(undefined)
    setTyped(undefined)
  }, [label, value, elsewhere])
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
