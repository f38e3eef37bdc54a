import { lugRef } from './lugRef.ts'
import type { Build, Instrument } from './build.ts'
import { slotsOf } from './slots.ts'

/** Notes below the ones there are, a fourth apart, for strings that are added [common practice]. */
const LOWER = ['B1', 'F#1', 'C#1', 'G#0', 'D#0', 'A#0']
const NOTES = ['E4', 'B3', 'G3', 'D3', 'A2', 'E2']

function tuningFor(have: readonly string[], count: number): string[] {
  const out = [...have].slice(0, count)
  while (out.length < count)
    out.push(
      out.length < NOTES.length
        ? NOTES[out.length]!
        : LOWER[Math.min(out.length - NOTES.length, LOWER.length - 1)]!,
    )
  return out
}

/**
 * The build described as another instrument. Slots that it no longer has are emptied, their parts stay among the
 * build's parts; components and wires of the circuit that stood in them go; the tuning follows the number of strings;
 * a set of strings of another number leaves its slot.
 */
export function setInstrument(build: Build, patch: Partial<Instrument>): Build {
  const strings = patch.strings ?? build.instrument.strings
  const instrument: Instrument = {
    ...build.instrument,
    ...patch,
    tuning: patch.tuning ?? tuningFor(build.instrument.tuning, strings),
  }
  const known = new Set(slotsOf(instrument).map(s => s.id))
  const fits = (slot: string, id: string) =>
    known.has(slot) && (slot !== 'strings' || build.parts.find(p => p.id === id)?.gauges?.length === strings)
  const components = build.circuit.components.filter(c => !c.slot || known.has(c.slot)),
    ids = new Set(components.map(c => c.id))
  const lost = components.length !== build.circuit.components.length
  const { parts: places, tuners, tunersOnTreble, ...placements } = build.placements
  const same = strings === build.instrument.strings,
    kept = places?.filter(p => known.has(p.slot)) ?? []
  return {
    ...build,
    instrument,
    placements: {
      ...placements,
      ...(kept.length ? { parts: kept } : {}),
      ...(same && tuners ? { tuners } : {}),
      ...(same && tunersOnTreble !== undefined ? { tunersOnTreble } : {}),
    },
    slots: Object.fromEntries(Object.entries(build.slots).filter(([s, id]) => fits(s, id))),
    circuit: lost
      ? {
          ...build.circuit,
          components,
          wires: build.circuit.wires.filter(w => ids.has(lugRef(w.from).of) && ids.has(lugRef(w.to).of)),
          ...(build.circuit.joints ? { joints: build.circuit.joints.filter(j => ids.has(lugRef(j.at).of)) } : {}),
        }
      : build.circuit,
  }
}
