import { useState } from 'react'
import { NOTHING } from '../../../core/meter/meters.ts'
import { beepOf } from '../../../core/meter/betweenLugs.ts'
import { parseMeter } from '../../../core/meter/meterText.ts'
import type { ProbeView } from '../../../core/meter/meterWork.ts'
import { prefixed } from '../../../core/units/electrical.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { heavy } from '../../hooks/useHeavy.ts'
import { useSounding } from '../../hooks/useSounding.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { HeardField } from '../../readings/HeardField.tsx'
import { takeBench, takeOhms } from '../../readings/takeReadings.ts'
import { percent } from '../../text/percent.ts'
import { readText, shownSpan, shownValue } from '../../text/meterWords.ts'

/** What is heard at this place: of the instrument on the bench, and as it should be beside it. */
function HearBench({ id, standsIn }: { id: string; standsIn: boolean }) {
  const build = useOpenBuild(),
    { sounding, sound } = useSounding(),
    [trouble, setTrouble] = useState<string>()
  const play = async (asMeant: boolean) => {
    const x = await heavy().listen(build, id, asMeant)
    setTrouble(typeof x === 'string' ? x : undefined)
    if (x !== undefined && typeof x !== 'string') sound(asMeant ? 'as it should be' : 'on the bench', x)
  }
  return (
    <div className="no-print mt-3 flex flex-wrap items-center gap-3">
      {standsIn && <Button onClick={() => void play(false)}>Hear the one on the bench</Button>}
      <Button onClick={() => void play(true)}>Hear how it should be</Button>
      <span role="status" className={trouble ? 'text-body text-never' : 'text-note text-muted'}>
        {trouble ?? (sounding && `Sounding: ${sounding}.`)}
      </span>
    </div>
  )
}

/** The reading in hand: where and how, what it should be, what it is, what each outcome would mean. */
export function ProbeSheet({ v }: { v: ProbeView }) {
  const build = useOpenBuild(),
    [missing, setMissing] = useState(false)
  const fromBench = async () => {
    const value = await heavy().benchMeter(build, v.id)
    setMissing(value === undefined)
    if (value !== undefined) takeBench(v.id, value, v.heard !== undefined)
  }
  const f = v.from >= NOTHING ? { figure: 'OL', unit: '' } : prefixed(Math.max(0, (v.from + v.to) / 2), 'Ω'),
    short = v.to < 2
  return (
    <section aria-label="Reading in hand" className="min-w-0">
      <Title>{v.title}</Title>
      <p className="text-body">
        <b className="font-semibold">{v.setting}</b>
        {v.plug
          ? ' · a lead in the jack, probes on its plug'
          : v.access === 'inside'
            ? ' · cavity open'
            : v.access === 'lifted'
              ? ' · its pickup out of the rout'
              : ''}
        {v.heard ? `. ${v.heard.how}` : ''}
      </p>
      {v.heard ? (
        <div className="mt-3 max-w-xl">
          <HeardField v={v} />
        </div>
      ) : (
        <div className="mt-2 flex flex-wrap items-end gap-x-6 gap-y-3">
          <div>
            <p className="text-note text-muted">as it is meant</p>
            {short ? (
              <Figure value="0" unit="Ω" size="large" />
            ) : (
              <Figure value={f.figure} unit={f.unit} size="large" />
            )}
            <p className="figure text-plain text-muted">{shownSpan(v, v)}</p>
            <p className="text-note text-muted">on continuity it {beepOf(v)}</p>
          </div>
          <ValueField
            label="It reads"
            text={readText(v)}
            placeholder="8.5k"
            large
            wide
            parse={parseMeter}
            onValue={(_value, text) => takeOhms(v.id, text)}
          />
        </div>
      )}
      {v.heard && v.heard.what !== 'swing' && (
        <HearBench id={v.id} standsIn={build.circuit.standIn !== undefined} />
      )}
      {build.circuit.standIn && (
        <div className="mt-3">
          <Button kind={v.value === undefined ? 'main' : 'plain'} onClick={() => void fromBench()}>
            {v.heard ? 'Listen on the bench' : 'Take it from the bench meter'}
          </Button>
          {missing && (
            <p role="alert" className="text-note text-never">
              The instrument on the bench has no such place any more: its circuit was changed. Take the stand-in
              away or hide a fault again.
            </p>
          )}
        </div>
      )}
      {v.agrees !== undefined && (
        <p className={`mt-2 text-lead ${v.agrees ? 'text-snug' : 'font-semibold text-never'}`}>
          {v.agrees ? 'Agrees with the circuit as it is meant.' : `${shownValue(v, v.value!)}: not as it is meant.`}
        </p>
      )}
      {v.outcomes.length > 1 && v.value === undefined && (
        <div className="mt-3 max-w-2xl">
          <h3 className="text-note text-muted">What each outcome would mean</h3>
          <ul>
            {v.outcomes.map((o, i) => (
              <li key={i} className="rule-row py-1 text-plain leading-tight">
                <span className={`${v.heard ? '' : 'figure '}font-semibold`}>{shownSpan(v, o)}</span>{' '}
                <span className="figure text-muted">{percent(o.chance)}</span>
                <span className="block">{o.means[0]}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  )
}
