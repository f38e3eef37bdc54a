import type { Circuit } from '../../../core/document/circuitRecord.ts'
import { memo, useMemo, useState } from 'react'
import type { SolderDrawing, DrawnWire } from '../../../core/circuit/solderDrawing.ts'
import type { DrawnComponent } from '../../../core/circuit/drawing/placed.ts'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { MM_PER_INCH } from '../../../core/units/length.ts'
import { freeWire } from '../../../core/circuit/recipes/additions.ts'
import { networkOf } from '../../../core/circuit/network.ts'
import type { Settings } from '../../../core/circuit/settings.ts'
import { jointsIn } from '../../../core/ways/solderActs.ts'
import { Button } from '../../components/Button.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useSolderDrawing } from '../../hooks/useSolderDrawing.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useSize } from '../../hooks/useSize.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import {
  Body,
  Case,
  Flag,
  jointMarks,
  LugRing,
  NameOn,
  pathOf,
  WirePath,
  type JointMarks,
} from '../../drawings/drawingPieces.tsx'

/** How near a lug is touched, mm: half the way to its neighbour. */
const REACH = 2.3

/** Before the first drawing is there. */
const NOTHING: SolderDrawing = {
  box: { x0: 0, x1: 1, y0: 0, y1: 1 },
  components: [],
  wires: [],
  names: [],
  flags: [],
  guard: [],
  hollows: [],
  crossings: 0,
  unrouted: [],
}

/** What one turn by hand is, degrees. */
const TURN = 45

/** Scale of the drawing: a length that is round in the reader's own unit. */
const BARS = { mm: { mm: 50, says: '50 mm' }, inch: { mm: 2 * MM_PER_INCH, says: '2 in' } } as const
/** So many new wires are laid before one’s eyes; more are another circuit. */
const FEW = 3
const NONE: ReadonlySet<string> = new Set()

/**
 * The circuit from the solderer's side, to scale; a wire that is touched lights its whole net. Drawn anew for another
 * circuit or setting alone: a knob that is dragged leaves it.
 */
