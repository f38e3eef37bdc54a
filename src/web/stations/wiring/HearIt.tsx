import { useState } from 'react'
import { settingKey, settingLabel, type Settings } from '../../../core/circuit/settings.ts'
import { Button } from '../../components/Button.tsx'
import { download } from '../../hooks/download.ts'
import { Heading } from '../../components/Heading.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { heavy } from '../../hooks/useHeavy.ts'
import { useSounding } from '../../hooks/useSounding.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** How long a pluck is listened to, s. */
const SECONDS = 4
const USUAL_PLACE = 120

/** The setting in hand and another one as they will sound, at equal loudness; nothing sounds before it is asked for. */
export function HearIt({ settings, index }: { settings: readonly Settings[]; index: number }) {
  const build = useOpenBuild()
  const labels = settings.map(s => settingLabel(build, s))
  const [string, setString] = useState(build.instrument.strings),
    [at, setAt] = useState(USUAL_PLACE),
    [against, setAgainst] = useState<string>(),
    [trouble, setTrouble] = useState<string>()
  const { sounding: playing, sound } = useSounding()
  const other = Math.max(0, labels.indexOf(against ?? labels[(index + 1) % labels.length]!))
  const pluck = { string, at, seconds: SECONDS }
  const made = async (s: Settings): Promise<Float32Array<ArrayBuffer> | undefined> => {
    const x = await heavy().pluck(build, s, pluck)
    if (typeof x !== 'string') {
      setTrouble(undefined)
      return x
    }
    setTrouble(x)
    return undefined
  }
  const play = async (which: number) => {
    const samples = await made(settings[which]!)
    if (samples) sound(labels[which]!, samples)
  }
  const keep = async () => {
    const file = await heavy().wav(build, settings[index]!, pluck)
    if (typeof file === 'string') return setTrouble(file)
    download(`${build.id}-${settingKey(build, settings[index]!)}.wav`, file, 'audio/wav')
  }
  return (
    <section className="flex flex-col gap-2">
      <Heading>Hear it before it is soldered</Heading>
      <div className="flex flex-wrap items-end gap-3">
        <Select
          label="String"
          value={String(string)}
          onChange={v => setString(Number(v))}
          options={build.instrument.tuning.map((note, i) => ({ value: String(i + 1), label: `${i + 1}, ${note}` }))}
        />
        <LengthField label="Plucked from the bridge" mm={at} onMm={setAt} />
        <Button kind="main" onClick={() => void play(index)}>
          Play {labels[index]}
        </Button>
        {labels.length > 1 && (
          <>
            <Select
              label="Against"
              value={labels[other]!}
              onChange={setAgainst}
              options={labels.map(l => ({ value: l, label: l }))}
            />
            <Button onClick={() => void play(other)}>Play the other</Button>
          </>
        )}
        <Button onClick={() => void keep()}>As WAV file</Button>
      </div>
      <p role="status" className={trouble ? 'text-body text-never' : 'text-note text-muted'}>
        {trouble ??
          (playing
            ? `Sounding: ${playing}, both at equal loudness.`
            : 'A plucked string by its own tension and core, seen by each pickup from its place, through the circuit.')}
      </p>
    </section>
  )
}
