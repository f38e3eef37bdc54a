import type { HeardSetting } from '../../workers/engines.worker.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useMemo, useState } from 'react'
import { settingKey, settingLabel, type Settings } from '../../../core/circuit/settings.ts'
import { formatFrequency } from '../../../core/units/electrical.ts'
import { fixed } from '../../../core/units/length.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { Views } from '../../components/Views.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useHand } from '../../hooks/useHand.ts'
import { held } from '../../workers/held.ts'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { AskView } from './AskView.tsx'
import { CoilSign } from './CoilSign.tsx'
import { CutView } from './CutView.tsx'
import { LeadsView } from './LeadsView.tsx'
import { GroundView } from './GroundView.tsx'
import { RecipeView } from './RecipeView.tsx'
import { SolderList } from './SolderList.tsx'
import { CircuitOnPaper } from '../../drawings/CircuitDrawing.tsx'
import { SolderView } from './SolderView.tsx'
import { SoundSheet } from './SoundSheet.tsx'
import { ValuesView } from './ValuesView.tsx'
import { WiresView } from './WiresView.tsx'

const noTake = () => undefined
const ELECTRIC: ReadonlySet<string> = new Set(['pot-hole', 'switch-hole', 'pickup-rout', 'jack-hole'])

/** The circuit: what every setting sounds like, known circuits and own wires, the drawing to solder from, the order. */
export function Wiring() {
  const build = useOpenBuild()
  const layout = useFact('layout')
  const settings = useFact('settings'),
    l = useLength()
  const [knobs, setKnobs] = useState<Record<string, number>>({})
  const turned = useMemo(
    () => settings.map((s): Settings => ({ ...s, knobs: { ...s.knobs, ...knobs } })),
    [settings, knobs],
  )
  const rowsOf = useMemo(() => settings.map(s => ({ id: settingKey(build, s), settings: s })), [build, settings])
  const { hand, take } = useHand(rowsOf)
  const { result } = useHeavy(e => e.sounds(held(build), turned), [build, turned])
  // What was heard of another circuit is not this one's.
  const sounds = result?.length === settings.length ? result : undefined
  const index = Math.max(
    0,
    rowsOf.findIndex(p => p.id === hand?.id),
  )
  const wired = build.circuit.components.length > 0
  const pickups = build.circuit.components
    .filter(c => c.kind === 'pickup')
    .map(c => ({
      id: c.id,
      coils: build.parts.find(p => p.id === build.slots[c.slot ?? ''])?.dims.coils?.value ?? 1,
    }))
    .reverse()
  const rows = wired
    ? rowsOf.map((p, i) => {
        const s = sounds?.[i],
          label = settingLabel(build, p.settings)
        return {
          id: p.id,
          label: `${label}: ${s ? l.say(s.words) : ''}`,
          content: <SettingRow pickups={pickups} s={s} label={label} />,
        }
      })
    : []
  const marks = useMemo(
    () =>
      layout
        ? layout.features
            .filter(f => f.serves && ELECTRIC.has(f.role))
            .map((f, i) => ({ id: f.id, at: f.centre, label: String(i + 1), title: f.serves! }))
        : [],
    [layout],
  )
  return (
    <StationFrame
      map={{
        title: 'Wiring',
        summary: build.circuit.recipe ?? (wired ? 'own circuit' : 'no circuit yet'),
        hand: undefined,
        take: noTake,
        marks,
      }}
      {...(wired ? { sheet: <SolderView settings={hand?.settings} />, printed: <CircuitOnPaper /> } : {})}
      ledger={
        <Ledger
          heading="Settings"
          aside="peak, level at 100 Hz"
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="No circuit yet: take a known one, here at the right."
        />
      }
    >
      <Views
        key={wired ? 'wired' : 'none'}
        label="Views of the circuit"
        views={[
          ...(wired
            ? [
                {
                  id: 'response',
                  label: 'Sound',
                  content: sounds && (
                    <SoundSheet
                      sounds={sounds}
                      settings={turned}
                      index={index}
                      knobs={knobs}
                      turn={(k, to) => setKnobs(all => ({ ...all, [k]: to }))}
                    />
                  ),
                },
              ]
            : []),
          { id: 'recipes', label: 'Circuit', content: <RecipeView /> },
          { id: 'ask', label: 'Ask', content: <AskView /> },
          { id: 'wires', label: 'Wires', content: <WiresView /> },
          { id: 'order', label: 'Solder order', content: <SolderList /> },
          { id: 'cut', label: 'Cut list', content: <CutView settings={hand?.settings} /> },
          {
            id: 'leads',
            label: 'Leads, values',
            content: (
              <div className="flex flex-col gap-8">
                <LeadsView />
                <ValuesView />
              </div>
            ),
          },
          { id: 'ground', label: 'Ground', content: <GroundView settings={hand?.settings} /> },
        ]}
      />
    </StationFrame>
  )
}

function SettingRow({
  pickups,
  s,
  label,
}: {
  pickups: { id: string; coils: number }[]
  s: HeardSetting | undefined
  label: string
}) {
  const l = useLength()
  return (
    <>
      <CoilSign pickups={pickups} sound={s} />
      <span className="min-w-0 flex-1">
        <span className="block text-body font-medium leading-tight">{label}</span>
        <span className="line-clamp-2 min-h-[2lh] text-note leading-tight text-muted">{s && l.say(s.words)}</span>
      </span>
      {s && !s.silence && (
        <span className="figure shrink-0 text-right text-plain leading-tight">
          {s.peak ? formatFrequency(s.peak.hz) : 'no peak'}
          <br />
          <span className="text-muted">
            {fixed(s.level, 1)}
            {'\u202f'}dB
          </span>
        </span>
      )}
    </>
  )
}
