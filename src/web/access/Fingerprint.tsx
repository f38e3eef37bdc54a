/** A fingerprint in lines of eight pairs, so that an eye keeps its place. */
export function Fingerprint({ of = '' }: { of?: string | undefined }) {
  const pairs = of.split(':')
  return (
    <span className="figure block text-note">
      {[0, 8, 16, 24].map(from => (
        <span key={from} className="block">
          {pairs.slice(from, from + 8).join(':')}
        </span>
      ))}
    </span>
  )
}
