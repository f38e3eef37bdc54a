import { counted } from '../../../core/text/text.ts'
import { proxy } from 'comlink'
import { useRef, useState, type Dispatch, type SetStateAction } from 'react'
import { haveOf, type Have, type HavePickup } from '../../../core/circuit/recipes/have.ts'
import { PICKUP_USES, secondsOf, type PickupUse, type Wish } from '../../../core/circuit/synthesis/ask.ts'
import type { Found, Looking } from '../../../core/circuit/synthesis/find.ts'
import { CONTACTS } from '../../../core/parts/contacts.ts'
import { groundOf } from '../../../core/ways/ground.ts'
import { Button } from '../../components/Button.tsx'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { heavy } from '../../hooks/useHeavy.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

const NOTHING: Wish = { pickups: {}, reversed: [], how: 'parallel', tones: {} }
const SINGLE: readonly PickupUse[] = ['off', 'whole']
const WORDS: Record<PickupUse, string> = {
  off: '–',
  whole: 'on',
  'first coil': 'first coil',
  'second coil': 'second coil',
  'coils in parallel': 'coils in parallel',
}

/** What each position should do; the program finds a wiring of the switch that does it, or proves that none does. */
export function AskView() {
  const build = useOpenBuild(),
    have = haveOf(build),
    own = have.switches[0]
  const [wishes, setWishes] = useState<Readonly<Record<number, Wish>>>({})
  const [looking, setLooking] = useState<Looking>(),
    [answer, setAnswer] = useState<Found>(),
    [beside, setBeside] = useState<string>(),
    run = useRef(0)
  if (!own || !have.pickups.length)
    return (
      <p className="max-w-[45rem] text-body">
        To ask for sounds there has to be a switch and a pickup. Choose both at Parts: a switch with as many
        positions as you want sounds.
      </p>
    )
  const seconds = secondsOf(have),
    second = seconds.find(p => p.slot === beside)
  const throws = CONTACTS[own.contacts].throws.flatMap(t =>
    second
      ? second.throws.map(x => ({ id: `${t.id} ${x.id}`, label: `${t.label}, ${second.label} ${x.label}` }))
      : [{ id: t.id, label: t.label }],
  )
  const wishOf = (i: number): Wish => wishes[i] ?? NOTHING
  const change = (i: number, patch: Partial<Wish>) => {
    setWishes(w => ({ ...w, [i]: { ...(w[i] ?? NOTHING), ...patch } }))
    setAnswer(undefined)
  }
  const ask = async () => {
    const mine = ++run.current
    setAnswer(undefined)
    setLooking({ tried: 0, with: '', wires: undefined })
    const found = await heavy().findSounds(
      build,
      throws.map((_, i) => wishOf(i)),
      own.contacts,
      second?.slot,
      // How far it has come goes another way than the answer, and may come after it.
      proxy((l: Looking) => {
        if (mine === run.current) setLooking(l)
      }),
    )
    if (mine !== run.current) return
    run.current++
    setLooking(undefined)
    setAnswer(found)
  }
  return (
    <div className="flex max-w-[53.75rem] flex-col gap-4">
      <p className="text-body">
        Say what each position should do. The wiring with the fewest wires that does exactly that is looked for;
        when the switch cannot, the smallest one that can is named.
      </p>
      <div className="flex flex-wrap items-center gap-4" aria-live="polite">
        {looking ? (
          <>
            <Button
              onClick={() => {
                run.current++
                void heavy().stopSounds()
                setLooking(undefined)
              }}
            >
              Stop
            </Button>
            <span className="text-body">
              {looking.tried.toLocaleString('en')} ways tried{looking.with ? `, ${looking.with}` : ''}
              {looking.wires === undefined ? '' : `; best so far ${counted(looking.wires, 'wire')}`}
            </span>
          </>
        ) : (
          <Button kind="main" onClick={() => void ask()}>
            Find the wiring
          </Button>
        )}
        {answer && <AnswerLine answer={answer} />}
      </div>
      {seconds.length > 0 && (
        <Select
          label="Second switch that takes part"
          value={second?.slot ?? ''}
          onChange={slot => {
            setBeside(slot || undefined)
            setWishes({})
            setAnswer(undefined)
          }}
          options={[{ value: '', label: 'none' }, ...seconds.map(p => ({ value: p.slot, label: p.label }))]}
          className="w-56 max-w-full"
        />
      )}
      <Table
        caption="Sounds by position"
        hideCaption
        heads={['Position', ...have.pickups.map(p => p.label), 'Together', ...have.tones.map(t => t.label)]}
      >
        {throws.map((t, i) => {
          const w = wishOf(i),
            on = have.pickups.filter(p => (w.pickups[p.slot] ?? 'off') !== 'off')
          return (
            <ThrowRow
              key={t.id}
              t={t}
              have={have}
              w={w}
              setWishes={setWishes}
              i={i}
              setAnswer={setAnswer}
              change={change}
              on={on}
            />
          )
        })}
      </Table>
    </div>
  )
}

