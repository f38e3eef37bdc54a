import { useEffect, useState } from 'react'

const read = () => {
  const s = getComputedStyle(document.documentElement)
  const v = (n: string) => s.getPropertyValue(`--${n}`).trim()
  return {
    ink: v('ink'),
    muted: v('muted'),
    line: v('line'),
    hand: v('hand'),
    snug: v('snug'),
    paper: v('paper'),
    shade: v('shade'),
  }
}

export type Tokens = ReturnType<typeof read>

/** The colour tokens as values, for what draws on a canvas; follows the day and night setting. */
export function useTokens() {
  const [tokens, set] = useState(read)
  useEffect(() => {
    const m = matchMedia('(prefers-color-scheme: dark)')
    const on = () => set(read())
    m.addEventListener('change', on)
    return () => m.removeEventListener('change', on)
  }, [])
  return tokens
}
