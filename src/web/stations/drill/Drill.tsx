import { FileDown } from 'lucide-react'
import { bridgeTemplate } from '../../../core/drill/bridgeTemplate.ts'
import { holeList, type Hole } from '../../../core/drill/holeList.ts'
import { layOut } from '../../../core/layout/layOut.ts'
import type { Build } from '../../../core/build/build.ts'
import { fit } from '../../../core/fit/applyFixes.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { buttonLook } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { computed, useEngine } from '../../hooks/useEngine.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** Holes of the build as it will be when its chosen fixes are done. */
const holesOf = (b: Build): Hole[] => holeList(computed((x: Build) => fit(x).build, b))
const plannedHoles = (b: Build): Hole[] => computed(holesOf, b)
const templateOf = (b: Build) => bridgeTemplate(b)

/** The bridge line in numbers to mark, and every hole with place, bits and depth. */
export function Drill() {
  const build = useOpenBuild()
  const layout = useEngine(layOut)
  const holes = useEngine(plannedHoles)
  const l = useLength()
  const rowsOf = [{ id: 'bridge-line', label: 'Bridge line' }, ...holes]
  const { hand, take } = useHand(rowsOf)
  const hole = holes.find(h => h.id === hand?.id)
  const warnings = holes.filter(h => h.warnings.length).length
  const rows = layout ? [
    { id: 'bridge-line', label: 'Bridge line', content: <><span className="min-w-0 flex-1 text-[17px] font-semibold">Bridge line and scale</span><span className="figure text-[17px]">{l.text(layout.scaleLength)}</span></> },
    ...holes.map((h, i) => ({ id: h.id, label: h.label, content: <><span className="figure w-6 shrink-0 text-center text-[15px] font-semibold">{i + 1}</span><span className="min-w-0 flex-1"><span className="block text-[16px] font-medium leading-tight">{h.label}</span><span className={`text-[15px] ${h.warnings.length ? 'font-semibold text-tight' : 'text-muted'}`}>{h.warnings.length ? l.prose(h.warnings[0]!) : h.face}</span></span><span className="figure shrink-0 text-right text-[15px] leading-tight">{h.bits.at(-1)!.name}<br />{h.depth === 'through' ? 'through' : l.text(h.depth)}</span></> })),
  ] : []
  return (
    <StationFrame
      map={{ title: 'Layout & drill', summary: `${holes.length} holes${warnings ? `, ${warnings} with a warning` : ''}`, hand: hand?.id, take, caption: hole?.label ?? 'Bridge line', reach: hole ? 40 : 60, marks: layout ? [{ id: 'bridge-line', at: [layout.scaleLength, layout.bridge.y], label: 'L', title: 'Bridge line' }, ...holes.flatMap((h, i) => (h.group === hole?.group || h.id === hand?.id ? [{ id: h.id, at: h.at, label: String(i + 1), title: h.label }] : []))] : [] }}
      ledger={<Ledger heading="What to mark and drill" aside="last bit, depth" rows={rows} hand={hand?.id} take={take} empty="Nothing to lay out yet. Choose neck, bridge and strings at the Parts station." />}
    >
      {layout && (hole ? <HoleSheet hole={hole} /> : <BridgeLineSheet />)}
      {layout && computed(templateOf, build) && (
        <p className="mt-4 flex flex-wrap items-center gap-2 border-t border-line pt-3 text-[16px]">
          <span>Full-size template of the bridge, with a 100 mm check bar:</span>
          {(['A4', 'Letter'] as const).map(p => <a key={p} className={buttonLook()} href={`/api/builds/${build.id}/bridge-template.pdf?paper=${p}`} target="_blank" rel="noreferrer"><FileDown size={18} aria-hidden="true" />PDF, {p}</a>)}
        </p>
      )}
    </StationFrame>
  )
}

function Mark({ label, mm }: { label: string; mm: number }) {
  const f = useLength().figure(Math.abs(mm), 1)
  return <div><dt className="text-[15px] text-muted">{label}</dt><dd><Figure size="large" value={f.figure} unit={f.unit} /></dd></div>
}

const side = (y: number) => (Math.abs(y) < 0.05 ? 'on the centre line' : y > 0 ? 'off the centre line, treble side' : 'off the centre line, bass side')

