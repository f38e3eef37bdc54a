import { mm, num, type Said, say } from '../say/said.ts'
import type { Shaped } from '../document/docs.ts'
import type { Build, Trial } from '../document/build.ts'
import { slotsOf } from '../document/slots.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import type { Joint } from './joint.ts'

/** Something that is fitted dry, and what to look at while it is. */
export interface DryFit {
  id: string
  title: string
  look: Said[]
  joints: string[]
}

export interface TrialAssembly {
  dry: DryFit[]
  /** What moved since the last trial; empty when nothing did or there was none. */
  changed: Said[]
  last: Trial | undefined
  /** Whether a trial is due: none yet, or something changed since. */
  due: boolean
}

/** Clearances that moved less are the same, mm. */
const SAME = 0.05

const LOOK: readonly { kind: string; title: string; look: readonly string[] }[] = [
  {
    kind: 'neck',
    title: 'Neck in its pocket, screwed or clamped',
    look: [
      'Both outer strings run alike to the board’s edges',
      'No light under the heel',
      'Nut to fret 12 twice is the scale',
    ],
  },
  {
    kind: 'bridge',
    title: 'Bridge at its place, held by two screws or its posts',
    look: [
      'Saddles reach their places for the thinnest and the thickest string',
      'Strings at the wanted height with room above and below',
    ],
  },
  {
    kind: 'tuners',
    title: 'Tuners in their holes',
    look: ['Bodies straight, none touching', 'Buttons turn free of each other and of the head'],
  },
  { kind: 'nut', title: 'Nut pressed in by finger', look: ['No gap in front of it', 'Ends flush or a hair proud'] },
  { kind: 'locking-nut', title: 'Locking nut on its shelf', look: ['Screws reach their holes straight'] },
  {
    kind: 'guard',
    title: 'Guard laid on, two screws',
    look: ['Even gap round neck and bridge, pushing on neither', 'Cut-outs over their routs'],
  },
  {
    kind: 'pickup',
    title: 'Pickup in its rout',
    look: ['Goes down to its lowest without touching', 'Poles under their strings'],
  },
  {
    kind: 'ring',
    title: 'Ring under its pickup',
    look: ['Foot meets the top all round', 'Tall one at the bridge'],
  },
  {
    kind: 'pot',
    title: 'Control in its hole',
    look: ['Nut takes three turns at least', 'Case clear of wall and neighbours'],
  },
  { kind: 'switch', title: 'Switch in its hole', look: ['Lever clears at both ends', 'Cover closes over it'] },
  { kind: 'jack', title: 'Jack in its hole, a plug in it', look: ['Nut holds', 'Plug’s tip clears everything'] },
  { kind: 'studs', title: 'Posts', look: ['Push in by hand a third of the way, no further'] },
  { kind: 'tailpiece', title: 'Tailpiece', look: ['Strings leave it in line'] },
  { kind: 'battery', title: 'Battery in its box', look: ['Its lead reaches, lid closes'] },
  { kind: 'plate', title: 'Plate or cover laid on', look: ['Screw holes clear every rout'] },
]

/** What stands now, kept when a trial is done. */
export const trialRecord = (build: Shaped, at: string): Trial => ({
  at,
  slots: { ...build.slots },
  joints: Object.fromEntries(jointsAsTheyStand(build).map(j => [j.id, Number(j.clearance.value.toFixed(3))])),
})

/** The last trial, and what moved since, each with the words for it: empty when nothing did or there was none. */
export interface SinceTrial extends Pick<TrialAssembly, 'last'> {
  changed: readonly (() => Said)[]
}

/** What moved since the last trial. */
export function sinceLastTrial(build: Shaped & Pick<Build, 'trials'>, joints: readonly Joint[]): SinceTrial {
  const last = build.trials.at(-1)
  const changed: (() => Said)[] = []
  if (last) {
    for (const s of slotsOf(build.instrument))
      if ((last.slots[s.id] ?? '') !== (build.slots[s.id] ?? ''))
        changed.push(() => say`${s.label} is another part.`)
    for (const j of joints) {
      const was = last.joints[j.id]
      if (was === undefined) {
        changed.push(() => say`${j.title} is new.`)
        continue
      }
      if (Math.abs(was - j.clearance.value) > SAME)
        changed.push(() =>
          j.counts
            ? say`${j.title}: ${num(-was, 0)} missing then, ${num(-j.clearance.value, 0)} now.`
            : say`${j.title}: ${mm(was, 2)} then, ${mm(j.clearance.value, 2)} now.`,
        )
    }
  }
  return { last, changed }
}

/** Everything that has to be fitted dry before finish, what to look at, and what has changed since it last was. */
export function trialAssembly(
  build: Shaped & Pick<Build, 'trials'>,
  joints: readonly Joint[] = jointsAsTheyStand(build),
): TrialAssembly {
  const slots = slotsOf(build.instrument)
  const dry = slots.flatMap((s): DryFit[] => {
    const row = LOOK.find(l => l.kind === s.kind),
      id = build.slots[s.id]
    if (!row || !id) return []
    const own = joints.filter(j => j.slots.includes(s.id))
    const unsettled = own
      .filter(j => j.state !== 'snug')
      .map(j => (j.counts ? j.title : say`${j.title}: ${j.state}, ${mm(j.clearance.value, 2)}`))
    return [
      {
        id: s.id,
        title:
          slots.filter(x => x.kind === s.kind).length > 1 ? `${s.label}: ${row.title.toLowerCase()}` : row.title,
        look: [...row.look, ...unsettled],
        joints: own.map(j => j.id),
      },
    ]
  })
  const { last, changed } = sinceLastTrial(build, joints)
  return {
    dry,
    changed: changed.map(says => says()),
    last,
    due: !last || changed.length > 0,
  }
}
