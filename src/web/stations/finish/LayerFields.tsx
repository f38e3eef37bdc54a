import type { Part } from '../../../core/parts/part.ts'
import { counted } from '../../../core/text/text.ts'
import { Check } from '../../components/Check.tsx'
import { WAYS, ZONES, type Way, type Zone } from '../../../core/document/finishNames.ts'
import { FinishLayer } from '../../../core/document/finishRecord.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { changeLayer, setFigure, takeTin } from '../../../core/finish/edits.ts'
import type { LayerState } from '../../../core/finish/learnedLayers.ts'
import { dryCoat, type Tabled, type LayerFacts } from '../../../core/finish/layerFacts.ts'
import { MATERIALS } from '../../../core/finish/materials.ts'
import { STORED_UNIT } from '../../../core/parts/dimensionSpec.ts'
import { TIN_FIGURES } from '../../../core/parts/kinds/finishing.ts'
import { outOfOrder } from '../../../core/parts/materialFigures.ts'
import { doubtOf } from '../../../core/units/quantity.ts'
import { Figure } from '../../components/Figure.tsx'
import { Heading } from '../../components/Heading.tsx'
import { numberOf } from '../../components/numberOf.ts'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { useShelf } from '../../stores/shelfStore.ts'
import { today } from '../../stores/clock.ts'
import { readFinish } from './finishEdit.ts'
import { within } from '../../components/within.ts'

const FIGURES = Object.keys(TIN_FIGURES).filter(k => k !== 'contents') as Tabled[]
const short = (v: number) => String(Number(v.toPrecision(3)))

/** Why a figure cannot stand beside its pair, whether that comes from the tin or from the table. */
function crossed({ layer }: LayerState['facts'], name: Tabled, value: number): string | undefined {
  const o = outOfOrder(layer.material, { ...layer.figures, [name]: { value } }).find(
    x => x.from === name || x.to === name,
  )
  if (!o) return undefined
  return name === o.from
    ? `must lie below “${TIN_FIGURES[o.to].label}”, ${short(o.ends)}: the window would end before it begins`
    : `must lie above “${TIN_FIGURES[o.from].label}”, ${short(o.begins)}: the window would end before it begins`
}

