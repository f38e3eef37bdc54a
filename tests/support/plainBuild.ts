import type { Build, Instrument } from '../../src/core/document/build.ts'
import { FORMAT, VERSION } from '../../src/core/document/build.ts'
import { slotsOf } from '../../src/core/document/slots.ts'
import type { Feature, Part } from '../../src/core/parts/part.ts'
import { typicalFeature, typicalPart } from '../../src/core/parts/typicalPart.ts'

const NOTES = ['E4', 'B3', 'G3', 'D3', 'A2', 'E2', 'B1', 'F#1', 'E4', 'B3', 'G3', 'D3']

export interface Plain {
  strings?: number
  left?: boolean
  perCourse?: number
  scale?: number
  heelEnd?: number
  frets?: number
  nut?: number
  lastFret?: number
  margin?: number
  spread?: number
  /** Plate front from the pocket's end; left out: proposed. */
  front?: number
  frontToSaddle?: number
  travel?: number
  diameters?: number[]
  instrument?: Partial<Instrument>
  /** Dimensions and features of parts in slots. */
  parts?: Record<
    string,
    {
      dims?: Record<string, number>
      features?: Feature[]
      traits?: Record<string, string>
      outline?: Part['outline']
    }
  >
}

/** Half of a plain rectangular body's size about its middle, mm, and of a rectangular head. */
export const SLAB = { x0: -80, x1: 320, half: 160 } as const
export const HEAD = { x0: -190, half: 46 } as const

const box = (x0: number, x1: number, half: number): Part['outline'] => ({
  smooth: false,
  doubt: 0,
  points: [
    [x0, -half],
    [x1, -half],
    [x1, half],
    [x0, half],
  ],
})

/** An instrument of round numbers, from our typical parts and the sizes given: nothing of the demo workshop is in it. */
export function plainBuild(p: Plain = {}): Build {
  const n = p.strings ?? 6
  const instrument: Instrument = {
    strings: n,
    handedness: p.left ? 'left' : 'right',
    tuning: Array.from({ length: n }, (_, i) => NOTES[i % NOTES.length]!),
    neckJoint: 'screwed',
    pickups: ['bridge'],
    bridge: 'flat plate',
    mounting: 'in the body',
    volumes: 1,
    tones: 0,
    switches: 0,
    extras: [],
    ...(p.perCourse ? { perCourse: p.perCourse } : {}),
    ...p.instrument,
  }
  const bodyFeatures = [
    typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 }),
    typicalFeature(
      'pickup-rout',
      'rout-bridge',
      { x: 100, y: 0, length: 40, width: 90, corner: 4, depth: 20 },
      { serves: 'pickup-bridge' },
    ),
    typicalFeature(
      'control-cavity',
      'cavity',
      { x: 200, y: 90, length: 100, width: 60, corner: 10, depth: 37, topThickness: 8 },
      { face: 'back' },
    ),
    typicalFeature(
      'pot-hole',
      'hole-volume',
      { x: 180, y: 90, diameter: 8 },
      { serves: 'pot-volume', through: true },
    ),
  ]
  const given: NonNullable<Plain['parts']> = {
    body: {
      dims: { thickness: 45 },
      features: bodyFeatures,
      outline: box(SLAB.x0, SLAB.x1, SLAB.half),
      traits: { wood: 'red alder', surface: 'bare' },
    },
    neck: {
      dims: {
        scaleLength: p.scale ?? 648,
        nutToHeelEnd: p.heelEnd ?? 470,
        frets: p.frets ?? 22,
        widthAtNut: p.nut ?? 42,
        widthAtLastFret: p.lastFret ?? 56,
        headThickness: 15,
        headDrop: 11,
      },
      features: [],
      outline: box(HEAD.x0, 0, HEAD.half),
    },
    bridge: {
      dims: {
        plateLength: 42,
        plateWidth: 84,
        plateThickness: 2,
        stringSpread: p.spread ?? 52,
        frontToForwardSaddle: p.frontToSaddle ?? 8,
        saddleTravel: p.travel ?? 14,
      },
    },
    tuners: { dims: { count: n } },
  }
  const parts: Part[] = [],
    slots: Record<string, string> = {}
  for (const s of slotsOf(instrument)) {
    if (s.optional && !p.parts?.[s.id]) continue
    const part = typicalPart(s.kind, `plain-${s.id}`),
      own = [given[s.id], p.parts?.[s.id]]
    for (const o of own) {
      for (const [k, value] of Object.entries(o?.dims ?? {}))
        part.dims[k] = { value, doubt: 0.05, basis: 'measured' }
      if (o?.features) part.features = o.features
      if (o?.outline) part.outline = o.outline
      Object.assign(part.traits, o?.traits)
    }
    if (s.kind === 'strings')
      part.gauges = (p.diameters ?? Array.from({ length: n }, (_, i) => 0.25 + 0.15 * i)).map((diameter, i) => ({
        diameter,
        wound: i > 2 && diameter > 0.5,
      }))
    parts.push(part)
    slots[s.id] = part.id
  }
  return {
    format: FORMAT,
    version: VERSION,
    id: 'plain',
    name: 'Plain',
    instrument,
    slots,
    parts,
    bands: {},
    fixes: [],
    cuts: [],
    costs: [],
    trials: [],
    readings: [],
    steps: [],
    ownSteps: [],
    log: [],
    placements:
      p.front === undefined
        ? {}
        : {
            bridge: {
              x: { value: p.front, doubt: 0.1, basis: 'measured' },
              y: { value: 0, doubt: 0.1, basis: 'measured' },
            },
          },
    circuit: { components: [], wires: [], load: { cableMetres: 5, faradsPerMetre: 1e-10, amplifierOhms: 1e6 } },
    finish: {
      school: 'wiped oil-varnish',
      film: { value: 0.03, doubt: 0.02, basis: 'claimed' },
      colour: 'clear',
      layers: [
        {
          id: 'clear',
          material: 'oil-varnish',
          zones: ['body top', 'body back', 'body sides', 'body edges'],
          coats: 4,
        },
      ],
    },
    setup: {
      relief: 0.2,
      actionAt: 'fret 12',
      actionBass: 1.6,
      actionTreble: 1.4,
      nutSchool: 'gap over fret 1',
      nutBass: 0.46,
      nutTreble: 0.41,
      spacing: 'equal centres',
      edgeMargin: p.margin ?? 3,
    },
    calendar: { startOn: '2026-11-24', hours: [1, 1, 1, 1, 1, 4, 4], from: '18:00' },
    climate: { atBench: 50, driest: 40, dampest: 60, celsius: 20 },
    preferences: {
      length: 'mm',
      drawer: { sets: ['metric by halves'], extra: [], missing: [] },
      print: { paper: 'A4', short: 1, long: 1 },
      currency: 'coins',
    },
  }
}

/** A dimension without doubt to speak of. */
export const sure = (value: number) => ({ value, doubt: 0.05, basis: 'measured' as const })