export const SolderView = memo(function SolderView({ settings }: { settings: Settings | undefined }) {
  const build = useOpenBuild(),
    { circuit } = build,
    result = useSolderDrawing()
  const [hand, setHand] = useState<string>(),
    [component, setComponent] = useState<string>(),
    [from, setFrom] = useState<string>(),
    [zoom, setZoom] = useState(1)
  const { ref, width, height } = useSize<HTMLDivElement>()
  const nets = useMemo(() => settings && networkOf(build, settings), [build, settings])
  const acts = useFact('solder'),
    marks = useMemo(() => jointMarks(jointsIn(acts)), [acts])
  const d = result ?? NOTHING
  const fresh = useFresh(d)
  const turning = d.components.find(c => c.id === component),
    wire = d.wires.find(w => w.id === hand),
    net = wire && nets?.nodeOf.get(wire.from)
  const lit = (terminal: string) => net !== undefined && nets?.nodeOf.get(terminal) === net
  /** A lug, then another: that is a wire. The same again takes the first one back. */
  const touch = (terminal: string) => {
    setHand(undefined)
    setComponent(undefined)
    if (from === undefined || from === terminal) return setFrom(from === terminal ? undefined : terminal)
    setFrom(undefined)
    const id = freeWire(circuit)
    editBuild(
      b => ({
        ...b,
        circuit: { ...b.circuit, wires: [...b.circuit.wires, { id, from, to: terminal, kind: 'wire' }] },
      }),
      `Wire from ${lugWords(circuit, from)} to ${lugWords(circuit, terminal)}`,
    )
    setHand(id)
  }
  const wide = new Set(d.components.flatMap(c => c.lugs.filter(l => l.wide).map(l => l.terminal)))
  const w = d.box.x1 - d.box.x0,
    h = d.box.y1 - d.box.y0
  const scale = Math.max(0.1, Math.min(width / w, height / h)) * zoom
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="no-print flex items-center gap-2 px-5">
        <WhatIsInHand from={from} circuit={circuit} turning={turning} wire={wire} />
        {turning && turning.kind !== 'pickup' && turning.kind !== 'metal' && (
          <Button onClick={() => turn(turning)}>Turn it</Button>
        )}
        <Button aria-label="Smaller" disabled={zoom <= 1} onClick={() => setZoom(z => Math.max(1, z / 1.5))}>
          −
        </Button>
        <Button aria-label="Larger" disabled={zoom >= 5} onClick={() => setZoom(z => Math.min(5, z * 1.5))}>
          +
        </Button>
      </div>
      <div ref={ref} className="min-h-0 flex-1 overflow-auto">
        {d.components.length === 0 && <p className="p-5 text-body">The drawing is being laid out.</p>}
        <svg
          viewBox={`${d.box.x0} ${d.box.y0} ${w} ${h}`}
          width={w * scale}
          height={h * scale}
          className={d.components.length ? 'drawing mx-auto block' : 'hidden'}
          role="group"
          aria-label="Circuit from the solderer’s side"
        >
          <Body d={d} />
          {d.components.map(c => (
            <ComponentButton
              key={c.id}
              c={c}
              component={component}
              from={from}
              touch={touch}
              setComponent={setComponent}
              setHand={setHand}
            />
          ))}
          {d.wires.map(x => (
            <WireButton
              key={x.id}
              x={x}
              hand={hand}
              setHand={setHand}
              setComponent={setComponent}

              on={lit(x.from)}
              wide={wide}
              laid={fresh.has(x.id)}
            />
          ))}
          {/* What is lit lies on top; moving the wires themselves would lead the Tab key past some. */}
          <g aria-hidden="true" pointerEvents="none">
            {d.wires
              .filter(x => lit(x.from))
              .map(x => (
                <WirePath key={x.id} x={x} on wide={wide} />
              ))}
          </g>
          <LugButtons d={d} circuit={circuit} from={from} touch={touch} setFrom={setFrom} lit={lit} marks={marks} />
          {d.names.map(n => (
            <NameOn key={n.id} n={n} />
          ))}
          {d.flags.map(f => (
            <Flag key={f.id} f={f} on={f.id === hand} />
          ))}
          <ScaleBar box={d.box} />
        </svg>
      </div>
    </div>
  )
})

function WhatIsInHand({
  from,
  circuit,
  turning,
  wire,
}: {
  from: string | undefined
  circuit: Circuit
  turning: DrawnComponent | undefined
  wire: DrawnWire | undefined
}) {
  const build = useOpenBuild()
  return (
    <p className="line-clamp-2 min-w-0 flex-1 text-plain leading-tight" aria-live="polite">
      {from ? (
        <>
          From <b className="font-semibold">{lugWords(circuit, from)}</b>: touch the lug or case that the wire goes
          to; the same again takes it back.
        </>
      ) : turning ? (
        <>
          <b className="font-semibold">{turning.label}</b>
          {turning.kind === 'pickup' || turning.kind === 'metal'
            ? ': stays as it lies.'
            : `: turned by ${Math.round(turning.turn)}° from lugs down.`}
        </>
      ) : wire ? (
        <>
          <b className="figure font-semibold">{wire.id}</b>
          {wire.colour ? `, ${wire.colour}` : ''} {wire.shielded ? 'shielded ' : ''}
          {wire.kind}: {lugWords(build.circuit, wire.from)} → {lugWords(build.circuit, wire.to)}
        </>
      ) : (
        'Seen from behind, to scale: a pot’s lug 3 lies left when its lugs look down. Touch a wire: its net lights. Touch two lugs: that is a wire.'
      )}
    </p>
  )
}

function ComponentButton({
  c,
  component,
  from,
  touch,
  setComponent,
  setHand,
}: {
  c: DrawnComponent
  component: string | undefined
  from: string | undefined
  touch: (terminal: string) => void
  setComponent: (to: string | undefined) => void
  setHand: (to: string | undefined) => void
}) {
  return (
    <a
      role="button"
      tabIndex={0}
      aria-label={`${c.label}, in hand to be turned`}
      aria-pressed={c.id === component}
      onClick={() => {
        const own = c.lugs.find(l => l.wide)
        if (from && own) return touch(own.terminal)
        setComponent(c.id === component ? undefined : c.id)
        setHand(undefined)
      }}
      onKeyDown={e => {
        if (e.key !== 'Enter' && e.key !== ' ') return
        const own = c.lugs.find(l => l.wide)
        if (from && own) touch(own.terminal)
        else setComponent(c.id === component ? undefined : c.id)
      }}
      style={{ cursor: 'pointer' }}
    >
      <Case c={c} on={c.id === component} />
    </a>
  )
}

