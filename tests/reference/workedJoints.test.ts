import { describe, expect, it } from 'vitest'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import type { Joint } from '../../src/core/fit/joint.ts'
import { measuredInstrument } from '../support/measuredInstrument.ts'

/**
 * Joints worked by hand: one instrument of round numbers, measured all through, and for each joint the clearance that a
 * calliper and a pencil give, its band, and where a way to mend ends. Wiped oil-varnish leaves 0.03 mm of film on a face.
 */
const FILM = 0.03
const joints = jointsAsTheyStand(measuredInstrument())
const joint = (id: string): Joint => {
  const j = joints.find(x => x.id === id)
  if (!j) throw new Error(`no ${id} among ${joints.map(x => x.id).join(', ')}`)
  return j
}
/** Where the string runs at a place from the nut: between the slot's middle and the saddle's. */
const outer = (x: number, nut: number, saddle: number, length: number) => nut + ((saddle - nut) * x) / length

type Row = readonly [id: string, clearance: number, state: Joint['state']]

describe('neck, nut and head', () => {
  it.each<Row>([
    // 76 − 75.7; the pocket is masked.
    ['heel-length', 0.3, 'snug'],
    ['heel-width-mouth', 56 - 55.7, 'loose'],
    ['heel-width-end', 55.8 - 55.4, 'loose'],
    // A tenth of dip is borne; 0.03 is there.
    ['pocket-floor', 0.1 - 0.03, 'snug'],
    // Screws of 45: 29 of body, 16 into a heel that is 19 without its board.
    ['neck-screw-bite', 45 - 45 + 16, 'snug'],
    // Just at its limit of 3.
    ['neck-screw-tip', 25 - 6 - 16, "can't tell"],
    ['neck-screw-hole', 4.8 - 4.2, 'snug'],
    ['nut-thickness', 6.1 - 6, 'loose'],
    ['nut-length', 42.1 - 42, 'snug'],
    ['head-thickness', 16 - 15, 'snug'],
    ['tuner-bushing', 9.9 - 9.8, 'loose'],
    // 46 from the middle to the edge, the holes at 33.
    ['tuner-edge', 46 - 33 - 9.9 / 2, 'snug'],
    ['tuner-pitch', 25 - 15, 'snug'],
  ])('%s is %f: %s', (id, clearance, state) => {
    expect(joint(id).clearance.value).toBeCloseTo(clearance, 4)
    expect(joint(id).state).toBe(state)
  })
  it('a nut stands over its slot by what is filed down: its height less slot, fret and the wanted height', () => {
    // At the middle: a slot’s floor lies at the fret’s crown and 0.435 over it; half of the thickest string stays in.
    const j = joint('nut-height')
    expect(j.clearance.value).toBeCloseTo(7.5 - 3 - 1.1 - (0.46 + 0.41) / 2, 4)
    expect(j.state).toBe('loose')
    expect(j.fixes[0]!.changes[0]!.value).toBeLessThan(7.5)
  })
  it('a veneer makes a pocket’s wall as thick as the middle of its band', () => {
    const j = joint('heel-width-mouth'),
      [veneer] = j.fixes
    expect(veneer!.method).toBe('veneer-side')
    expect(veneer!.changes[0]!.value).toBeCloseTo(55.7 + (j.limits.low + 0.25) / 2, 4)
  })
  it('holes of bushings are sleeved to the middle of their band, every one of them', () => {
    const [sleeve] = joint('tuner-bushing').fixes
    expect(sleeve!.changes).toHaveLength(6)
    for (const c of sleeve!.changes) expect(c.value).toBeCloseTo(9.8 - 0.07, 4)
  })
})

describe('bridge and strings', () => {
  it.each<Row>([
    // 648 − 470 − 8 − 166: the saddles’ foremost point before the scale’s end.
    ['bridge-line', 648 - 470 - 8 - 166, 'snug'],
    ['bridge-screws-bite', 25 - 2, 'snug'],
    ['bridge-screws-tab', 3.4 - 3, 'snug'],
    ['string-in-bridge', 2.6 - 1, 'snug'],
    // Heel 25 over a pocket of 16, frets of 1.1; the string at the saddle at twice the action less the nut.
    ['saddle-height', 25 - 16 + 1.1 + 2 * 1.5 - 0.435 - 8, 'snug'],
  ])('%s is %f: %s', (id, clearance, state) => {
    expect(joint(id).clearance.value).toBeCloseTo(clearance, 4)
    expect(joint(id).state).toBe(state)
  })
  it('the bridge line’s band is what the compensations leave of the travel, a millimetre at each end', () => {
    // Compensations from 1.6 to 3.6 in 14 mm.
    expect(joint('bridge-line').limits).toMatchObject({
      low: expect.closeTo(1 - 1.6, 9),
      high: expect.closeTo(14 - 3.6 - 1, 9),
    })
  })
  it('the saddles have the screws’ whole range but half a millimetre at each end', () => {
    expect(joint('saddle-height').limits).toMatchObject({ low: 0.5, high: 14 - 8 - 0.5 })
  })
  it.each([
    ['string-margin-treble', 17.875, 649.6, 0.125],
    ['string-margin-bass', 17.5, 651.6, 0.5],
  ])('%s is what the board leaves beside the string at the last fret', (id, nut, length, half) => {
    const last = 648 * (1 - 2 ** (-22 / 12))
    expect(joint(id).clearance.value).toBeCloseTo(28 - outer(last, nut, 26, length) - half, 3)
  })
  it.each([
    ['pickup-bridge-poles', 50, 120],
    ['pickup-neck-poles', 49, 30],
  ])('%s is how far the outer string runs inside its pole', (id, spread, place) =>
    expect(joint(id).clearance.value).toBeCloseTo(spread / 2 - outer(470 + place, 17.875, 26, 649.6), 2),
  )
})

