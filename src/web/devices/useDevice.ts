import { useEffect, useRef } from 'react'
import type { InHand } from '../../core/devices/deviceLine.ts'
import type { DeviceSortName } from '../../core/devices/deviceSorts.ts'
import { letGo, want, type DeviceReading } from './deviceStore.ts'

/**
 * Takes the readings of a sort of device into the field in hand: when one comes, `take` is told which field it was for,
 * what the device showed, which device and when. Without a field in hand none is taken.
 */
export function useDevice(sort: DeviceSortName, hand: InHand | undefined, take: (r: DeviceReading) => void): void {
  const newest = useRef(take)
  useEffect(() => {
    newest.current = take
  })
  const { build, of, label } = hand ?? {}
  useEffect(() => {
    if (build === undefined || of === undefined || label === undefined) letGo(sort)
    else want(sort, { hand: { build, of, label }, take: r => newest.current(r) })
  }, [sort, build, of, label])
  useEffect(() => () => letGo(sort), [sort])
}
