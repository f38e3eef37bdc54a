import { Says } from '../../components/Says.tsx'
import { list } from '../../../core/say/said.ts'
import { Title } from '../../components/Heading.tsx'
import { dimensionOf } from '../../components/numberOf.ts'
import { Table } from '../../components/Table.tsx'
import { inCurrency, parseAmount } from '../../text/money.ts'
import { proxy } from 'comlink'
import { useEffect, useMemo, useRef, useState } from 'react'
import { BRIDGE_SORTS, type BridgeSort } from '../../../core/document/build.ts'
import { setInstrument } from '../../../core/document/setInstrument.ts'
import { slotsOf } from '../../../core/document/slots.ts'
import { searchedSlots } from '../../../core/match/problem.ts'
import type { Wishes } from '../../../core/match/wishes.ts'
import { WOOD_NAMES } from '../../../core/parts/woods.ts'
import { parsed } from '../../../core/units/parsed.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { heavy } from '../../hooks/useHeavy.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { choosePartsAsked } from '../../stores/chooseAsked.ts'
import { today } from '../../stores/clock.ts'
import { useShelf } from '../../stores/shelfStore.ts'
import type { SetRow, SetsAnswer } from '../../workers/engines.worker.ts'
import { SetsChart } from './SetsChart.tsx'

