import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * Where each joint is shown on the instrument, by hand: scale 648, heel end at 470 and its mouth 76 before, board 42 wide
 * at the nut and 56 at fret 22 (466.16 from the nut), plate’s front at 635 and the foremost saddle 8 behind it, a pickup
 * at 570 of 38 × 64, a control at 650 | 90.
 */
const FRONT = 635,
  HEEL = 470,
  LAST = 466.161
type Places = Record<string, readonly [number, number]>

const NECK: Places = {
  'heel-width-mouth': [HEEL - 76, 28],
  'heel-width-end': [HEEL, 28],
  'heel-length': [HEEL, 0],
  'pocket-floor': [HEEL - 38, 0],
  'string-margin-treble': [LAST, 28],
  'string-margin-bass': [LAST, -28],
}
const SCREWED: Places = { 'neck-screw-tip': [HEEL - 38, 14], 'neck-screw-bite': [HEEL - 38, -14] }
const NUT: Places = {
  'nut-length': [-1.6, -21],
  'nut-thickness': [-1.6, 21],
  'nut-height': [-1.5, 0],
}
const BRIDGE: Places = {
  'bridge-line': [648, 0],
  'saddle-height': [FRONT + 8, 0],
  // The thickest string’s own saddle: 1.2 + 2.4 × 1 behind the scale’s end.
  'string-in-bridge': [651.6, -26],
}
const PLATE: Places = { 'bridge-screws-tab': [FRONT + 30, 24], 'bridge-screws-bite': [FRONT + 30, 24] }
const CONTROLS: Places = {
  'pot-volume-thread': [650, 90],
  'pot-volume-hole': [650, 90],
  'pot-volume-case': [650, 90],
  'pot-volume-place': [650, 90],
  // Over the nearest wall of a cavity from 60 to 120; the cavity’s own middle.
  'control-wall': [650, 120],
  'wire-room': [670, 90],
  'ground-there': [FRONT + 10, 0],
  'jack-place': [FRONT, -60],
}
const PICKUP: Places = {
  'pickup-bridge-rout': [570 - 19, -32],
  'pickup-bridge-depth': [570, 0],
  'pickup-bridge-lead': [570, 0],
}
const TAIL: Places = { 'button-screws-bite': [790, 0] }

const placesOf = (b: Build): Record<string, number[]> =>
  Object.fromEntries(jointsAsTheyStand(b).map(j => [j.id, j.at.map(x => +x.toFixed(3))]))
const agree = (b: Build, ...of: Places[]) => {
  const at = placesOf(b)
  for (const [id, place] of of.flatMap(p => Object.entries(p)))
    expect(at[id], id).toEqual(place.map(x => expect.closeTo(x, 2)))
}

describe('a joint is shown where it is', () => {
  it('on a flat plate, a screwed neck and controls in the body', () =>
    agree(plainBuild({ front: 165 }), NECK, SCREWED, NUT, BRIDGE, PLATE, CONTROLS, PICKUP, TAIL))
  it('on a guard: cut-outs, screws, its edges to neck and bridge', () =>
    agree(
      plainBuild({
        front: 165,
        instrument: { mounting: 'on the guard', pickups: ['bridge', 'neck'] },
        parts: { guard: {} },
      }),
      NECK,
      SCREWED,
      NUT,
      BRIDGE,
      PLATE,
      {
        'guard-neck': [HEEL, 28],
        'guard-bridge': [FRONT, 0],
        'guard-holes': [HEEL + 60, 40],
        'guard-screws-bite': [HEEL + 60, 50],
        // Its cut-outs are 135 and 25 from the pocket’s end.
        'pickup-bridge-guard-offset': [HEEL + 135, 0],
        'pickup-bridge-lead': [HEEL + 135, 0],
        'pickup-neck-lead': [HEEL + 25, 0],
      },
    ))
  it('in rings: foot, opening and curve', () =>
    agree(
      plainBuild({ front: 165, instrument: { mounting: 'in rings', pickups: ['bridge'] } }),
      NECK,
      BRIDGE,
      PICKUP,
      { 'ring-bridge-curve': [570, 25] },
    ))
  it('with a stop tail', () =>
    agree(
      plainBuild({
        front: 165,
        instrument: { bridge: 'stud bridge' },
        parts: { tailpiece: {}, 'tail-posts': {} },
      }),
      NECK,
      NUT,
      BRIDGE,
      CONTROLS,
      { 'string-in-tailpiece': [681.6, -26] },
    ))
  it('with a clamping nut', () =>
    agree(plainBuild({ front: 165, instrument: { bridge: 'double-locking tremolo' } }), NECK, BRIDGE, {
      'lock-length': [-4, 0],
      'lock-screws': [-4, -10.5],
      'lock-width': [-4, 21],
      'shelf-there': [-8, 10.5],
      'tremolo-foot': [FRONT + 12, -12],
    }))
  it('with a glued neck and strings through the body', () =>
    agree(plainBuild({ front: 165, instrument: { neckJoint: 'glued', extras: ['ferrules'] } }), NECK, BRIDGE, {
      'dry-angle': [HEEL + 10, 12],
      'dry-line': [648, 0],
      'ball-in-ferrule': [FRONT + 25, 0],
    }))
  it('with a drilled head and body', () => {
    const b = plainBuild({
      front: 165,
      parts: {
        neck: {
          features: [1, 2, 3, 4, 5, 6].map(n =>
            typicalFeature(
              'tuner-hole',
              `t${n}`,
              { x: -40 - 30 * (n < 4 ? n - 1 : 6 - n), y: n < 4 ? 33 : -33, diameter: 10 },
              { serves: String(n), through: true },
            ),
          ),
        },
      },
    })
    const at = placesOf(b)
    expect(at['string-in-tuners']).toEqual([-40, -33])
    const tuners = Object.entries(at).filter(([id]) => /tuner/.test(id))
    expect(tuners.length).toBeGreaterThan(2)
    for (const [id, [x, y]] of tuners) {
      expect(x, id).toBeLessThan(-20)
      expect(Math.abs(y!), id).toBeLessThan(46)
    }
  })
  it('each within the instrument, whatever is fitted', () => {
    for (const bridge of ['flat plate', 'stud bridge', 'floating bridge', 'double-locking tremolo'] as const) {
      for (const [id, [x, y]] of Object.entries(placesOf(plainBuild({ front: 165, instrument: { bridge } })))) {
        expect(x, id).toBeGreaterThan(-190 - 1)
        expect(x, id).toBeLessThan(790 + 1)
        expect(Math.abs(y!), id).toBeLessThan(160 + 1)
      }
    }
  })
})
