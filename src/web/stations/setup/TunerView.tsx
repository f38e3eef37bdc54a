import { transfer } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import { takeReading } from '../../../core/document/edits.ts'
import { readingText } from '../../../core/document/readingRef.ts'
import { partIn } from '../../../core/document/references.ts'
import { RATE } from '../../../core/sound/instrument.ts'
import { standInString, type SoundedAs } from '../../../core/sound/standInString.ts'
import { pitchOf, pitchOfPiece, stringHeard, type FoundString } from '../../../core/sound/tuner.ts'
import { LARGEST_SOUND } from '../../../core/sound/wav.ts'
import type { StringRow } from '../../../core/setup/stringTable.ts'
import { Reading } from '../../imports/Reading.tsx'
import { useImport, type Import } from '../../imports/useImport.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { Segments } from '../../components/Segments.tsx'
import { Select } from '../../components/Select.tsx'
import { useSounding } from '../../hooks/useSounding.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { signed } from '../../readings/centsField.tsx'
import { NeedsTrust } from '../../access/NeedsTrust.tsx'
import { ears } from '../../stores/secureOnly.ts'

/** Samples that the needle looks at: about a tenth of a second. */
const LOOK = 4096
/** The scale of the needle, cents to either side. */
const SCALE = 50

interface Shown extends FoundString {
  hz: number
  spread: number | undefined
}

/** The tuner: microphone, WAV file or the stand-in; string found by itself, cents, octave and held note compared. */
export function TunerView({ strings }: { strings: readonly StringRow[] }) {
  const build = useOpenBuild(),
    octave = Math.min(12, partIn(build, 'neck')?.dims.frets?.value ?? 12)
  const [as, setAs] = useState<SoundedAs>('open'),
    [string, setString] = useState(1),
    [shown, setShown] = useState<Shown>(),
    [trouble, setTrouble] = useState<string>(),
    [harmonics, setHarmonics] = useState<Readonly<Record<number, number>>>({})
  const { sound } = useSounding()
  const fret = as === 'open' ? 0 : octave
  const told = (hz: number | undefined, spread: number | undefined) => {
    if (hz === undefined)
      return setTrouble('No clear note: one string alone, damp the others, nearer to the microphone.')
    const found = stringHeard(hz, strings, fret)
    if (!found) return setTrouble(`${hz.toFixed(1)} Hz is no string’s note here. Which way is it sounded?`)
    setTrouble(undefined)
    setShown({ ...found, hz, spread })
    if (as === 'harmonic') setHarmonics(h => ({ ...h, [found.number]: found.cents }))
  }
  const { microphone, listening, listen, stop } = useMicrophone(told, setTrouble)
  const files = useImport()
  const file = async (f: File | undefined) => {
    if (!f) return
    if (f.size > LARGEST_SOUND)
      return setTrouble(
        `${f.name} is ${Math.ceil(f.size / 1048576)} MB; up to ${LARGEST_SOUND / 1048576} MB are read. A few seconds of one string are enough.`,
      )
    const bytes = new Uint8Array(await f.arrayBuffer()),
      p = await files.read(f.name, async i => ({ is: await i.pitch(transfer(bytes, [bytes.buffer])) }), setTrouble)
    if (!p) return
    if (typeof p.is === 'string') return setTrouble(p.is)
    told(p.is?.hz, p.is?.spread)
  }
  const standIn = () => {
    const x = standInString(build, string, as, octave)
    if (typeof x === 'string') return setTrouble(x)
    sound(`string ${string}`, new Float32Array(x))
    const p = pitchOf(x, RATE)
    told(p?.hz, p?.spread)
  }
  const against = shown && as === 'held' ? (harmonics[shown.number] ?? 0) : 0,
    cents = shown && shown.cents - against
  const needle = cents === undefined ? 0 : Math.max(-SCALE, Math.min(SCALE, cents))
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Tuner</Title>
      <Segments
        label="Sounded"
        value={as}
        onChange={v => {
          setAs(v)
          setShown(undefined)
        }}
        options={[
          { value: 'open', label: 'open' },
          { value: 'harmonic', label: `touched over fret ${octave}` },
          { value: 'held', label: `held at fret ${octave}` },
        ]}
      />
      <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
        <div className="min-w-[min(14rem,100%)]" aria-live="polite">
          <p className="text-note text-muted">
            {shown
              ? `string ${shown.number} ${strings.find(s => s.number === shown.number)?.note ?? ''}, ${shown.hz.toFixed(2)} Hz`
              : 'which string is found by itself'}
          </p>
          <Figure
            value={cents === undefined ? '–' : signed(cents) || '0.0'}
            unit="cents"
            {...(shown?.spread === undefined ? {} : { doubt: shown.spread.toFixed(1) })}
          />
          {as === 'held' && shown && harmonics[shown.number] !== undefined && (
            <p className="text-plain text-muted">against its own harmonic</p>
          )}
        </div>
        <Needle cents={cents} needle={needle} />
      </div>
      {shown && as === 'held' && <TakeIt shown={shown} octave={octave} cents={cents} />}
      <NeedsTrust what="A browser lends its microphone" />
      <Sources
        listening={listening}
        microphone={microphone}
        stop={stop}
        listen={listen}
        file={file}
        files={files}
        string={string}
        setString={setString}
        strings={strings}
        standIn={standIn}
      />
      {trouble && (
        <p role="alert" className="text-body text-never">
          {trouble}
        </p>
      )}
      <p className="text-note text-muted">
        The stand-in sounds this instrument’s strings as its setup makes them: held notes are off by what saddle and
        height do. Nothing is recorded and nothing leaves this machine.
      </p>
    </article>
  )
}

