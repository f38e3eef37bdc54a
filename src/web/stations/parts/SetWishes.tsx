import { BRIDGE_SORTS, type BridgeSort, type Build } from '../../../core/document/build.ts'
import { slotsOf, type Slot } from '../../../core/document/slots.ts'
import { searchedSlots } from '../../../core/match/problem.ts'
import { WOOD_NAMES } from '../../../core/parts/woods.ts'
import { parsed } from '../../../core/units/parsed.ts'
import { LengthField } from '../../components/LengthField.tsx'
import { dimensionOf } from '../../components/numberOf.ts'
import { Select } from '../../components/Select.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { useShelf } from '../../stores/shelfStore.ts'
import { parseAmount } from '../../text/money.ts'
import type { Wish } from './useSetSearch.ts'

/** A number that may be left open. */
function OptionalField({
  label,
  value,
  put,
  unit,
}: {
  label: string
  value: number | undefined
  put: (v: number | undefined) => void
  unit: string
}) {
  return (
    <span className="inline-flex items-end gap-1">
      <ValueField
        label={label}
        text={value === undefined ? 'any' : `${value} ${unit}`}
        parse={t => (/^any$|^$/i.test(t.trim()) ? parsed(-1) : parseAmount(t))}
        onValue={v => put(v < 0 ? undefined : v)}
      />
    </span>
  )
}

function KeepChosen({
  slots,
  keep,
  setKeep,
}: {
  slots: readonly Slot[]
  keep: readonly string[]
  setKeep: (to: (k: readonly string[]) => readonly string[]) => void
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
      <legend className="text-note text-muted">Keep as chosen</legend>
      {slots.map(s => (
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
  )
}

interface WishFields {
  wish: Wish
  setWish: (to: (w: Wish) => Wish) => void
}

/** What time is worth, and how much of it and of money there is. */
function Worth({ wish, setWish }: WishFields) {
  const build = useOpenBuild()
  return (
    <>
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
      <OptionalField
        label="Budget"
        value={wish.budget}
        put={v =>
          setWish(({ budget: gone, ...w }) => {
            void gone
            return v === undefined ? w : { ...w, budget: v }
          })
        }
        unit={build.preferences.currency}
      />
      <OptionalField
        label="No later than"
        value={wish.maxWaitDays}
        put={v =>
          setWish(({ maxWaitDays: gone, ...w }) => {
            void gone
            return v === undefined ? w : { ...w, maxWaitDays: v }
          })
        }
        unit="days"
      />
    </>
  )
}

/** What stands, what is wished, what time is worth. */
export function SetWishes({
  target,
  open,
  keep,
  setKeep,
  wish,
  setWish,
  bridge,
  setBridge,
}: {
  /** The instrument that is searched for. */
  target: Build
  open: boolean
  keep: readonly string[]
  setKeep: (to: (k: readonly string[]) => readonly string[]) => void
  bridge: BridgeSort
  setBridge: (b: BridgeSort) => void
} & WishFields) {
  const build = useOpenBuild(),
    rows = useShelf(s => s.rows),
    slots = slotsOf(target.instrument),
    searched = searchedSlots(target)
  return (
    <details open={open} className="border-y border-line py-1">
      <summary className="min-h-10 cursor-pointer py-2 text-body font-semibold">
        What stands, what is wished, what time is worth
      </summary>
      <KeepChosen
        slots={slots.filter(x => searched.includes(x.id) && build.slots[x.id])}
        keep={keep}
        setKeep={setKeep}
      />
      <div className="flex flex-wrap items-start gap-3 py-2">
        <Worth wish={wish} setWish={setWish} />
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
  )
}
