import { useState } from 'react'
import { NOISE_NAMES, NOISES, rankNoise, type NoiseFacts, type NoiseName } from '../../../core/setup/noises.ts'
import { Title } from '../../components/Heading.tsx'
import { Select } from '../../components/Select.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** What rattles: from what is heard and on which string to causes, weighed by the instrument's own numbers. */
export function NoisesView({ facts }: { facts: readonly NoiseFacts[] }) {
  const { instrument } = useOpenBuild(),
    l = useLength()
  const [noise, setNoise] = useState<NoiseName>('behind the nut'),
    [string, setString] = useState(facts[0]?.string ?? 1)
  const f = facts.find(x => x.string === string) ?? facts[0]!
  return (
    <article className="flex max-w-[860px] flex-col gap-4">
      <Title>Something rattles</Title>
      <div className="flex flex-wrap items-end gap-3">
        <Select
          label="What is heard"
          value={noise}
          onChange={v => setNoise(v as NoiseName)}
          options={NOISE_NAMES.map(n => ({ value: n, label: NOISES[n] }))}
        />
        <Select
          label="On string"
          value={String(f.string)}
          onChange={v => setString(Number(v))}
          options={facts.map(x => ({
            value: String(x.string),
            label: `${x.string} ${instrument.tuning[x.string - 1] ?? ''}`,
          }))}
        />
      </div>
      <ol className="flex flex-col gap-3">
        {rankNoise(noise, f).map((c, i) => (
          <li key={c.id} className="grid grid-cols-[5.5rem_1fr] gap-x-4 border-t border-line pt-3">
            <span
              className={`figure whitespace-nowrap ${i ? 'text-figure text-muted' : 'text-large font-semibold'}`}
            >
              {Math.round(100 * c.chance)} %
            </span>
            <div className="flex flex-col gap-1">
              <p className={i ? 'text-body' : 'text-lead font-semibold'}>{c.says}</p>
              {c.because && <p className="text-plain text-muted">Its numbers: {l.prose(c.because)}.</p>}
              <p className="text-plain">{l.prose(c.next)}</p>
            </div>
          </li>
        ))}
      </ol>
      <p className="text-note text-muted">
        How often each is met is from memory; break angles and gaps are this instrument’s own.
      </p>
    </article>
  )
}
