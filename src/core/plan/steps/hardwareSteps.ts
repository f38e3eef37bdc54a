import { capital, mm, say } from '../../say/said.ts'
import { TREMOLOS, type Build } from '../../document/build.ts'
import { LAID, type Laid } from '../../document/docs.ts'
import { factOfKinds } from '../../document/fact.ts'
import { partIn } from '../../document/references.ts'
import type { StepRef } from '../../document/stepRef.ts'
import { fixed } from '../../units/length.ts'
import type { Arrow, Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'
import { BONDS, CONTROLS } from './wiringSteps.ts'

export const BRIDGE: StepRef = { kind: 'assemble', what: 'bridge' }
const POSTS: StepRef = { kind: 'assemble', what: 'posts' },
  SPRINGS: StepRef = { kind: 'assemble', what: 'springs' },
  FERRULES: StepRef = { kind: 'assemble', what: 'ferrules' },
  NUT: StepRef = { kind: 'assemble', what: 'nut' },
  TREES: StepRef = { kind: 'assemble', what: 'trees' },
  KNOBS: StepRef = { kind: 'assemble', what: 'knobs' },
  RINGS: StepRef = { kind: 'assemble', what: 'rings' },
  TAIL: StepRef = { kind: 'assemble', what: 'tailpiece' }
/** Everything that is on before a string is. */
export const GUARD: StepRef = { kind: 'assemble', what: 'guard' }
const SHIM: StepRef = { kind: 'assemble', what: 'shim' }
const CHASED = needs(
  { kind: 'finish', stage: 'chase' },
  'Film in a hole is driven in by what is pressed or screwed, and lifts at its rim.',
)
const GROUNDED = needs(BONDS, 'The strings’ ground lies under it, or in the hole that its post is pressed into.')

type Made = Pick<Step, 'title' | 'why' | 'minutes' | 'tools'> &
  Partial<Pick<Step, 'how' | 'good' | 'cautions' | 'phase'>> & { after?: readonly Arrow[] }

/** A step of putting hardware on, in the assembly unless it says otherwise. */
const step = (ref: StepRef, { after = [], phase = 'assembly', ...made }: Made): Step => ({
  station: 'plan',
  waitHours: 0,
  whole: false,
  cautions: [],
  ...made,
  ref,
  phase,
  ...IN_PHASE[phase],
  needs: [...IN_PHASE[phase].needs, ...after],
})

/** How a bridge of each sort is put on [common practice]. */
const BRIDGES: Record<Build['instrument']['bridge'], Made> = {
  'flat plate': {
    title: 'Screw the bridge down',
    why: 'The ground wire lies bare and flat under the plate.',
    good: 'No light under its edges; the meter reads under 1 Ω from a saddle to the ground wire.',
    minutes: 15,
    tools: ['screwdriver', 'wax', 'meter'],
    after: [GROUNDED],
  },
  'rocking tremolo, six screws': {
    title: 'Screw the tremolo on, its springs off',
    why: 'The outer two screws hold its height, the four between only just touch: a plate that binds does not come back.',
    how: 'All six in until the plate lies flat, then the inner four out by half a turn. It has to rock on the outer two without a sound.',
    minutes: 20,
    tools: ['screwdriver', 'wax'],
  },
  'rocking tremolo, two posts': {
    title: 'Hang the tremolo on its posts',
    why: 'Knife edges square to the strings and clean: each leans into the groove of its post and nowhere else.',
    minutes: 10,
    tools: ['hex key', 'rag'],
    after: [needs(POSTS, 'It hangs on them.')],
  },
  'double-locking tremolo': {
    title: 'Hang the tremolo on its posts, its saddles clamped',
    why: 'Knife edges clean and square; insert blocks at hand for every string.',
    minutes: 15,
    tools: ['hex keys', 'rag'],
    after: [needs(POSTS, 'It hangs on them.')],
  },
  'stud bridge': {
    title: 'Set the bridge on its posts',
    why: 'Level first, at the height that the action asks for; its radius against the board’s.',
    minutes: 10,
    tools: ['screwdriver', 'steel rule'],
    after: [needs(POSTS, 'It stands on them.')],
  },
  'floating bridge': {
    title: 'Fit the bridge’s foot to the top, and mark its place',
    why: 'Nothing holds it but the strings: its foot has to lie on the arch all over, and its place is marked with tape for the day when they come off.',
    how: 'P240 on the top under the foot, face up, a few strokes along the place where it will stand; then the tape away, and it stands free.',
    good: 'No paper goes under the foot anywhere.',
    minutes: 40,
    tools: ['P240', 'masking tape', 'pencil'],
  },
}

const posts = (what: 'bridge' | 'tail'): Made => ({
  title: say`Press the ${what === 'bridge' ? 'bridge’s' : 'tail’s'} posts in`,
  why: 'A bushing that is in does not come out without its rim. The bridge is tried on both, loosely set, before either is driven home.',
  how: 'Each set by hand first, its ring’s tall side marked. Bridge laid over them, then driven with a block between, a little at a time on each side; stop at contact.',
  good: 'Both rims flush, the bridge drops on without a push.',
  minutes: 20,
  tools: ['wood block', 'mallet', 'tape'],
  after: [CHASED, GROUNDED],
})

/** How many springs, and where their claw begins [common practice]. */
const springs = (build: Laid): Made => {
  const count = partIn(build, 'tremolo-springs')?.dims.count?.value
  return {
    title: say`Screw the claw on and hook ${count === undefined ? 'the' : fixed(count, 0)} spring${count === 1 ? '' : 's'} in`,
    why: 'Hooked in they pull with several kilograms: the bar and the fingers stay out of their way.',
    how: 'Claw screws in by half of their thread, alike. The outer hooks first; a rag over them while the last one is pulled in.',
    minutes: 15,
    tools: ['screwdriver', 'pliers', 'rag'],
    cautions: ['springs'],
    after: [
      needs(BRIDGE, 'They hook into its block.'),
      needs(BONDS, 'The claw’s wire is soldered before it is under tension.'),
    ],
  }
}

/** What of the hardware goes on before the neck and the controls, as far as it is chosen. */
export const hardwareSteps = factOfKinds(
  ['shim', 'ferrules', 'studs', 'bridge', 'tailpiece', 'springs', 'nut', 'locking-nut', 'trees'],
  LAID,
  hardwareOf,
)

function hardwareOf(build: Laid): readonly Step[] {
  const { instrument: i } = build,
    has = (slot: string) => partIn(build, slot) !== undefined,
    out: Step[] = []
  const add = (when: boolean, ref: StepRef, made: Made) => {
    if (when) out.push(step(ref, made))
  }
  const nut = partIn(build, 'nut'),
    blank = nut?.traits.sort === 'blank',
    ownPosts = has('posts')
  add(has('shim'), SHIM, {
    title: say`Lay the shim in the pocket, ${mm(partIn(build, 'shim')?.dims.thick?.value ?? 0, 2)} at its thick end`,
    why: 'Its thick end where the plan has it; it lies flat on a clean floor, with the screws’ holes through it.',
    minutes: 10,
    tools: ['calliper', 'awl'],
  })
  add(has('ferrules'), FERRULES, {
    title: 'Press the ferrules in',
    why: 'A clamp and a block press them straight; a hammer lifts the finish round each.',
    minutes: 15,
    tools: ['clamp', 'wood block', 'tape'],
    after: [CHASED],
  })
  add(ownPosts && i.bridge !== 'flat plate' && i.bridge !== 'floating bridge', POSTS, posts('bridge'))
  add(has('bridge'), BRIDGE, BRIDGES[i.bridge])
  add(has('tailpiece'), TAIL, {
    ...(has('tail-posts')
      ? posts('tail')
      : {
          minutes: 15,
          tools: ['screwdriver', 'wax'],
          why: 'Its hinge on the centre line: strings pull it straight, and its screws after it.',
        }),
    title: has('tail-posts') ? 'Press the tail’s posts in and hang the tail' : 'Screw the tailpiece on',
    after: has('tail-posts') ? [CHASED, GROUNDED] : [GROUNDED],
  })
  add(TREMOLOS.includes(i.bridge) && has('tremolo-springs'), SPRINGS, springs(build))
  add(has('nut') || has('locking-nut'), NUT, {
    title: has('locking-nut')
      ? 'Screw the locking nut on'
      : blank
        ? 'Fit the nut blank, slot it from its strip, shape it'
        : 'Seat the nut',
    why: has('locking-nut')
      ? 'Its bolts hold a string’s whole pull: snug, not forced.'
      : 'After the frets are level: slots are filed to their height. Two drops of glue, so that it comes off again.',
    minutes: blank ? 90 : 15,
    tools: blank ? ['nut files', 'calliper', 'fine saw', 'P600'] : ['wood glue', 'clamp'],
  })
  add(has('trees'), TREES, {
    title: 'Screw the string trees on',
    why: 'Only as low as the strings need to stay in their slots: every degree more is friction.',
    minutes: 10,
    tools: ['screwdriver', 'wax'],
    after: [needs({ kind: 'assemble', what: 'tuners' }, 'They stand where the strings run to the posts.')],
  })
  add(i.mounting === 'in rings', RINGS, {
    title: 'Screw the pickup rings on, pickups hung in them',
    why: 'The tall side of each ring as marked on the map; screws by hand, stopped at contact.',
    minutes: 20,
    tools: ['screwdriver'],
    after: [needs(CONTROLS, 'Leads go through to the controls before the rings close the routs.')],
  })
  return out
}

/** What is put on once it is tested, and before strings lie over it. */
export const lastSteps = factOfKinds(['guard', 'knob'], LAID, lastOf)

function lastOf(build: Laid): readonly Step[] {
  const has = (slot: string) => partIn(build, slot) !== undefined,
    knobs = ['knob-volume', 'knob-tone'].filter(has),
    tested = needs({ kind: 'test', what: 'tap' }, 'What is silent is mended before it is closed.')
  const out: Step[] = []
  if (has('guard'))
    out.push(
      step(GUARD, {
        phase: 'test',
        title: 'Screw the guard down',
        why: 'Tested, and before the strings lie over it. Every screw begun before one is turned home, by hand, stopped at contact.',
        minutes: 15,
        tools: ['screwdriver', 'wax'],
        after: [tested],
      }),
    )
  if (knobs.length)
    out.push(
      step(KNOBS, {
        phase: 'test',
        title: say`Push the ${capital(build.instrument.volumes + build.instrument.tones === 1 ? 'knob' : 'knobs').toLowerCase()} on`,
        why: 'Their nuts are tight first. A card under each leaves the gap that the joint asks for; the pointer where the shaft is at its end.',
        minutes: 5,
        tools: ['card'],
        after: [tested],
      }),
    )
  return out
}

/** Steps that have to be over before a string is on. */
export const UNDER_STRINGS: readonly StepRef[] = [GUARD, NUT, TREES, SPRINGS, BRIDGE, TAIL, RINGS]
/** A shim lies under the heel before the neck is screwed down. */
export const SHIM_STEP = SHIM
