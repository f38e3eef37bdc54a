import { counted } from '../../../core/text/text.ts'
import { useState } from 'react'
import { numberOf } from '../../components/numberOf.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { parseAmount } from '../../text/money.ts'
import { isWebAddress, Part, Stock } from '../../../core/parts/part.ts'
import { Select } from '../../components/Select.tsx'
import { TextField } from '../../components/TextField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { useKeeper } from './useKeeper.ts'

const DAY = /^\d{4}-\d{2}-\d{2}$/

/** What a part cost, whom it came from, when it comes and where it lies. */
export function StockForm({ part, inBuild }: { part: Part; inBuild: boolean }) {
  const { replace } = useKeeper(part, inBuild),
    currency = useOpenBuild().preferences.currency,
    s = part.stock ?? {}
  const set = (patch: Partial<Stock>) =>
    replace({
      ...part,
      stock: Object.fromEntries(Object.entries({ ...s, ...patch }).filter(([, v]) => v !== undefined && v !== '')),
    })
  const day = (label: string, key: 'ordered' | 'due' | 'arrived') => (
    <label className="flex flex-col text-note text-muted">
      {label}
      <input
        type="date"
        value={s[key] ?? ''}
        onChange={e => {
          if (e.target.value === '' || DAY.test(e.target.value))
            set({
              [key]: e.target.value || undefined,
              ...(key === 'arrived' && e.target.value ? { state: 'here' as const } : {}),
            })
        }}
        className="figure min-h-10 border border-line bg-paper px-2 text-plain text-ink"
      />
    </label>
  )
  return (
    <div className="flex flex-col gap-4">
      <TextField
        label="Name"
        value={part.name}
        max={longest(Part, 'name')}
        onText={name => {
          if (name) replace({ ...part, name })
        }}
      />
      <div className="flex flex-wrap items-start gap-3">
        <Select
          label="It is"
          value={s.state ?? ''}
          onChange={v => set({ state: (v || undefined) as Stock['state'] })}
          options={[
            { value: '', label: 'not said' },
            { value: 'here', label: 'here' },
            { value: 'ordered', label: 'ordered' },
            { value: 'to buy', label: 'to buy' },
          ]}
        />
        <ValueField
          label={`Price, ${currency}`}
          text={s.price === undefined ? '' : String(s.price)}
          parse={parseAmount}
          onValue={v => set({ price: v })}
        />
        <ValueField
          label={`Its freight, ${currency}`}
          text={s.freight === undefined ? '' : String(s.freight)}
          parse={parseAmount}
          onValue={v => set({ freight: v })}
        />
        <ValueField
          label="Days to come"
          text={s.waitDays === undefined ? '' : `${counted(s.waitDays, 'day')}`}
          parse={numberOf(Stock, 'waitDays', 'number of days', ' days')}
          onValue={v => set({ waitDays: v })}
        />
        <TextField
          label="Supplier"
          value={s.supplier ?? ''}
          max={longest(Stock, 'supplier')}
          onText={v => set({ supplier: v })}
        />
        <LinkField link={s.link ?? ''} onLink={link => set({ link: link || undefined })} />
        <TextField
          label="Where it lies"
          value={s.place ?? ''}
          max={longest(Stock, 'place')}
          onText={v => set({ place: v })}
        />
        {day('Ordered', 'ordered')}
        {day('Due', 'due')}
        {day('Arrived', 'arrived')}
        <label className="flex flex-col text-note text-muted">
          Colour on the map
          <input
            type="color"
            value={part.colour ?? '#c8c8c8'}
            onChange={e => replace({ ...part, colour: e.target.value })}
            className="h-10 w-24 border border-line bg-paper"
          />
        </label>
      </div>
      <TextField
        label="Note"
        value={part.note ?? ''}
        max={longest(Part, 'note')}
        onText={note => replace({ ...part, note })}
        wide
      />
    </div>
  )
}

/** Where a part is offered: an address that a page may link to, or nothing. */
function LinkField({ link, onLink }: { link: string; onLink: (link: string) => void }) {
  const [problem, setProblem] = useState<string>()
  return (
    <span className="flex flex-col">
      <TextField
        label="Address of the offer"
        value={link}
        max={longest(Stock, 'link')}
        onText={t => {
          const ok = t === '' || isWebAddress(t)
          setProblem(ok ? undefined : `“${t}” is no address. Accepted: https://shop.example/part`)
          if (ok) onLink(t)
        }}
      />
      {problem && (
        <span role="alert" className="max-w-56 text-note text-never">
          {problem}
        </span>
      )}
    </span>
  )
}
