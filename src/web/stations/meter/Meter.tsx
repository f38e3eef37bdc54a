import type { SolderDrawing } from '../../../core/circuit/solderDrawing.ts'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type { MeterWork, AnswerView, ProbeView } from '../../../core/meter/meterWork.ts'
import { ACCESS, pickupsLift, type Access } from '../../../core/meter/places.ts'
import { Segments } from '../../components/Segments.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useSolderDrawing } from '../../hooks/useSolderDrawing.ts'
import { DeviceLine } from '../../devices/DeviceLine.tsx'
import { useDevice } from '../../devices/useDevice.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { AnyTwo } from './AnyTwo.tsx'
import { Answers } from './Answers.tsx'
import { Practising, StartPractice } from './Practice.tsx'
import { ProbeDrawing } from '../../drawings/ProbeDrawing.tsx'
import { ProbeSheet } from './ProbeSheet.tsx'
import { SheetOfTests } from './SheetOfTests.tsx'
import { takeFromDevice } from '../../readings/takeReadings.ts'
import { useMeterWork } from '../../hooks/useMeterWork.ts'
import { shownSpan, shownValue } from '../../text/meterWords.ts'

/** What lies open: under a guard everything does once it is lifted; in a body first the cavity, then the pickups one by one. */
const openChoices = (build: Parameters<typeof pickupsLift>[0]): { value: Access; label: string }[] => [
  ...(pickupsLift(build)
    ? [
        { value: 'lifted' as const, label: 'Pickups out' },
        { value: 'inside' as const, label: 'Cover off' },
      ]
    : [
        {
          value: 'lifted' as const,
          label: build.instrument.mounting === 'on the guard' ? 'Guard lifted' : 'Cover off',
        },
      ]),
  { value: 'outside', label: 'Outside only' },
]

const VIEWS = [
  { value: 'fault', label: 'Find a fault' },
  { value: 'sheet', label: 'Test sheet' },
] as const

/** Worst first: what does not agree, what is to be read next, what can be listened to and what is open at the plug, what agrees. */
function ranked({ next, taken, listen, jack, sheet }: MeterWork) {
  const off = taken.filter(v => !v.agrees),
    fine = taken.filter(v => v.agrees),
    proposed = new Set(next.map(v => v.id)),
    shown = new Set([...next, ...taken, ...listen, ...jack].map(v => v.id))
  return [
    ...off.map(v => ({ v, state: 'does not agree' })),
    ...next.map((v, i) => ({ v, state: i === 0 ? 'read this next' : 'then' })),
    ...listen.filter(v => !proposed.has(v.id)).map(v => ({ v, state: 'to listen to' })),
    ...jack.filter(v => !proposed.has(v.id)).map(v => ({ v, state: 'not read yet' })),
    ...fine.map(v => ({ v, state: 'agrees' })),
    ...sheet.rows.filter(r => !shown.has(r.v.id)).map(r => ({ v: r.v, state: 'on the test sheet' })),
  ].map(x => ({ ...x, id: x.v.id }))
}