function WireButton({
  x,
  hand,
  setHand,
  setComponent,
  on,
  wide,
  laid,
}: {
  x: DrawnWire
  hand: string | undefined
  setHand: (to: string | undefined) => void
  setComponent: (to: string | undefined) => void
  on: boolean
  wide: ReadonlySet<string>
  laid: boolean
}) {
  const build = useOpenBuild()
  return (
    <a
      role="button"
      tabIndex={0}
      aria-label={`Wire ${x.id}, ${lugWords(build.circuit, x.from)} to ${lugWords(build.circuit, x.to)}`}
      aria-pressed={x.id === hand}
      onClick={() => setHand(x.id === hand ? undefined : x.id)}
      onFocus={() => {
        setHand(x.id)
        setComponent(undefined)
      }}
      style={{ cursor: 'pointer' }}
    >
      <path d={pathOf(x.points)} fill="none" stroke="transparent" strokeWidth={3.4} />
      <WirePath x={x} on={on} wide={wide} laid={laid} />
    </a>
  )
}

function LugButtons({
  d,
  circuit,
  from,
  touch,
  setFrom,
  lit,
  marks,
}: {
  d: SolderDrawing
  circuit: Circuit
  from: string | undefined
  touch: (terminal: string) => void
  setFrom: (to: string | undefined) => void
  lit: (terminal: string) => boolean
  marks: JointMarks
}) {
  return d.components.flatMap(c =>
    c.lugs
      .filter(l => !l.wide)
      .map(l => (
        <a
          key={l.terminal}
          role="button"
          tabIndex={0}
          aria-label={`${lugWords(circuit, l.terminal)}: join to another`}
          aria-pressed={l.terminal === from}
          onClick={() => touch(l.terminal)}
          onKeyDown={e => {
            if (e.key === 'Enter' || e.key === ' ') touch(l.terminal)
            if (e.key === 'Escape') setFrom(undefined)
          }}
          style={{ cursor: 'pointer' }}
        >
          <circle cx={l.at[0]} cy={l.at[1]} r={REACH} fill="transparent" />
          <LugRing l={l} on={lit(l.terminal) || l.terminal === from} state={marks.get(l.terminal)} />
        </a>
      )),
  )
}

/** Wires that were not in the drawing before, where it is the same circuit with one more. */
function useFresh(d: SolderDrawing): ReadonlySet<string> {
  const [known, setKnown] = useState({ d, fresh: NONE })
  if (known.d !== d) {
    const had = new Set(known.d.wires.map(w => w.id)),
      come = d.wires.filter(w => !had.has(w.id)).map(w => w.id)
    setKnown({ d, fresh: had.size && come.length <= FEW ? new Set(come) : NONE })
  }
  return known.fresh
}

function turn(c: DrawnComponent) {
  const to = (Math.round(c.turn / TURN) * TURN + TURN) % 360
  editBuild(
    b => ({
      ...b,
      circuit: {
        ...b.circuit,
        components: b.circuit.components.map(x => (x.id === c.id ? { ...x, turn: to } : x)),
      },
    }),
    `${c.label} turned to ${to}°`,
  )
}

function ScaleBar({ box }: { box: SolderDrawing['box'] }) {
  const bar = BARS[useLength().bare]
  return (
    <g transform={`translate(${box.x0 + 4} ${box.y1 - 4})`}>
      <path d={`M0 -1.5V0H${bar.mm}V-1.5`} fill="none" stroke="var(--ink)" strokeWidth={0.4} />
      <text x={bar.mm / 2} y={-1.4} textAnchor="middle" fontSize={3} className="figure" fill="var(--ink)">
        {bar.says}
      </text>
    </g>
  )
}
