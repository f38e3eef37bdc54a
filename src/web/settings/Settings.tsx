import { useTitle } from '../hooks/useTitle.ts'
import { parseTemperature } from '../../core/units/temperature.ts'
import { longest } from '../../core/document/rangeOf.ts'
import { useEffect, useState, type ReactNode } from 'react'
import { Link, useSearchParams } from 'react-router'
import { Climate, PAPER_NAMES, type Build, Preferences } from '../../core/document/build.ts'
import { Load } from '../../core/document/circuitRecord.ts'
import {
  BenchHours,
  inUnits,
  MOST_PEOPLE,
  settingsIn,
  type SettingName,
  WorkshopSettings,
} from '../../core/document/settings.ts'
import { LENGTH_DISPLAYS, fixed } from '../../core/units/length.ts'
import { parseResistance, formatResistance } from '../../core/units/electrical.ts'
import { Button, buttonLook } from '../components/Button.tsx'
import { money, parseAmount } from '../text/money.ts'
import { numberOf, withinOf } from '../components/numberOf.ts'
import { Select } from '../components/Select.tsx'
import { TextField } from '../components/TextField.tsx'
import { ValueField } from '../components/ValueField.tsx'
import { api } from '../stores/api.ts'
import { alignBuilds, editSettings, reloadSettings, useSettings } from '../stores/settingsStore.ts'
import { DrawerEditor } from '../components/DrawerEditor.tsx'
import { FromFile } from './FromFile.tsx'
import { Safety } from './Safety.tsx'
import { SETTING_WORDS } from './settingWords.ts'

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

const set = <K extends keyof WorkshopSettings>(key: K, patch: Partial<WorkshopSettings[K]>) =>
  editSettings(s => ({ ...s, [key]: { ...s[key], ...patch } }))

function Section({ title, hint, children }: { title: string; hint: string; children: ReactNode }) {
  return (
    <section className="grid grid-cols-[15rem_1fr] gap-x-8 gap-y-2 border-t-2 border-ink py-4 first:border-t-0 max-[56.25em]:grid-cols-1">
      <div>
        <h2 className="text-section font-semibold leading-tight">{title}</h2>
        <p className="text-plain text-muted">{hint}</p>
      </div>
      <div className="flex min-w-0 flex-wrap items-end gap-4">{children}</div>
    </section>
  )
}

const list = (names: readonly SettingName[]) => names.map(n => SETTING_WORDS[n]).join(', ')

/** What belongs to the workshop and not to one instrument, on one page. */
export function Settings() {
  useTitle('Settings')
  const { settings, others, trouble, known } = useSettings()
  const [params] = useSearchParams(),
    from = params.get('from')
  const [build, setBuild] = useState<Build>()
  useEffect(() => {
    void reloadSettings()
    if (from)
      api.build(from).then(
        s => setBuild(s.build),
        () => undefined,
      )
  }, [from])
  const { preferences, climate, bench, load } = settings
  const percent = (key: 'atBench' | 'driest' | 'dampest', label: string) => (
    <ValueField
      label={label}
      text={`${fixed(climate[key], 0)} %`}
      parse={numberOf(Climate, key, 'relative humidity', ' %')}
      onValue={v => set('climate', { [key]: v })}
    />
  )
  return (
    <div className="flex h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-5 border-b-2 border-ink px-6 py-3">
        <Link to="/" className="text-section font-semibold underline-offset-4 hover:underline">
          Snug Bolt
        </Link>
        <h1 className="flex-1 text-title font-semibold">Settings of the workshop</h1>
        <Link to="/about" className={buttonLook()}>
          About
        </Link>
        <p role="status" className={`text-plain ${trouble ? 'font-semibold text-never' : 'text-muted'}`}>
          {trouble ?? (known ? 'Every build follows' : 'Opening')}
        </p>
      </header>
      <main className="min-h-0 flex-1 overflow-y-auto px-6 pb-10">
        <div className="mx-auto max-w-[61.25rem]">
          {build && from && <FromFile build={build} offered={settingsIn(build)} settings={settings} />}
          {others.length > 0 && (
            <aside className="my-4 flex flex-wrap items-center gap-3 border-l-4 border-tight bg-paper py-2 pl-4 pr-3 text-plain">
              <p className="min-w-0 flex-1">
                {others.map(o => (
                  <span key={o.id} className="block">
                    <Link to={`/b/${o.id}/fit`} className="font-semibold underline underline-offset-4">
                      {o.name}
                    </Link>{' '}
                    has its own: {list(o.differs)}.
                  </span>
                ))}
              </p>
              <Button onClick={() => void alignBuilds()}>Use the workshop’s in all of them</Button>
            </aside>
          )}
          <UnitsSection preferences={preferences} />
          <Section title="Drawer of bits" hint="Holes are drilled with what is there.">
            <div className="flex min-w-0 flex-col gap-4">
              <DrawerEditor drawer={preferences.drawer} />
            </div>
          </Section>
          <PaperSection preferences={preferences} />
          <Section title="Air" hint="Usual at the bench, and where instruments live. A build may have its own.">
            {percent('atBench', 'At the bench')}
            {percent('driest', 'Driest where they live')}
            {percent('dampest', 'Dampest where they live')}
            <ValueField
              label="Temperature"
              text={`${fixed(climate.celsius, 0)} °C`}
              parse={parseTemperature}
              check={withinOf(Climate, 'celsius', v => `${fixed(v, 0)} °C`)}
              onValue={celsius => set('climate', { celsius })}
            />
          </Section>
          <HoursSection bench={bench} />
          <PeopleSection settings={settings} />
          <CableSection load={load} />
          <Section
            title="Safe keeping"
            hint="A backup is the whole workshop as a zip of open files: every build, the shelf, photos, these settings."
          >
            <Safety />
          </Section>
          <p className="border-t-2 border-ink pt-4">
            <Link to="/" className={buttonLook('main')}>
              Back to the workshop
            </Link>
          </p>
        </div>
      </main>
    </div>
  )
}

