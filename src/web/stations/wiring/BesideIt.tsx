import { Says } from '../../components/Says.tsx'
import { useEffect, useMemo, useState } from 'react'
import { slotsOf } from '../../../core/document/slots.ts'
import type { Beside, Other } from '../../../core/circuit/beside.ts'
import { offersFor } from '../../../core/circuit/recipes/index.ts'
import type { Settings } from '../../../core/circuit/settings.ts'
import { Select } from '../../components/Select.tsx'
import { heavy, useHeavy } from '../../hooks/useHeavy.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import type { Part } from '../../../core/parts/part.ts'

const NOTHING = ''
const CIRCUIT = 'circuit'
const HEARD: ReadonlySet<string> = new Set(['pickup', 'pot', 'capacitor'])

/** The setting in hand held against another part from the shelf, or another of the circuits that fit. */
export function BesideIt({ setting, onBeside }: { setting: Settings; onBeside: (b: Beside | undefined) => void }) {
  const build = useOpenBuild()
  const [what, setWhat] = useState(NOTHING),
    [which, setWhich] = useState(NOTHING),
    [shelf, setShelf] = useState<readonly Part[]>([])
  const slots = slotsOf(build.instrument).filter(
    s => HEARD.has(s.kind) && build.circuit.components.some(c => c.slot === s.id),
  )
  const slot = slots.find(s => s.id === what),
    kind = slot?.kind
  useEffect(() => {
    let open = true
    if (kind)
      void heavy()
        .shelfOf(kind)
        .then(parts => open && setShelf(parts))
    return () => {
      open = false
    }
  }, [kind])
  const offers = useMemo(
    () => (what === CIRCUIT ? offersFor(build).filter(o => o.circuit && o.id !== build.circuit.recipe) : []),
    [build, what],
  )
  const parts = useMemo(() => {
    const fitted = build.slots[slot?.id ?? '']
    const own = build.parts.filter(p => p.kind === slot?.kind && p.id !== fitted)
    return [...own, ...shelf.filter(p => p.kind === slot?.kind && !own.some(o => o.id === p.id))]
  }, [build, shelf, slot])
  const other = useMemo((): Other | undefined => {
    if (what === CIRCUIT) return which ? { kind: 'circuit', recipe: which } : undefined
    const part = parts.find(p => p.id === which)
    return slot && part ? { kind: 'part', slot: slot.id, part } : undefined
  }, [what, which, parts, slot])
  const { result } = useHeavy(
    async e => (other ? await e.beside(build, setting, other) : undefined),
    [build, setting, other],
  )
  const shown = other ? result : undefined
  useEffect(() => onBeside(shown), [shown, onBeside])
  return (
    <div className="flex flex-col gap-1">
      <div className="no-print flex flex-wrap items-end gap-3">
        <Select
          label="Hold it against"
          value={what}
          onChange={v => {
            setWhat(v)
            setWhich(NOTHING)
          }}
          options={[
            { value: NOTHING, label: 'nothing' },
            ...slots.map(s => ({ value: s.id, label: `another ${s.label.toLowerCase()}` })),
            { value: CIRCUIT, label: 'another circuit' },
          ]}
        />
        {what !== NOTHING && (
          <Select
            label={what === CIRCUIT ? 'Circuit' : 'Part'}
            value={which}
            onChange={setWhich}
            options={[
              { value: NOTHING, label: 'choose' },
              ...(what === CIRCUIT
                ? offers.map(o => ({ value: o.id, label: o.label }))
                : parts.map(p => ({ value: p.id, label: p.name }))),
            ]}
          />
        )}
      </div>
      {what !== NOTHING && (what === CIRCUIT ? offers : parts).length === 0 && (
        <p className="text-plain text-muted">
          {what === CIRCUIT
            ? 'These parts make no other known circuit.'
            : 'There is no other of its kind in this build or on the shelf.'}
        </p>
      )}
      {shown && (
        <p className="text-body font-semibold" aria-live="polite">
          <Says of={shown.words} />.
        </p>
      )}
    </div>
  )
}
