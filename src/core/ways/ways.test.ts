import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { apart, demo } from '../../../tests/support/demo.ts'
import { cavity, channel, dim, hollowed, SHELL } from '../../../tests/support/hollowed.ts'
import type { Build } from '../document/build.ts'
import { plan } from '../plan/plan.ts'
import { reopenStep, tickStep } from '../plan/tickStep.ts'
import { withJointMade } from '../plan/solderTick.ts'
import { harnessBoard } from '../print/circuitSheet.ts'
import { closedBody } from './closedBody.ts'
import { cutList } from './cutList.ts'
import { withLoose } from '../circuit/loose.ts'
import { drillWork } from '../fit/drillWork.ts'
import { solderOrder } from '../circuit/solderOrder.ts'
import { groundOf } from './ground.ts'
import { hotRuns } from './hotRuns.ts'
import { shieldingOf } from './shielding.ts'
import { passesBore, passesOpening } from './girth.ts'
import { jointsIn, solderActs, type SolderAct } from './solderActs.ts'
import { openSettings } from '../circuit/settings.ts'
import { piecesOf } from '../circuit/pieces.ts'
import { shielded } from '../circuit/shielded.ts'
import { withWireMetres } from './wireMetres.ts'
import { wireWays } from './wireWays.ts'
import { drawing } from './drawing.ts'

const AT = '2026-11-27T10:00:00.000Z'
const way = (b: Build, id: string) => wireWays(b)!.ways.find(w => w.wire === id)!
const kinds = (a: readonly SolderAct[]) => a.map(x => x.kind)

describe('the way of a wire', () => {
  const b = hollowed(SHELL)
  it('goes through the channel: corner by corner as it is measured by hand', () => {
    // Pickup at (100, 0); out of its rout at the wall y = 45, into the cavity at its wall y = 60, to the pot at (130, 90).
    const w = way(b, 'w7')
    expect(w.blocked).toBe(false)
    expect(w.through).toMatchObject([{ diameter: 8, planned: false }])
    const byHand = Math.hypot(10, 45) + 15 + Math.hypot(20, 30)
    expect(w.length).toBeCloseTo(byHand, 2)
  })
  it('gives a braid as many picofarads as it is long: 100 a metre [common practice]', () => {
    const w = b.circuit.wires.find(x => x.id === 'w7')!,
      braided = {
        ...b,
        circuit: { ...b.circuit, wires: b.circuit.wires.map(x => (x === w ? shielded(b, w, 'at its end') : x)) },
      },
      farads = (x: typeof braided) =>
        piecesOf(x, openSettings(x), true).poles.find(y => y.kind === 'C' && y.id === 'w7-braid') as {
          farads: number
        }
    const byHand = Math.hypot(10, 45) + 15 + Math.hypot(20, 30)
    expect(farads(withWireMetres(braided)).farads).toBeCloseTo((100e-12 * byHand) / 1000, 14)
    // Nobody asked for ways: a usual length. Nothing is shielded: nothing is looked for.
    expect(farads(braided).farads).toBeCloseTo(20e-12, 14)
    expect(withWireMetres(b)).toBe(b)
  })
  it('stays in a hollow that both ends lie in: the straight line', () => {
    expect(way(b, 'w2')).toMatchObject({ through: [], blocked: false, length: 40 })
  })
  it('is wanted as a channel where none is, of a depth that meets both', () => {
    const none = way(hollowed(SHELL.slice(0, -1)), 'w7')
    expect(none.through).toMatchObject([{ diameter: 8, planned: true }])
  })
  it('is the same mirrored for the other hand', () => {
    const left: Build = {
      ...hollowed(
        SHELL.map(f => ({
          ...f,
          dims: Object.fromEntries(
            Object.entries(f.dims).map(([k, d]) => [k, k === 'y' || k === 'toY' ? { ...d, value: -d.value } : d]),
          ),
        })),
      ),
      instrument: { ...b.instrument, handedness: 'left' },
    }
    expect(way(left, 'w7').length).toBeCloseTo(way(b, 'w7').length, 2)
  })
  it('is longer by what a second hollow adds, and takes the shorter of two', () => {
    const round = hollowed([...SHELL, { ...channel(85, 40, 85, 70), id: 'other' }])
    // The other channel lies before the cavity's end wall at x = 100: it leads nowhere.
    expect(way(round, 'w7').length).toBeCloseTo(way(b, 'w7').length, 9)
    const two = hollowed([...SHELL, { ...channel(118, 40, 118, 70), id: 'other' }])
    expect(way(two, 'w7').length).toBeLessThan(way(b, 'w7').length)
    expect(way(two, 'w7').through[0]!.id).toMatch(/other$/)
  })
  it('passes a bore once that cuts a third hollow on its way', () => {
    const between = { ...cavity(115, 52, 20), id: 'between', role: 'spring-cavity' as const }
    const third: Build = hollowed(
      SHELL.map(f => (f.id === 'way' ? channel(110, 30, 110, 75) : f)).concat({
        ...between,
        dims: { ...between.dims, width: dim(6) },
      }),
    )
    expect(wireWays(third)!.graph.channels[0]!.rooms).toHaveLength(3)
    expect(way(third, 'w7').through).toHaveLength(1)
  })
  it('is not known without a body', () => {
    const { body: _gone, ...slots } = demo('wren').slots
    void _gone
    expect(wireWays({ ...demo('wren'), slots })).toBeUndefined()
  })
})

