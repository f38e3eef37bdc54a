import type { Build } from '../core/document/build.ts'
import { readBuild } from '../core/document/readBuild.ts'
import type { InHand } from '../core/devices/deviceLine.ts'
import { calliperDisplays, scaleDisplays, standInSize } from '../core/devices/standInSize.ts'
import { askWorkshop, deviceSession, type DeviceOptions } from './deviceSession.ts'

/** What a display runs through for the part that stands in at the field in hand, or why nothing is read. */
async function sizeOf(
  server: string,
  hand: InHand,
  quantity: 'length' | 'mass',
  displays: (v: number, random: () => number) => string[],
): Promise<readonly string[] | string> {
  const stored = await askWorkshop<{ build: Build }>(server, `/api/builds/${encodeURIComponent(hand.build)}`).catch(
      () => undefined,
    ),
    read = stored && readBuild(stored.build),
    is = read?.ok ? standInSize(read.build, hand.of) : undefined
  if (is?.quantity !== quantity) return 'no part stands in for that: type what it should show'
  return displays(is.value, Math.random)
}

/** A simulated calliper: it reads the part that stands in, at the dimension in hand. */
export const deviceCalliper = (o: DeviceOptions): Promise<void> =>
  deviceSession(o, {
    sort: 'calliper',
    hello: 'Enter takes a reading; a value shows it (57.93 mm, 2.281 in)',
    station: 'bench view of the readings, or a part at the Shelf station',
    reads: hand => sizeOf(o.server, hand, 'length', calliperDisplays),
  })

/** A simulated kitchen scale: it weighs the part that stands in. */
export const deviceScale = (o: DeviceOptions): Promise<void> =>
  deviceSession(o, {
    sort: 'scale',
    hello: 'Enter takes a reading; a value shows it (1912 g, 4.2 lb)',
    station: 'mass of a part at the Shelf station',
    reads: hand => sizeOf(o.server, hand, 'mass', scaleDisplays),
  })
