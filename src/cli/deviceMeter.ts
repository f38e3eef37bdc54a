import type { Build } from '../core/document/build.ts'
import { readBuild } from '../core/document/readBuild.ts'
import type { InHand } from '../core/devices/deviceLine.ts'
import { benchReading, displayed, displayRandom } from '../core/meter/benchMeter.ts'
import { CHEAP_METER } from '../core/meter/meters.ts'
import { modelOf } from '../core/meter/table.ts'
import { askWorkshop, deviceSession, type DeviceOptions } from './deviceSession.ts'

/** What the display shows of the instrument that stands in for a build's own at the field in hand, or why nothing is read. */
async function benchOhms(server: string, hand: InHand): Promise<readonly string[] | string> {
  const none = 'nothing stands in for that: hide a fault at the Meter station, or type what it should show'
  const stored = await askWorkshop<{ build: Build }>(server, `/api/builds/${encodeURIComponent(hand.build)}`).catch(
    () => undefined,
  )
  const read = stored && readBuild(stored.build)
  if (!read?.ok) return none
  const is = benchReading(modelOf(read.build), read.build, hand.of)
  return is === undefined ? none : displayed(CHEAP_METER, is, displayRandom(read.build))
}

/** A simulated meter: it reads the instrument that stands in, at the place in hand. */
export const deviceMeter = (o: DeviceOptions): Promise<void> =>
  deviceSession(o, {
    sort: 'meter',
    hello: 'Enter takes a reading; a value shows it (8.52k, OL)',
    station: 'Meter station',
    reads: hand => benchOhms(o.server, hand),
  })
