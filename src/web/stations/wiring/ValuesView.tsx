import { Says } from '../../components/Says.tsx'
import { useState } from 'react'
import { setDimension } from '../../../core/document/edits.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { Component, Stage } from '../../../core/document/circuitRecord.ts'
import { isPrinted, PRINTED, soldAt, USUAL_VALUES } from '../../../core/circuit/candidates.ts'
import { LOOSE, LOOSE_KINDS, withLoose, withoutComponent } from '../../../core/circuit/loose.ts'
import { CONTACT_NAMES, CONTACTS } from '../../../core/parts/contacts.ts'
import { TAPERS } from '../../../core/parts/kinds/electrics.ts'
import { capacitorMarking, resistorMarking } from '../../../core/parts/markings.ts'
import type { Part } from '../../../core/parts/part.ts'
import { Dimension, MOST_CANDIDATES } from '../../../core/units/dimension.ts'
import {
  formatCapacitance,
  formatResistance,
  parseCapacitance,
  parseResistance,
} from '../../../core/units/electrical.ts'
import { Button } from '../../components/Button.tsx'
import { Heading } from '../../components/Heading.tsx'
import { heldIn, numberOf } from '../../components/numberOf.ts'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { TextField } from '../../components/TextField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** Share by which two values differ so much that a marking may mean either: no less than this is no other value. */
const ANOTHER = 0.35

/** Values of pots, capacitors and resistors: read from their marking, kept as one of several while nobody knows, settled. */
export function ValuesView() {
  const build = useOpenBuild()
  const printed = build.circuit.components.flatMap(c => {
    const part = build.parts.find(p => p.id === build.slots[c.slot ?? ''])
    return part && isPrinted(part.kind) ? [{ c, part }] : []
  })
  const loose = build.circuit.components.filter(c => c.slot === undefined)
  if (!build.circuit.components.length) return null
  return (
    <div className="flex max-w-[51.25rem] flex-col gap-5">
      <section className="flex flex-col gap-2">
        <Heading>Values by their marking</Heading>
        {printed.map(({ c, part }) => (
          <ValueRow key={c.id} c={c} part={part} />
        ))}
      </section>
      <section className="flex flex-col gap-2">
        <Heading>Parts of the circuit’s own</Heading>
        {loose.map(c => (
          <LooseRow key={c.id} c={c} />
        ))}
        <span className="no-print max-w-64">
          <Select
            label="One more"
            value=""
            onChange={kind => {
              if (kind)
                editBuild(
                  b => ({ ...b, circuit: withLoose(b.circuit, kind).circuit }),
                  `${LOOSE[kind]!.label} added`,
                )
            }}
            options={[
              { value: '', label: 'choose' },
              ...LOOSE_KINDS.map(k => ({ value: k, label: LOOSE[k]!.label })),
            ]}
          />
        </span>
      </section>
      <Doubtful />
    </div>
  )
}

const textOf = (kind: Part['kind'], v: number): string =>
  kind === 'capacitor' ? formatCapacitance(v) : formatResistance(v)

function ValueRow({ c, part }: { c: Component; part: Part }) {
  const kind = part.kind as keyof typeof PRINTED,
    dim = PRINTED[kind],
    d = part.dims[dim]
  const [mark, setMark] = useState(''),
    [problem, setProblem] = useState<string>()
  if (!d) return null
  const put = (to: Dimension, title: string) =>
    editBuild(b => setDimension(b, `${part.id}/dims.${dim}`, to), `${c.label}: ${title}`)
  const read = (text: string) => {
    setMark(text)
    const m = kind === 'capacitor' ? capacitorMarking(text) : resistorMarking(text)
    if (!m) {
      setProblem(
        text.trim()
          ? `“${text.trim()}” is no marking of a ${part.kind}. Accepted: ${kind === 'capacitor' ? '223, 223K, 22n, 4n7, .022' : 'A500K, 504, 1M, 4K7'}`
          : undefined,
      )
      return
    }
    setProblem(undefined)
    put(
      {
        value: m.value,
        doubt: m.tolerance === undefined ? soldAt(kind, m.value) : m.value * m.tolerance,
        basis: 'claimed',
        with: `marking ${text.trim()}`.slice(0, 80),
      },
      `${textOf(kind, m.value)} by its marking`,
    )
  }
  const others = USUAL_VALUES[kind].filter(v => Math.abs(v / d.value - 1) > ANOTHER),
    may = d.candidates ?? [d.value]
  return (
    <div className="rule-row flex flex-wrap items-end gap-x-5 gap-y-2 py-2">
      <span className="min-w-[min(14rem,100%)] flex-1">
        <span className="block text-body font-medium">{c.label}</span>
        <span className="figure text-body">
          {d.candidates ? d.candidates.map(v => textOf(kind, v)).join(' or ') : textOf(kind, d.value)}
        </span>{' '}
        <span className="text-note text-muted">
          {d.candidates ? 'not known which' : `${d.basis}${d.with ? `, ${d.with}` : ''}`}
        </span>
      </span>
      <span className="flex flex-col gap-1">
        <TextField
          label={`Marking on ${c.label.toLowerCase()}`}
          value={mark}
          onText={read}
          max={longest(Dimension, 'with')}
        />
        {problem && (
          <span role="alert" className="max-w-56 text-note font-semibold text-never">
            {problem}
          </span>
        )}
      </span>
      <Select
        label={`${c.label} may also be`}
        value=""
        onChange={t => {
          const v = Number(t)
          if (v > 0 && may.length < MOST_CANDIDATES && !may.includes(v))
            put({ ...d, candidates: [...may, v] }, `may also be ${textOf(kind, v)}`)
        }}
        options={[
          { value: '', label: 'nothing else' },
          ...others.filter(v => !may.includes(v)).map(v => ({ value: String(v), label: textOf(kind, v) })),
        ]}
      />
    </div>
  )
}

