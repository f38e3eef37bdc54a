import type { BridgeSort } from '../document/build.ts'
import { fretPosition } from '../parts/frets.ts'
import { TRAVEL_RESERVE } from '../layout/bridgeLine.ts'
import { startingCompensation } from '../layout/compensation.ts'
import { COURSE_GAP } from '../layout/nutSlots.ts'
import type { StringGauge } from '../parts/part.ts'
import { noteHz } from '../setup/pitch.ts'
import { isBass, tuningFor, type PickupAnswer, type PickupSort, type Resolved } from './answers.ts'

/** Density of string steel, kg/m³ [published: handbook section 8, T = μ(2Lf)², plain μ = ρπd²/4]. */
const STEEL = 7850
/** A wound string weighs this share of a solid one of its diameter: wrap packed π/4 about its core [from memory]. */
const WOUND_SHARE = 0.86
/** Tension of one string that a set is usually made for, N [from memory]. */
const PULL = { guitar: 72, bass: 180 }
/** Thicker than this a string is wound, mm [common practice]. */
const PLAIN_TO = 0.5

/** The gauge that gives the usual pull at a pitch on a scale: d from T = μ(2Lf)², to the nearest half thou. */
export function gaugeFor(note: string, scaleLength: number, bass: boolean): StringGauge {
  const v = (2 * scaleLength * (noteHz(note) ?? 110)) / 1000
  const solid = (share: number) =>
    (Math.sqrt((4 * (bass ? PULL.bass : PULL.guitar)) / (Math.PI * STEEL * share)) / v) * 1000
  const plain = solid(1),
    wound = bass || plain > PLAIN_TO
  const step = 0.0127
  const d = Math.min(5, Math.max(0.15, Math.round((wound ? solid(WOUND_SHARE) : plain) / step) * step))
  return { diameter: Number(d.toFixed(4)), wound }
}

/** Sizes of a bridge of each sort, for a string spread; mm [from memory]. */
interface BridgeSizes {
  plateLength: number
  plateWidth: number
  plateThickness: number
  frontToForwardSaddle: number
  saddleTravel: number
  saddleLow: number
  saddleHigh: number
  postSpacing?: number
  postBehindFront?: number
  postSlot?: number
  blockDepth?: number
  blockLength?: number
  blockWidth?: number
  swing?: number
}

function bridgeSizes(sort: BridgeSort, spread: number, travel: number): BridgeSizes {
  const block = { blockDepth: 40, blockLength: 13, blockWidth: spread + 16, swing: 8 }
  const posts = { postSpacing: spread + 22, postBehindFront: 5, postSlot: 6 }
  const rocking = {
    plateLength: 64,
    plateWidth: spread + 30,
    plateThickness: 3,
    frontToForwardSaddle: 22,
    saddleTravel: travel,
    saddleLow: 9.5,
    saddleHigh: 15,
  }
  switch (sort) {
    case 'flat plate':
      return {
        plateLength: 28 + travel,
        plateWidth: spread + 32,
        plateThickness: 2,
        frontToForwardSaddle: 8,
        saddleTravel: travel,
        saddleLow: 8.5,
        saddleHigh: 13.5,
      }
    case 'stud bridge':
      return {
        plateLength: travel + 8,
        plateWidth: spread + 36,
        plateThickness: 6,
        frontToForwardSaddle: 3,
        saddleTravel: travel,
        saddleLow: 13,
        saddleHigh: 18,
        ...posts,
        postBehindFront: (travel + 8) / 2,
      }
    case 'rocking tremolo, six screws':
      return { ...rocking, ...block }
    case 'rocking tremolo, two posts':
      return { ...rocking, ...block, ...posts }
    case 'double-locking tremolo':
      return { ...rocking, plateLength: 72, frontToForwardSaddle: 24, ...block, ...posts }
    case 'floating bridge':
      return {
        plateLength: travel + 14,
        plateWidth: spread + 34,
        plateThickness: 6,
        frontToForwardSaddle: 5,
        saddleTravel: travel,
        saddleLow: 14,
        saddleHigh: 22,
      }
  }
}

/** Covers of each sort of pickup: along the strings, beyond the outer poles across them, corner; mm [from memory]. */
const COVERS: Record<PickupSort, { length: number; beyond: number; corner: number; coils: number }> = {
  'single-coil': { length: 18, beyond: 18, corner: 8.5, coils: 1 },
  'wide single-coil': { length: 38, beyond: 36, corner: 5, coils: 1 },
  'double-coil': { length: 38.5, beyond: 19, corner: 3, coils: 2 },
}

export interface PickupProportions extends PickupAnswer {
  /** Middle, from the pocket's end wall. */
  x: number
  length: number
  width: number
  corner: number
  coils: number
  poleSpread: number
}