/** A layer's coats and film, the readings of it, and what its tin says. */
export function LayerFields({ state }: { state: LayerState }) {
  const { facts: f, learned } = state,
    { id } = f.layer,
    work = useFact('finish'),
    shelf = useShelf(s => s.parts),
    tins = [...shelf.values()].filter(p => p.kind === 'finish-tin' && p.traits.material === f.layer.material)
  const coat = dryCoat(f),
    dry = coat.value * (learned.readings ? learned.factor : 1),
    doubt = learned.readings ? coat.value * learned.doubt : doubtOf(coat)
  const toggle = (z: Zone) => {
    const zones = f.layer.zones.includes(z) ? f.layer.zones.filter(x => x !== z) : [...f.layer.zones, z]
    if (zones.length) editBuild(b => changeLayer(b, id, { zones }), 'Zones of a layer')
  }
  return (
    <section aria-label={`Layer: ${f.material.label}`} className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
        <div>
          <p className="text-note text-muted">dry film of a coat on a flat</p>
          <Figure size="large" value={short(dry)} doubt={short(doubt)} unit="µm" />
          <p className="text-note text-muted">
            {learned.readings
              ? `your coats leave ${learned.factor.toFixed(2)} of what the tin says, from ${learned.readings} reading${learned.readings > 1 ? 's' : ''}`
              : 'as the figures below say; no reading yet'}
          </p>
        </div>
        <ValueField
          label="Coats"
          narrow
          text={String(f.layer.coats)}
          parse={numberOf(FinishLayer, 'coats', 'number of coats')}
          onValue={coats => editBuild(b => changeLayer(b, id, { coats }), 'Coats')}
        />
        <Select
          label="Put on by"
          value={f.way}
          onChange={v => editBuild(b => changeLayer(b, id, { way: v as Way }), 'Way of putting on')}
          options={WAYS.filter(w => MATERIALS[f.layer.material].ways.includes(w)).map(w => ({
            value: w,
            label: w,
          }))}
        />
      </div>
      <fieldset className="flex flex-wrap gap-x-5">
        <legend className="text-note text-muted">It lies on</legend>
        {ZONES.filter(z => work.zones.some(x => x.zone === z)).map(z => (
          <Check key={z} checked={f.layer.zones.includes(z)} onChange={() => toggle(z)}>
            {z}
          </Check>
        ))}
      </fieldset>
      <div className="flex flex-col gap-2">
        <Heading>Readings</Heading>
        <div className="flex flex-wrap gap-3">
          <ValueField
            label={`Step on the panel, ${counted(f.layer.coats, 'coat')}, µm`}
            text=""
            clears
            parse={within(SPANS.microns, 'film', 'µm')}
            onValue={v => readFinish({ kind: 'film', how: 'panel', layer: id, coats: f.layer.coats }, v)}
          />
          {f.layer.zones[0] && (
            <ValueField
              label={`Gauge on the ${f.layer.zones[0]}, µm in all`}
              text=""
              clears
              parse={within(SPANS.microns, 'film', 'µm')}
              onValue={v =>
                readFinish(
                  { kind: 'film', how: 'gauge', zone: f.layer.zones[0]!, layer: id, coats: f.layer.coats },
                  v,
                )
              }
            />
          )}
          <ValueField
            label={`Left the can for ${counted(f.layer.coats, 'coat')}, g`}
            text=""
            clears
            parse={within(SPANS.grams, 'weight', 'g')}
            onValue={v => readFinish({ kind: 'film', how: 'weight', layer: id, coats: f.layer.coats }, v)}
          />
        </div>
      </div>
      <TinFigures tins={tins} id={id} f={f} />
    </section>
  )
}

function TinFigures({ tins, id, f }: { tins: Part[]; id: string; f: LayerFacts }) {
  return (
    <details>
      <summary className="min-h-10 cursor-pointer text-plain underline underline-offset-4">
        What its tin says
      </summary>
      {tins.length > 0 && (
        <Select
          label="Take over from the shelf"
          value=""
          onChange={v => {
            const tin = tins.find(t => t.id === v)
            if (tin) editBuild(b => takeTin(b, id, tin), 'Figures of a tin')
          }}
          options={[{ value: '', label: 'choose a tin' }, ...tins.map(t => ({ value: t.id, label: t.name }))]}
        />
      )}
      <Table caption="Figures of the material" hideCaption heads={['Figure', 'Value', 'Basis']}>
        {FIGURES.map(name => {
          const s = f.figure(name),
            spec = TIN_FIGURES[name],
            unit = STORED_UNIT[spec.quantity]
          return (
            <tr key={name} className="rule-row">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {spec.label}
              </th>
              <td className="py-1 pr-3">
                <ValueField
                  hideLabel
                  label={spec.label}
                  text={`${short(s.value)}${unit ? ` ${unit}` : ''}`}
                  parse={within(spec, spec.label, unit)}
                  check={v => crossed(f, name, v)}
                  onValue={value =>
                    editBuild(
                      b =>
                        setFigure(b, id, name, {
                          value,
                          doubt: Math.max(Math.abs(value) * 0.1, 0.01),
                          basis: 'claimed',
                          on: today(),
                          with: 'the tin',
                        }),
                      'Figure of a tin',
                    )
                  }
                />
              </td>
              <td className="py-1 text-note text-muted">
                {s.basis === 'assumed'
                  ? 'from memory'
                  : `${s.basis}, ${f.layer.figures?.[name]?.with ?? 'the tin'}`}{' '}
                ±{short(s.doubt)}
              </td>
            </tr>
          )
        })}
      </Table>
    </details>
  )
}
