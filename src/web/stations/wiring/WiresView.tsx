import { useState } from 'react'
import { Wire, WIRE_KINDS, type WireKind } from '../../../core/document/circuitRecord.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { circuitFindings } from '../../../core/circuit/findings.ts'
import { allLugs, lugWords } from '../../../core/circuit/lugFinder.ts'
import { freeWire } from '../../../core/circuit/recipes/additions.ts'
import { unwired } from '../../../core/circuit/recipes/index.ts'
import { shielded, shieldOf, SHIELDS } from '../../../core/circuit/shielded.ts'
import { Button } from '../../components/Button.tsx'
import { Select } from '../../components/Select.tsx'
import { TextField } from '../../components/TextField.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { LugField } from './LugField.tsx'

const KIND_WORDS: Record<WireKind, string> = {
  lead: 'pickup’s lead',
  wire: 'wire',
  leg: 'component’s leg',
  lug: 'bent lug',
}

const change = (title: string, to: (wires: Wire[]) => Wire[]) =>
  editBuild(b => ({ ...b, circuit: { ...b.circuit, wires: to(b.circuit.wires) } }), title)

/** Every wire with both ends: type two lugs to add one, move an end, change sort and colour, take one off. */
export function WiresView() {
  const build = useOpenBuild(),
    { wires } = build.circuit
  const [from, setFrom] = useState<string>(),
    [to, setTo] = useState<string>()
  const [problem, setProblem] = useState<string>(),
    [hand, setHand] = useState<string>()
  const findings = circuitFindings(build)
  const words = (t: string) => lugWords(build.circuit, t)
  const add = (a: string | undefined, b: string | undefined) => {
    if (!a || !b) return
    if (a === b) return setProblem(`${words(a)} cannot be joined to itself: name another lug.`)
    if (wires.some(w => (w.from === a && w.to === b) || (w.from === b && w.to === a)))
      return setProblem(`${words(a)} and ${words(b)} are joined by a wire already.`)
    setProblem(undefined)
    setFrom(undefined)
    setTo(undefined)
    change(`Wire from ${words(a)} to ${words(b)}`, ws => [
      ...ws,
      { id: freeWire({ wires: ws }), from: a, to: b, kind: 'wire' },
    ])
  }
  if (!build.circuit.components.length)
    return (
      <div className="flex flex-col items-start gap-3">
        <p className="text-body">
          No circuit yet: take one under Circuit and change its wires here, or draw your own.
        </p>
        <Button
          kind="main"
          onClick={() => editBuild(b => ({ ...b, circuit: unwired(b) }), 'Parts of the circuit, without wires')}
        >
          Begin with the parts alone
        </Button>
      </div>
    )
  return (
    <div className="flex max-w-[51.25rem] flex-col gap-4">
      {findings.length > 0 && (
        <ul role="alert" className="border-l-[5px] border-never pl-3 text-body">
          {findings.map(f => (
            <li key={f.id}>{f.says}</li>
          ))}
        </ul>
      )}
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={e => {
          e.preventDefault()
          add(from, to)
        }}
      >
        <LugField label="From" value={from} onLug={setFrom} />
        <LugField
          label="To"
          value={to}
          onLug={t => {
            setTo(t)
            if (from) add(from, t)
          }}
        />
        <Button kind="main" type="submit" disabled={!from || !to}>
          Add the wire
        </Button>
      </form>
      {problem && (
        <p role="alert" className="text-body text-never">
          {problem}
        </p>
      )}
      <ol className="border-t-2 border-ink" aria-label="Wires">
        {wires.map(w => (
          <WireRow
            key={w.id}
            wire={w}
            open={w.id === hand}
            take={() => setHand(w.id === hand ? undefined : w.id)}
          />
        ))}
      </ol>
    </div>
  )
}

/** A wire in a line; in hand it opens to be changed. */
function WireRow({ wire, open, take }: { wire: Wire; open: boolean; take: () => void }) {
  const build = useOpenBuild()
  const words = (t: string) => lugWords(build.circuit, t),
    lugs = allLugs(build)
  const set = (patch: Partial<Wire>, title: string) =>
    change(title, ws => ws.map(w => (w.id === wire.id ? { ...w, ...patch } : w)))
  const end = (which: 'from' | 'to', name: string) => (
    <Select
      label={`${name} of wire ${wire.id}`}
      value={wire[which]}
      onChange={t =>
        t !== (which === 'from' ? wire.to : wire.from) && set({ [which]: t }, `Wire ${wire.id} to ${words(t)}`)
      }
      options={(lugs.includes(wire[which]) ? lugs : [wire[which], ...lugs]).map(t => ({
        value: t,
        label: words(t),
      }))}
      className="w-56 max-w-full"
    />
  )
  return (
    <li className="rule-row">
      <button
        type="button"
        aria-expanded={open}
        onClick={take}
        className="grid min-h-11 w-full grid-cols-[3rem_1fr_auto] items-baseline gap-x-3 py-2 text-left hover:bg-shade"
      >
        <span className="figure text-body font-semibold">{wire.id}</span>
        <span className="text-body">
          {words(wire.from)} → {words(wire.to)}
        </span>
        <span className="text-note text-muted">
          {KIND_WORDS[wire.kind]}
          {wire.colour ? `, ${wire.colour}` : ''}
        </span>
      </button>
      {open && (
        <div className="flex flex-wrap items-end gap-3 pb-3 pl-12">
          {end('from', 'Start')}
          {end('to', 'End')}
          <Select
            label={`Sort of wire ${wire.id}`}
            value={wire.kind}
            onChange={k => set({ kind: k as WireKind }, `Wire ${wire.id}: ${KIND_WORDS[k as WireKind]}`)}
            options={WIRE_KINDS.map(k => ({ value: k, label: KIND_WORDS[k] }))}
            className="w-40 max-w-full"
          />
          <TextField
            label={`Colour of wire ${wire.id}`}
            value={wire.colour ?? ''}
            max={longest(Wire, 'colour')}
            onText={c =>
              change(`Wire ${wire.id}: ${c || 'no colour'}`, ws =>
                ws.map(w => {
                  if (w.id !== wire.id) return w
                  const { colour: _was, ...rest } = w
                  void _was
                  return c ? { ...rest, colour: c } : rest
                }),
              )
            }
          />
          <Select
            label={`Braid of wire ${wire.id} on ground`}
            value={shieldOf(wire)}
            onChange={s => {
              const to = SHIELDS.find(x => x === s) ?? 'none'
              change(`Wire ${wire.id}: braid ${to}`, ws =>
                ws.map(w => (w.id === wire.id ? shielded(build, w, to) : w)),
              )
            }}
            options={SHIELDS.map(s => ({ value: s, label: s === 'none' ? 'not shielded' : s }))}
            className="w-44 max-w-full"
          />
          <Button
            aria-label={`Take off wire ${wire.id}, ${words(wire.from)} to ${words(wire.to)}`}
            onClick={() => change(`Wire ${wire.id} taken off`, ws => ws.filter(w => w.id !== wire.id))}
          >
            Take off
          </Button>
        </div>
      )}
    </li>
  )
}
