import { startFrom } from '../finish/edits.ts'
import type { WorkshopSettings } from '../document/settings.ts'
import { FORMAT, VERSION, type Build, type SetupTargets } from '../document/build.ts'
import { slotsOf } from '../document/slots.ts'
import { proposedCircuit } from '../circuit/recipes/index.ts'
import type { Stock } from '../parts/part.ts'
import { meanActionAtTwelve, nutHeight } from '../layout/saddleHeight.ts'
import { instrumentOf, isBass, resolve, type Answers } from './answers.ts'
import { assuming, LEFT_EMPTY, partAssumed, type Assuming } from './partsAssumed.ts'
import { BASS_FRETS, FRETS, proportionsOf } from './proportions.ts'

/** What the builder has at the start. */
export const HAVES = ['kit', 'body and neck', 'donor', 'to buy'] as const
export type Have = (typeof HAVES)[number]

export interface Start {
  id: string
  name: string
  have: Have
  answers: Answers
  /** Local day on which the work starts, YYYY-MM-DD. */
  today: string
  settings: WorkshopSettings
}

/** Where a set-up begins: middle ways of both schools [common practice: handbook section 8]. */
export const USUAL_SETUP: SetupTargets = {
  relief: 0.2,
  actionAt: 'fret 12',
  actionBass: 1.6,
  actionTreble: 1.35,
  nutSchool: 'gap over fret 1',
  nutBass: 0.46,
  nutTreble: 0.41,
  spacing: 'equal gaps',
  edgeMargin: 3,
}

/** Whether a slot's part is on the table already. */
const onTable = (have: Have, slot: string): boolean =>
  have === 'kit' || have === 'donor' || (have === 'body and neck' && (slot === 'body' || slot === 'neck'))

/** Everything that assumed parts follow from, for one set of answers. */
export function assumingFor(answers: Answers, setup: SetupTargets = USUAL_SETUP): Assuming {
  const r = resolve(answers)
  const probe = { setup } as Build
  const atNut = nutHeight(probe)
  const p = proportionsOf(r, {
    atTwelve: meanActionAtTwelve(
      probe,
      r.scaleLength,
      isBass(r.strings, r.perCourse, r.scaleLength) ? BASS_FRETS : FRETS,
    ),
    atNut,
  })
  return assuming(answers, r, p, atNut)
}

/**
 * A whole build from a few answers: every slot holds a part whose dimensions are assumed, with the spread that such
 * parts have. What was not answered is assumed too and stays named in `instrument.unsure`.
 */
export function assumeBuild(s: Start): Build {
  const a = assumingFor(s.answers),
    instrument = instrumentOf(a.r)
  const slots = slotsOf(instrument).filter(x => !LEFT_EMPTY.includes(x.id))
  const stock = (slot: string): Stock => ({ state: onTable(s.have, slot) ? 'here' : 'to buy' })
  const parts = slots.map(x => ({ ...partAssumed(a, x, x.id), stock: stock(x.id) }))
  const build: Build = {
    format: FORMAT,
    version: VERSION,
    id: s.id,
    name: s.name,
    instrument,
    slots: Object.fromEntries(slots.map(x => [x.id, x.id])),
    parts,
    placements: {},
    bands: {},
    fixes: [],
    cuts: [],
    circuit: { components: [], wires: [], load: s.settings.load },
    finish: {
      colour: 'natural',
      layers: [],
    },
    setup: USUAL_SETUP,
    calendar: { startOn: s.today, ...s.settings.bench },
    climate: s.settings.climate,
    costs: [],
    trials: [],
    readings: [],
    steps: [],
    ownSteps: [],
    log: [],
    preferences: s.settings.preferences,
  }
  return startFrom({ ...build, circuit: proposedCircuit(build) ?? build.circuit }, 'wiped oil-varnish')
}
