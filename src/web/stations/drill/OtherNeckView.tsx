import { Title } from '../../components/Heading.tsx'
import { dimensionOf } from '../../components/numberOf.ts'
import { servedWord } from '../../../core/parts/servedWord.ts'
import { useEffect, useState } from 'react'
import { partIn } from '../../../core/document/references.ts'
import { conversion } from '../../../core/layout/conversion.ts'
import { fretPosition } from '../../../core/parts/frets.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { fixed } from '../../../core/units/length.ts'
import { parseDecimal, parsed, refused } from '../../../core/units/parsed.ts'
import { Figure } from '../../components/Figure.tsx'
import { Grid } from '../../components/Grid.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useShelf } from '../../stores/shelfStore.ts'
import { Findings } from './Findings.tsx'

const count = (t: string) => {
  const n = parseDecimal(t)
  return n !== undefined && Number.isInteger(n) && n >= 1 && n <= 36
    ? parsed(n)
    : refused(`“${t}” is no number of frets`, '1 to 36')
}

/** What a neck of another scale asks of this body: a baritone, a bass, a shorter one. */
export function OtherNeckView({ work }: { work: Work }) {
  const l = useLength(),
    { layout } = work,
    neck = partIn(work.build, 'neck')
  const [other, setOther] = useState({
    scaleLength: layout.scaleLength,
    nutToHeelEnd: layout.nutToHeelEnd,
    frets: layout.frets.length,
  })
  const load = useShelf(s => s.loadKinds),
    parts = useShelf(s => s.parts)
  useEffect(() => {
    void load(['neck'])
  }, [load])
  const necks = [...parts.values()]
    .filter(p => p.kind === 'neck' && p.id !== neck?.id)
    .sort((a, b) => a.name.localeCompare(b.name))
  const take = (id: string) => {
    const d = necks.find(n => n.id === id)?.dims
    if (d)
      setOther({ scaleLength: d.scaleLength!.value, nutToHeelEnd: d.nutToHeelEnd!.value, frets: d.frets!.value })
  }
  const c = conversion(work.build, other)
  if (!c || !neck)
    return (
      <p className="text-body">Choose body, neck, bridge and strings first: another neck is told against them.</p>
    )
  const f = l.figure(Math.abs(c.shift), 1)
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      <Title>Another neck on this body</Title>
      <div className="flex flex-wrap items-end gap-4">
        {necks.length > 0 && (
          <Select
            label="One from the shelf"
            className="max-w-64"
            value=""
            onChange={take}
            options={[
              { value: '', label: 'choose a neck' },
              ...necks.map(n => ({ value: n.id, label: `${n.name}, ${l.text(n.dims.scaleLength!.value, 0)}` })),
            ]}
          />
        )}
        <LengthField
          label="Its scale length"
          mm={other.scaleLength}
          {...dimensionOf('neck', 'scaleLength')}
          onMm={v =>
            setOther(o => ({
              ...o,
              scaleLength: v,
              nutToHeelEnd: Number(
                (o.nutToHeelEnd + fretPosition(v, o.frets) - fretPosition(o.scaleLength, o.frets)).toFixed(2),
              ),
            }))
          }
        />
        <LengthField
          label="Nut to heel end"
          mm={other.nutToHeelEnd}
          {...dimensionOf('neck', 'nutToHeelEnd')}
          onMm={v => setOther(o => ({ ...o, nutToHeelEnd: v }))}
        />
        <ValueField
          label="Frets"
          narrow
          text={String(other.frets)}
          parse={count}
          onValue={v => setOther(o => ({ ...o, frets: v }))}
        />
        <p className="min-w-[min(12rem,100%)] flex-1 text-note text-muted">
          Heel end follows the scale until you type the neck’s own.
        </p>
      </div>
      <div className="flex flex-wrap items-center gap-x-8 gap-y-2">
        <Figure
          value={`${Math.abs(c.shift) < 0.05 ? '' : c.shift > 0 ? '+' : '−'}${f.figure}`}
          unit={f.unit}
          doubt={l.figure(c.doubt).figure}
        />
        <p className="min-w-[min(14rem,100%)] flex-1 text-body">
          for the bridge, {c.shift >= 0 ? 'towards the tail' : 'towards the neck'}. Plate front at{' '}
          <span className="figure font-semibold">{l.text(c.front)}</span>, scale line at{' '}
          <span className="figure font-semibold">{l.text(c.scaleLine)}</span> from the pocket’s end wall. Fret{' '}
          {c.fretAtBody} comes over the pocket’s mouth
          {c.behind === undefined ? '' : `; ${l.text(c.behind)} of body stay behind the plate`}.
        </p>
      </div>
      <Findings of={c.findings.slice(1)} fine="The body takes it." />
      {c.pickups.length > 0 && (
        <Grid
          caption="Pickups under the string: share of its length from the bridge"
          heads={['', 'now', 'then']}
          rows={c.pickups.map(p => ({
            id: p.slot,
            head: servedWord(p.slot),
            cells: [`${fixed(p.before, 1)} %`, `${fixed(p.after, 1)} %`].map((t, i) => (
              <span key={i} className="figure">
                {t}
              </span>
            )),
          }))}
        />
      )}
    </article>
  )
}
