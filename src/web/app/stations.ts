import type { Build } from '../../core/build/build.ts'
import { stepRef, type StepRef } from '../../core/build/stepRef.ts'
import { slotsOf } from '../../core/build/slots.ts'
import { fit } from '../../core/fit/applyFixes.ts'
import { meterAtJack } from '../../core/circuit/meter.ts'
import { plan } from '../../core/plan/plan.ts'
import { setupWork } from '../../core/setup/setupWork.ts'
import { present } from '../stores/clock.ts'
import { computed, dated } from '../hooks/useEngine.ts'

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
export const fitOf = (b: Build) => fit(b)
export const planOf = dated((b: Build) => plan(b, computed(fitOf, b), present()))
export const meterOf = (b: Build) => meterAtJack(b)
export const setupOf = (b: Build) => setupWork(b)

/** How far each station is, 0…1, from the build itself. */
export function progressOf(b: Build): Record<StationId, number> {
  const dims = b.parts.flatMap(p => [...Object.values(p.dims), ...p.features.flatMap(f => Object.values(f.dims))])
  const slots = slotsOf(b.instrument).filter(s => !s.optional)
  const joints = computed(fitOf, b).planned
  const steps = computed(planOf, b).steps
  const over = (...kinds: StepRef['kind'][]) => {
    const own = steps.filter(s => kinds.some(k => stepRef(s.id)?.kind === k))
    return share(own.filter(s => s.status === 'done' || s.status === 'skipped').length, own.length)
  }
  const readings = computed(meterOf, b)
  const adjustments = computed(setupOf, b).adjustments
  return {
    shelf: share(dims.filter(d => d.basis === 'measured').length, dims.length),
    parts: share(slots.filter(s => b.slots[s.id]).length, slots.length),
    fit: share(joints.filter(j => j.state === 'snug').length, joints.length),
    drill: over('drill', 'cut'),
    wiring: over('solder'),
    finish: over('finish'),
    meter: share(readings.filter(r => r.verdict === 'as expected').length, readings.length),
    setup: share(adjustments.filter(a => a.state === 'on target').length, adjustments.length),
    plan: share(steps.filter(s => s.status === 'done' || s.status === 'skipped').length, steps.length),
    log: b.log.length + b.readings.length + b.steps.length > 0 ? 0.5 : 0,
  }
}
