import { ToggleGroup } from 'radix-ui'

/** A choice of a few that stand side by side, one of them always taken. */
export function Segments<T extends string>({
  label,
  value,
  onChange,
  options,
}: {
  label: string
  value: T
  onChange: (v: T) => void
  options: readonly { value: T; label: string; count?: number }[]
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={v => v && onChange(v as T)}
      className="flex border border-ink"
    >
      {options.map(o => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          className="min-h-11 flex-1 px-2 text-plain hover:bg-shade data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-ground"
        >
          {o.label}
          {o.count !== undefined && <span className="figure"> {o.count}</span>}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