/** What an instrument of the answered kind measures when all its parts belong together, mm. x from the pocket's end wall. */
export interface Proportions {
  bass: boolean
  gauges: StringGauge[]
  thickest: number
  frets: number
  nutToHeelEnd: number
  widthAtNut: number
  widthAtLastFret: number
  heelWidth: number
  heelLength: number
  heelThickness: number
  fretHeight: number
  pocketDepth: number
  stringSpread: number
  /** Where the scale length ends. */
  saddleLine: number
  bridge: BridgeSizes
  bridgeFront: number
  pickups: PickupProportions[]
}

/** Frets that a neck has, until they are counted [from memory]. */
export const FRETS = 22
export const BASS_FRETS = 20

/** Outer strings' distance from the edge that a neck is made for, and what it has at the last fret, mm [common practice: about 3]. */
const MARGIN = 3.3

/** Widest rows of strings that a document takes, mm. */
const MOST_NUT = 74
const MOST_BRIDGE = 92

/**
 * Proportions of an instrument from the answers: neck from strings, pocket from the neck, bridge from the strings,
 * pocket's depth from the bridge's heights, pickups between pocket and bridge [from memory, but for the geometry].
 */
export function proportionsOf(r: Resolved, action: { atTwelve: number; atNut: number }): Proportions {
  const bass = isBass(r.strings, r.perCourse, r.scaleLength),
    courses = Math.ceil(r.strings / r.perCourse)
  const gauges = tuningFor(r.strings, r.perCourse, r.scaleLength).map(n => gaugeFor(n, r.scaleLength, bass))
  // A set goes from thin to thick; octave strings of a course are thinner than their neighbours.
  const thickest = Math.max(...gauges.map(g => g.diameter)),
    halves = (gauges[0]!.diameter + gauges.at(-1)!.diameter) / 2
  const row = (pitch: number, inCourse: number, most: number) =>
    Math.min(pitch * (courses - 1) + inCourse * (r.perCourse - 1), most)
  const nutSpread = row(bass ? 10.5 : 7.2, COURSE_GAP.nut, MOST_NUT),
    stringSpread = Math.max(16, row(bass ? 18 : 10.4, COURSE_GAP.bridge, MOST_BRIDGE))
  const frets = bass ? BASS_FRETS : FRETS,
    lastFret = fretPosition(r.scaleLength, frets),
    nutToHeelEnd = lastFret + 6
  const spreadAt = (x: number) => nutSpread + ((stringSpread - nutSpread) * x) / r.scaleLength
  const widthAtNut = Math.max(24, nutSpread + 2 * 3 + halves),
    widthAtLastFret = Math.max(28, spreadAt(lastFret) + 2 * MARGIN + halves)
  const reach = gauges.map(startingCompensation)
  const bridge = bridgeSizes(
    r.bridge,
    stringSpread,
    Math.max(12, Math.ceil(Math.max(...reach) - Math.min(...reach) + 9)),
  )
  const heelThickness = 25,
    fretHeight = 1.1
  const saddleLine = r.scaleLength - nutToHeelEnd
  const needed = heelThickness + fretHeight + 2 * action.atTwelve - action.atNut
  // The bridge stands where every saddle is in the middle of what its string may need, as the layout proposes it.
  const ahead = (bridge.saddleTravel - Math.max(...reach) - Math.min(...reach)) / 2
  const bridgeFront = saddleLine - bridge.frontToForwardSaddle - Math.max(ahead, TRAVEL_RESERVE)
  return {
    bass,
    gauges,
    thickest,
    frets,
    nutToHeelEnd,
    widthAtNut,
    widthAtLastFret,
    heelWidth: widthAtLastFret + 0.2,
    heelLength: bass ? 92 : 76,
    heelThickness,
    fretHeight,
    pocketDepth: needed - (bridge.saddleLow + bridge.saddleHigh) / 2,
    stringSpread,
    saddleLine,
    bridge,
    bridgeFront,
    pickups: placed(r.pickups, bridgeFront, x => spreadAt(nutToHeelEnd + x)),
  }
}

/** Where along the way from the neck's to the bridge's pickup each place lies [from memory]. */
const ALONG = { neck: 0, middle: 0.5, inner: 0.75, bridge: 1 } as const

/** Pickups between the pocket's end and the bridge's front edge, each as wide as the strings are apart there. */
function placed(
  pickups: readonly PickupAnswer[],
  bridgeFront: number,
  spreadAt: (x: number) => number,
): PickupProportions[] {
  const neckMost = 6 + COVERS['wide single-coil'].length / 2
  return pickups.map(p => {
    const cover = COVERS[p.sort]
    const first = Math.min(neckMost, 8 + cover.length / 2),
      last = Math.max(first, bridgeFront - cover.length / 2 - 6)
    const x = first + ALONG[p.place] * (last - first),
      poleSpread = Math.max(12, spreadAt(x))
    return {
      ...p,
      x,
      length: cover.length,
      width: poleSpread + cover.beyond,
      corner: cover.corner,
      coils: cover.coils,
      poleSpread,
    }
  })
}
