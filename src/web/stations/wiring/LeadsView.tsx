import { Says } from '../../components/Says.tsx'
import { useMemo, useState } from 'react'
import { alikePickups } from '../../../core/circuit/alike.ts'
import { leadColours, withColours } from '../../../core/circuit/leadColours.ts'
import { identifyLeads, type LeadAnswer, type LeadReading, type Swing } from '../../../core/circuit/leads.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { PartLead, type Part } from '../../../core/parts/part.ts'
import { formatResistance, parseResistance } from '../../../core/units/electrical.ts'
import type { Parsed } from '../../../core/units/parsed.ts'
import { Button } from '../../components/Button.tsx'
import { Heading } from '../../components/Heading.tsx'
import { Select } from '../../components/Select.tsx'
import { FactTable } from '../../components/Table.tsx'
import { TextField } from '../../components/TextField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** What a meter shows: an amount, or nothing. */
function parseShown(text: string): Parsed {
  if (/^(ol|open|o\.?l\.?|1\.)$/i.test(text.trim())) return { ok: true, value: Infinity }
  const p = parseResistance(text)
  return p.ok ? p : { ...p, accepted: `${p.accepted}; OL when it shows nothing` }
}

/** A pickup has so many leads at most. */
const LEADS = 6
const MAGNETS = ['south', 'north'] as const
const show = (v: number): string => (Number.isFinite(v) ? formatResistance(v) : 'nothing')
/** What a meter shows above this is nothing, Ω. */
const OPEN = 20e6

/** Which lead of a pickup is which: read by meter, two at a time, as the program asks. */
export function LeadsView() {
  const build = useOpenBuild()
  const pickups = build.instrument.pickups.flatMap(place => {
    const slot = `pickup-${place}`,
      part = build.parts.find(p => p.id === build.slots[slot])
    return part ? [{ slot, part }] : []
  })
  const [slot, setSlot] = useState<string>()
  const hand = pickups.find(p => p.slot === slot) ?? pickups[0]
  if (!hand) return <p className="text-body">There is no pickup yet: choose one at Parts.</p>
  return (
    <div className="flex max-w-[51.25rem] flex-col gap-4">
      {pickups.length > 1 && (
        <Select
          label="Pickup"
          value={hand.slot}
          onChange={setSlot}
          options={pickups.map(p => ({ value: p.slot, label: p.part.name }))}
          className="w-72 max-w-full"
        />
      )}
      <OnePickup key={hand.part.id} part={hand.part} />
      <WhichIsWhich />
    </div>
  )
}

/** Of two pickups of one sort: which is the bridge's, and by what. */
function WhichIsWhich() {
  const build = useOpenBuild()
  const alike = useMemo(() => alikePickups(build), [build])
  if (!alike) return null
  const name = (id: string) => build.parts.find(p => p.id === id)?.name ?? id
  const swap = () =>
    editBuild(b => {
      const slots = { ...b.slots },
        [near, far] = alike.fitted
      for (const [slot, id] of Object.entries(b.slots))
        if (id === near) slots[slot] = far
        else if (id === far) slots[slot] = near
      return { ...b, slots }
    }, 'Pickups changed round')
  return (
    <section className="flex flex-col gap-2">
      <Heading>Which is the bridge’s</Heading>
      <p className="text-lead">
        {alike.bridge === undefined
          ? alike.clues.length
            ? 'The signs do not agree.'
            : 'Nothing that was read tells them apart. Read pole spread, ohms and leads of both.'
          : `${name(alike.bridge)}${alike.swapped ? ', which is fitted at the other place' : ', where it is fitted'}.`}
      </p>
      {alike.clues.map(c => (
        <p key={c.bridge} className="text-body">
          For {name(c.bridge)}: <Says of={c.says} />
        </p>
      ))}
      <p className="text-note text-muted">
        Where both are alike in all of this, the lead tells: with the screw poles outwards it has to come out
        towards the controls.
      </p>
      {alike.swapped && (
        <span>
          <Button onClick={swap}>Change them round</Button>
        </span>
      )}
    </section>
  )
}

