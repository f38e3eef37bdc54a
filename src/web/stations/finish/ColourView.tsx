import type { Material } from '../../../core/finish/materials.ts'
import { capital } from '../../../core/say/said.ts'
import { useMemo, useState } from 'react'
import type { BurstRing, DyeMix } from '../../../core/document/finishRecord.ts'
import { BurstRing as Ring, DyeMix as Mix, DyePart } from '../../../core/document/finishRecord.ts'
import { colourAt } from '../../../core/finish/appearance.ts'
import { ringArea, sprayLine } from '../../../core/finish/burst.ts'
import { batchOf, labOf, strengths } from '../../../core/finish/colour.ts'
import { changeLayer } from '../../../core/finish/edits.ts'
import type { LayerState } from '../../../core/finish/learnedLayers.ts'
import { millilitres } from '../../../core/finish/shopping.ts'
import { Button } from '../../components/Button.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { numberOf } from '../../components/numberOf.ts'
import { rangeOf } from '../../../core/document/rangeOf.ts'
import { useLength } from '../../hooks/useLength.ts'
import { Table } from '../../components/Table.tsx'
import { within } from '../../components/within.ts'
import { ValueField } from '../../components/ValueField.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

const USUAL = '#a0692c'
/** A batch that can be measured and that a tin holds, mL. */
const BATCH = { min: 5, max: 5000 }

function Picker({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
  return (
    <label className="inline-flex flex-col gap-0.5 text-note text-muted">
      {label}
      <input
        type="color"
        value={value}
        onChange={e => onChange(e.target.value)}
        className="h-10 w-20 border border-line bg-paper p-1"
      />
    </label>
  )
}

/** Colours of the layers: picked, mixed by parts, in rings; what each looks like over this wood. */
export function ColourView({ kept, keep }: { kept: boolean; keep: (on: boolean) => void }) {
  const build = useOpenBuild(),
    work = useFact('finish')
  const coloured = work.layers.filter(l => l.facts.material.look !== 'clear' && l.facts.material.look !== 'fill')
  const top = colourAt(build, 'body top'),
    [L, a, b] = labOf(top)
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-5">
      <header className="flex flex-wrap items-center justify-between gap-4">
        <Title>Colour</Title>
        <Button onClick={() => keep(!kept)}>{kept ? 'Stop comparing' : 'Keep this to compare'}</Button>
      </header>
      <div className="flex items-center gap-4">
        <span className="size-20 border border-ink" style={{ background: top }} />
        <p className="text-body">
          The top’s middle, over {build.parts.find(p => p.id === build.slots.body)?.traits.wood ?? 'its wood'}:{' '}
          <span className="figure">{top}</span>
          <span className="block text-note text-muted">
            L* {L.toFixed(0)}, a* {a.toFixed(0)}, b* {b.toFixed(0)}. Screens lie and wood differs: the test panel
            decides.
          </span>
        </p>
      </div>
      {coloured.length === 0 && (
        <p className="text-body">No layer has a colour of its own: the wood shows as it is under its clear.</p>
      )}
      {coloured.map(l => (
        <LayerColour key={l.facts.layer.id} state={l} />
      ))}
    </article>
  )
}

function LayerColour({ state }: { state: LayerState }) {
  const { layer, material } = state.facts,
    layout = useFact('layout'),
    work = useFact('finish'),
    area = layer.zones.reduce((s, z) => s + (work.zones.find(x => x.zone === z)?.area ?? 0), 0),
    set = (patch: Parameters<typeof changeLayer>[2]) => editBuild(b => changeLayer(b, layer.id, patch), 'Colour')
  const { mix, rings = [] } = layer
  const setMix = (m: DyeMix) => set({ mix: m })
  const setRings = (r: BurstRing[]) => set({ rings: r.length ? r : undefined })
  const areas = useMemo(() => (layout ? rings.map(r => ringArea(layout.body, r)) : []), [layout, rings])
  const asked = Math.max(20, Math.ceil(millilitres(state, area) / 10) * 10),
    [batch = asked, setBatch] = useState<number>(),
    by = mix && batchOf(mix, batch)
  return (
    <section aria-label={material.label} className="flex flex-col gap-2">
      <Heading>{capital(material.label)}</Heading>
      {material.look === 'tint' && mix ? (
        <DyeRecipe
          mix={mix}
          setMix={setMix}
          material={material}
          batch={batch}
          setBatch={setBatch}
          by={by}
          asked={asked}
        />
      ) : (
        rings.length === 0 && (
          <div className="flex flex-wrap items-end gap-3">
            <Picker label="Colour" value={layer.colour ?? USUAL} onChange={colour => set({ colour })} />
            {material.look === 'tint' && (
              <Button onClick={() => setMix({ dyes: [{ colour: layer.colour ?? USUAL, parts: 1 }], thinner: 9 })}>
                Mix it by parts
              </Button>
            )}
          </div>
        )
      )}
      {rings.length > 0 && layout && <Rings rings={rings} setRings={setRings} areas={areas} state={state} />}
      {rings.length < 5 && layout && (
        <div>
          <Button onClick={() => setRings([...rings, { colour: layer.colour ?? '#7a4a26', reach: 30, fade: 50 }])}>
            {rings.length ? 'Another ring' : 'Make it a burst'}
          </Button>
        </div>
      )}
    </section>
  )
}