/** What to probe next, what it should read, what it did read, and which fault explains it. */
export function Meter() {
  const build = useOpenBuild(),
    [params, setParams] = useSearchParams(),
    open = ACCESS.find(a => a === params.get('open')) ?? 'lifted',
    wanted = params.get('hand') ?? undefined
  const { work, busy, share } = useMeterWork(open, wanted)
  const drawing = useSolderDrawing()
  const [shown, setShown] = useState<string>()
  const rows = work ? ranked(work) : [],
    first = rows.find(r => r.state === 'read this next') ?? rows[0]
  const { hand: found, take } = useHand(rows),
    hand = wanted && found?.id === wanted ? found : first
  const off = rows.filter(r => r.state === 'does not agree').length,
    answer = work?.answers.find(a => a.key === shown)
  const view = params.get('view') === 'sheet' ? 'sheet' : 'fault'
  // What is heard comes from no meter.
  useDevice(
    'meter',
    hand && !hand.v.heard
      ? { build: build.id, of: hand.id, label: `${hand.v.title}, ${hand.v.setting}` }
      : undefined,
    r => {
      takeFromDevice(r)
      // On the test sheet one reading follows another.
      const sheet = work?.sheet.rows ?? [],
        after = sheet[sheet.findIndex(x => x.v.id === r.of) + 1]
      if (view === 'sheet' && after) take(after.v.id)
    },
  )
  const practising = build.circuit.standIn?.practice === true
  const choose = (key: string, value: string, usual: string) =>
    setParams(
      p => {
        if (value === usual) p.delete(key)
        else p.set(key, value)
        p.delete('hand')
        return p
      },
      { replace: true },
    )
  const summary = !work
    ? `predicting what every fault would show: ${Math.round(share * 100)} %`
    : `${work.taken.length} taken${off ? `, ${off} off` : ''}${busy ? ' · thinking' : ''}`
  return (
    <StationFrame
      map={{ title: 'Meter', summary, hand: 'jack', take: () => undefined, caption: '', marks: [] }}
      low
      corner={
        <div className="no-print grid w-[min(40rem,70vw)] grid-cols-2 gap-2">
          <Segments label="What for" value={view} onChange={v => choose('view', v, 'fault')} options={VIEWS} />
          <Segments
            label="What is open"
            value={open}
            onChange={v => choose('open', v, 'lifted')}
            options={openChoices(build)}
          />
        </div>
      }
      sheet={<Probes drawing={drawing} hand={hand} answer={answer} />}
      ledger={
        <Ledger
          heading="Readings"
          aside="as meant, read"
          hand={hand?.id}
          take={take}
          empty={
            build.circuit.components.length
              ? 'Predicting what every fault would show.'
              : 'No circuit yet. Choose one at Wiring: what a meter should read follows from it.'
          }
          rows={rows.map(({ v, state, id }) => ({
            id,
            label: `${v.title}, ${v.setting}: ${state}`,
            content: <ReadingRow v={v} state={state} />,
          }))}
        />
      }
    >
      {work && view === 'sheet' && (
        <>
          <SheetOfTests work={work} take={take} {...(hand ? { hand: hand.id } : {})} />
          <DeviceLine sort="meter" />
        </>
      )}
      {work && hand && view === 'fault' && (
        <div className="grid gap-x-8 gap-y-4 min-[71.875em]:grid-cols-2">
          <div className="min-w-0">
            <ProbeSheet key={hand.id} v={hand.v} />
            {!hand.v.heard && <DeviceLine sort="meter" />}
            <AnyTwo />
          </div>
          {practising ? (
            <Practising work={work} />
          ) : (
            <div>
              <Answers work={work} shown={shown} onShow={setShown} take={take} outside={open === 'outside'} />
              <StartPractice />
            </div>
          )}
        </div>
      )}
      {work && work.lost.length > 0 && (
        <p className="mt-3 text-note text-muted">
          {work.lost.length} {work.lost.length === 1 ? 'reading is' : 'readings are'} of places or settings that the
          circuit no longer has. They stay in the log and count for nothing here.
        </p>
      )}
    </StationFrame>
  )
}

function Probes({
  drawing,
  hand,
  answer,
}: {
  drawing: SolderDrawing | undefined
  hand: { id: string; v: ProbeView; state: string } | undefined
  answer: AnswerView | undefined
}) {
  const build = useOpenBuild()
  return (
    <div className="size-full overflow-hidden">
      {drawing && hand ? (
        <ProbeDrawing
          d={drawing}
          at={hand.v.at}
          lit={answer?.at ?? []}
          label={`Where the probes go: ${hand.v.title}`}
        />
      ) : (
        <p className="p-5 text-body">
          {build.circuit.components.length
            ? 'The drawing is being laid out.'
            : 'Without a circuit there is nothing to read.'}
        </p>
      )}
    </div>
  )
}

function ReadingRow({ v, state }: { v: ProbeView; state: string }) {
  return (
    <>
      <span className="min-w-0 flex-1">
        <span className="block text-body font-medium leading-tight">{v.title}</span>
        <span className="block text-note text-muted">
          {v.setting} ·{' '}
          <span
            className={
              state === 'does not agree'
                ? 'font-semibold text-never'
                : state === 'agrees'
                  ? 'text-snug'
                  : state === 'read this next'
                    ? 'font-semibold text-hand'
                    : ''
            }
          >
            {state}
          </span>
        </span>
      </span>
      <span className="figure shrink-0 text-right text-plain leading-tight">
        {v.heard ? '' : shownSpan(v, v)}
        <br />
        <span className="text-muted">{v.value === undefined ? '–' : shownValue(v, v.value)}</span>
      </span>
    </>
  )
}
