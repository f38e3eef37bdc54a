import type { Build } from '../document/build.ts'
import { quantities, type Maths } from '../document/maths.ts'
import { stepText } from '../document/stepRef.ts'
import type { Zone } from '../document/finishNames.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Part } from '../parts/part.ts'
import { doubtOf, type Quantity } from '../units/quantity.ts'
import { builtBy } from './coats.ts'
import { learnedLayers, type Filmed } from './learnedLayers.ts'
import { SLOT_OF } from './zones.ts'

/** Places that are masked or chased after unless the build says otherwise [common practice]: bare routs are not worth it. */
export const USUALLY_MASKED: readonly FeatureRole[] = [
  'neck-pocket',
  'tuner-hole',
  'pot-hole',
  'switch-hole',
  'jack-hole',
  'stud-hole',
  'ferrule-hole',
  'screw-hole',
  'rod-notch',
  'channel',
  'cut-out',
]

/** The step after which no more film comes: it has cured. */
const CURED = stepText({ kind: 'finish', stage: 'cure' })

/** Whether the finish still goes on a part: bodies unless they came finished, necks only when they are said to be bare or sealed. */
export const takesFinish = (p: Part): boolean =>
  (p.kind === 'body' && p.traits.surface !== 'finished') ||
  (p.kind === 'neck' && p.traits.surface !== undefined && p.traits.surface !== 'finished')

/** The face that holes and routs of a part open in, whose layers find their way into them. */
const OPENS_IN: Partial<Record<Part['kind'], Zone>> = { body: 'body top', neck: 'headstock face' }

/** What the layers of a face leave in what opens in it, mm, and its half-width, with what readings taught of them. */
export function facesFilm(build: Filmed, zone: Zone): { value: number; doubt: number } {
  let value = 0,
    square = 0
  for (const { facts, learned, coats } of learnedLayers(build)) {
    // A cloth leaves nothing in a hole.
    if (!facts.layer.zones.includes(zone) || facts.way === 'wipe') continue
    const { flat } = builtBy(facts, learned, coats)
    value += flat.value
    square += doubtOf(flat) ** 2
  }
  return { value: value / 1000, doubt: Math.sqrt(square) / 1000 }
}

/**
 * Film that the finish will still put on one face of a hole or rout of this part, mm [common practice: a finished hole
 * loses its film twice unless it is masked]: what is said for this build, else what the layers of the face around it
 * build. Nothing on a part that is finished already, and nothing where it is masked.
 */
export function filmFor<Q>(m: Maths<Q>, build: Filmed & Pick<Build, 'steps'>, part: Part, role: FeatureRole): Q {
  if (!takesFinish(part) || build.steps.some(s => s.step === CURED)) return m.exact(0)
  if ((build.finish.masked ?? USUALLY_MASKED).includes(role)) return m.exact(0)
  const own = build.finish.film,
    zone = OPENS_IN[part.kind],
    { value, doubt } = own ?? (zone ? facesFilm(build, zone) : { value: 0, doubt: 0 })
  return value === 0 && doubt === 0
    ? m.exact(0)
    : m.given({
        id: 'finish/film',
        label: 'film of the finish, each face',
        value,
        doubt,
        basis: own?.basis ?? 'planned',
      })
}

/** The same as a quantity that remembers. */
export const filmOn = (build: Filmed & Pick<Build, 'steps'>, part: Part, role: FeatureRole): Quantity =>
  filmFor(quantities, build, part, role)

/** Whether a layer lies on a part. */
export const liesOn = (zones: readonly Zone[], slot: 'body' | 'neck'): boolean =>
  zones.some(z => SLOT_OF[z] === slot)