function DyeRecipe({
  mix,
  setMix,
  material,
  batch,
  setBatch,
  by,
  asked,
}: {
  mix: DyeMix
  setMix: (m: DyeMix) => void
  material: Material
  batch: number
  setBatch: (to: number | undefined) => void
  by: { dyes: number[]; thinner: number } | undefined
  asked: number
}) {
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        {mix.dyes.map((d, i) => (
          <span key={i} className="inline-flex items-end gap-2">
            <Picker
              label={`Dye ${i + 1}, at 1 to 9`}
              value={d.colour}
              onChange={colour => setMix({ ...mix, dyes: mix.dyes.with(i, { ...d, colour }) })}
            />
            <ValueField
              narrow
              label="parts"
              text={String(d.parts)}
              parse={numberOf(DyePart, 'parts', 'number of parts')}
              onValue={parts => setMix({ ...mix, dyes: mix.dyes.with(i, { ...d, parts }) })}
            />
            {mix.dyes.length > 1 && (
              <Button
                kind="quiet"
                aria-label={`Take dye ${i + 1} out`}
                onClick={() => setMix({ ...mix, dyes: mix.dyes.toSpliced(i, 1) })}
              >
                Take out
              </Button>
            )}
          </span>
        ))}
        <ValueField
          narrow
          label={`parts of ${material.thinner}`}
          text={String(mix.thinner)}
          parse={numberOf(Mix, 'thinner', 'number of parts')}
          onValue={thinner => setMix({ ...mix, thinner })}
        />
        <ValueField
          narrow
          label="batch, mL"
          text={`${batch} mL`}
          parse={within(BATCH, 'batch', 'mL')}
          onValue={setBatch}
        />
        {mix.dyes.length < 4 && (
          <Button onClick={() => setMix({ ...mix, dyes: [...mix.dyes, { colour: '#d0b03a', parts: 1 }] })}>
            Another dye
          </Button>
        )}
      </div>
      {by && (
        <p className="text-lead">
          For {batch} mL ({asked} are needed):{' '}
          {by.dyes.map((v, i) => (
            <span key={i}>
              <span className="figure font-semibold">{v.toFixed(1)}</span> mL of dye {i + 1},{' '}
            </span>
          ))}
          <span className="figure font-semibold">{by.thinner.toFixed(1)}</span> mL of {material.thinner}; strength{' '}
          {strengths(mix)
            .map(x => x.toFixed(2))
            .join(' + ')}
          . Lightest first: a second pass darkens, nothing lightens.
        </p>
      )}
    </>
  )
}

function Rings({
  rings,
  setRings,
  areas,
  state,
}: {
  rings: BurstRing[]
  setRings: (r: BurstRing[]) => void
  areas: number[]
  state: LayerState
}) {
  const l = useLength()
  return (
    <Table
      caption="Rings, lightest to darkest, from the inside out"
      hideCaption
      heads={[
        'Colour',
        'reaches in',
        'fades over',
        { label: 'area', right: true },
        { label: 'mix', right: true },
        'how',
        { label: 'Change', unseen: true },
      ]}
    >
      {rings.map((r, i) => (
        <tr key={i} className="rule-row">
          <th scope="row" className="py-1.5 pr-3 text-left font-normal">
            <Picker
              label={`ring ${i + 1}`}
              value={r.colour}
              onChange={colour => setRings(rings.with(i, { ...r, colour }))}
            />
          </th>
          <td className="py-1.5 pr-3">
            <LengthField
              narrow
              hideLabel
              label={`ring ${i + 1} reaches in`}
              mm={r.reach}
              {...rangeOf(Ring, 'reach')}
              onMm={reach => setRings(rings.with(i, { ...r, reach }))}
            />
          </td>
          <td className="py-1.5 pr-3">
            <LengthField
              narrow
              hideLabel
              label={`ring ${i + 1} fades over`}
              mm={r.fade}
              {...rangeOf(Ring, 'fade')}
              onMm={fade => setRings(rings.with(i, { ...r, fade }))}
            />
          </td>
          <td className="figure py-1.5 pr-3 text-right">{(2 * (areas[i] ?? 0)).toFixed(3)} m²</td>
          <td className="figure py-1.5 pr-3 text-right">
            {Math.ceil(millilitres(state, 2 * (areas[i] ?? 0)) / 5) * 5} mL
          </td>
          <td className="py-1.5 pr-3 text-note text-muted">
            middle of the pattern {l.text(Math.abs(sprayLine(r)))}{' '}
            {sprayLine(r) >= 0 ? 'outside the edge' : 'in from the edge'}
          </td>
          <td className="text-right">
            <Button
              kind="quiet"
              aria-label={`Take ring ${i + 1} off`}
              onClick={() => setRings(rings.toSpliced(i, 1))}
            >
              Take off
            </Button>
          </td>
        </tr>
      ))}
    </Table>
  )
}