/** Complete sets: what is given, wished and worth, and the best sets there are. */
export function Sets() {
  const build = useOpenBuild()
  const [bridge, setBridge] = useState<BridgeSort>(build.instrument.bridge)
  // Another kind of bridge is another instrument, with other slots: searched as such, and taken over with the set.
  const target = useMemo(
    () => (bridge === build.instrument.bridge ? build : setInstrument(build, { bridge })),
    [build, bridge],
  )
  const slots = slotsOf(target.instrument),
    searched = searchedSlots(target)
  const [keep, setKeep] = useState<readonly string[]>(() => ['body'].filter(s => build.slots[s]))
  const [wish, setWish] = useState<{
    hourly: number
    weekly: number
    budget?: number
    maxWaitDays?: number
    shelfOnly: boolean
    from?: number
    to?: number
    wood: string
    sort: string
    use: string
  }>({
    hourly: 12,
    weekly: 4,
    shelfOnly: false,
    wood: '',
    sort: '',
    use: '',
    ...(build.budget === undefined ? {} : { budget: build.budget }),
  })
  const [answer, setAnswer] = useState<SetsAnswer>()
  const [running, setRunning] = useState(false)
  const [trouble, setTrouble] = useState<string>()
  const [hand, setHand] = useState(0)
  const rows = useShelf(s => s.rows)
  const run = useRef(0)
  useEffect(
    () => () => {
      run.current++
      void heavy().stop()
    },
    [],
  )
  const search = async () => {
    const mine = ++run.current
    setRunning(true)
    setTrouble(undefined)
    setAnswer(undefined)
    setHand(0)
    const pickups = searched.filter(
      s => s.startsWith('pickup-') && !['pickup-screws', 'pickup-springs'].includes(s),
    )
    const wishes: Wishes = {
      fixed: Object.fromEntries(
        keep.filter(s => target.slots[s] && searched.includes(s)).map(s => [s, target.slots[s]!]),
      ),
      hourly: wish.hourly,
      weekly: wish.weekly,
      ...(wish.budget === undefined ? {} : { budget: wish.budget }),
      ...(wish.maxWaitDays === undefined ? {} : { maxWaitDays: wish.maxWaitDays }),
      ...(wish.shelfOnly ? { shelfOnly: true } : {}),
      ...(wish.from !== undefined || wish.to !== undefined
        ? { scale: { from: wish.from ?? 0, to: wish.to ?? 2000 } }
        : {}),
      ...(wish.wood ? { wood: [wish.wood] } : {}),
      ...(wish.sort
        ? { sorts: Object.fromEntries(pickups.filter(s => !keep.includes(s)).map(s => [s, [wish.sort]])) }
        : {}),
      ...(wish.use ? { use: [wish.use] } : {}),
    }
    try {
      const kinds = [...new Set(slots.filter(s => searched.includes(s.id)).map(s => s.kind))]
      // The shelf may have changed since the last search, here or at another bench.
      await heavy().forget()
      await heavy().sets(
        target,
        wishes,
        today(),
        kinds,
        proxy((a: SetsAnswer) => {
          if (mine === run.current) setAnswer(a)
        }),
      )
    } catch {
      if (mine === run.current) setTrouble('The shelf could not be read. Is the workshop running?')
    }
    if (mine === run.current) setRunning(false)
  }
  const set = answer?.sets[hand]
  const groups = (answer?.sets ?? []).reduce<{ at: number[] }[]>((gs, s, i) => {
    const like = gs.find(g => {
      const o = answer!.sets[g.at[0]!]!
      return o.cost === s.cost && o.wait === s.wait && Math.abs(o.minutes - s.minutes) < 0.05
    })
    if (like) like.at.push(i)
    else gs.push({ at: [i] })
    return gs
  }, [])
  /** Slots in which sets that come to the same differ. */
  const differ = (at: readonly number[]) =>
    slots
      .filter(x => new Set(at.map(i => answer!.sets[i]!.parts[x.id]?.id)).size > 1)
      .map(x => x.label.toLowerCase())
  const optional = (
    label: string,
    value: number | undefined,
    put: (v: number | undefined) => void,
    unit: string,
  ) => (
    <span className="inline-flex items-end gap-1">
      <ValueField
        label={label}
        text={value === undefined ? 'any' : `${value} ${unit}`}
        parse={t => (/^any$|^$/i.test(t.trim()) ? parsed(-1) : parseAmount(t))}
        onValue={v => put(v < 0 ? undefined : v)}
      />
    </span>
  )
  const take = (s: SetRow) =>
    choosePartsAsked(
      Object.entries(s.parts).map(([slot, part]) => ({ slot, part })),
      'A complete set of parts',
      b => (bridge === b.instrument.bridge ? b : setInstrument(b, { bridge })),
    )
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <header>
        <Title>Complete sets</Title>
        <p className="text-plain text-muted">
          The best sets of parts there are on shelf and in listings, by what they cost, the work they take and the
          wait.
        </p>
      </header>
      <details open={!answer} className="border-y border-line py-1">
        <summary className="min-h-10 cursor-pointer py-2 text-body font-semibold">
          What stands, what is wished, what time is worth
        </summary>
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
          <legend className="text-note text-muted">Keep as chosen</legend>
          {slots
            .filter(s => searched.includes(s.id) && build.slots[s.id])
            .map(s => (
              <label key={s.id} className="flex min-h-10 items-center gap-1.5 text-plain">
                <input
                  type="checkbox"
                  checked={keep.includes(s.id)}
                  onChange={() => setKeep(k => (k.includes(s.id) ? k.filter(x => x !== s.id) : [...k, s.id]))}
                  className="size-5 accent-[var(--hand)]"
                />
                {s.label}
              </label>
            ))}
        </fieldset>
        <div className="flex flex-wrap items-start gap-3 py-2">
          <ValueField
            label="An hour at the bench"
            text={`${wish.hourly} ${build.preferences.currency}`}
            parse={parseAmount}
            onValue={v => setWish(w => ({ ...w, hourly: v }))}
          />
          <ValueField
            label="A week’s wait"
            text={`${wish.weekly} ${build.preferences.currency}`}
            parse={parseAmount}
            onValue={v => setWish(w => ({ ...w, weekly: v }))}
          />
          {optional(
            'Budget',
            wish.budget,
            v =>
              setWish(({ budget: gone, ...w }) => {
                void gone
                return v === undefined ? w : { ...w, budget: v }
              }),
            build.preferences.currency,
          )}
          {optional(
            'No later than',
            wish.maxWaitDays,
            v =>
              setWish(({ maxWaitDays: gone, ...w }) => {
                void gone
                return v === undefined ? w : { ...w, maxWaitDays: v }
              }),
            'days',
          )}
          <LengthField
            label="Scale from"
            placeholder="any"
            mm={wish.from}
            {...dimensionOf('neck', 'scaleLength')}
            onMm={v => setWish(w => ({ ...w, from: v }))}
          />
          <LengthField
            label="Scale to"
            placeholder="any"
            mm={wish.to}
            {...dimensionOf('neck', 'scaleLength')}
            onMm={v => setWish(w => ({ ...w, to: v }))}
          />
          <Select
            label="Body’s wood"
            value={wish.wood}
            onChange={wood => setWish(w => ({ ...w, wood }))}
            options={[{ value: '', label: 'any' }, ...WOOD_NAMES.map(n => ({ value: n, label: n }))]}
          />
          <Select
            label="Bridge"
            value={bridge}
            onChange={v => setBridge(v as BridgeSort)}
            options={BRIDGE_SORTS.map(v => ({ value: v, label: v }))}
          />
          <Select
            label="Pickups"
            value={wish.sort}
            onChange={sort => setWish(w => ({ ...w, sort }))}
            options={['', 'single-coil', 'wide single-coil', 'double-coil'].map(v => ({
              value: v,
              label: v || 'any',
            }))}
          />
          <Select
            label="To be used up"
            className="max-w-64"
            value={wish.use}
            onChange={use => setWish(w => ({ ...w, use }))}
            options={[
              { value: '', label: 'nothing' },
              ...(rows ?? [])
                .filter(
                  r => r.stock?.state !== 'to buy' && slots.some(s => searched.includes(s.id) && s.kind === r.kind),
                )
                .slice(0, 400)
                .map(r => ({ value: r.id, label: r.name })),
            ]}
          />
          <label className="flex min-h-10 items-center gap-1.5 self-end text-plain">
            <input
              type="checkbox"
              checked={wish.shelfOnly}
              onChange={e => setWish(w => ({ ...w, shelfOnly: e.target.checked }))}
              className="size-5 accent-[var(--hand)]"
            />
            Only what is on the shelf
          </label>
        </div>
      </details>
      <div className="flex flex-wrap items-center gap-3">
        <Button kind="main" onClick={() => void search()} disabled={running}>
          Find the best sets
        </Button>
        {running && (
          <>
            <Button
              onClick={() => {
                run.current++
                void heavy().stop()
                setRunning(false)
              }}
            >
              Stop
            </Button>
            <progress aria-label="Search" className="h-3 w-40 max-w-full" value={answer?.share ?? 0} max={1} />
          </>
        )}
        <p
          role="status"
          data-first-ms={answer?.firstMs}
          data-ms={answer?.done ? answer.ms : undefined}
          data-slots={answer?.slots}
          className="text-plain text-muted"
        >
          {trouble ??
            (answer
              ? answer.done
                ? `The ${answer.sets.filter(x => !x.alone).length} best sets; no better one among ${answer.parts} parts; ${answer.explored.toLocaleString('en')} combinations looked at in ${(answer.ms / 1000).toFixed(1)} s`
                : running
                  ? `best so far; ${answer.explored.toLocaleString('en')} combinations looked at`
                  : 'stopped: the best found so far'
              : running
                ? 'reading the shelf'
                : '')}
        </p>
      </div>
      {answer?.conflict && (
        <div role="alert" className="border-l-4 border-never pl-3 text-body">
          {answer.conflict.empty.length > 0 ? (
            <p>
              Nothing on shelf or in listings suits:{' '}
              {answer.conflict.empty.map(s => slots.find(x => x.id === s)?.label ?? s).join(', ')}.
            </p>
          ) : answer.conflict.wishes.length > 0 ? (
            <p>
              These wishes exclude each other:{' '}
              <b>
                <Says of={list(answer.conflict.wishes, '; ')} />
              </b>
              . Give up any one of them.
            </p>
          ) : (
            <p>These parts go together in no way.</p>
          )}
        </div>
      )}
      {answer && answer.sets.length > 0 && (
        <>
          <SetsChart sets={answer.sets} hand={hand} take={setHand} currency={build.preferences.currency} />
          <Table
            hideCaption
            caption="Sets, best first"
            heads={[
              'Set',
              { label: inCurrency('Cost', build.preferences.currency), right: true },
              { label: 'Work, min', right: true },
              { label: 'Wait, days', right: true },
              'What decides it',
            ]}
          >
            {groups.map(({ at }) => {
              const i = at.includes(hand) ? hand : at[0]!,
                s = answer.sets[i]!
              return (
                <tr key={at[0]} className={`rule-row align-top ${at.includes(hand) ? 'bg-shade' : ''}`}>
                  <th scope="row" className="text-left font-normal">
                    <button
                      type="button"
                      aria-pressed={at.includes(hand)}
                      onClick={() => setHand(i)}
                      className="min-h-10 px-1 text-left font-semibold underline decoration-line underline-offset-4"
                    >
                      {i + 1}
                      <span className="ml-2 text-note font-normal text-snug">
                        {s.alone ?? s.explained.marks.join(', ')}
                      </span>
                    </button>
                    {at.length > 1 && (
                      <span className="block px-1 pb-1 text-note text-muted">
                        {at.length} alike, other {differ(at).slice(0, 3).join(', ')}
                        {at.includes(hand) && (
                          <button
                            type="button"
                            className="ml-2 underline"
                            onClick={() => setHand(at[(at.indexOf(hand) + 1) % at.length]!)}
                          >
                            next of them
                          </button>
                        )}
                      </span>
                    )}
                  </th>
                  <td className="figure py-2 text-right">{s.cost.toFixed(0)}</td>
                  <td className="figure py-2 text-right">{s.minutes.toFixed(0)}</td>
                  <td className="figure py-2 text-right">{s.wait}</td>
                  <td className="py-2 pl-4 text-note text-muted">
                    {s.explained.decides[0]
                      ? `${s.explained.decides[0].joint.replace(/-/g, ' ')}, ${Math.round(s.explained.decides[0].minutes)} min`
                      : 'nothing to mend'}
                    {s.explained.latest ? `; waits for ${s.explained.latest}` : ''}
                  </td>
                </tr>
              )
            })}
          </Table>
        </>
      )}
      {set && (
        <section aria-label={`Set ${hand + 1}`} className="flex flex-col gap-2">
          <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-1">
            <h3 className="text-section font-semibold">Set {hand + 1}</h3>
            <span className="flex gap-6">
              <Figure size="large" value={set.cost.toFixed(0)} unit={build.preferences.currency} />
              <Figure size="large" value={set.minutes.toFixed(0)} unit="min" />
              <Figure size="large" value={String(set.wait)} unit="days" />
            </span>
          </header>
          <ul className="grid gap-x-6 min-[68.75em]:grid-cols-2">
            {Object.entries(set.parts).map(([slot, p]) => (
              <li key={slot} className="rule-row flex justify-between gap-3 py-1 text-plain">
                <span>
                  <span className="text-muted">{slots.find(s => s.id === slot)?.label}: </span>
                  {p.name}
                  {build.slots[slot] === p.id ? ' (chosen)' : ''}
                </span>
                <span className="figure">{p.stock?.price ?? 0}</span>
              </li>
            ))}
          </ul>
          {set.explained.decides.length > 0 && (
            <p className="text-plain">
              Work:{' '}
              {set.explained.decides
                .map(d => `${d.joint.replace(/-/g, ' ')} ${Math.round(d.minutes)} min`)
                .join(', ')}
              . Dearest: {set.explained.dearest}.
            </p>
          )}
          <div>
            <Button kind="main" onClick={() => take(set)}>
              Choose this set
            </Button>
          </div>
        </section>
      )}
    </article>
  )
}
