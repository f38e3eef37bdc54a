import { Heading } from '../../components/Heading.tsx'
import { Views } from '../../components/Views.tsx'
import { lugName } from './lugName.ts'
import { useFact } from '../../hooks/useFact.ts'
import { Load } from '../../../core/build/circuitRecord.ts'
import { numberOf } from '../../components/numberOf.ts'
import { useMemo, useState } from 'react'
import { settingKey, settingLabel, type Settings } from '../../../core/circuit/settings.ts'
import { networkOf } from '../../../core/circuit/network.ts'
import { formatFrequency, formatResistance, parseCapacitance } from '../../../core/units/electrical.ts'
import { fixed } from '../../../core/units/length.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { useHand } from '../../hooks/useHand.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { ResponseChart } from './ResponseChart.tsx'
import { SolderView } from './SolderView.tsx'

const noTake = () => undefined

/** The circuit: every position's response and meter reading, the drawing to solder from, and the order. */
export function Wiring() {
  const build = useOpenBuild()
  const layout = useFact('layout')
  const settings = useFact('settings')
  const meter = useFact('meter')
  const [knobs, setKnobs] = useState<Record<string, number>>({})
  const positions = useMemo(() => settings.map(s => ({ id: settingKey(build, s), settings: s })), [build, settings])
  const { hand, take } = useHand(positions)
  const turned = useMemo(
    () => positions.map((p): Settings => ({ ...p.settings, knobs: { ...p.settings.knobs, ...knobs } })),
    [positions, knobs],
  )
  const { result: curves } = useHeavy(e => e.responses(build, turned), [build, turned])
  const index = Math.max(
    0,
    positions.findIndex(p => p.id === hand?.id),
  )
  const curve = curves?.[index]
  const pots = build.circuit.components.filter(c => c.kind === 'pot')
  const rows = positions.map((p, i) => {
    const c = curves?.[i],
      m = meter.find(x => x.key === p.id)
    const word = c?.silent ? 'silent' : c?.peak ? `peak ${formatFrequency(c.peak.hz)}` : c ? 'no peak' : ''
    return {
      id: p.id,
      label: `${settingLabel(build, p.settings)}: ${word}`,
      content: (
        <>
          <span className="min-w-0 flex-1">
            <span className="block text-body font-medium leading-tight">{settingLabel(build, p.settings)}</span>
            <span className="text-note text-muted">{word}</span>
          </span>
          <span className="figure shrink-0 text-right text-plain leading-tight">
            {c ? `${fixed(c.base, 1)}\u202fdB` : ''}
            <br />
            <span className="text-muted">{m && Number.isFinite(m.ohms) ? formatResistance(m.ohms) : 'open'}</span>
          </span>
        </>
      ),
    }
  })
  const marks = useMemo(
    () =>
      layout
        ? layout.features
            .filter(
              f =>
                f.serves &&
                (f.role === 'pot-hole' ||
                  f.role === 'switch-hole' ||
                  f.role === 'pickup-rout' ||
                  f.role === 'jack-hole'),
            )
            .map((f, i) => ({ id: f.id, at: f.centre, label: String(i + 1), title: f.serves! }))
        : [],
    [layout],
  )
  const label = hand ? settingLabel(build, hand.settings) : ''
  return (
    <StationFrame
      map={{
        title: 'Wiring',
        summary: build.circuit.recipe ?? 'own circuit',
        hand: undefined,
        take: noTake,
        marks,
      }}
      ledger={
        <Ledger
          heading="Positions"
          aside="level at 100 Hz, DC at the jack"
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="No circuit yet. Bring in a build file with one."
        />
      }
    >
      <Views
        label="Views of the circuit"
        views={[
          {
            id: 'response',
            label: 'Response',
            content: (
              <div className="flex max-w-[780px] flex-col gap-3">
                <header className="flex flex-wrap items-baseline justify-between gap-x-6">
                  <h2 className="text-figure font-semibold">{label}</h2>
                  {curve &&
                    (curve.silent ? (
                      <Figure size="large" value="silent" />
                    ) : curve.peak ? (
                      <span className="flex gap-6">
                        <Figure size="large" value={fixed(curve.peak.hz / 1000, 2)} unit="kHz peak" />
                        <Figure size="large" value={`+${fixed(curve.peak.gain, 1)}`} unit="dB high" />
                      </span>
                    ) : (
                      <Figure size="large" value="no peak" />
                    ))}
                </header>
                {curves && (
                  <ResponseChart
                    curves={curves}
                    index={index}
                    labels={positions.map(p => settingLabel(build, p.settings))}
                  />
                )}
                <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
                  {pots.map(p => (
                    <label key={p.id} className="flex min-w-40 flex-1 flex-col text-note text-muted">
                      {p.label} at <span className="figure text-ink">{fixed((knobs[p.id] ?? 1) * 10, 1)}</span>
                      <input
                        type="range"
                        min={0}
                        max={1}
                        step={0.01}
                        value={knobs[p.id] ?? 1}
                        aria-label={`${p.label} knob`}
                        onChange={e => setKnobs(k => ({ ...k, [p.id]: Number(e.target.value) }))}
                        className="h-10 accent-[var(--hand)]"
                      />
                    </label>
                  ))}
                  <ValueField
                    label="Cable"
                    text={`${build.circuit.load.cableMetres} m`}
                    parse={numberOf(Load, 'cableMetres', 'length of cable', ' m')}
                    onValue={v =>
                      editBuild(b => ({
                        ...b,
                        circuit: { ...b.circuit, load: { ...b.circuit.load, cableMetres: v } },
                      }))
                    }
                  />
                  <ValueField
                    label="Cable, each metre"
                    text={`${Math.round(build.circuit.load.faradsPerMetre * 1e12)}p`}
                    parse={parseCapacitance}
                    check={v => (v > 5e-9 ? 'must be 5n at most' : undefined)}
                    onValue={v =>
                      editBuild(b => ({
                        ...b,
                        circuit: { ...b.circuit, load: { ...b.circuit.load, faradsPerMetre: v } },
                      }))
                    }
                  />
                </div>
              </div>
            ),
          },
          { id: 'drawing', label: 'Drawing', content: <SolderView /> },
          { id: 'order', label: 'Solder order', content: <SolderList /> },
          {
            id: 'ground',
            label: 'Nets and ground',
            content: (
              <>
                <GroundList />
                {hand && <NetList settings={hand.settings} label={label} />}
              </>
            ),
          },
        ]}
      />
    </StationFrame>
  )
}

