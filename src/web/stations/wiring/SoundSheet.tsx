import { loadWords } from '../../../core/circuit/beside.ts'
import type { Travel } from '../../../core/circuit/travel.ts'
import type { Spread } from '../../../core/circuit/spread.ts'
import { Says } from '../../components/Says.tsx'
import { useState } from 'react'
import { Load } from '../../../core/document/circuitRecord.ts'
import { knobsOf, settingLabel, type Settings, type Knob } from '../../../core/circuit/settings.ts'
import { HUM_GONE } from '../../../core/circuit/sound.ts'
import {
  formatCapacitance,
  formatResistance,
  parseCapacitance,
  parseResistance,
} from '../../../core/units/electrical.ts'
import { fixed } from '../../../core/units/length.ts'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { heldIn, numberOf } from '../../components/numberOf.ts'
import { Select } from '../../components/Select.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { held } from '../../workers/held.ts'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import type { HeardSetting } from '../../workers/engines.worker.ts'
import type { Beside } from '../../../core/circuit/beside.ts'
import { BesideIt } from './BesideIt.tsx'
import { HearIt } from './HearIt.tsx'
import { ResponseChart } from './ResponseChart.tsx'
import { TravelChart } from './TravelChart.tsx'

interface Props {
  sounds: readonly HeardSetting[]
  settings: readonly Settings[]
  index: number
  knobs: Readonly<Record<string, number>>
  turn: (knob: string, to: number) => void
}

/** What the doubts leave open follows when the knob rests, ms: the curve itself goes with the hand. */
const REST = 90

/** What the levels are told against: a single-coil of level 1 by itself, or another setting. */
const ABSOLUTE = 'absolute'

const ohms = (v: number): string => (Number.isFinite(v) ? formatResistance(v) : 'open')

/** One setting: what sounds, its level, peak, hum and resistance, the curve, and what the knobs do. */
export function SoundSheet({ sounds, settings, index, knobs, turn }: Props) {
  const build = useOpenBuild()
  const [against, setAgainst] = useState(ABSOLUTE),
    [beside, setBeside] = useState<Beside>()
  const sound = sounds[index]!,
    setting = settings[index]!
  const turns = knobsOf(build)
  const { result } = useHeavy(
    e =>
      e.setting(
        held(build),
        setting,
        turns.map(k => k.id),
      ),
    [build, setting],
    REST,
  )
  const labels = settings.map(s => settingLabel(build, s))
  const other = labels.indexOf(against),
    zero = other < 0 ? 0 : (sounds[other]?.level ?? 0),
    named = other < 0 ? 'a level-1 coil' : against
  const spread = result?.spread
  return (
    <div className="flex max-w-[51.25rem] flex-col gap-3">
      <header className="flex flex-col gap-1">
        <Title>{labels[index]}</Title>
        <p className="text-lead" aria-live="polite">
          <Says of={sound.words} />
        </p>
      </header>
      {!sound.silence && <SoundFigures sound={sound} spread={spread} zero={zero} />}
      <ResponseChart
        curves={sounds.map(s => s.response)}
        index={index}
        labels={labels}
        zero={zero}
        named={named}
        band={spread?.db}
        beside={beside && { curve: beside.other, label: 'held against' }}
      />
      {!sound.silence && (
        <p className="text-note text-muted">
          The broad line is what the parts’ doubts leave open. Behind it the other settings
          {beside ? '; dashed, what it is held against' : ''}.
        </p>
      )}
      <BesideIt setting={setting} onBeside={setBeside} />
      <KnobSliders turns={turns} sound={sound} knobs={knobs} setting={setting} result={result} turn={turn} />
      {result && turns.length > 0 && !sound.silence && (
        <TravelChart
          travels={result.travels}
          labels={turns.map(k => k.label)}
          acts={turns.map(k => sound.knobs.find(x => x.id === k.id)?.acts)}
        />
      )}
      <HearIt settings={settings} index={index} />
      <Against other={other} against={against} setAgainst={setAgainst} labels={labels} />
      {result && !sound.silence && (
        <p className="text-plain text-muted">
          3 m more of cable: <Says of={result.load.cable} />. Half the amplifier’s input:{' '}
          <Says of={result.load.amplifier} />.
        </p>
      )}
    </div>
  )
}