function ThrowRow({
  t,
  have,
  w,
  setWishes,
  i,
  setAnswer,
  change,
  on,
}: {
  t: { id: string; label: string }
  have: Have
  w: Wish
  setWishes: Dispatch<SetStateAction<Readonly<Record<number, Wish>>>>
  i: number
  setAnswer: (to: Found | undefined) => void
  change: (i: number, patch: Partial<Wish>) => void
  on: HavePickup[]
}) {
  return (
    <tr className="rule-row align-top">
      <th scope="row" className="py-2 pr-3 text-left text-body font-semibold">
        {t.label}
      </th>
      {have.pickups.map(p => (
        <td key={p.slot} className="py-1 pr-2">
          <Select
            label={`${p.label} at ${t.label}`}
            hideLabel
            value={w.pickups[p.slot] ?? 'off'}
            onChange={u => {
              const { silent: _was, ...rest } = w
              void _was
              setWishes(all => ({
                ...all,
                [i]: { ...rest, pickups: { ...w.pickups, [p.slot]: u as PickupUse } },
              }))
              setAnswer(undefined)
            }}
            options={(p.coils === 2 ? PICKUP_USES : SINGLE).map(u => ({ value: u, label: WORDS[u] }))}
            className="w-36 max-w-full"
          />
          {(w.pickups[p.slot] ?? 'off') !== 'off' && (
            <label className="flex min-h-8 items-center gap-1.5 text-note">
              <input
                type="checkbox"
                checked={w.reversed.includes(p.slot)}
                aria-label={`${p.label} turned round at ${t.label}`}
                onChange={e =>
                  change(i, {
                    reversed: e.target.checked ? [...w.reversed, p.slot] : w.reversed.filter(r => r !== p.slot),
                  })
                }
              />
              turned round
            </label>
          )}
        </td>
      ))}
      <td className="py-1 pr-2">
        {on.length > 1 ? (
          <Select
            label={`How at ${t.label}`}
            hideLabel
            value={w.how}
            onChange={how => change(i, { how: how as Wish['how'] })}
            options={[
              { value: 'parallel', label: 'in parallel' },
              { value: 'series', label: 'in series' },
            ]}
            className="w-28"
          />
        ) : on.length ? (
          <span className="block py-2 text-muted">alone</span>
        ) : (
          <Select
            label={`How at ${t.label}`}
            hideLabel
            value={w.silent ? 'silent' : ''}
            onChange={v => {
              const { silent: _was, ...rest } = w
              void _was
              setWishes(all => ({ ...all, [i]: v ? { ...rest, silent: true } : rest }))
              setAnswer(undefined)
            }}
            options={[
              { value: '', label: 'anything' },
              { value: 'silent', label: 'silence' },
            ]}
            className="w-28"
          />
        )}
      </td>
      {have.tones.map(tone => (
        <td key={tone.slot} className="py-1">
          <label className="flex min-h-10 items-center">
            <input
              type="checkbox"
              className="size-5"
              checked={w.tones[tone.slot] ?? false}
              aria-label={`${tone.label} acts at ${t.label}`}
              onChange={e => change(i, { tones: { ...w.tones, [tone.slot]: e.target.checked } })}
            />
          </label>
        </td>
      ))}
    </tr>
  )
}

function AnswerLine({ answer }: { answer: Found }) {
  const build = useOpenBuild(),
    rings = answer.kind === 'found' ? groundOf({ ...build, circuit: answer.circuit }).loops.length : 0
  switch (answer.kind) {
    case 'found':
      return (
        <>
          <span className="text-lead">
            Found: {answer.wires} wires and leads, none of {answer.tried.toLocaleString('en')} ways has fewer.
            {rings === 0
              ? ''
              : ` ${rings === 1 ? 'One ring' : `${counted(rings, 'ring')}`} of ground: what that costs stands under Ground.`}
          </span>
          <Button
            kind="main"
            onClick={() => editBuild(b => ({ ...b, circuit: answer.circuit }), 'Circuit asked for by sound')}
          >
            Take it
          </Button>
        </>
      )
    case 'impossible':
      return (
        <span className="text-lead">
          This switch cannot. {answer.why}{' '}
          {answer.smallest
            ? `The smallest that can: ${answer.smallest.label}.`
            : 'None of the switches that we know with as many positions can.'}
        </span>
      )
    case 'undecided':
      return (
        <span className="text-lead">
          Not decided in time: {answer.tried.toLocaleString('en')} ways tried. Ask for less at one position, or
          leave one open.
        </span>
      )
    case 'refused':
      return (
        <span role="alert" className="text-lead text-never">
          {answer.why}
        </span>
      )
  }
}
