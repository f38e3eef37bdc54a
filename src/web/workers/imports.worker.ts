import { zoneHere } from '../../core/calendar/clock.ts'
import { expose } from 'comlink'
import type { CalendarBusy } from '../../core/document/build.ts'
import { busyTimes, NoCalendar } from '../../core/plan/busyTimes.ts'
import { dxfLines } from '../../core/shelf/dxfOutlines.ts'
import { svgLines } from '../../core/shelf/svgOutlines.ts'
import { readWav } from '../../core/sound/wav.ts'
import { pitchOf } from '../../core/sound/tuner.ts'

/** Reads files that somebody brings: whatever is in them, the page goes on. */
const importers = {
  /** Busy times from a calendar, on this machine's clock as it is on each day; or why it cannot be read. */
  calendar: (text: string, range: { from: string; to: string }): { busy?: CalendarBusy[]; why?: string } => {
    try {
      return { busy: busyTimes(text, { ...range, zone: zoneHere() }) }
    } catch (e) {
      if (e instanceof NoCalendar) return { why: e.message }
      throw e
    }
  },
  svg: svgLines,
  dxf: dxfLines,
  /** The pitch of a sound; nothing where it has none; or why it cannot be read. */
  pitch: (bytes: Uint8Array) => {
    const w = readWav(bytes)
    return typeof w === 'string' ? w : pitchOf(w.samples, w.rate)
  },
}
export type Importers = typeof importers
expose(importers)
