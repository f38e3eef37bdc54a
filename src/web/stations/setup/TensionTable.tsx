import type { Build } from '../../../core/document/build.ts'
import { StringGauge } from '../../../core/parts/part.ts'
import type { SetupWork } from '../../../core/setup/setupWork.ts'
import { fixed, parseLength } from '../../../core/units/length.ts'
import { numberOf, withinOf } from '../../components/numberOf.ts'
import { Table } from '../../components/Table.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { NoteField } from './NoteField.tsx'

/** The build with one string of the chosen set changed. */
const withString = (b: Build, number: number, change: (g: StringGauge) => StringGauge): Build => ({
  ...b,
  parts: b.parts.map(p =>
    p.id !== b.slots.strings
      ? p
      : { ...p, gauges: p.gauges?.map((g, i) => (i === number - 1 ? change(g) : g)) ?? [] },
  ),
})
/** In another gauge: a wound string keeps its core's share, and what the packet of the old one said is gone. */
const setGauge = (b: Build, number: number, diameter: number): Build =>
  withString(b, number, g => ({
    diameter,
    wound: g.wound,
    ...(g.core ? { core: (g.core * diameter) / g.diameter } : {}),
  }))
/** With the mass to its length that its packet says, kg/m. */
const setUnitWeight = (b: Build, number: number, unitWeight: number): Build =>
  withString(b, number, g => ({ ...g, unitWeight }))

/** Each string with its note, its size and its pull. */
export function TensionTable({ strings }: { strings: SetupWork['strings'] }) {
  const l = useLength()
  return (
    <Table
      fit
      caption="Strings and tension"
      heads={['String', 'Note', 'Diameter', 'g a metre, as its packet says', { label: 'Pull', right: true }]}
    >
      {strings.map(s => (
        <tr key={s.number} className="rule-row">
          <th scope="row" className="figure text-left font-normal">
            {s.number}
          </th>
          <td className="figure py-1">
            <NoteField
              string={s.number}
              note={s.note}
              onNote={note =>
                editBuild(b => ({
                  ...b,
                  instrument: {
                    ...b.instrument,
                    tuning: b.instrument.tuning.map((n, i) => (i === s.number - 1 ? note : n)),
                  },
                }))
              }
            />{' '}
            <span className="text-muted">{fixed(s.hz, 1)} Hz</span>
          </td>
          <td className="figure py-1">
            <ValueField
              label={`Diameter of string ${s.number}`}
              hideLabel
              text={l.fineText(s.diameter, 3).replace('\u202f', ' ')}
              parse={t => parseLength(t, l.bare)}
              check={withinOf(StringGauge, 'diameter', v => l.fineText(v, 3))}
              onValue={v => editBuild(b => setGauge(b, s.number, v))}
            />
            {s.wound ? ' wound' : ' plain'}
          </td>
          <td className="figure py-1">
            <ValueField
              narrow
              label={`Grams a metre of string ${s.number}`}
              hideLabel
              text={(s.unitWeight * 1000).toPrecision(3)}
              parse={numberOf(StringGauge, 'unitWeight', 'mass of a metre', ' g', 1e-3)}
              onValue={v => editBuild(b => setUnitWeight(b, s.number, v))}
            />
          </td>
          <td className="figure text-right">{fixed(s.newtons, 1)} N</td>
        </tr>
      ))}
    </Table>
  )
}
