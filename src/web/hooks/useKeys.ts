import { useLayoutEffect } from 'react'

const typing = (e: KeyboardEvent): boolean => {
  const t = e.target as HTMLElement | null
  return t !== null && (t.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(t.tagName))
}

/** Runs a handler for keys pressed outside of fields and open dialogs; `ctrl+z` forms work inside too. */
export function useKeys(keys: Record<string, (e: KeyboardEvent) => void>): void {
  // At the commit itself: a key pressed as soon as the new page shows must not meet the old handlers.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const combined = `${e.ctrlKey || e.metaKey ? 'ctrl+' : ''}${e.shiftKey && e.key.length > 1 ? 'shift+' : ''}${e.key.length === 1 && (e.ctrlKey || e.metaKey) ? (e.shiftKey ? 'shift+' : '') + e.key.toLowerCase() : e.key}`
      const run = keys[combined]
      if (!run || e.altKey || e.defaultPrevented) return
      if (typing(e) || (document.querySelector('[role="dialog"]') && !combined.startsWith('ctrl+'))) return
      e.preventDefault()
      run(e)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
}
