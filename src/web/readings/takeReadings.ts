import { takeReading } from '../../core/document/edits.ts'
import { NOTHING } from '../../core/meter/meters.ts'
import { parseMeter } from '../../core/meter/meterText.ts'
import { editBuild } from '../stores/buildStore.ts'
import type { DeviceReading } from '../devices/deviceStore.ts'
import { now } from '../stores/clock.ts'

/** Half-width of what is read at a glance, as a share and at least, Ω [from memory]. */
const glance = (ohms: number): number => (ohms >= NOTHING ? 0 : Math.max(1, ohms * 0.01))

/** Enters a reading with what it was taken by. */
export function takeValue(id: string, value: number, what: string, doubt = 0, at = now()): void {
  editBuild(
    b => takeReading(b, { of: id, value, doubt, at, with: what }),
    `${what[0]!.toUpperCase()}${what.slice(1)}: reading`,
  )
}

/** Enters ohms; one that moved is as wide as it moved. */
export function takeOhms(id: string, text: string, by = 'meter', at = now()): void {
  const p = parseMeter(text)
  if (p.ok) takeValue(id, p.value, by, Math.max(p.doubt ?? 0, glance(p.value)), at)
}

/** Enters what a device gave for the field that was in hand. */
export const takeFromDevice = (r: DeviceReading): void => takeOhms(r.of, r.text, r.device, r.at)

/** Enters what the bench meter shows. */
export const takeBench = (id: string, value: number, heard: boolean): void =>
  takeValue(id, value, heard ? 'bench ear' : 'bench meter', heard ? 0 : glance(value))