describe('the strings’ ground', () => {
  it.each(['heron', 'plover'] as const)(
    'of %s that is still to be drilled goes by the very hole that the hole list has',
    name => {
      const b = demo(name),
        hole = drillWork(b)!.holes.find(h => h.group === 'ground')!,
        { graph, homes } = wireWays(b)!
      expect(graph.ground!.planned).toBe(true)
      expect(homes.get('strings')!.at[0]).toBeCloseTo(hole.at[0], 6)
      expect(homes.get('strings')!.at[1]).toBeCloseTo(hole.at[1], 6)
      expect(graph.ground!.bore.radius * 2).toBe(hole.bits.at(-1)!.mm)
    },
  )
  it('of a tremolo begins at its claw and goes by the channel that is there', () => {
    const b = demo('kestrel'),
      w = wireWays(b)!.ways.find(x => x.wire === 'w22')!
    expect(w).toMatchObject({ blocked: false, through: [{ diameter: 4, planned: false }] })
    // Without it one is asked for, and taken.
    const without: Build = {
      ...b,
      parts: b.parts.map(p =>
        p.kind === 'body' ? { ...p, features: p.features.filter(f => f.id !== 'channel-ground') } : p,
      ),
    }
    const asked = wireWays(without)!.ways.find(x => x.wire === 'w22')!
    expect(asked).toMatchObject({ blocked: false, through: [{ diameter: 3, planned: true }] })
  })
  it('is one of the metal alone: a cover that somebody bonds is soldered like anything else', () => {
    const b = demo('heron'),
      { circuit, id } = withLoose(b.circuit, 'metal')
    const more: Build = {
      ...b,
      circuit: {
        ...circuit,
        wires: [...circuit.wires, { id: 'cover', from: `${id}.bond`, to: 'volume.case', kind: 'wire' }],
      },
    }
    const acts = solderActs(more)
    expect(acts.filter(a => a.kind === 'lay').map(a => a.kind === 'lay' && a.joint.terminal)).toEqual([
      'strings.bond',
    ])
    expect(acts.some(a => a.kind === 'joint' && a.joint.terminal === `${id}.bond`)).toBe(true)
    expect(wireWays(more)!.homes.has(id)).toBe(false)
  })
})

describe('what passes a hole', () => {
  it('is told by its two smaller sides', () => {
    // Across 3 and 4 is 5; a millimetre of play.
    expect(passesBore([3, 4, 100], 6)).toBe(true)
    expect(passesBore([3, 4, 100], 5.9)).toBe(false)
    expect(passesOpening([24, 24, 30], 24.5, 90)).toBe(true)
    expect(passesOpening([24, 24, 30], 23.5, 90)).toBe(false)
    expect(passesOpening([14, 24, 24], 20, 90)).toBe(true)
  })
})

