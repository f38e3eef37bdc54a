import { freshId } from '../../../core/document/freshId.ts'
import { servedWord } from '../../../core/parts/servedWord.ts'
import { Heading } from '../../components/Heading.tsx'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { FEATURE_ROLES, type FeatureRole } from '../../../core/parts/featureRoles.ts'
import type { Feature, Part } from '../../../core/parts/part.ts'
import { PART_KINDS, type PartKindSpec } from '../../../core/parts/partKinds.ts'
import { typicalFeature } from '../../../core/parts/typicalPart.ts'
import { slotsOf } from '../../../core/document/slots.ts'
import { Button } from '../../components/Button.tsx'
import { Select } from '../../components/Select.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** What a hole or rout of each role is for: kinds of parts that go in or through. */
const SERVED: Partial<Record<FeatureRole, readonly string[]>> = {
  'pickup-rout': ['pickup'],
  'cut-out': ['pickup'],
  'pot-hole': ['pot'],
  'switch-hole': ['switch'],
  'jack-hole': ['jack'],
  'stud-hole': ['studs'],
  'screw-hole': ['screws'],
}

/** Holes, routs and pockets of a part: more of them, fewer, and what each is for. */
export function Places({
  part,
  replace,
  take,
}: {
  part: Part
  replace: (p: Part) => void
  take: (path: string) => void
}) {
  const roles = (PART_KINDS[part.kind] as PartKindSpec).features,
    slots = slotsOf(useOpenBuild().instrument)
  const [role, setRole] = useState<FeatureRole | ''>('')
  if (roles.length === 0) return null
  const serves = (f: Feature): { value: string; label: string }[] => {
    if (f.role === 'tuner-hole')
      return Array.from({ length: 18 }, (_, i) => ({ value: String(i + 1), label: `string ${i + 1}` }))
    const kinds = SERVED[f.role]
    return kinds
      ? [
          ...slots.filter(s => kinds.includes(s.kind)).map(s => ({ value: s.id, label: s.label })),
          ...(f.role === 'screw-hole' ? [{ value: 'old', label: 'nothing: an old hole' }] : []),
        ]
      : []
  }
  const change = (id: string, patch: Partial<Feature>) =>
    replace({ ...part, features: part.features.map(f => (f.id === id ? { ...f, ...patch } : f)) })
  const add = (r: FeatureRole) => {
    const id = freshId(
      `${r}-`,
      part.features.map(f => f.id),
      part.features.filter(f => f.role === r).length + 1,
    )
    replace({
      ...part,
      features: [
        ...part.features,
        typicalFeature(
          r,
          id,
          {},
          ['control-cavity', 'spring-cavity', 'battery-box', 'ferrule-hole'].includes(r) ? { face: 'back' } : {},
        ),
      ],
    })
    setRole('')
    take(`features.${id}.x`)
  }
  return (
    <section aria-label="Places" className="flex flex-col gap-1">
      <Heading>Holes, routs and pockets</Heading>
      <ul>
        {part.features.map(f => {
          const options = serves(f),
            alike = part.features.filter(x => x.role === f.role && x.serves === f.serves),
            which = [
              ...(f.serves ? [`for the ${servedWord(f.serves)}`] : []),
              ...(alike.length > 1 ? [String(alike.indexOf(f) + 1)] : []),
            ].join(', '),
            label = `${FEATURE_ROLES[f.role].label}${which ? `, ${which}` : ''}`
          return (
            <PlaceRow
              key={f.id}
              f={f}
              take={take}
              which={which}
              options={options}
              label={label}
              replace={replace}
              part={part}
              change={change}
            />
          )
        })}
      </ul>
      <div className="flex items-end gap-2 pt-1">
        <Select
          label="One more"
          value={role}
          onChange={v => setRole(v as FeatureRole)}
          options={[
            { value: '', label: 'choose what' },
            ...roles.map(r => ({ value: r, label: FEATURE_ROLES[r].label })),
          ]}
        />
        <Button disabled={!role || part.features.length >= 200} onClick={() => role && add(role)}>
          Add
        </Button>
      </div>
    </section>
  )
}

function PlaceRow({
  f,
  take,
  which,
  options,
  label,
  replace,
  part,
  change,
}: {
  f: Feature
  take: (path: string) => void
  which: string
  options: { value: string; label: string }[]
  label: string
  replace: (p: Part) => void
  part: Part
  change: (id: string, patch: Partial<Feature>) => void
}) {
  return (
    <li className="rule-row flex flex-wrap items-end gap-3 py-1.5">
      <button
        type="button"
        onClick={() => take(`features.${f.id}.x`)}
        className="min-h-10 flex-1 text-left text-plain underline decoration-line underline-offset-4"
      >
        {FEATURE_ROLES[f.role].label} <span className="text-muted">{which}</span>
      </button>
      {options.length > 0 && (
        <Select
          label={`${label} is for`}
          hideLabel
          className="max-w-44"
          value={f.serves ?? ''}
          onChange={v => {
            const { serves: gone, ...rest } = f
            void gone
            replace({
              ...part,
              features: part.features.map(x => (x.id === f.id ? (v ? { ...rest, serves: v } : rest) : x)),
            })
          }}
          options={[
            { value: '', label: 'for nothing yet' },
            ...options,
            ...(f.serves && !options.some(o => o.value === f.serves) ? [{ value: f.serves, label: f.serves }] : []),
          ]}
        />
      )}
      <Select
        label={`${label}, face`}
        hideLabel
        value={f.face}
        onChange={v => change(f.id, { face: v as Feature['face'] })}
        options={['top', 'back', 'side'].map(v => ({ value: v, label: v }))}
      />
      <button
        type="button"
        aria-label={`Remove ${label}`}
        onClick={() => replace({ ...part, features: part.features.filter(x => x.id !== f.id) })}
        className="grid size-10 place-items-center hover:bg-shade"
      >
        <Trash2 size={17} aria-hidden="true" />
      </button>
    </li>
  )
}
