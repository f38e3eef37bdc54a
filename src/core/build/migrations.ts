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

/** From each older version to the next. Version 1 is the first that was published. */
const STEPS: Record<number, (d: Document) => Document> = { 1: fromOne, 2: fromTwo, 3: fromThree, 4: fromFour }

/** Brings a document of an older version up to the present one; refuses versions from the future. */
export function migrate(document: Document): { ok: true; document: Document } | { ok: false; reason: string } {
  let v = document.version
  if (typeof v !== 'number' || !Number.isInteger(v) || v < 1)
    return { ok: false, reason: `must be a whole number from 1 to ${VERSION}` }
  if (v > VERSION)
    return { ok: false, reason: `is ${v}, made by a newer application; this one reads up to ${VERSION}` }
  let d = document
  while ((v as number) < VERSION) {
    d = STEPS[v as number]!(d)
    v = (v as number) + 1
  }
  return { ok: true, document: d }
}