function OnePickup({ part }: { part: Part }) {
  const usual = part.dims.coils?.value === 2 ? 'blue, yellow, grey, brown, bare' : 'white, black, bare'
  const [names, setNames] = useState(part.leads ? [...new Set(part.leads.map(l => l.lead))].join(', ') : usual),
    [readings, setReadings] = useState<readonly LeadReading[]>([]),
    [swings, setSwings] = useState<readonly Swing[]>([]),
    [magnet, setMagnet] = useState<(typeof MAGNETS)[number]>()
  const leads = [...new Set(names.split(/[,;]+/).flatMap(n => (n.trim() ? [n.trim()] : [])))]
  const answer = identifyLeads({ leads, readings, swings, magnet })
  const again = () => {
    setReadings([])
    setSwings([])
  }
  const { next } = answer
  return (
    <>
      <TextField
        label="Leads by colour, separated by commas"
        value={names}
        max={LEADS * longest(PartLead, 'lead')}
        wide
        onText={t => {
          setNames(t)
          again()
        }}
      />
      {leads.length < 2 && (
        <p role="alert" className="text-body text-never">
          Name at least two leads.
        </p>
      )}
      <div className="min-h-24" aria-live="polite">
        {answer.trouble ? (
          <p className="text-lead text-never">
            <Says of={answer.trouble} />
          </p>
        ) : next && 'read' in next ? (
          <div className="flex flex-wrap items-end gap-4">
            <p className="text-figure font-semibold">
              {next.read[0]} and {next.read[1]}
            </p>
            <ValueField
              key={next.read.join()}
              label="the meter shows"
              text=""
              placeholder="8.1k or OL"
              large
              wide
              parse={parseShown}
              onValue={v =>
                setReadings(r => [...r, { a: next.read[0], b: next.read[1], ohms: v > OPEN ? Infinity : v }])
              }
            />
          </div>
        ) : next ? (
          <SwingQuestion ends={next.swing.ends} onSwing={(red, way) => setSwings(s => [...s, { red, way }])} />
        ) : (
          answer.lugs && <Known part={part} answer={answer} magnet={magnet} setMagnet={setMagnet} />
        )}
      </div>
      {readings.length > 0 && (
        <>
          <FactTable
            caption="Read so far"
            facts={readings.map(r => [`${r.a} and ${r.b}`, show(r.ohms)] as const)}
          />
          <span className="flex gap-2">
            <Button onClick={() => setReadings(r => r.slice(0, -1))}>Take the last reading back</Button>
            <Button kind="quiet" onClick={again}>
              Begin again
            </Button>
          </span>
        </>
      )}
    </>
  )
}

function SwingQuestion({
  ends: [red, black],
  onSwing,
}: {
  ends: readonly [string, string]
  onSwing: (red: string, way: Swing['way']) => void
}) {
  return (
    <div className="flex flex-col gap-2">
      <p className="text-lead">
        Meter on its lowest voltage, red clip on <b>{red}</b>, black on <b>{black}</b>. Lay a screwdriver on the
        poles of that coil and pull it off: which way does the meter swing?
      </p>
      <span className="flex gap-2">
        <Button kind="main" onClick={() => onSwing(red, 'up')}>
          Up
        </Button>
        <Button kind="main" onClick={() => onSwing(red, 'down')}>
          Down
        </Button>
      </span>
    </div>
  )
}

function Known({
  part,
  answer,
  magnet,
  setMagnet,
}: {
  part: Part
  answer: LeadAnswer
  magnet: (typeof MAGNETS)[number] | undefined
  setMagnet: (m: (typeof MAGNETS)[number] | undefined) => void
}) {
  const lugs = answer.lugs!,
    ohms = answer.coils.reduce((s, c) => s + c.ohms, 0)
  const keep = () =>
    editBuild(b => {
      const parts = b.parts.map(p => {
        if (p.id !== part.id) return p
        const traits = { ...p.traits }
        if (answer.winding && magnet) Object.assign(traits, { winding: answer.winding, magnet })
        return {
          ...p,
          leads: lugs,
          traits,
          dims: {
            ...p.dims,
            coils: { value: answer.coils.length, doubt: 0, basis: 'measured' as const },
            dcResistance: { value: ohms, doubt: ohms * 0.01, basis: 'measured' as const },
          },
        }
      })
      const made = { ...b, parts }
      return { ...made, circuit: { ...b.circuit, wires: withColours(b.circuit.wires, leadColours(made)) } }
    }, `Leads of ${part.name}`)
  return (
    <div className="flex flex-col gap-3">
      <FactTable
        caption="The leads"
        facts={[
          ...[...new Set(lugs.map(l => l.lead))].map(
            lead =>
              [
                lead,
                lugs
                  .filter(l => l.lead === lead)
                  .map(l => l.lug.replace(/-/g, ' '))
                  .join(' and '),
              ] as const,
          ),
          ...answer.coils.map(
            (c, i) => [`coil ${i + 1}`, `${c.ends.join(' to ')}, ${formatResistance(c.ohms)}`] as const,
          ),
          ...answer.joined.map(([a, b]) => [`${a} and ${b}`, 'one conductor: this end stays on ground'] as const),
        ]}
      />
      <span className="flex flex-wrap items-end gap-3">
        <Select
          label="Compass: which pole looks up"
          value={magnet ?? ''}
          onChange={m => setMagnet(MAGNETS.find(x => x === m))}
          options={[{ value: '', label: 'not looked at' }, ...MAGNETS.map(m => ({ value: m, label: m }))]}
        />
        <Button kind="main" onClick={keep}>
          Keep with the pickup
        </Button>
      </span>
      {answer.winding && (
        <p className="text-body">
          {answer.winding === 'reverse'
            ? 'Reverse wound on a reversed magnet: beside a usual one it cancels hum.'
            : 'Wound as usual: beside a reverse-wound one it cancels hum.'}
        </p>
      )}
      {part.leads && <p className="text-note text-muted">Kept with {part.name}.</p>}
    </div>
  )
}