function SolderList() {
  const build = useOpenBuild()
  const order = useFact('solder')
  return (
    <div className="flex flex-col gap-3">
      <CautionNotes ids={['solder']} />
      <ol className="border-t border-line">
        {order.map((j, i) => (
          <li key={j.order} className="rule-row grid grid-cols-[2.2rem_1fr] py-2">
            <span className="figure text-section font-semibold">{j.order}</span>
            <span>
              <span className="text-body font-semibold">{lugName(build, j.terminal)}</span>
              {(i === 0 || order[i - 1]!.stage !== j.stage) && (
                <span className="float-right text-note text-muted">{j.why}</span>
              )}
              <span className="block text-note text-muted">
                {j.wires
                  .map(
                    w =>
                      `${w.colour ? `${w.colour} ` : ''}${w.kind} ${w.id} to ${lugName(build, w.from === j.terminal ? w.to : w.from)}`,
                  )
                  .join('; ')}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </div>
  )
}

/** Which lugs are one conductor at the position in hand. */
function NetList({ settings, label }: { settings: Settings; label: string }) {
  const build = useOpenBuild()
  const nets = useMemo(() => networkOf(build, settings), [build, settings])
  return (
    <section className="mt-4">
      <Heading>Nets at {label}</Heading>
      <ol>
        {nets.nets.map(
          (terminals, i) =>
            terminals.length > 1 && (
              <li key={terminals[0]} className="rule-row grid grid-cols-[7em_1fr] py-1.5 text-plain">
                <span className="font-semibold">{i === 0 ? 'ground' : i === nets.tip ? 'output' : `net ${i}`}</span>
                <span>{terminals.map(t => lugName(build, t)).join('; ')}</span>
              </li>
            ),
        )}
      </ol>
    </section>
  )
}

function GroundList() {
  const list = useFact('bonds')
  const open = list.filter(b => !b.bonded).length
  return (
    <div className="flex flex-col gap-2">
      <p className="text-body">
        {open === 0
          ? 'Everything metal the hand can touch reaches the jack’s sleeve.'
          : `${open} metal part${open > 1 ? 's do' : ' does'} not reach the jack’s sleeve: it hums.`}
      </p>
      <ul>
        {list.map(b => (
          <li key={b.terminal} className="rule-row flex justify-between py-2 text-body">
            <span>{b.label}</span>
            <span className={b.bonded ? 'text-snug' : 'font-semibold text-never'}>
              {b.bonded ? 'bonded' : 'not bonded'}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
