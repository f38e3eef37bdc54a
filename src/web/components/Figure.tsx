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
      ? 'text-far leading-none font-semibold'
      : size === 'large'
        ? 'text-large leading-none font-semibold'
        : 'text-body'
  return (
    <span
      className={`inline-flex items-baseline gap-x-[0.25em] ${size === 'row' ? 'whitespace-nowrap' : 'flex-wrap'}`}
    >
      <span className={`figure ${cls}`}>{value}</span>
      {doubt && (
        <span className={`figure ${size === 'key' ? 'text-figure' : 'text-plain'} whitespace-nowrap text-muted`}>
          ±{doubt}
        </span>
      )}
      {unit && <span className={size === 'row' ? 'text-note text-muted' : 'text-section text-muted'}>{unit}</span>}
    </span>
  )
}
