import { cm, type Said, say } from '../say/said.ts'
import { TREMOLOS, type Build } from '../document/build.ts'
import { partIn } from '../document/references.ts'

/** A thing for the parcel or an act of packing, and why. */
export interface PackingLine {
  id: string
  what: Said
  why: string
}

export interface PackingList {
  /** What is laid in. */
  things: PackingLine[]
  /** What is done with the instrument before the lid is shut, in order. */
  acts: PackingLine[]
}

const thing = (id: string, what: Said, why: string): PackingLine => ({ id, what, why })

/** What goes into the parcel with this instrument, and how it is made ready [common practice]. */
export function packingList(build: Build): PackingList {
  const { bridge, extras } = build.instrument,
    neck = partIn(build, 'neck'),
    used = new Set(Object.values(build.slots)),
    spare = build.parts.filter(p => !used.has(p.id) && (p.stock?.state ?? 'here') === 'here')
  const rod = neck?.traits.rod
  const things = [
    thing('instrument', build.name, 'strung, as it was set up'),
    thing('sheet', 'The sheet that goes with it', 'parts, circuit, finish, set-up and how to mend it'),
    ...(neck && rod !== 'none'
      ? [
          thing(
            'rod',
            say`The key for its rod${rod ? say`, reached ${rod}` : ''}`,
            'relief is read again after the journey',
          ),
        ]
      : []),
    ...(TREMOLOS.includes(bridge)
      ? [thing('arm', 'The tremolo’s arm, out of its hole', 'it breaks the case or the bridge when it stays in')]
      : []),
    ...(bridge === 'double-locking tremolo'
      ? [thing('keys', 'Keys for the locks and fine tuners’ screws', 'no string is changed without them')]
      : []),
    ...(partIn(build, 'strings')
      ? [thing('strings', say`A spare set: ${partIn(build, 'strings')!.name}`, 'the set-up holds for these alone')]
      : []),
    ...(extras.includes('battery')
      ? [thing('battery', 'A fresh battery, beside the instrument', 'one inside corrodes on a shelf')]
      : []),
    ...spare.map(p => thing(`spare-${p.id}`, p.name, 'it was replaced and belongs to the owner')),
  ]
  const acts = [
    thing(
      'slack',
      'Tune every string down by a whole tone',
      'pull changes when it gets cold; slack strings let the neck bend back too far',
    ),
    ...(bridge === 'floating bridge'
      ? [
          thing(
            'float',
            'Mark the bridge’s place with tape, pad it from the top',
            'it holds by the strings’ pull alone',
          ),
        ]
      : []),
    ...(TREMOLOS.includes(bridge)
      ? [
          thing(
            'block',
            'A block of wood between tremolo block and body',
            'the bridge cannot dive when a string breaks',
          ),
        ]
      : []),
    ...(extras.includes('battery')
      ? [thing('out', 'Take the battery out, pull the plug', 'the plug switches it on')]
      : []),
    thing(
      'paper',
      'Paper between strings and frets, no plastic on the finish',
      'plastic and rubber mark fresh lacquer',
    ),
    thing('head', 'Pad under the head’s neck side so that it hangs free', 'a blow on the case breaks the head off'),
    thing('still', 'Nothing moves when the case is shaken', 'what rattles chips'),
    thing(
      'box',
      say`Case in a carton with ${cm(5)} of padding all round; which side is up, outside`,
      'carriers drop what has no arrow too',
    ),
  ]
  return { things, acts }
}
