import { squareMetres, num, type Said, say } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import type { SurfaceState, Zone } from '../document/finishNames.ts'
import { fact, factOfKinds } from '../document/fact.ts'
import { partIn } from '../document/references.ts'
import { readingRef, type AirWhat } from '../document/readingRef.ts'
import { TREMOLOS } from '../document/build.ts'
import { marksEasily, woodOf } from '../parts/woods.ts'
import { checkAir, type AirCheck } from './air.ts'
import { finishActs, meetings, type FinishAct, type Meeting } from './acts.ts'
import { edgeRadius, filmOfZones, type ZoneFilm } from './coats.ts'
import { FEATURE_ROLES } from '../parts/featureRoles.ts'
import { takesFinish, USUALLY_MASKED } from './film.ts'
import { layerFacts, type LayerFacts } from './layerFacts.ts'
import { FILMED, learnedLayers, type LayerState } from './learnedLayers.ts'
import { edgeRadiusOf, FACED_KINDS, SLOT_OF, zonesOf, type ZoneFacts } from './zones.ts'
import { WOOD_PREPARATION } from '../parts/grits.ts'

/** What of a document settles the finish, but for what is done. */
export const FINISHED = [...FILMED, 'climate'] as const
export type Finished = Pick<Build, (typeof FINISHED)[number]>

/** What is wrong or worth knowing, and what to do about it. */
export interface FinishFinding {
  weight: 'stop' | 'look'
  says: Said
  layer?: string
  zone?: Zone
  /** What would mend it at one stroke. */
  mend?:
    | { kind: 'strip'; zone: Zone }
    | { kind: 'barrier'; before: string; zones: Zone[] }
    | { kind: 'fill'; zones: Zone[] }
}

export interface FinishWork {
  zones: ZoneFacts[]
  layers: LayerState[]
  meetings: Meeting[]
  films: ZoneFilm[]
  acts: FinishAct[]
  findings: FinishFinding[]
  /** The latest that was read of the air, or what is usual at this bench. */
  air: Record<AirWhat, number> & { readAt: string | undefined }
  check: AirCheck
}

/** The air as it was last read, or what the bench usually has. */
export const airNow = fact(['readings', 'climate'], (b): FinishWork['air'] => {
  const last = (what: AirWhat) => {
    let found: Build['readings'][number] | undefined
    for (const r of b.readings) {
      const ref = readingRef(r.of)
      if (ref?.kind === 'air' && ref.what === what && (!found || r.at >= found.at)) found = r
    }
    return found
  }
  const room = last('room'),
    surface = last('surface'),
    humidity = last('humidity'),
    celsius = room?.value ?? b.climate.celsius
  return {
    room: celsius,
    // A surface that nobody read is as warm as the room.
    surface: surface?.value ?? celsius,
    humidity: humidity?.value ?? b.climate.atBench,
    readAt: [room?.at, humidity?.at]
      .filter(x => x !== undefined)
      .sort()
      .at(-1),
  }
})

/** What a zone is before anything is put on it: as it was found, else as its part says. */
export function surfaceOf(build: Pick<Finished, 'finish' | 'parts' | 'slots'>, zone: Zone): SurfaceState {
  const found = build.finish.surfaces?.find(s => s.zone === zone)
  if (found) return found.strip ? 'bare' : found.state
  const part = partIn(build, SLOT_OF[zone])
  if (!part) return 'unknown'
  // Necks that nobody says anything of come finished: the same rule as for film.
  if (!takesFinish(part)) return 'old finish'
  return part.traits.surface === 'sealed' ? 'sealed' : 'bare'
}

/** Kinds of places that are masked and that this instrument has, in words. */
function maskedPlaces(build: Finished): string[] {
  const has = new Set(build.parts.filter(takesFinish).flatMap(p => p.features.map(f => f.role)))
  return (build.finish.masked ?? USUALLY_MASKED)
    .filter(r => has.has(r))
    .map(r => FEATURE_ROLES[r].label.toLowerCase())
}

/** Minutes to sand a square metre of sealed wood back to bare [from memory]. */
const STRIP_MINUTES = 420

/** Everything that a finish comes to: faces, layers, film, work, and what speaks against it. */
export const finishWork = factOfKinds(FACED_KINDS, FINISHED, (build): FinishWork => {
  const zones = zonesOf(build),
    body = partIn(build, 'body'),
    neck = partIn(build, 'neck'),
    air = airNow(build),
    radius = edgeRadius(edgeRadiusOf(body)),
    has = new Set(zones.map(z => z.zone))
  // A layer lies on the zones that this instrument has.
  const layers = learnedLayers(build)
    .map(l => ({
      ...l,
      facts: layerFacts({ ...l.facts.layer, zones: l.facts.layer.zones.filter(z => has.has(z)) }),
    }))
    .filter(l => l.facts.layer.zones.length)
  const facts = layers.map(l => l.facts)
  const met = meetings(facts, z => surfaceOf(build, z)),
    coated = new Set(facts.flatMap(f => f.layer.zones))
  const acts = finishActs({
    layers: facts,
    meetings: met,
    zones,
    air: { celsius: air.surface, humidity: air.humidity },
    levelling: build.finish.levelling,
    stripped: (build.finish.surfaces ?? []).flatMap(s => (s.strip && coated.has(s.zone) ? [s.zone] : [])),
    bare: [...coated].some(z => surfaceOf(build, z) === 'bare'),
    opening:
      TREMOLOS.includes(build.instrument.bridge) || (body?.features.some(f => f.role === 'sound-hole') ?? false),
    bound: coated.has('binding'),
    aged: build.finish.school === 'aged',
    decal: build.finish.decal === true,
    masked: maskedPlaces(build),
  })
  const first = facts[0]
  return {
    zones,
    layers,
    meetings: met,
    films: filmOfZones(layers, radius),
    acts,
    findings: [
      ...meetingFindings(met, facts, zones),
      ...surfaceFindings(build, facts, body, neck),
      ...(zones.length
        ? []
        : [
            {
              weight: 'stop' as const,
              says: 'Choose a body with an outline: without it areas, film and materials cannot be computed.',
            },
          ]),
      ...(build.finish.layers.length
        ? []
        : [{ weight: 'stop' as const, says: 'No layers yet: start from a school, or add the first.' }]),
    ],
    air,
    check: checkAir(
      air.room,
      air.surface,
      air.humidity,
      first
        ? { from: first.value('airFrom'), to: first.value('airTo'), humidityTo: first.value('humidityTo') }
        : { from: 15, to: 30, humidityTo: 70 },
    ),
  }
})