function HoleSheet({ hole: h }: { hole: Hole }) {
  const l = useLength()
  const from = { 'pocket end': 'from the pocket’s end wall', nut: 'from the nut', 'heel end': 'from the heel’s end' }[h.from]
  return (
    <article className="flex max-w-[760px] flex-col gap-4">
      <header><h2 className="text-[24px] font-semibold">{h.label}</h2><p className="text-[16px] text-muted">{h.face}{h.angleDeg === 90 ? ', square to the face' : `, slanting at ${h.angleDeg}°`}, {h.when}. {h.wood}.</p></header>
      <dl className="grid grid-cols-2 gap-x-8 gap-y-4">
        <Mark label={`${from}, ${h.along < 0 ? 'towards the nut' : 'towards the tail'}`} mm={h.along} />
        <Mark label={side(h.across)} mm={h.across} />
        <div><dt className="text-[15px] text-muted">bits, in this order</dt><dd className="figure text-[26px] font-semibold leading-tight">{h.bits.map(b => b.name).join(' → ')}</dd></div>
        {h.depth === 'through' ? <div><dt className="text-[15px] text-muted">depth</dt><dd className="text-[26px] font-semibold">through</dd></div> : <Mark label="depth, mark on the bit" mm={h.depth} />}
      </dl>
      {h.warnings.length > 0 && <ul className="border-l-4 border-never pl-3 text-[17px] font-semibold">{h.warnings.map(w => <li key={w}>{l.prose(w)}</li>)}</ul>}
      <p className="text-[16px]">{l.prose(h.why)}</p>
      <p className="text-[16px] text-muted">Computed lead hole {l.text(h.wanted, 2)}.{h.leftUnder !== undefined && ` Leaves ${l.text(h.leftUnder)} under it.`}{h.screw && ` Screw ${l.text(h.screw.diameter)} × ${l.text(h.screw.length, 0)} (about number ${h.screw.number}), bite ${l.text(h.screw.bite)}${h.screw.bite > 0 ? `, holds about ${Math.round(h.screw.withdrawalN)} N` : ''}.`} Try the bit and screw on scrap of the same wood first; wax the screw.</p>
      <CautionNotes ids={['cutters']} />
    </article>
  )
}

function BridgeLineSheet() {
  const build = useOpenBuild()
  const layout = useEngine(layOut)!
  const l = useLength()
  const place = layout.line.place.value, ideal = layout.line.ideal.value
  const setPlace = (axis: 'x' | 'y', v: number) => editBuild(b => ({ ...b, placements: { ...b.placements, bridge: { x: b.placements.bridge?.x ?? { value: ideal, doubt: 0.3, basis: 'assumed' }, y: b.placements.bridge?.y ?? { value: 0, doubt: 0.3, basis: 'assumed' }, [axis]: { value: v, doubt: 0.3, basis: 'measured' } } } }))
  return (
    <article className="flex max-w-[780px] flex-col gap-4">
      <h2 className="text-[24px] font-semibold">Bridge line and scale</h2>
      <dl className="grid grid-cols-3 gap-x-6 gap-y-4">
        <Mark label="plate front from the pocket’s end wall" mm={place} />
        <Mark label="scale line from the pocket’s end wall" mm={layout.scaleLength - layout.nutToHeelEnd} />
        <Mark label="nut to heel end" mm={layout.nutToHeelEnd} />
      </dl>
      <div className="flex flex-wrap items-end gap-4">
        <LengthField label="Plate front at" mm={place} min={-200} max={600} onMm={v => setPlace('x', v)} />
        <LengthField label="Off centre, treble +" mm={layout.bridge.y} min={-60} max={60} onMm={v => setPlace('y', v)} />
        <p className="flex-1 text-[16px]">{layout.line.proposed ? 'Proposed: every saddle in the middle of its need.' : Math.abs(place - ideal) < 0.05 ? 'At the middle of the saddles’ travel.' : `The middle of the saddles’ travel would be at ${l.text(ideal)}.`}</p>
      </div>
      <div className="grid grid-cols-[1fr_1fr] gap-6">
        <table className="text-[16px]">
          <caption className="text-left text-[15px] text-muted">Saddles, from the nut</caption>
          <thead><tr className="border-b border-ink text-left text-[15px] text-muted"><th className="font-normal">String</th><th className="font-normal">Compensation</th><th className="font-normal">Saddle at</th></tr></thead>
          <tbody>{layout.strings.map(s => <tr key={s.number} className="rule-row"><th scope="row" className="figure text-left font-normal">{s.number} {build.instrument.tuning[s.number - 1]}</th><td className="figure">+{l.text(s.compensation)}</td><td className="figure">{l.text(s.saddle[0])}</td></tr>)}</tbody>
        </table>
        <table className="text-[16px]">
          <caption className="text-left text-[15px] text-muted">Frets, from the nut</caption>
          <tbody>{Array.from({ length: Math.ceil(layout.frets.length / 2) }, (_, i) => <tr key={i} className="rule-row">{[i, i + Math.ceil(layout.frets.length / 2)].map(k => layout.frets[k] === undefined ? <td key={k} /> : <td key={k} className="figure pr-4"><span className="text-muted">{k + 1}</span> {l.text(layout.frets[k], 2)}</td>)}</tr>)}</tbody>
        </table>
      </div>
    </article>
  )
}
