import type { ReactNode } from 'react'

/** A box to tick, with its words beside it, large enough for a thumb. */
export function Check({
  checked,
  onChange,
  children,
  hideLabel,
}: {
  checked: boolean
  onChange: (on: boolean) => void
  children: ReactNode
  hideLabel?: boolean
}) {
  return (
    <label className="flex min-h-10 items-center gap-2 text-plain">
      <input
        type="checkbox"
        checked={checked}
        onChange={e => onChange(e.target.checked)}
        className="size-5 accent-[var(--hand)]"
      />
      <span className={hideLabel ? 'sr-only' : ''}>{children}</span>
    </label>
  )
}