/** What a layer does not go over as it is, and the way out. */
function meetingFindings(
  met: readonly Meeting[],
  facts: readonly LayerFacts[],
  zones: readonly ZoneFacts[],
): FinishFinding[] {
  const out: FinishFinding[] = []
  for (const f of facts) {
    const own = met.filter(m => m.layer === f.layer.id),
      refused = own.filter(m => m.verdict === 'no'),
      barred = own.filter(m => m.verdict === 'after a barrier')
    for (const m of refused) {
      const area = zones.find(z => z.zone === m.zone)?.area ?? 0,
        strip = f.material.intoWood || m.below === 'sanded back in part' || m.below === 'unknown'
      out.push({
        weight: 'stop',
        layer: f.layer.id,
        zone: m.zone,
        says: say`${f.material.label} on the ${m.zone}, which is ${m.below}: no. ${m.why}${
          strip
            ? say` Sanding back: ${squareMetres(area)}, P120 to ${WOOD_PREPARATION[0]}, about ${num(Math.max(10, area * STRIP_MINUTES), 0, 'min')}.`
            : ''
        }`,
        ...(strip ? { mend: { kind: 'strip' as const, zone: m.zone } } : {}),
      })
    }
    if (barred.length)
      out.push({
        weight: 'stop',
        layer: f.layer.id,
        says: say`${f.material.label} over ${[...new Set(barred.map(m => m.below))].join(', ')}: only after a barrier. ${barred[0]!.why}`,
        mend: { kind: 'barrier', before: f.layer.id, zones: barred.map(m => m.zone) },
      })
    if (f.material.professional)
      out.push({ weight: 'stop', layer: f.layer.id, says: say`${f.material.label}: ${f.material.professional}` })
  }
  return out
}

/** What the wood and the parts ask for. */
function surfaceFindings(
  build: Finished,
  facts: readonly LayerFacts[],
  body: ReturnType<typeof partIn>,
  neck: ReturnType<typeof partIn>,
): FinishFinding[] {
  const out: FinishFinding[] = [],
    look = (says: Said) => out.push({ weight: 'look', says })
  // What a zone was found to be goes before what its part says.
  const found = (slot: 'body' | 'neck') => build.finish.surfaces?.some(s => SLOT_OF[s.zone] === slot) ?? false
  const coats = (slot: 'body' | 'neck') => facts.some(f => f.layer.zones.some(z => SLOT_OF[z] === slot))
  if (body && coats('body')) {
    const wood = woodOf(body.traits.wood),
      fills = facts.some(f => f.material.look === 'fill'),
      films = facts.some(f => f.material.look === 'cover' || f.material.family !== 'oil')
    if (wood.openPored && !fills && films)
      out.push({
        weight: 'look',
        mend: { kind: 'fill', zones: facts[0]!.layer.zones.filter(z => SLOT_OF[z] === 'body') },
        says: say`${wood.name} is open-pored: without grain filler its pores stay visible under every coat. Leave them on purpose, or fill: before dye the pores stay pale, after a sealed dye they take the filler’s colour. A test panel first, either way.`,
      })
    if (fills && !wood.openPored) look(say`${wood.name} has closed pores: grain filler has nothing to fill.`)
    if (marksEasily(wood))
      look(
        say`${wood.name} takes a fingernail’s mark (side hardness ${num(wood.sideHardness, undefined, 'N')}): a blanket under the body before it is laid down, and dents steamed while it is bare.`,
      )
    if (!takesFinish(body) && !found('body')) look('The body came finished: what goes on it goes over that.')
  }
  if (neck && coats('neck') && !takesFinish(neck) && !found('neck'))
    look('The neck came finished: what goes on it goes over that.')
  for (const s of build.finish.surfaces ?? []) {
    if (s.drops === undefined || s.soaked === undefined) continue
    const told = dropTest(s.drops, s.soaked)
    if (told.state !== s.state && s.state !== 'unknown')
      look(
        say`${s.zone}: ${num(s.soaked)} of ${num(s.drops)} drops soaked in, which says ${told.state}; it is kept as ${s.state}.`,
      )
  }
  return out
}

/** What drops of water tell of a face: all soak in, some, or none [common practice]. */
export function dropTest(drops: number, soaked: number): { state: SurfaceState; says: string } {
  if (soaked >= drops) return { state: 'bare', says: 'Every drop soaks in: bare wood, it takes dye and oil.' }
  if (soaked === 0)
    return { state: 'sealed', says: 'Every drop stands: sealed or finished. Films only, after scuffing.' }
  return {
    state: 'sanded back in part',
    says: `${soaked} of ${drops} drops soak in: sealer is left in places, oil and dye would be patchy.`,
  }
}
