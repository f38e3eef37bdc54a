import type { Shaped } from '../document/docs.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import type { Element } from '../circuit/element.ts'
import { loaded, networkOf, type Network } from '../circuit/network.ts'
import { SHIELDED } from '../circuit/pieces.ts'
import { decibels, pitchSteps, responseOf } from '../circuit/response.ts'
import { allSettings, openSettings, type Settings } from '../circuit/settings.ts'
import { transfers } from '../circuit/solve.ts'
import { runOf } from './wireMetres.ts'
import { wireWays } from './wireWays.ts'

/** A long run of hot wire, plain and as a shielded cable. */
export interface HotRun {
  wire: string
  from: string
  to: string
  /** mm. */
  length: number
  /** Hum of the run alone against a string's signal, dB: plain, and with its braid on ground. */
  plain: number
  shielded: number
  /** What the braid takes from the peak, Hz; and what there was. Undefined where there is no peak. */
  peak: { hz: number; less: number } | undefined
  /** Which is better, and why. */
  better: 'plain' | 'shielded'
  is: 'plain' | 'shielded'
}

/** Runs from here on are looked at, mm [our choice]. */
const LONG = 100
/** Mains [published: IEC 60038] and its capacitance to a wire in a room, F a metre [from memory]. */
const MAINS = { volts: 230, hz: 50, faradsPerMetre: 0.5e-12 } as const
/** What a braid lets through [from memory]: a hundredth. */
const LEAKS = -40
/** A string's usual signal at the jack, V [from memory]. */
const STRING = 0.1
/** Hum so far under the string is not heard beside it, dB [our choice]; a peak that falls by more than this share is heard. */
const UNHEARD = -70
const LOUD = -50
const HEARD = 0.03

const MAINS_ID = '~mains'

/** The network with mains coupled to a node through what a length of wire has to it. */
function withMains(n: Network, node: number, metres: number): Network {
  const reactance = 1 / (2 * Math.PI * MAINS.hz * MAINS.faradsPerMetre * metres)
  const source: Element = {
    kind: 'coil',
    id: MAINS_ID,
    of: MAINS_ID,
    a: node,
    b: 0,
    ohms: reactance,
    henries: 0,
    volts: 1,
    hum: 1,
  }
  return { ...n, elements: [...n.elements, source] }
}

/** What reaches the jack at 50 Hz from a wire of a length at a setting, dB over a string's usual signal. */
function humOf(build: Shaped, s: Settings, terminal: string, metres: number): number {
  const n = loaded(networkOf(build, s), build.circuit.load),
    node = n.nodeOf.get(terminal)
  if (node === undefined || node <= 0 || n.tip <= 0) return -Infinity
  const t = transfers(withMains(n, node, metres), [MAINS.hz]),
    q = t.coils.findIndex(c => c.id === MAINS_ID)
  return q < 0 ? -Infinity : decibels((Math.hypot(t.re[q]![0]!, t.im[q]![0]!) * MAINS.volts) / STRING)
}

const peakWith = (build: Shaped, s: Settings, terminal: string, farads: number) => {
  const n = networkOf(build, s),
    node = n.nodeOf.get(terminal) ?? 0
  const more: Network =
    node > 0 ? { ...n, elements: [...n.elements, { kind: 'C', id: 'braid', a: node, b: 0, farads }] } : n
  return responseOf(loaded(more, build.circuit.load), pitchSteps(200)).peak?.hz
}

/** Every long hot run: what hum it brings plain and shielded, what a braid costs in treble, and which is better. */
export function hotRuns(build: Shaped): HotRun[] {
  const open = networkOf(build, openSettings(build)),
    settings = allSettings(build)
  const ways = new Map(wireWays(build)?.ways.map(w => [w.wire, w]))
  return build.circuit.wires.flatMap((w): HotRun[] => {
    const way = ways.get(w.id),
      node = open.nodeOf.get(w.from)
    if (!way || node === undefined || node <= 0 || (w.kind !== 'wire' && w.kind !== 'lead')) return []
    const length = runOf(way),
      metres = length / 1000
    if (length < LONG) return []
    const bare = {
      ...build,
      circuit: {
        ...build.circuit,
        wires: build.circuit.wires.map(x => {
          if (x.id !== w.id) return x
          const { braid: _off, ...rest } = x
          void _off
          return rest
        }),
      },
    }
    const plain = Math.max(...settings.map(s => humOf(bare, s, w.from, metres)))
    if (!Number.isFinite(plain)) return []
    // The setting at which the run carries the signal: where a braid takes most from the peak.
    const peaks = settings.flatMap(s => {
      const was = peakWith(bare, s, w.from, 0),
        is = was === undefined ? undefined : peakWith(bare, s, w.from, SHIELDED * metres)
      return was === undefined || is === undefined ? [] : [{ hz: was, less: was - is }]
    })
    const peak = peaks.sort((a, b) => b.less / b.hz - a.less / a.hz)[0]
    const costs = peak !== undefined && peak.less / peak.hz > HEARD
    return [
      {
        wire: w.id,
        from: lugWords(build.circuit, w.from),
        to: lugWords(build.circuit, w.to),
        length,
        plain,
        shielded: plain + LEAKS,
        peak,
        // Where a braid costs treble, only what hums loudly wants one.
        better: plain > (costs ? LOUD : UNHEARD) ? 'shielded' : 'plain',
        is: w.braid ? 'shielded' : 'plain',
      },
    ]
  })
}
