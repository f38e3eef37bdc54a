import { factOf } from '../hooks/useFact.ts'
import type { Build } from '../../core/document/build.ts'
import type { StepRef } from '../../core/document/stepRef.ts'
import { isOver } from '../../core/plan/step.ts'
import { slotsOf } from '../../core/document/slots.ts'

/** The stations in working order. */
export const STATIONS = [
  { id: 'shelf', label: 'Shelf' },
  { id: 'parts', label: 'Parts' },
  { id: 'fit', label: 'Fit' },
  { id: 'drill', label: 'Layout & drill' },
  { id: 'wiring', label: 'Wiring' },
  { id: 'meter', label: 'Meter' },
  { id: 'finish', label: 'Finish' },
  { id: 'setup', label: 'Setup' },
  { id: 'plan', label: 'Plan' },
  { id: 'log', label: 'Log' },
] as const
export type StationId = (typeof STATIONS)[number]['id']

const share = (done: number, all: number) => (all === 0 ? 0 : done / all)

/** How far each station is, 0…1, from the build itself. */
export function progressOf(b: Build): Record<StationId, number> {
  const dims = b.parts.flatMap(p => [...Object.values(p.dims), ...p.features.flatMap(f => Object.values(f.dims))])
  const slots = slotsOf(b.instrument).filter(s => !s.optional)
  const joints = factOf('fit', b).planned
  const steps = factOf('plan', b).steps
  const over = (...kinds: StepRef['kind'][]) => {
    const own = steps.filter(s => kinds.includes(s.ref.kind))
    return share(own.filter(isOver).length, own.length)
  }
  const readings = factOf('meter', b)
  const adjustments = factOf('setup', b).adjustments
  return {
    shelf: share(dims.filter(d => d.basis === 'measured').length, dims.length),
    parts: share(slots.filter(s => b.slots[s.id]).length, slots.length),
    fit: share(joints.filter(j => j.state === 'snug').length, joints.length),
    drill: over('drill', 'cut'),
    wiring: over('solder'),
    finish: over('finish'),
    meter: share(readings.filter(r => r.verdict === 'as expected').length, readings.length),
    setup: share(adjustments.filter(a => a.state === 'on target').length, adjustments.length),
    plan: share(steps.filter(isOver).length, steps.length),
    log: b.log.length + b.readings.length + b.steps.length > 0 ? 0.5 : 0,
  }
}