function TakeIt({ shown, octave, cents }: { shown: Shown; octave: number; cents: number | undefined }) {
  return (
    <div>
      <Button
        kind="main"
        onClick={() =>
          editBuild(
            b =>
              takeReading(b, {
                of: readingText({ kind: 'cents', string: shown.number, fret: octave }),
                value: Math.max(-100, Math.min(100, Math.round(cents! * 10) / 10)),
                doubt: Math.max(0.3, shown.spread ?? 1),
                at: now(),
                with: 'tuner',
              }),
            'Intonation read',
          )
        }
      >
        Take it as string {shown.number}’s reading at fret {octave}
      </Button>
    </div>
  )
}

function Needle({ cents, needle }: { cents: number | undefined; needle: number }) {
  return (
    <svg
      role="img"
      aria-label={cents === undefined ? 'no note yet' : `${signed(cents)} cents`}
      viewBox="-55 -6 110 26"
      className="h-20 w-full max-w-[26.25rem]"
    >
      {Array.from({ length: 21 }, (_, i) => (i - 10) * 5).map(v => (
        <line
          key={v}
          x1={v}
          x2={v}
          y1={v % 10 ? 6 : 3}
          y2={11}
          stroke="var(--ink)"
          strokeWidth={v === 0 ? 1.2 : 0.4}
        />
      ))}
      {[-50, -25, 0, 25, 50].map(v => (
        <text key={v} x={v} y={18} textAnchor="middle" fontSize={5} className="figure fill-muted">
          {v}
        </text>
      ))}
      {cents !== undefined && (
        <path
          d={`M${needle} 11L${needle - 2.4} -3H${needle + 2.4}Z`}
          style={{ fill: Math.abs(cents) <= 2 ? 'var(--snug)' : 'var(--hand)' }}
        />
      )}
    </svg>
  )
}

function Sources({
  listening,
  microphone,
  stop,
  listen,
  file,
  files,
  string,
  setString,
  strings,
  standIn,
}: {
  listening: boolean
  microphone: MediaDevices | undefined
  stop: () => void
  listen: () => Promise<void>
  file: (f: File | undefined) => Promise<void>
  files: Import
  string: number
  setString: (to: number) => void
  strings: readonly StringRow[]
  standIn: () => void
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Button
        kind={listening ? 'main' : 'plain'}
        disabled={!microphone}
        onClick={() => (listening ? stop() : void listen())}
      >
        {listening ? 'Stop listening' : 'Listen to the microphone'}
      </Button>
      <label className="inline-flex min-h-10 cursor-pointer items-center border border-ink px-3 text-plain focus-within:outline-2">
        Read a WAV file
        <input
          type="file"
          accept=".wav,audio/wav"
          className="sr-only"
          onChange={e => {
            void file(e.target.files?.[0])
            e.target.value = ''
          }}
        />
      </label>
      <Reading of={files} />
      <Select
        label="Stand-in, string"
        value={String(string)}
        onChange={v => setString(Number(v))}
        options={strings.map(s => ({ value: String(s.number), label: `${s.number} ${s.note}` }))}
      />
      <Button onClick={standIn}>Sound the stand-in</Button>
    </div>
  )
}

/** Listens to the microphone, if the browser has one to lend: every note that is heard, and why there is none. */
function useMicrophone(
  told: (hz: number, spread: number | undefined) => void,
  setTrouble: (why: string | undefined) => void,
) {
  const mic = useRef<{ context: AudioContext; stream: MediaStream; timer: number }>(undefined),
    [listening, setListening] = useState(false)
  const say = useRef(told)
  say.current = told
  const stop = () => {
    const m = mic.current
    mic.current = undefined
    if (!m) return
    clearInterval(m.timer)
    m.stream.getTracks().forEach(t => t.stop())
    void m.context.close()
    setListening(false)
  }
  useEffect(() => stop, [])
  const microphone = ears()
  const listen = async () => {
    if (!microphone) return
    try {
      const stream = await microphone.getUserMedia({
          audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
        }),
        context = new AudioContext(),
        look = new AnalyserNode(context, { fftSize: LOOK }),
        piece = new Float32Array(LOOK)
      context.createMediaStreamSource(stream).connect(look)
      const timer = window.setInterval(() => {
        look.getFloatTimeDomainData(piece)
        const p = pitchOfPiece(piece, context.sampleRate)
        if (p) say.current(p.hz, undefined)
      }, 50)
      mic.current = { context, stream, timer }
      setListening(true)
      setTrouble(undefined)
    } catch {
      setTrouble(
        'The microphone is not to be had: allow it in the browser, or read a WAV file, or practise with the stand-in.',
      )
    }
  }
  return { microphone, listening, listen, stop }
}
