import { useEffect, useRef, useState } from 'react'

/** Size of an element in px, followed as it changes. */
export function useSize<E extends Element>(): { ref: React.RefObject<E | null>; width: number; height: number } {
  const ref = useRef<E>(null)
  const [size, setSize] = useState({ width: 0, height: 0 })
  useEffect(() => {
    const el = ref.current
    if (!el) return
    const o = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height })
    })
    o.observe(el)
    return () => o.disconnect()
  }, [])
  return { ref, ...size }
}
