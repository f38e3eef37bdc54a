import { VERSION } from './build.ts'

type Document = Record<string, unknown>

const isObject = (x: unknown): x is Document => typeof x === 'object' && x !== null && !Array.isArray(x)

/** Version 1 knew one bridge screwed flat on the body, one volume, one tone and one switch, and no air, costs or trials. */
function fromOne(d: Document): Document {
  const parts = Array.isArray(d.parts)
    ? d.parts.map((p: unknown): unknown =>
        isObject(p) && p.kind === 'bridge' && isObject(p.traits) && p.traits.sort === 'trapeze tail with bridge'
          ? { ...p, traits: { ...p.traits, sort: 'floating bridge' } }
          : p,
      )
    : d.parts
  return {
    climate: { atBench: 50, driest: 40, dampest: 60, celsius: 20 },
    costs: [],
    trials: [],
    ...d,
    version: 2,
    parts,
    instrument: isObject(d.instrument)
      ? {
          bridge: 'flat plate',
          mounting: 'in the body',
          volumes: 1,
          tones: 1,
          switches: 1,
          extras: [],
          ...d.instrument,
        }
      : d.instrument,
  }
}

/** Version 2 knew two drawers of bits, no cutting work and no printer. */
function fromTwo(d: Document): Document {
  const { bits, ...rest } = isObject(d.preferences) ? d.preferences : {}
  const inch = bits === 'fractional'
  return {
    cuts: [],
    ...d,
    version: 3,
    preferences: isObject(d.preferences)
      ? {
          drawer: { sets: [inch ? 'fractional by 64ths' : 'metric by halves'], extra: [], missing: [] },
          print: { paper: inch ? 'Letter' : 'A4', short: 1, long: 1 },
          ...rest,
        }
      : d.preferences,
  }
}

/** Where the pickups of version 3 sat, by how many there were. */
const PLACES_BY_COUNT: readonly (readonly string[])[] = [
  [],
  ['bridge'],
  ['bridge', 'neck'],
  ['bridge', 'middle', 'neck'],
  ['bridge', 'inner', 'middle', 'neck'],
]

/** Version 3 knew how many pickups there are, not where, and only necks that are screwed on. */
function fromThree(d: Document): Document {
  if (!isObject(d.instrument)) return { ...d, version: 4 }
  const { pickups, ...rest } = d.instrument
  const places = typeof pickups === 'number' ? (PLACES_BY_COUNT[pickups] ?? pickups) : pickups
  return { ...d, version: 4, instrument: { ...rest, neckJoint: 'screwed', pickups: places } }
}

/** Component of the first kind that is one. */
const firstOf = (circuit: Document, kind: string): string | undefined =>
  Array.isArray(circuit.components)
    ? (circuit.components.filter(isObject).find(c => c.kind === kind)?.id as string | undefined)
    : undefined

/** Version 4 knew one switch and named a setting by its position and by the pots that are pulled. */
function fromFour(d: Document): Document {
  const circuit = isObject(d.circuit) ? d.circuit : {},
    lever = firstOf(circuit, 'switch')
  const key = (old: string): string => {
    const [at, ...pulled] = old.split('+')
    return [...(lever ? [`${lever}=${at}`] : []), ...pulled.map(p => `${p}=out`)].join('+') || 'rest'
  }
  const renamed = (list: unknown, field: string, form: RegExp, keep: (setting: string) => boolean = () => true) =>
    Array.isArray(list)
      ? list.map((x: unknown): unknown => {
          const m = isObject(x) && typeof x[field] === 'string' ? form.exec(x[field]) : null
          return m && keep(m[2]!) ? { ...(x as Document), [field]: `${m[1]!}${key(m[2]!)}` } : x
        })
      : list
  const { recipe, ...wired } = circuit
  return {
    ...d,
    version: 5,
    readings: renamed(d.readings, 'of', /^(meter\.)(.+)$/),
    // To tap the poles is a test of its own, and no setting.
    steps: renamed(d.steps, 'step', /^(test\/)(.+)$/, s => s !== 'tap'),
    circuit: isObject(d.circuit)
      ? { ...wired, ...(recipe === undefined || recipe === 'none' ? {} : { recipe }) }
      : d.circuit,
  }
}

