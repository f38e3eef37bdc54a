import { HEARD_CHOICES, nearestChoice } from '../../core/meter/heardWords.ts'
import type { ProbeView } from '../../core/meter/meterWork.ts'
import { Segments } from '../components/Segments.tsx'
import { takeValue } from './takeReadings.ts'

/** What is heard at a place, said by one of a few choices. */
export function HeardField({ v }: { v: ProbeView }) {
  if (!v.heard) return null
  const { what } = v.heard
  return (
    <Segments
      label={v.title}
      value={v.value === undefined ? '' : String(nearestChoice(what, v.value).value)}
      onChange={x => takeValue(v.id, Number(x), 'ear')}
      options={HEARD_CHOICES[what].map(c => ({ value: String(c.value), label: c.label }))}
    />
  )
}
