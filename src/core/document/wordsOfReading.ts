import { capital } from '../say/said.ts'
import type { Build } from './build.ts'
import { dimensionName } from './dimensionName.ts'
import { lugRef } from './lugRef.ts'
import { splitRef } from './quantityAt.ts'
import { readingRef, type ReadingRef } from './readingRef.ts'

type SettingOf = (setting: string) => string | undefined

/** Setup readings by name, as the handbook calls them; sides, strings and places are put behind. */
const SETUP: Record<string, string> = {
  relief: 'Relief',
  'fall-away': 'Last fret below the straightedge',
  'saddle-left': 'Travel left under the saddles',
  'tremolo.gap': 'Gap under the tremolo’s rear edge',
}
const HEARD: Record<string, string> = {
  level: 'How loud it is',
  treble: 'How bright it is',
  tap: 'Tapped pole',
  swing: 'Meter’s swing when steel leaves the pole',
  hum: 'Hum',
  touch: 'Hum when the strings are touched',
  crackle: 'Crackle',
}

/** A setup reading in words: nut.bass, action.treble, nut.3, pickup.bridge.bass, pole.neck.2. */
function setupWords(what: string): string {
  const known = SETUP[what]
  if (known) return known
  const [of = '', a = '', b = ''] = what.split('.')
  const side = (s: string) => (s === 'bass' || s === 'treble' ? `${s} side` : `string ${s}`)
  switch (of) {
    case 'nut':
      return `Nut, ${side(a)}`
    case 'action':
      return `Action, ${side(a)}`
    case 'pickup':
      return `${capital(a)} pickup’s height, ${side(b)}`
    case 'pole':
      return `${capital(a)} pickup’s pole, ${side(b)}`
    default:
      return capital(what.replaceAll('.', ', ').replaceAll('-', ' '))
  }
}

/** A lug in words: its component's label, and the lug. */
function lugWords(build: Build, lug: string): string {
  const r = lugRef(lug),
    of = r && build.circuit.components.find(c => c.id === r.of)
  return `${of?.label ?? 'something that is gone'} ${r?.lug.replaceAll('-', ' ') ?? ''}`.trim()
}

function words(build: Build, r: ReadingRef, settingOf: SettingOf): string {
  switch (r.kind) {
    case 'dimension': {
      const { partId } = splitRef(r.of)
      return build.parts.some(p => p.id === partId)
        ? dimensionName(build, r.of)
        : 'Something of a part that is gone'
    }
    case 'setup':
      return setupWords(r.what)
    case 'meter': {
      const at = settingOf(r.setting)
      return at === undefined ? 'Meter at the jack' : `Meter at the jack: ${at}`
    }
    case 'probe':
      return `${lugWords(build, r.a)} to ${lugWords(build, r.b)}`
    case 'heard':
      return `${HEARD[r.what] ?? capital(r.what)}${r.of ? `: ${build.circuit.components.find(c => c.id === r.of)?.label ?? r.of}` : ''}`
    case 'frets':
      return `${r.low === 0 ? 'Nut' : `Fret ${r.low}`} to fret ${r.high}`
    case 'edge':
      return r.edge === 'at'
        ? `Where the neck’s edges were read at the ${r.station}`
        : `Neck’s ${r.edge} edge at the ${r.station}`
    case 'hole':
      return `Hole ${r.hole.replaceAll('-', ' ')}, where it came out ${r.axis}`
    case 'dry':
      return 'Neck clamped dry: straightedge over the top at the bridge'
    case 'cents':
      return `String ${r.string} ${r.fret ? `held at fret ${r.fret}` : 'open'}`
    case 'turned':
      return r.what === 'rod'
        ? 'Rod turned'
        : r.what === 'claw'
          ? 'Claw’s screws turned'
          : `Saddle screws turned, ${r.what === 'saddle-bass' ? 'bass' : 'treble'} side`
    case 'stick':
      return `String ${r.string} after a ${r.way}`
    case 'fret':
      return `Fret ${r.fret} over those beside it`
    case 'film':
      return `Film: ${r.how === 'gauge' ? r.zone : r.how === 'panel' ? 'test panel' : 'out of the can'}, ${r.coats} coat${r.coats > 1 ? 's' : ''} of ${layerOf(build, r.layer)}`
    case 'strokes':
      return `Strokes of ${r.grit}`
    case 'air':
      return r.what === 'humidity' ? 'Humidity' : r.what === 'room' ? 'Air in the room' : 'Surface'
  }
}

const layerOf = (build: Build, id: string): string =>
  build.finish.layers.find(l => l.id === id)?.material ?? id.replaceAll('-', ' ')

/** What a reading is of, in words, without a name of the document's own. @param settingOf a switch's setting in words, where it is known */
export function wordsOfReading(build: Build, of: string, settingOf: SettingOf = () => undefined): string {
  const r = readingRef(of)
  return r ? words(build, r, settingOf) : 'Something that is no reading any more'
}
