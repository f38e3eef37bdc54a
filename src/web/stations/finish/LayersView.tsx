import type { Meeting } from '../../../core/finish/acts.ts'
import type { LayerFacts } from '../../../core/finish/layerFacts.ts'
import { inMm } from '../../../core/say/spoken.ts'
import { Says } from '../../components/Says.tsx'
import { Check } from '../../components/Check.tsx'
import { useMemo, useState } from 'react'
import { SCHOOL_NAMES, type SchoolName } from '../../../core/document/finishNames.ts'
import { stepRef } from '../../../core/document/stepRef.ts'
import { addLayer, dropLayer, fillPores, moveLayer, setSurface, startFrom } from '../../../core/finish/edits.ts'
import { schoolCost } from '../../../core/finish/schoolCost.ts'
import { MATERIALS } from '../../../core/finish/materials.ts'
import { SCHOOLS } from '../../../core/finish/schools.ts'
import { MATERIAL_NAMES, type MaterialName } from '../../../core/parts/materialNames.ts'
import { surfaceOf, type FinishFinding } from '../../../core/finish/finishWork.ts'
import { Button } from '../../components/Button.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

const VERDICT_LOOK = {
  yes: 'text-snug',
  'after scuffing': 'text-tight',
  'after a barrier': 'text-tight',
  no: 'font-semibold text-never',
} as const

const SKILL = ['', 'a first kit', 'steady hands', 'practice on scrap first'] as const

/** What speaks against the finish as it is planned, each with its way out. */
export function Findings({ findings }: { findings: readonly FinishFinding[] }) {
  if (!findings.length) return null
  return (
    <ul className="flex flex-col gap-2" aria-label="Findings">
      {findings.map(f => {
        const { mend } = f
        return (
          <li
            key={inMm(f.says)}
            className={`flex flex-wrap items-center gap-3 border-l-4 pl-3 text-plain ${f.weight === 'stop' ? 'border-never' : 'border-tight'}`}
          >
            <span className="min-w-0 max-w-[72ch] flex-1">
              <Says of={f.says} />
            </span>
            {mend?.kind === 'strip' && (
              <Button
                onClick={() =>
                  editBuild(b => {
                    const now = b.finish.surfaces?.find(s => s.zone === mend.zone)
                    return setSurface(b, { zone: mend.zone, state: surfaceOf(b, mend.zone), ...now, strip: true })
                  }, 'Sand back to wood')
                }
              >
                Sand it back
              </Button>
            )}
            {mend?.kind === 'fill' && (
              <Button onClick={() => editBuild(b => fillPores(b, mend.zones), 'Grain filler')}>
                Fill the pores
              </Button>
            )}
            {mend?.kind === 'barrier' && (
              <Button onClick={() => editBuild(b => addLayer(b, 'shellac', mend.zones, mend.before), 'Barrier')}>
                Put shellac between
              </Button>
            )}
          </li>
        )
      })}
    </ul>
  )
}

