import type { PlannedStep } from '../../core/plan/step.ts'
import { parseResistance } from '../../core/units/electrical.ts'
import { LengthField } from '../components/LengthField.tsx'
import { within } from '../components/within.ts'
import { ValueField } from '../components/ValueField.tsx'

/** The reading that a step calls for; entering it ticks the step. */
export function StepReading({ step, onReading }: { step: PlannedStep; onReading: (v: number) => void }) {
  if (!step.read) return null
  if (step.read.unit === 'µm')
    return (
      <ValueField
        label="Measured, µm"
        large
        clears
        wide
        text=""
        placeholder="80"
        parse={within(step.read, step.read.label, 'µm')}
        onValue={onReading}
      />
    )
  return step.read.unit === 'mm' ? (
    <LengthField
      label="Measured"
      large
      clears
      wide
      mm={undefined}
      min={step.read.min}
      max={step.read.max}
      onMm={onReading}
    />
  ) : (
    <ValueField
      label="Measured"
      large
      clears
      wide
      text=""
      placeholder="8.5k"
      parse={t => (/^(ol|open)$/i.test(t.trim()) ? { ok: true, value: 1e8 } : parseResistance(t))}
      check={v => (v > step.read!.max ? 'is beyond any meter; type OL when it shows nothing' : undefined)}
      onValue={onReading}
    />
  )
}
