import { Check } from '../../components/Check.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { SPANS } from '../../../core/document/spans.ts'
import { numberOf, withinOf } from '../../components/numberOf.ts'
import { equilibriumMoisture } from '../../../core/parts/moisture.ts'
import { FEATURE_ROLES, type FeatureRole } from '../../../core/parts/featureRoles.ts'
import { facesFilm, USUALLY_MASKED } from '../../../core/finish/film.ts'
import { Climate } from '../../../core/document/build.ts'
import { fixed } from '../../../core/units/length.ts'
import { parseTemperature } from '../../../core/units/temperature.ts'
import { Figure } from '../../components/Figure.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

const MASKABLE: readonly FeatureRole[] = [
  'neck-pocket',
  'pickup-rout',
  'control-cavity',
  'tremolo-rout',
  'pot-hole',
  'switch-hole',
  'jack-hole',
  'stud-hole',
  'ferrule-hole',
]

const celsius = (v: number) => `${fixed(v, 0)} °C`

/** What the seasons and the finish take from a fit: the air where it will live, the film, and what is masked. */
export function AirView() {
  const build = useOpenBuild(),
    l = useLength(),
    c = build.climate
  const set = (patch: Partial<Climate>) => editBuild(b => ({ ...b, climate: { ...b.climate, ...patch } }))
  const field = (label: string, key: 'atBench' | 'driest' | 'dampest') => (
    <ValueField
      label={label}
      text={`${c[key]} %`}
      parse={numberOf(Climate, key, 'relative humidity', ' %')}
      onValue={v => set({ [key]: v })}
    />
  )
  const film = build.finish.film?.value ?? facesFilm(build, 'body top').value
  const masked = build.finish.masked ?? USUALLY_MASKED
  const toggle = (r: FeatureRole) =>
    editBuild(b => {
      const now = b.finish.masked ?? [...USUALLY_MASKED]
      return { ...b, finish: { ...b.finish, masked: now.includes(r) ? now.filter(x => x !== r) : [...now, r] } }
    })
  const moisture = (h: number) => fixed(equilibriumMoisture(c.celsius, h), 1)
  return (
    <article className="flex max-w-[47.5rem] flex-col gap-4">
      <header className="flex flex-wrap items-end justify-between gap-4">
        <Title>Air and film</Title>
        <Figure
          size="large"
          value={`${moisture(Math.min(c.driest, c.atBench))} … ${moisture(Math.max(c.dampest, c.atBench))}`}
          unit="% moisture in bare wood"
        />
      </header>
      <section aria-label="Air" className="flex flex-col gap-2">
        <Heading>The air it is measured in, and lives in</Heading>
        <div className="flex flex-wrap gap-3">
          {field('At the bench', 'atBench')}
          {field('Driest where it lives', 'driest')}
          {field('Dampest where it lives', 'dampest')}
          <ValueField
            label="Temperature"
            text={`${c.celsius} °C`}
            parse={parseTemperature}
            check={withinOf(Climate, 'celsius', celsius)}
            onValue={v => set({ celsius: v })}
          />
        </div>
        <p className="text-note text-muted">
          Wood in wood, across the grain: ΔD = D · C · ΔM [published: Wood Handbook]; a finished part follows about
          half of the season’s change [from memory]. Joints of wood in wood ask for that much more room.
        </p>
      </section>
      <section aria-label="Film" className="flex flex-col gap-2">
        <Heading>Film of the finish</Heading>
        <LengthField
          label={`On each face${build.finish.school ? `; ${build.finish.school}` : ''}`}
          mm={film}
          {...SPANS.film}
          onMm={v =>
            editBuild(b => ({
              ...b,
              finish: { ...b.finish, film: { value: v, doubt: Math.max(0.01, v * 0.25), basis: 'claimed' } },
            }))
          }
        />
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="text-note text-muted">Masked, or chased after: no film stays in</legend>
          {MASKABLE.map(r => (
            <Check key={r} checked={masked.includes(r)} onChange={() => toggle(r)}>
              {FEATURE_ROLES[r].label.toLowerCase()}
            </Check>
          ))}
        </fieldset>
        <p className="text-note text-muted">
          A finished hole loses its film twice, here {l.fineText(2 * film)}; a part that comes finished loses
          nothing more.
        </p>
      </section>
    </article>
  )
}