/** Schools to start from, and the layers as they lie, with what each lies on. */
export function LayersView() {
  const build = useOpenBuild(),
    work = useFact('finish'),
    [school, setSchool] = useState<SchoolName>(build.finish.school ?? 'wiped oil-varnish'),
    [material, setMaterial] = useState<MaterialName>('shellac')
  const s = SCHOOLS[school],
    costs = useMemo(() => SCHOOL_NAMES.map(name => ({ name, ...schoolCost(build, name) })), [build])
  const begun = build.steps.some(x => {
    const ref = stepRef(x.step)
    return ref?.kind === 'finish' && ref.stage === 'coat'
  })
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Layers</Title>
      <Findings findings={work.findings} />
      {build.finish.layers.length > 0 && (
        <Table
          caption="From the wood up"
          heads={['Layer', 'on', 'over', { label: 'coats', right: true }, { label: 'Change', unseen: true }]}
        >
          {work.layers.map(({ facts: f, coats }) => {
            const met = work.meetings.filter(m => m.layer === f.layer.id),
              kinds = [...new Map(met.map(m => [`${m.below}${m.verdict}`, m])).values()]
            return <LayerRow key={f.layer.id} f={f} kinds={kinds} coats={coats} />
          })}
        </Table>
      )}
      <div className="flex flex-wrap items-end gap-2">
        <Select
          label="One layer more"
          value={material}
          onChange={v => setMaterial(v as MaterialName)}
          options={MATERIAL_NAMES.map(m => ({ value: m, label: MATERIALS[m].label }))}
        />
        <Button
          onClick={() =>
            editBuild(
              b =>
                addLayer(
                  b,
                  material,
                  b.finish.layers.at(-1)?.zones ?? ['body top', 'body back', 'body sides', 'body edges'],
                ),
              'Layer',
            )
          }
        >
          Put it on top
        </Button>
      </div>
      <Check
        checked={build.finish.decal === true}
        onChange={on => {
          editBuild(b => ({ ...b, finish: { ...b.finish, decal: on } }), 'Decal')
        }}
      >
        a decal goes under the clear
      </Check>
      <section aria-label="Schools" className="flex flex-col gap-2">
        <Heading>Start from a school</Heading>
        <div className="flex flex-wrap items-end gap-2">
          <Select
            label="School"
            value={school}
            onChange={v => setSchool(v as SchoolName)}
            options={SCHOOL_NAMES.map(n => ({ value: n, label: SCHOOLS[n].label }))}
          />
          <Button
            kind={build.finish.layers.length ? 'plain' : 'main'}
            onClick={() => editBuild(b => startFrom(b, school), 'Finish from a school')}
          >
            {build.finish.layers.length ? 'Start over from it' : 'Start from it'}
          </Button>
        </div>
        <p className="max-w-[70ch] text-body">{s.says}</p>
        <p className="max-w-[70ch] text-plain text-muted">
          {s.layers.map(l => `${MATERIALS[l.material].label} × ${l.coats}`).join(', ')}
          {s.levelling ? `; levelled ${s.levelling.from} to ${s.levelling.to}` : ''}.
        </p>
        <Table
          caption="What each costs on this instrument, in this air"
          heads={['School', { label: 'days', right: true }, { label: 'hands-on', right: true }, 'for', 'harm']}
        >
          {costs.map(({ name, days, hours }) => (
            <tr key={name} className={`rule-row ${name === school ? 'bg-shade font-semibold' : ''}`}>
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {SCHOOLS[name].label}
              </th>
              <td className="figure py-1 pr-3 text-right">{days}</td>
              <td className="figure py-1 pr-3 text-right">{hours} h</td>
              <td className="py-1 pr-3 text-note">{SKILL[SCHOOLS[name].skill]}</td>
              <td className="py-1 text-note text-muted">{SCHOOLS[name].harm}</td>
            </tr>
          ))}
        </Table>
        {begun && <p className="text-note text-muted">Coats are on already: what is done stays in the log.</p>}
      </section>
    </article>
  )
}

function LayerRow({ f, kinds, coats }: { f: LayerFacts; kinds: Meeting[]; coats: number }) {
  return (
    <tr className="rule-row align-top">
      <th scope="row" className="py-1.5 pr-3 text-left font-medium">
        {f.material.label}
        <span className="block text-note font-normal text-muted">{f.way}</span>
      </th>
      <td className="py-1.5 pr-3 text-note">{f.layer.zones.join(', ')}</td>
      <td className="py-1.5 pr-3 text-note">
        {kinds.map(m => (
          <span key={m.below + m.verdict} className="block" title={m.why}>
            {m.below}: <span className={VERDICT_LOOK[m.verdict]}>{m.verdict}</span>
          </span>
        ))}
      </td>
      <td className="figure py-1.5 pr-3 text-right">{coats}</td>
      <td className="py-0.5 text-right whitespace-nowrap">
        <Button
          kind="quiet"
          aria-label={`${f.material.label}: one place down towards the wood`}
          onClick={() => editBuild(b => moveLayer(b, f.layer.id, -1), 'Order of layers')}
        >
          ↑
        </Button>
        <Button
          kind="quiet"
          aria-label={`${f.material.label}: one place up`}
          onClick={() => editBuild(b => moveLayer(b, f.layer.id, 1), 'Order of layers')}
        >
          ↓
        </Button>
        <Button
          kind="quiet"
          aria-label={`Take off: ${f.material.label}`}
          onClick={() => editBuild(b => dropLayer(b, f.layer.id), 'Layer taken off')}
        >
          Take off
        </Button>
      </td>
    </tr>
  )
}
