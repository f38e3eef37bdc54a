import { useRef } from 'react'
import { Link } from 'react-router'
import { parseMeter } from '../../../core/meter/meterText.ts'
import type { MeterWork } from '../../../core/meter/meterWork.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { HEARD_CHOICES, nearestChoice } from '../../../core/meter/heardWords.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { Select } from '../../components/Select.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { takeOhms, takeValue } from '../../readings/takeReadings.ts'
import { readText, shownSpan } from '../../text/meterWords.ts'
import { ShowOn } from '../../components/ShowOn.tsx'

/** Enter in one field goes on to the next, so that readings are typed one after another. */
function goOn(e: React.KeyboardEvent<HTMLElement>): void {
  if (e.key !== 'Enter' || !(e.target instanceof HTMLInputElement)) return
  const all = [...e.currentTarget.querySelectorAll('input')],
    next = all[all.indexOf(e.target) + 1]
  // What was typed is taken first.
  setTimeout(() => next?.focus(), 0)
}

/** Whether a reading agrees, in words of its own. */
function Says({ agrees, open, yes }: { agrees: boolean | undefined; open: string; yes: string }) {
  return (
    <span
      className={`w-28 text-plain font-semibold ${agrees === undefined ? 'text-muted' : agrees ? 'text-snug' : 'text-never'}`}
    >
      {agrees === undefined ? open : agrees ? yes : 'not as meant'}
    </span>
  )
}

/** As few readings as prove every joint and contact, before anything is closed. */
export function SheetOfTests({ work, take, hand }: { work: MeterWork; take: (id: string) => void; hand?: string }) {
  const list = useRef<HTMLOListElement>(null),
    { sheet } = work
  return (
    <section aria-label="Test sheet" className="max-w-3xl">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <Title>
          <span className="figure">{sheet.proven}</span> of <span className="figure">{sheet.of}</span> proven
        </Title>
        <p className="flex-1 text-plain text-muted">
          <span className="figure">{sheet.rows.length}</span> readings cover every wire, joint and contact
          {sheet.least ? '; no fewer would do.' : '; perhaps fewer would do.'} Pots and knobs full up unless it says
          otherwise.
        </p>
        <Link className={`no-print ${buttonLook('main')}`} to="../testing">
          At the bench
        </Link>
        <ShowOn to="../testing" />
        <Button className="no-print" onClick={() => print()}>
          Print
        </Button>
      </div>
      <ol ref={list} onKeyDown={goOn} className="mt-2">
        {sheet.rows.map(({ v, proves }, i) => {
          const before = sheet.rows[i - 1]?.v.setting
          return (
            <li key={v.id} className="rule-row py-2">
              {v.setting !== before && <p className="text-lead font-semibold">{v.setting}</p>}
              <div
                className={`flex flex-wrap items-center gap-x-5 gap-y-1 border-l-[5px] pl-2 ${v.id === hand ? 'border-hand' : 'border-transparent'}`}
                onFocus={() => take(v.id)}
              >
                <span className="min-w-[min(13rem,100%)] flex-1">
                  <span className="block text-body font-medium leading-tight">{v.title}</span>
                  <span className="figure text-plain">{shownSpan(v, v)}</span>
                  <details className="text-note text-muted">
                    <summary className="cursor-pointer">proves {proves.length}</summary>
                    {proves.map(p => (
                      <span key={p} className="block">
                        {p}
                      </span>
                    ))}
                  </details>
                </span>
                <ValueField
                  label={`Reading ${i + 1}: ${v.title}`}
                  hideLabel
                  text={readText(v)}
                  placeholder="reads"
                  parse={parseMeter}
                  onValue={(_value, text) => takeOhms(v.id, text)}
                />
                <ShowOn to={`../testing?hand=${encodeURIComponent(v.id)}`} of={`reading ${i + 1}`} />
                <Says agrees={v.agrees} open="not read" yes="proven" />
              </div>
            </li>
          )
        })}
      </ol>
      {sheet.heard.length > 0 && (
        <section aria-label="To be heard" className="mt-4">
          <Heading>To be heard, amplifier low</Heading>
          <ul>
            {sheet.heard.map((v, i) => (
              <li key={v.id} className="rule-row flex flex-wrap items-center gap-x-5 gap-y-1 py-2">
                <span className="min-w-[min(13rem,100%)] flex-1">
                  {v.setting !== sheet.heard[i - 1]?.setting && (
                    <span className="block text-lead font-semibold">{v.setting}</span>
                  )}
                  <span className="block text-body font-medium leading-tight">{v.title}</span>
                  <span className="text-plain">
                    should be: <b className="font-semibold">{shownSpan(v, v)}</b>
                  </span>
                </span>
                <Select
                  label={`Heard: ${v.title}, ${v.setting}`}
                  hideLabel
                  value={v.value === undefined ? '' : String(nearestChoice(v.heard!.what, v.value).value)}
                  onChange={x => x !== '' && takeValue(v.id, Number(x), 'ear')}
                  options={[
                    { value: '', label: 'not listened' },
                    ...HEARD_CHOICES[v.heard!.what].map(c => ({ value: String(c.value), label: c.label })),
                  ]}
                />
                <Says agrees={v.agrees} open="not heard" yes="as meant" />
              </li>
            ))}
          </ul>
        </section>
      )}
      {sheet.unseen.length > 0 && (
        <p className="mt-3 text-plain text-muted">
          No reading shows {sheet.unseen.length} more, since the current has another way, or what is open hides
          them: look at them. {sheet.unseen.join('; ')}.
        </p>
      )}
    </section>
  )
}
