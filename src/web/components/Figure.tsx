/** The key figure of a sheet with its unit beside it. */
export function Figure({
  value,
  unit,
  size = 'key',
  doubt,
}: {
  value: string
  unit?: string
  size?: 'key' | 'large' | 'row'
  doubt?: string | undefined
}) {
  const cls =
    size === 'key'
      ? 'text-[56px] leading-none font-semibold'
      : size === 'large'
        ? 'text-[34px] leading-none font-semibold'
        : 'text-[17px]'
  return (
    <span className="inline-flex items-baseline gap-[0.25em] whitespace-nowrap">
      <span className={`figure ${cls}`}>{value}</span>
      {doubt && (
        <span className={`figure ${size === 'key' ? 'text-[22px]' : 'text-[16px]'} text-muted`}>±{doubt}</span>
      )}
      {unit && <span className={size === 'row' ? 'text-[15px] text-muted' : 'text-[20px] text-muted'}>{unit}</span>}
    </span>
  )
}
