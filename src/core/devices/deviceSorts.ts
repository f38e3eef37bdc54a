import { parseAir } from '../finish/airText.ts'
import { parseMeter } from '../meter/meterText.ts'
import { parseLength } from '../units/length.ts'
import { parseMass } from '../units/mass.ts'
import type { Parsed } from '../units/parsed.ts'

/** A sort of device that gives readings: what it is called, and how what it shows is read. */
export interface DeviceSort {
  label: string
  /** Reads what its display shows, in the unit that its readings are kept in. */
  parse: (text: string) => Parsed & { doubt?: number }
}

/** Devices that the stations know to take readings from. A new sort is a row here and a field that wants it. */
export const DEVICE_SORTS = {
  /** A meter on ohms: `8.52k`, `OL`. */
  meter: { label: 'Meter', parse: parseMeter },
  /** Warmth and humidity of the air: `19.5 C 55 %`. */
  hygrometer: { label: 'Hygrometer', parse: parseAir },
  /** A length between the jaws: `57.93 mm`, `2.281 in`. */
  calliper: { label: 'Calliper', parse: text => parseLength(text) },
  /** What a part weighs: `1912 g`, `4.2 lb`. */
  scale: { label: 'Scale', parse: parseMass },
} as const satisfies Record<string, DeviceSort>

export type DeviceSortName = keyof typeof DEVICE_SORTS
export const DEVICE_SORT_NAMES = Object.keys(DEVICE_SORTS) as DeviceSortName[]

export const isDeviceSort = (text: unknown): text is DeviceSortName =>
  typeof text === 'string' && Object.hasOwn(DEVICE_SORTS, text)
