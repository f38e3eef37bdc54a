import type { Laid, Wired } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { loaded, networkOf, type Network } from '../circuit/network.ts'
import type { Settings } from '../circuit/settings.ts'
import { transfers } from '../circuit/solve.ts'
import { layOut } from '../layout/layOut.ts'
import { inharmonicity } from '../setup/stiffness.ts'
import { stringTable } from '../setup/stringTable.ts'
import { levelled, partialHz, partialsOf, sounded, type Ear, type Plucked } from './pluck.ts'

export const RATE = 44100
/** From a double-coil's middle to each of its rows of poles, mm [from memory]. */
const COIL_OFF = 9
/** Highest frequency that a pickup's way is worked out for, and how finely, Hz. */
const TOP = 0.46 * RATE

/** What is plucked: which string, thinnest first, how far from the bridge, how long it is listened to. */
export interface Pluck {
  string: number
  at: number
  seconds: number
}

/** The string of a build as it swings, or why there is none. */
export function stringOf(build: Laid, p: Pluck): Plucked | string {
  const row = stringTable(build).find(s => s.number === p.string),
    gauge = partIn(build, 'strings')?.gauges?.[p.string - 1],
    length = partIn(build, 'neck')?.dims.scaleLength?.value
  if (!row || !gauge || !length) return 'Choose neck and strings first: there is nothing to pluck.'
  if (!row.hz) return `String ${p.string} has no note that we know.`
  if (!(p.at > 0 && p.at < length)) return 'Pluck between bridge and nut: the string goes no further.'
  return { hz: row.hz, stretch: inharmonicity(gauge, length, row.hz), length, at: p.at }
}

/** What a plucked string sounds like at the jack at a setting, at equal loudness; silence gives silence. */
export function pluckSound(build: Wired & Laid, s: Settings, p: Pluck): Float32Array | string {
  const x = pluckThrough(build, loaded(networkOf(build, s), build.circuit.load), p)
  return typeof x === 'string' ? x : levelled(x, RATE)
}

/** A plucked string through any network of this build's coils, as loud as it comes, or why there is none. */
export function pluckThrough(build: Wired & Laid, network: Network, p: Pluck): Float32Array | string {
  const string = stringOf(build, p)
  if (typeof string === 'string') return string
  const layout = layOut(build)
  if (!layout) return 'The pickups have no place yet: choose neck, bridge and strings.'
  const hz: number[] = []
  for (let n = 1; partialHz(string, n) < TOP; n++) hz.push(partialHz(string, n))
  const t = transfers(network, hz),
    at = new Map(hz.map((f, i) => [f, i]))
  const saddle = layout.strings[p.string - 1]?.saddle[0] ?? string.length
  const coils = new Map<string, number>()
  const ears = t.coils.flatMap((c, q): Ear[] => {
    const slot = build.circuit.components.find(x => x.id === c.of)?.slot,
      pickup = layout.pickups.find(x => x.slot === slot)
    if (!pickup) return []
    const nth = coils.get(c.of) ?? 0
    coils.set(c.of, nth + 1)
    const off = pickup.coils === 2 ? (nth ? -COIL_OFF : COIL_OFF) : 0
    return [
      {
        at: saddle - pickup.centre[0] - off,
        gain: f => {
          const i = at.get(f)
          return i === undefined ? [0, 0] : [c.volts * t.re[q]![i]!, c.volts * t.im[q]![i]!]
        },
      },
    ]
  })
  return sounded(partialsOf(string, ears, RATE), p.seconds, RATE)
}