/** A part that stands in no slot: a bleed's, a capacitor of the recipe, one of the builder's own. */
function LooseRow({ c }: { c: Component }) {
  const set = (to: Partial<Component>) =>
    editBuild(
      b => ({
        ...b,
        circuit: {
          ...b.circuit,
          components: b.circuit.components.map(x => (x.id === c.id ? { ...x, ...to } : x)),
        },
      }),
      `${c.label}: another value`,
    )
  return (
    <div className="rule-row flex flex-wrap items-end gap-x-5 gap-y-2 py-2">
      <TextField
        label="Name"
        value={c.label}
        max={longest(Component, 'label')}
        onText={t => t && set({ label: t })}
      />
      {c.ohms !== undefined && (
        <ValueField
          label={`${c.label}, resistance`}
          text={formatResistance(c.ohms)}
          parse={parseResistance}
          check={heldIn(Component, 'ohms', formatResistance)}
          onValue={v => set({ ohms: v })}
        />
      )}
      {c.farads !== undefined && (
        <ValueField
          label={`${c.label}, capacitance`}
          text={formatCapacitance(c.farads)}
          parse={parseCapacitance}
          check={heldIn(Component, 'farads', formatCapacitance)}
          onValue={v => set({ farads: v })}
        />
      )}
      {c.kind === 'pot' && (
        <Select
          label={`${c.label}, taper`}
          value={c.taper ?? TAPERS[0]}
          onChange={t => {
            const taper = TAPERS.find(x => x === t)
            if (taper) set({ taper })
          }}
          options={TAPERS.map(t => ({ value: t, label: t }))}
        />
      )}
      {c.kind === 'switch' && (
        <Select
          label={`${c.label}, contacts`}
          value={c.contacts ?? ''}
          onChange={t => {
            const contacts = CONTACT_NAMES.find(x => x === t)
            if (contacts) set({ contacts })
          }}
          options={CONTACT_NAMES.map(n => ({ value: n, label: CONTACTS[n].label }))}
        />
      )}
      {c.stage && (
        <>
          <ValueField
            label={`${c.label}, gain`}
            text={String(c.stage.gain)}
            parse={numberOf(Stage, 'gain', 'gain')}
            onValue={v => set({ stage: { ...c.stage!, gain: v } })}
          />
          <ValueField
            label={`${c.label}, input`}
            text={formatResistance(c.stage.inOhms)}
            parse={parseResistance}
            check={heldIn(Stage, 'inOhms', formatResistance)}
            onValue={v => set({ stage: { ...c.stage!, inOhms: v } })}
          />
          <ValueField
            label={`${c.label}, output`}
            text={formatResistance(c.stage.outOhms)}
            parse={parseResistance}
            check={heldIn(Stage, 'outOhms', formatResistance)}
            onValue={v => set({ stage: { ...c.stage!, outOhms: v } })}
          />
        </>
      )}
      <Button
        kind="quiet"
        aria-label={`Take ${c.label} out`}
        onClick={() =>
          editBuild(b => ({ ...b, circuit: withoutComponent(b.circuit, c.id) }), `${c.label} taken out`)
        }
      >
        Take it out
      </Button>
    </div>
  )
}

function Doubtful() {
  const build = useOpenBuild()
  const { result } = useHeavy(e => e.doubtful(build), [build.circuit, build.parts, build.slots])
  if (!result?.length) return null
  const settle = (part: string, dim: string, v: number, kind: Part['kind']) =>
    editBuild(
      b =>
        setDimension(b, `${part}/dims.${dim}`, {
          value: v,
          doubt: soldAt(kind, v),
          basis: 'claimed',
          with: 'marking looked at again',
        }),
      'Value settled',
    )
  return (
    <>
      {result.map(d => {
        const kind = build.parts.find(p => p.id === d.part)?.kind
        return (
          <section key={d.part} className="flex flex-col gap-2">
            <Heading>{d.label}: one of several</Heading>
            <p className="text-body">{d.mark}</p>
            <p className="text-body">
              {d.reading} {d.atJack ?? 'At the jack no reading tells them apart.'}
            </p>
            <Table
              caption="What each would change against the first"
              heads={['Value', 'Everything up', 'Tones at nothing', { label: 'Settle', unseen: true }]}
            >
              {d.candidates.map((x, i) => (
                <tr key={x.value} className="rule-row">
                  <th scope="row" className="figure py-1.5 pr-3 text-left">
                    {x.text}
                  </th>
                  <td className="pr-3">
                    <Says of={i ? x.open : 'as the curves stand'} />
                  </td>
                  <td className="pr-3">
                    <Says of={i ? x.down : ''} />
                  </td>
                  <td className="text-right">
                    {kind && <Button onClick={() => settle(d.part, d.dim, x.value, kind)}>It is {x.text}</Button>}
                  </td>
                </tr>
              ))}
            </Table>
          </section>
        )
      })}
    </>
  )
}
