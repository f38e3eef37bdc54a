import { inMm } from '../../../core/say/spoken.ts'
import { Says } from '../../components/Says.tsx'
import { say } from '../../../core/say/said.ts'
import { useState } from 'react'
import { explain, TROUBLE_NAMES, TROUBLES, type TroubleName } from '../../../core/finish/trouble.ts'
import { writeLog } from '../../../core/document/edits.ts'
import { withRepair } from '../../../core/finish/edits.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Title } from '../../components/Heading.tsx'
import { RankedList } from '../../components/RankedList.tsx'
import { Select } from '../../components/Select.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

/** Something went wrong: what it is seen as, what the log makes likely, how it is mended, what that costs. */
export function TroubleView() {
  const facts = useFact('lastCoat'),
    [trouble, setTrouble] = useState<TroubleName>('run')
  if (!facts) return <p className="text-body">No layer yet, so nothing can have gone wrong with one.</p>
  const all = explain(trouble, facts)
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Something went wrong</Title>
      <Select
        label="What you see"
        value={trouble}
        onChange={v => setTrouble(v as TroubleName)}
        options={TROUBLE_NAMES.map(t => ({ value: t, label: TROUBLES[t] }))}
      />
      <RankedList items={all} because={v => v.because && say`The log: ${v.because}.`}>
        {(v, i) => (
          <>
            <ol className="list-decimal pl-5 text-body">
              {v.repair.steps.map(s => (
                <li key={inMm(s)}>
                  <Says of={s} />
                </li>
              ))}
            </ol>
            <p className="text-plain">
              Costs {v.repair.days ? `${v.repair.days} ${v.repair.days > 1 ? 'days' : 'day'}` : 'no day'}
              {v.repair.coats
                ? ` and ${v.repair.coats} ${v.repair.coats === 1 ? 'coat' : 'coats'} of film`
                : ' and no film'}
              .
            </p>
            <CautionNotes ids={v.repair.cautions} />
            <div>
              <Button
                kind={i ? 'plain' : 'main'}
                onClick={() =>
                  editBuild(
                    b =>
                      writeLog(
                        withRepair(b, TROUBLES[trouble].toLowerCase(), v.repair),
                        `${TROUBLES[trouble]}. Taken for: ${v.says.toLowerCase()}.`,
                        now(),
                      ),
                    'Repair into the plan',
                  )
                }
              >
                Put this into the plan
              </Button>
            </div>
          </>
        )}
      </RankedList>
    </article>
  )
}
