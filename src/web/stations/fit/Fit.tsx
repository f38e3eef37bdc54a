import { clearanceFigure, stateWord } from '../../text/clearanceFigure.ts'
import { useFact } from '../../hooks/useFact.ts'
import { useSearchParams } from 'react-router'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Hex } from '../../components/Hex.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { SnugGauge } from '../../components/SnugGauge.tsx'
import { countStates } from '../../../core/fit/findJoints.ts'
import { STATES } from '../../../core/fit/verdict.ts'
import { Views } from '../../components/Views.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { AirView } from './AirView.tsx'
import { BalanceView } from './BalanceView.tsx'
import { CheapestFixes } from './CheapestFixes.tsx'
import { JointSheet } from './JointSheet.tsx'
import { MeasureNext } from './MeasureNext.tsx'
import { TrialView } from './TrialView.tsx'
import { WhatIf } from './WhatIf.tsx'

const PLURAL: Record<string, string> = {
  "won't go": "won't go",
  tight: 'tight',
  snug: 'snug',
  loose: 'loose',
  "can't tell": "can't be told yet",
}

/** Doubts past this many crowd the map; they are in the ledger, and on the map when they are in hand. */
const ON_THE_MAP = 24

/** All joints of the build on the map and as gauges, worst first. */
export function Fit() {
  const fit = useFact('fit')
  const l = useLength()
  const { hand: joint, take } = useHand(fit.now)
  const [, setParams] = useSearchParams()
  const openJoint = (id: string) => setParams({ hand: id })
  const counts = countStates(fit.now)
  const summary =
    fit.now.length === 0
      ? 'no joint yet'
      : `${fit.now.length} joints: ${STATES.filter(s => counts[s] > 0)
          .map(s => `${counts[s]} ${PLURAL[s]}`)
          .join(', ')}`
  const rows = fit.now.map((j, i) => {
    const chosen = fit.fixes.find(f => f.chosen.joint === j.id)
    const f = clearanceFigure(j, l)
    return {
      id: j.id,
      label: `${i + 1}, ${j.title}: ${stateWord(j)}, ${f.figure} ${f.unit}`,
      content: (
        <>
          <span className="figure w-6 shrink-0 text-center text-note font-semibold">{i + 1}</span>
          <span className="min-w-0 flex-1 max-[56.25em]:basis-[75%]">
            <span className="block text-plain font-medium leading-tight">{j.title}</span>
            <span className="flex items-center gap-1.5 text-note text-muted">
              <Hex state={j.state} size={15} />
              {stateWord(j)}
              {chosen ? ', fix planned' : ''}
            </span>
          </span>
          {!j.counts && (
            <SnugGauge
              size="ledger"
              title={j.title}
              value={j.clearance.value}
              doubt={j.doubt}
              limits={j.limits}
              state={j.state}
            />
          )}
          <span className="figure w-[4.2em] shrink-0 text-right text-body">{f.figure}</span>
        </>
      ),
    }
  })
  return (
    <StationFrame
      map={{
        title: 'Fit',
        summary,
        hand: joint?.id,
        take: openJoint,
        caption: joint && `${joint.title}: ${joint.counts ? stateWord(joint) : l.fineText(joint.clearance.value)}`,
        marks: fit.now.flatMap((j, i) =>
          j.id !== joint?.id && (j.state === 'snug' || (j.state === "can't tell" && i >= ON_THE_MAP))
            ? []
            : [{ id: j.id, at: j.at, label: String(i + 1), title: `${j.title}: ${stateWord(j)}`, state: j.state }],
        ),
      }}
      ledger={
        <Ledger
          heading="Worst first"
          aside={`clearance, ${l.unit}`}
          rows={rows}
          hand={joint?.id}
          take={openJoint}
          empty="No joints yet. Choose body, neck, bridge and strings at the Parts station: joints come from the parts."
        />
      }
    >
      <Views
        label="Views of the fit"
        views={[
          {
            id: 'joint',
            label: 'Joint',
            content: joint ? (
              <JointSheet key={joint.id} joint={joint} number={fit.now.indexOf(joint) + 1} fit={fit} take={take} />
            ) : (
              <p className="text-body">Nothing in hand.</p>
            ),
          },
          { id: 'fixes', label: 'Cheapest fixes', content: <CheapestFixes fit={fit} /> },
          { id: 'measure', label: 'Measure next', content: <MeasureNext fit={fit} /> },
          { id: 'what-if', label: 'What if', content: <WhatIf fit={fit} open={openJoint} /> },
          { id: 'air', label: 'Air and film', content: <AirView /> },
          { id: 'balance', label: 'Balance', content: <BalanceView /> },
          { id: 'trial', label: 'Trial', content: <TrialView open={openJoint} /> },
        ]}
      />
    </StationFrame>
  )
}