describe('pickups and rings', () => {
  it.each<Row>([
    // Half of 40 − 38.4, a film on the wall.
    ['pickup-bridge-rout', (40 - 38.4) / 2 - FILM, 'snug'],
    ['pickup-neck-rout', (40 - 39.9) / 2 - FILM, 'tight'],
    ['pickup-bridge-depth', 20 - 16, 'snug'],
    ['pickup-neck-depth', 18 - 17.5, 'tight'],
    ['ring-bridge-opening', (39.2 - 38.4) / 2, 'snug'],
    ['ring-neck-opening', (40.9 - 39.9) / 2, 'snug'],
    // A ring of 46 over a rout of 90.
    ['ring-bridge-foot', (46 - 90) / 2, "won't go"],
    // A flat foot of 46 on a top of radius 2000: half a millimetre is drawn down, 46² ÷ 16000 of it is taken.
    ['ring-bridge-curve', 0.5 - 46 ** 2 / (8 * 2000), 'snug'],
    ['ring-slope', 9 - 4, 'snug'],
  ])('%s is %f: %s', (id, clearance, state) => {
    expect(joint(id).clearance.value).toBeCloseTo(clearance, 2)
    expect(joint(id).state).toBe(state)
  })
  it('a rout is deepened by half a millimetre more than it lacks', () =>
    // 0.5 of 1 wanted: to 18 + 1.
    expect(joint('pickup-neck-depth').fixes[0]!.changes[0]!.value).toBeCloseTo(18 + 1 + 0.5 - 0.5, 4))
  it('a rout that is opened has room and film all round', () => {
    const open = joint('pickup-neck-rout').fixes.find(x => x.method === 'open-rout')!,
      to = (k: string) => open.changes.find(c => c.ref.endsWith(`.${k}`))!.value
    const room = (to('length') - 39.9) / 2
    expect(room).toBeGreaterThan(0.3 + FILM)
    expect(to('width')).toBeCloseTo(Math.max(90, 88 + 2 * room), 4)
    expect(to('corner')).toBeCloseTo(Math.min(4, 3 + room), 4)
  })
})

describe('controls', () => {
  it.each<Row>([
    ['pot-volume-hole', 8 - 7, 'loose'],
    // Through 6 of top: washer and nut take 2.7.
    ['pot-volume-thread', 9 - 6 - 2.7, 'tight'],
    ['switch-thread', 11 - 6 - 2.6, 'snug'],
    ['pot-volume-case', 37 - 14, 'snug'],
    ['switch-case', 37 - 30, 'snug'],
    ['switch-hole', 12.4 - 12, 'snug'],
    // Volume at 170, switch at 240: half of 24 and half of 20.
    ['control-neighbours', 70 - 12 - 10, 'snug'],
    ['jack-bore', 10 - 9.5, 'snug'],
    ['jack-wall', 9 - 4 - 3, 'snug'],
    ['battery-box', 20 - 17.5, 'snug'],
  ])('%s is %f: %s', (id, clearance, state) => {
    expect(joint(id).clearance.value).toBeCloseTo(clearance, 4)
    expect(joint(id).state).toBe(state)
  })
  it('the case nearest to a wall is told: the switch’s, 20 from the wall with half of 20; the volume’s has 18', () =>
    expect(joint('control-wall').clearance.value).toBeCloseTo(Math.min(30 - 12, 260 - 240 - 10), 4))
  it('a recess thins the top by what the thread lacks, and half a millimetre', () => {
    const recess = joint('pot-volume-thread').fixes.find(x => x.method === 'recess')!
    // 0.3 of thread, 1 wanted.
    expect(recess.changes[0]!.value).toBeCloseTo(6 - (1 - 0.3 + 0.5), 4)
  })
  it('a sleeve leaves three tenths', () =>
    expect(joint('pot-volume-hole').fixes[0]!.changes[0]!.value).toBeCloseTo(7.3, 4))
})

describe('the guard', () => {
  it.each<Row>([
    // Its notch of 57 round a heel of 55.7, and the guard set 0.2 over to the bass side.
    ['guard-neck', (57 - 55.7) / 2 - 0.2, 'snug'],
    // The plate’s front at 166; the guard’s edge at 150 and 0.4 further.
    ['guard-bridge', 166 - 150 - 0.4, 'snug'],
    ['guard-screws-bite', 13 - 2.4, 'snug'],
  ])('%s is %f: %s', (id, clearance, state) => {
    expect(joint(id).clearance.value).toBeCloseTo(clearance, 4)
    expect(joint(id).state).toBe(state)
  })
  it('lies inside the body by its nearer end', () =>
    // −20 and 0.4 over a body that begins at −80.
    expect(joint('guard-edge').clearance.value).toBeCloseTo(80 - 20 + 0.4, 4))
})