describe('what is done with iron and wire', () => {
  const b = hollowed(SHELL)
  it('begins with tin, lays the ground, and pulls leads through before their free ends are soldered', () => {
    const acts = solderActs(b)
    expect(kinds(acts).slice(0, 2)).toEqual(['tin', 'lay'])
    const pull = acts.find(a => a.kind === 'pull' && a.wires.includes('w7'))!,
      joint = acts.find(a => a.kind === 'joint' && a.stage === 'pickups' && a.joint.wires.some(w => w.id === 'w7'))!
    expect(pull.order).toBeLessThan(joint.order)
    // One cable is pulled once, with all its leads.
    expect(pull.kind === 'pull' && pull.wires).toEqual(['w6', 'w7', 'w8'])
    expect(acts.map(a => a.order)).toEqual(acts.map((_, i) => i + 1))
    expect(jointsIn(acts)).toHaveLength(new Set(jointsIn(acts).map(j => `${j.terminal}@${j.stage}`)).size)
  })
  it('pulls nothing where pot and pickup go through the channel themselves', () => {
    const wide = hollowed([...SHELL.slice(0, -1), channel(110, 40, 110, 70, 36)])
    expect(solderActs(wide).some(a => a.kind === 'pull' && a.wires.includes('w7'))).toBe(false)
  })
  it.each(['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const)(
    'has every joint of %s once, none before what it waits for',
    name => {
      const acts = solderActs(demo(name)),
        at = new Map(acts.map((a, i) => [a.id, i]))
      for (const a of acts)
        if (a.kind === 'pull')
          for (const j of acts)
            if (j.kind === 'joint' && j.stage === 'pickups' && a.stage === 'pickups')
              if (j.joint.wires.some(w => a.wires.includes(w.id)) && !j.joint.terminal.startsWith('pickup'))
                expect(at.get(a.id)!, `${a.id} before ${j.id}`).toBeLessThan(at.get(j.id)!)
      expect(new Set(acts.map(a => a.id)).size).toBe(acts.length)
    },
  )
})

describe('a body without a cover', () => {
  const plover = demo('plover')
  it('is wired outside; the farthest goes in first and the switch last', () => {
    const { pulled, openings } = closedBody(plover)!
    expect(pulled.at(-1)!.component).toBe('switch')
    const others = pulled.slice(0, -1).map(p => p.distance)
    expect(others).toEqual([...others].sort((a, b) => b - a))
    expect(openings).toHaveLength(1)
    const ids = plan(plover).steps.map(s => s.id)
    const harness = ids.indexOf('test/harness')
    expect(harness).toBeGreaterThan(ids.indexOf('solder/through-the-body'))
    expect(harness).toBeLessThan(ids.indexOf('assemble/controls'))
  })
  it('has the size of its sound hole from the hole’s own edge line: 96 along, from −9 to 15 across', () => {
    const [opening] = closedBody(plover)!.openings
    // Smoothed it bulges a little past its points.
    expect(Math.abs(opening!.length - (48 - -48))).toBeLessThan(1)
    expect(Math.abs(opening!.width - (15 - -9))).toBeLessThan(1)
  })
  it('says what passes no sound hole', () => {
    const b: Build = {
      ...plover,
      parts: plover.parts.map(p => (p.id === 'pot-tone' ? { ...p, dims: { ...p.dims, caseWidth: dim(26) } } : p)),
    }
    expect(closedBody(b)!.pulled.find(p => p.component === 'pot-tone')!.by).toBeUndefined()
    expect(closedBody(plover)!.pulled.every(p => p.by)).toBe(true)
  })
  it('is none with a back cover, and none without a sound hole', () => {
    expect(closedBody({ ...plover, instrument: { ...plover.instrument, extras: ['back cover'] } })).toBeUndefined()
    expect(closedBody(demo('heron'))).toBeUndefined()
  })
  it('has longer leads: the harness lies outside while they are soldered', () => {
    const list = (b: Build) => cutList(b, drawing(b)).wires.find(w => w.id === 'w11')!
    const covered: Build = { ...plover, instrument: { ...plover.instrument, extras: ['back cover'] } }
    expect(list(plover).length - list(covered).length).toBe(90)
  })
})

describe('a board for the harness', () => {
  it('has every control at its true place, mirrored, with a hole for its thread', () => {
    const b = demo('plover'),
      board = harnessBoard(b)!,
      d = drawing(b)
    const holes = board.marks.flatMap(m => (m.kind === 'hole' && m.diameter > 4 ? [m] : []))
    const pots = d.components.filter(c => c.kind === 'pot')
    for (const c of pots) {
      const h = holes.find(x => x.at[0] === c.at[0] && x.at[1] === -c.at[1])!
      expect(h.diameter).toBe(7.5)
    }
    // Holes of the volume and the tone in the demo's body: 628 − 696 along, 84 across.
    const at = (id: string) => d.components.find(c => c.id === id)!.at
    expect(at('pot-tone')[0] - at('pot-volume')[0]).toBeCloseTo(68, 6)
    expect(board.mirrored).toBe(true)
  })
})

describe('steps of the plan and joints are one', () => {
  const b = apart(demo('wren')),
    step = (x: Build, id: string) => plan(x).steps.find(s => s.id === id)!
  const made = (x: Build, id: string) =>
    solderActs(x)
      .filter(a => a.kind === 'joint' && `solder/${a.stage.replace(/ /g, '-')}` === id)
      .map(a => a.kind === 'joint' && a.joint.state)
  it('a step that is done has made its joints, and opened again unmade them', () => {
    const done = tickStep(b, step(b, 'solder/pickups'), AT)
    // Of those that are made the meter has proven some already.
    expect(made(done, 'solder/pickups').every(x => x === 'soldered' || x === 'proven')).toBe(true)
    expect(new Set(made(done, 'solder/through-the-body'))).toEqual(new Set(['planned']))
    expect(new Set(made(reopenStep(done, 'solder/pickups'), 'solder/pickups'))).toEqual(new Set(['planned']))
  })
  it('the last joint makes the step done, and one that is found wrong opens it', () => {
    let x = b
    const own = solderActs(b).filter(a => a.kind === 'joint' && a.stage === 'pickups')
    own.forEach((a, i) => {
      if (a.kind !== 'joint') return
      expect(step(x, 'solder/pickups').status, String(i)).not.toBe('done')
      x = withJointMade(x, a.joint, 'soldered', AT)
    })
    expect(step(x, 'solder/pickups').status).toBe('done')
    const [head] = own,
      wrong = head?.kind === 'joint' ? withJointMade(x, head.joint, 'found wrong', AT) : x
    expect(step(wrong, 'solder/pickups').status).not.toBe('done')
  })
  it('the ground is laid before the bridge goes down', () => {
    const ids = plan(demo('heron')).steps.map(s => s.id)
    expect(ids.indexOf('solder/bonds')).toBeLessThan(ids.indexOf('assemble/bridge'))
    expect(plan(demo('heron')).steps.find(s => s.id === 'assemble/bridge')!.needs).toContain('solder/bonds')
  })
})

describe('any build', () => {
  it('has each of its joints once, every wire a length, and its metal told, without a throw', () =>
    fc.assert(
      fc.property(anyBuild, b => {
        const acts = solderActs(b),
          made = jointsIn(acts)
        expect(made).toHaveLength(solderOrder(b).length)
        expect(new Set(acts.map(a => a.id)).size).toBe(acts.length)
        const { wires, reels } = cutList(b, drawing(b))
        expect(wires.every(w => w.length > 0 && Number.isFinite(w.length))).toBe(true)
        expect(reels.reduce((s, r) => s + r.pieces, 0)).toBe(wires.filter(w => w.kind === 'wire').length)
        const ground = groundOf(b)
        expect(ground.loops.every(l => l.area > 0 && Number.isFinite(l.against))).toBe(true)
        const lined = shieldingOf(b)
        if (lined) expect(Number.isFinite(lined.area)).toBe(true)
        expect(hotRuns(b).every(r => Number.isFinite(r.plain))).toBe(true)
      }),
      { numRuns: runs(15) },
    ))
})
