import {
  BRIDGE_SORTS,
  EXTRAS,
  MOUNTINGS,
  type BridgeSort,
  type Extra,
  type Instrument,
  type Mounting,
} from '../../../core/build/build.ts'
import { setInstrument } from '../../../core/build/setInstrument.ts'
import { slotsOf } from '../../../core/build/slots.ts'
import { parseDecimal, parsed, refused } from '../../../core/units/parsed.ts'
import { Figure } from '../../components/Figure.tsx'
import { Select } from '../../components/Select.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** What kind of instrument it is: its slots follow from this. */
export function InstrumentForm() {
  const build = useOpenBuild(),
    i = build.instrument
  const set = (patch: Partial<Instrument>) => editBuild(b => setInstrument(b, patch))
  const count = (
    label: string,
    key: 'strings' | 'pickups' | 'volumes' | 'tones' | 'switches',
    min: number,
    max: number,
  ) => (
    <ValueField
      label={label}
      text={String(i[key])}
      parse={t => {
        const n = parseDecimal(t)
        return n !== undefined && Number.isInteger(n) && n >= min && n <= max
          ? parsed(n)
          : refused(`“${t}” is no number of ${label.toLowerCase()}`, `${min} to ${max}`)
      }}
      onValue={v => set({ [key]: v })}
    />
  )
  const toggle = (x: Extra) =>
    set({ extras: i.extras.includes(x) ? i.extras.filter(e => e !== x) : [...i.extras, x] })
  return (
    <article className="flex max-w-[760px] flex-col gap-4">
      <header className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-[24px] font-semibold">This instrument</h2>
          <p className="text-[16px] text-muted">
            Its slots follow from what it is. A slot that goes leaves its part among the build’s parts.
          </p>
        </div>
        <Figure size="large" value={String(slotsOf(i).length)} unit="slots" />
      </header>
      <div className="flex flex-wrap gap-3">
        {count('Strings', 'strings', 1, 18)}
        {count('Pickups', 'pickups', 0, 4)}
        {count('Volumes', 'volumes', 0, 4)}
        {count('Tones', 'tones', 0, 4)}
        {count('Switches', 'switches', 0, 4)}
      </div>
      <div className="flex flex-wrap gap-3">
        <Select
          label="Bridge"
          value={i.bridge}
          onChange={v => set({ bridge: v as BridgeSort })}
          options={BRIDGE_SORTS.map(v => ({ value: v, label: v }))}
        />
        <Select
          label="Pickups sit"
          value={i.mounting}
          onChange={v => set({ mounting: v as Mounting })}
          options={MOUNTINGS.map(v => ({ value: v, label: v }))}
        />
        <Select
          label="Player"
          value={i.handedness}
          onChange={v => set({ handedness: v as 'right' | 'left' })}
          options={['right', 'left'].map(v => ({ value: v, label: `${v}-handed` }))}
        />
      </div>
      <fieldset className="flex flex-wrap gap-x-5">
        <legend className="text-[15px] text-muted">It also has</legend>
        {EXTRAS.map(x => (
          <label key={x} className="flex min-h-10 items-center gap-2 text-[16px]">
            <input
              type="checkbox"
              checked={i.extras.includes(x)}
              onChange={() => toggle(x)}
              className="size-5 accent-[var(--hand)]"
            />
            {x}
          </label>
        ))}
      </fieldset>
    </article>
  )
}