/** Zones that version 5 finished: it knew the body alone. */
const BODY = ['body top', 'body back', 'body sides', 'body edges']
/** What each of version 5's systems was made of; the layer that its number of coats was of stands last. */
const SYSTEM_LAYERS: Readonly<Record<string, readonly Document[]>> = {
  'dye and hard-wax oil': [
    { id: 'dye', material: 'dye in water', zones: BODY, coats: 1 },
    { id: 'clear', material: 'hard-wax oil', zones: BODY },
  ],
  'wiped oil-varnish': [{ id: 'clear', material: 'oil-varnish', zones: BODY }],
  'waterborne solid colour': [
    { id: 'primer', material: 'waterborne primer', zones: BODY, coats: 2 },
    { id: 'colour', material: 'waterborne colour', zones: BODY },
  ],
  'aerosol lacquer': [{ id: 'clear', material: 'nitrocellulose lacquer', zones: BODY }],
}
/** Steps of version 5's systems, but for the numbered coats. */
const SYSTEM_STEPS: Readonly<Record<string, string>> = {
  'finish/dye': 'finish/coat/dye/1',
  'finish/primer': 'finish/coat/primer/2',
}

/** Version 5 knew four systems of one colour, and one air that nobody had read at any time. */
function fromFive(d: Document): Document {
  const f = isObject(d.finish) ? d.finish : undefined,
    layers = f && SYSTEM_LAYERS[String(f.system)]
  if (!f || !layers) return { ...d, version: 6 }
  const { system, coats, airCelsius, surfaceCelsius, relativeHumidity, ...rest } = f,
    last = layers.at(-1)!.id as string
  const day = isObject(d.calendar) && typeof d.calendar.startOn === 'string' ? d.calendar.startOn : undefined
  const air = (of: string, value: unknown, doubt: number) =>
    typeof value === 'number' && day
      ? [{ id: `air-${of}`, of: `air.${of}`, value, doubt, at: `${day}T00:00:00Z`, with: 'entered' }]
      : []
  const stepped = (x: unknown): unknown => {
    if (!isObject(x) || typeof x.step !== 'string') return x
    const [, nth] = /^finish\/coat-(\d+)$/.exec(x.step) ?? []
    return { ...x, step: nth ? `finish/coat/${last}/${nth}` : (SYSTEM_STEPS[x.step] ?? x.step) }
  }
  return {
    ...d,
    version: 6,
    finish: {
      ...(system === 'aerosol lacquer' ? {} : { school: system }),
      ...rest,
      layers: layers.map(l => ({ coats, ...l })),
    },
    readings: Array.isArray(d.readings)
      ? [
          ...air('room', airCelsius, 1),
          ...air('surface', surfaceCelsius, 1),
          ...air('humidity', relativeHumidity, 5),
          ...d.readings,
        ]
      : d.readings,
    steps: Array.isArray(d.steps) ? d.steps.map(stepped) : d.steps,
  }
}

/** From each older version to the next, the first version's first. Version 1 is the first that was published. */
const STEPS = [fromOne, fromTwo, fromThree, fromFour, fromFive] as const
/** A version without a step from the one before it is no type. */
const LATEST: [undefined, ...typeof STEPS]['length'] = VERSION

/** Brings a document of an older version up to the present one; refuses versions from the future. */
export function migrate(document: Document): { ok: true; document: Document } | { ok: false; reason: string } {
  const v = document.version
  if (typeof v !== 'number' || !Number.isInteger(v) || v < 1)
    return { ok: false, reason: `must be a whole number from 1 to ${VERSION}` }
  if (v > VERSION)
    return { ok: false, reason: `is ${v}, made by a newer application; this one reads up to ${VERSION}` }
  let d = document
  for (const step of STEPS.slice(v - 1, LATEST - 1)) d = step(d)
  return { ok: true, document: d }
}