function SoundFigures({ sound, spread, zero }: { sound: HeardSetting; spread: Spread | undefined; zero: number }) {
  return (
    <dl className="flex flex-wrap gap-x-8 gap-y-2">
      <Fact name="peak">
        {sound.peak ? (
          <Figure
            size="large"
            value={fixed(sound.peak.hz / 1000, 2)}
            unit={`kHz, +${fixed(sound.peak.gain, 1)}\u202fdB`}
            doubt={spread?.peak ? fixed(spread.peak.hz / 1000, 2) : undefined}
          />
        ) : (
          <Figure size="large" value="none" />
        )}
      </Fact>
      <Fact name="level at 100 Hz">
        <Figure
          size="large"
          value={fixed(sound.level - zero, 1)}
          unit="dB"
          doubt={spread ? fixed(spread.level, 1) : undefined}
        />
      </Fact>
      <Fact name={sound.peak ? 'slope past the peak' : 'slope past 5 kHz'}>
        <Figure size="large" value={fixed(sound.slope, 1)} unit="dB an octave" />
      </Fact>
      <Fact name="hum left">
        <Figure
          size="large"
          value={sound.hum < HUM_GONE ? 'none' : sound.hum > -1 ? 'all' : fixed(sound.hum, 0)}
          {...(sound.hum < HUM_GONE || sound.hum > -1 ? {} : { unit: 'dB' })}
        />
      </Fact>
      <Fact name="at the jack">
        <Figure size="large" value={ohms(sound.ohms)} />
      </Fact>
    </dl>
  )
}

function KnobSliders({
  turns,
  sound,
  knobs,
  setting,
  result,
  turn,
}: {
  turns: Knob[]
  sound: HeardSetting
  knobs: Readonly<Record<string, number>>
  setting: Settings
  result: { spread: Spread; travels: Travel[]; load: ReturnType<typeof loadWords> } | undefined
  turn: (knob: string, to: number) => void
}) {
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
      {turns.map((k, i) => {
        const acts = sound.knobs.find(x => x.id === k.id)?.acts,
          at = knobs[k.id] ?? setting.knobs[k.id] ?? 1,
          travel = result?.travels[i]
        const half = travel && travel.low[Math.round((travel.low.length - 1) / 2)]! - travel.low.at(-1)!
        return (
          <label key={k.id} className="flex min-w-[min(11rem,100%)] flex-1 flex-col text-note text-muted">
            <span>
              {k.label} at <span className="figure text-ink">{fixed(at * 10, 1)}</span>
              {acts === 'nothing' ? ': does nothing here' : ''}
              {acts === 'volume' && half !== undefined ? `: at 5 it takes ${fixed(-half, 0)}\u202fdB` : ''}
              {acts === 'tone' && travel
                ? `: takes ${fixed(travel.high.at(-1)! - travel.high[0]!, 0)}\u202fdB at 4 kHz`
                : ''}
            </span>
            <input
              type="range"
              min={0}
              max={1}
              step={0.01}
              value={at}
              aria-label={`${k.label} knob`}
              onChange={e => turn(k.id, Number(e.target.value))}
              className="h-10 accent-[var(--hand)]"
            />
          </label>
        )
      })}
    </div>
  )
}

function Against({
  other,
  against,
  setAgainst,
  labels,
}: {
  other: number
  against: string
  setAgainst: (to: string) => void
  labels: string[]
}) {
  const build = useOpenBuild()
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
      <Select
        label="0 dB is"
        value={other < 0 ? ABSOLUTE : against}
        onChange={setAgainst}
        options={[
          { value: ABSOLUTE, label: 'a single-coil of level 1' },
          ...labels.map(l => ({ value: l, label: l })),
        ]}
      />
      <ValueField
        label="Cable"
        text={`${build.circuit.load.cableMetres} m`}
        parse={numberOf(Load, 'cableMetres', 'length of cable', ' m')}
        onValue={v =>
          editBuild(b => ({ ...b, circuit: { ...b.circuit, load: { ...b.circuit.load, cableMetres: v } } }))
        }
      />
      <ValueField
        label="Cable, each metre"
        text={`${Math.round(build.circuit.load.faradsPerMetre * 1e12)}p`}
        parse={parseCapacitance}
        check={heldIn(Load, 'faradsPerMetre', formatCapacitance)}
        onValue={v =>
          editBuild(b => ({ ...b, circuit: { ...b.circuit, load: { ...b.circuit.load, faradsPerMetre: v } } }))
        }
      />
      <ValueField
        label="Amplifier’s input"
        text={formatResistance(build.circuit.load.amplifierOhms)}
        parse={parseResistance}
        check={heldIn(Load, 'amplifierOhms', formatResistance)}
        onValue={v =>
          editBuild(b => ({ ...b, circuit: { ...b.circuit, load: { ...b.circuit.load, amplifierOhms: v } } }))
        }
      />
    </div>
  )
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-note text-muted">{name}</dt>
      <dd>{children}</dd>
    </div>
  )
}