function UnitsSection({ preferences }: { preferences: Preferences }) {
  return (
    <Section title="Units and money" hint="How lengths are shown, and what prices are in.">
      <Select
        label="Lengths in"
        value={preferences.length}
        onChange={v => editSettings(s => inUnits(s, LENGTH_DISPLAYS.find(d => d === v) ?? 'mm'))}
        options={[
          { value: 'mm', label: 'millimetres' },
          { value: 'inch-fraction', label: 'inches, fractions' },
          { value: 'inch-decimal', label: 'inches, decimals' },
        ]}
      />
      <TextField
        label="Currency"
        value={preferences.currency}
        max={longest(Preferences, 'currency')}
        onText={currency => set('preferences', { currency })}
      />
      <ValueField
        narrow
        label="An hour at the bench"
        text={preferences.rate === undefined ? '' : money(preferences.rate)}
        parse={parseAmount}
        check={withinOf(Preferences, 'rate', money)}
        onValue={rate => set('preferences', { rate })}
      />
    </Section>
  )
}

function PaperSection({ preferences }: { preferences: Preferences }) {
  return (
    <Section title="Paper and printer" hint="Templates are drawn larger or smaller so that they come out true.">
      <Select
        label="Paper"
        value={preferences.print.paper}
        onChange={v =>
          set('preferences', {
            print: { ...preferences.print, paper: PAPER_NAMES.find(p => p === v) ?? 'A4' },
          })
        }
        options={PAPER_NAMES.map(p => ({ value: p, label: p === 'A4' ? 'A4' : 'US Letter' }))}
      />
      <p className="text-plain">
        Along the short side <span className="figure">{fixed(preferences.print.short * 100, 2)} %</span>, along the
        long side <span className="figure">{fixed(preferences.print.long * 100, 2)} %</span>: the measured bars of a
        build’s templates set this.
      </p>
    </Section>
  )
}

function HoursSection({ bench }: { bench: BenchHours }) {
  return (
    <Section title="Hours at the bench" hint="Dates of every plan come from these. A build may have its own.">
      {DAYS.map((d, i) => (
        <ValueField
          key={d}
          label={d}
          text={fixed(bench.hours[i] ?? 0, 1)}
          parse={numberOf(BenchHours, 'hours', 'number of hours', ' h')}
          onValue={v => set('bench', { hours: bench.hours.with(i, v) })}
        />
      ))}
      <label className="flex flex-col gap-0.5 text-note text-muted">
        From
        <input
          type="time"
          value={bench.from}
          onChange={e => {
            if (/^\d\d:\d\d$/.test(e.target.value)) set('bench', { from: e.target.value })
          }}
          className="figure min-h-10 border border-line bg-paper px-2 text-plain text-ink"
        />
      </label>
    </Section>
  )
}

function PeopleSection({ settings }: { settings: WorkshopSettings }) {
  return (
    <Section
      title="People"
      hint="Whose hands there are. A build names its own at the Plan station; Evenings lays each one’s work beside the others’."
    >
      <TextField
        label="Names, separated by commas"
        value={(settings.people ?? []).join(', ')}
        max={longest(WorkshopSettings, 'people') * MOST_PEOPLE}
        onText={text => {
          const people = [...new Set(text.split(',').map(t => t.trim().slice(0, 40)))]
            .filter(Boolean)
            .slice(0, MOST_PEOPLE)
          editSettings(({ people: _, ...s }) => (people.length ? { ...s, people } : s))
        }}
      />
    </Section>
  )
}

function CableSection({ load }: { load: Load }) {
  return (
    <Section title="Cable and amplifier" hint="What a circuit plays into. A build may have its own.">
      <ValueField
        label="Cable"
        text={`${fixed(load.cableMetres, 1)} m`}
        parse={numberOf(Load, 'cableMetres', 'length of cable', ' m')}
        onValue={cableMetres => set('load', { cableMetres })}
      />
      <ValueField
        label="Capacitance a metre"
        text={`${fixed(load.faradsPerMetre * 1e12, 0)} pF`}
        parse={numberOf(Load, 'faradsPerMetre', 'capacitance', ' pF', 1e-12)}
        onValue={faradsPerMetre => set('load', { faradsPerMetre })}
      />
      <ValueField
        label="Amplifier’s input"
        text={formatResistance(load.amplifierOhms)}
        parse={parseResistance}
        check={withinOf(Load, 'amplifierOhms', formatResistance)}
        onValue={amplifierOhms => set('load', { amplifierOhms })}
      />
    </Section>
  )
}
