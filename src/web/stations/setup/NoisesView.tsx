import { say } from '../../../core/say/said.ts'
import { useState } from 'react'
import { NOISE_NAMES, NOISES, rankNoise, type NoiseFacts, type NoiseName } from '../../../core/setup/noises.ts'
import { Title } from '../../components/Heading.tsx'
import { RankedList } from '../../components/RankedList.tsx'
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
    <article className="flex max-w-[53.75rem] flex-col gap-4">
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
      <RankedList items={rankNoise(noise, f)} because={c => c.because && say`Its numbers: ${c.because}.`}>
        {c => <p className="text-plain">{l.say(c.next)}</p>}
      </RankedList>
      <p className="text-note text-muted">
        How often each is met is from memory; break angles and gaps are this instrument’s own.
      </p>
    </article>
  )
}
