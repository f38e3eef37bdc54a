import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo, DEMO_NAMES, demoShelf, uncoated } from '../../../tests/support/demo.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { SCHOOL_NAMES, ZONES } from '../document/finishNames.ts'
import type { FinishLayer } from '../document/finishRecord.ts'
import { readBuild } from '../document/readBuild.ts'
import { plan } from '../plan/plan.ts'
import { tickStep } from '../plan/tickStep.ts'
import { MATERIAL_NAMES } from '../parts/materialNames.ts'
import { typicalPart } from '../parts/typicalPart.ts'
import { missingIn } from '../units/quantity.ts'
import { finishActs, meetings } from './acts.ts'
import { airToCome } from './airToCome.ts'
import { parseAir } from './airText.ts'
import { colourAt } from './appearance.ts'
import { lastCoat } from './coatFacts.ts'
import { lies } from './compatible.ts'
import { finishDates, heldBy } from './dates.ts'
import {
  addLayer,
  changeLayer,
  doneAt,
  dropLayer,
  fillPores,
  moveLayer,
  setFigure,
  setSurface,
  startFrom,
  takeTin,
  withRepair,
} from './edits.ts'
import { chanceOf, filmGround, filmWork, levelWays, wayHolds } from './filmWork.ts'
import { airNow, dropTest, finishWork, surfaceOf } from './finishWork.ts'
import { layerFacts } from './layerFacts.ts'
import { MATERIALS } from './materials.ts'
import { openHoles } from './openHoles.ts'
import { schoolCost } from './schoolCost.ts'
import { SCHOOLS } from './schools.ts'
import { shoppingList } from './shopping.ts'
import { standInAir } from './standInAir.ts'
import { CAUSES, explain, REPAIRS, TROUBLE_NAMES } from './trouble.ts'

const NOW = '2026-11-28T12:00:00Z'
const BODY = ['body top', 'body back', 'body sides', 'body edges'] as const
const withLayers = (layers: FinishLayer[], b: Build = plainBuild()): Build => ({
  ...b,
  finish: { ...b.finish, layers },
})
const one = (patch: Partial<FinishLayer> = {}): FinishLayer => ({
  id: 'clear',
  material: 'nitrocellulose lacquer',
  zones: [...BODY],
  coats: 4,
  ...patch,
})
const bare = (b: Build): Build => ({
  ...b,
  parts: b.parts.map(p => (p.kind === 'body' ? { ...p, traits: { ...p.traits, surface: 'bare' } } : p)),
})
const done = (b: Build, ...steps: [string, string][]): Build => ({
  ...b,
  steps: [...b.steps, ...steps.map(([step, at]) => ({ step, state: 'done' as const, at }))],
})

const reading = (of: string, value: number, at: string) => ({
  id: of.replace('.', '-') + at.slice(11, 13),
  of,
  value,
  doubt: 1,
  at,
})

describe('every school', () => {
  it.each(SCHOOL_NAMES)('%s can be put on a bare body and neck, and is accepted', name => {
    const b = startFrom(bare(plainBuild()), name)
    // A neck alone: over the gloss it came with.
    const neck = SCHOOLS[name].layers.every(l => l.zones.every(z => z === 'neck back' || z === 'headstock face'))
    const r = readBuild(b)
    expect(r.ok ? [] : r.problems).toEqual([])
    const w = finishWork(neck ? setSurface(b, { zone: 'neck back', state: 'old finish' }) : b)
    expect(w.meetings.filter(m => m.zone.startsWith('body') && m.verdict === 'no')).toEqual([])
    expect(w.meetings.filter(m => m.zone.startsWith('body') && m.verdict === 'after a barrier')).toEqual([])
    if (neck) expect(w.meetings.map(m => m.verdict)).toEqual(['after scuffing'])
    expect(w.acts.filter(a => a.ref.stage === 'coat')).toHaveLength(w.layers.reduce((s, l) => s + l.coats, 0))
    expect(w.acts.every(a => a.minutes > 0 && a.title && a.why)).toBe(true)
    expect(new Set(w.acts.map(a => a.id)).size).toBe(w.acts.length)
  })
})

describe('the work of a finish', () => {
  it('goes in the trade’s order: looked over, steamed, eased, panel, sanded, masked, coats, hard, level, polish, holes', () => {
    const b = startFrom(bare(plainBuild()), 'aerosol nitrocellulose')
    const order = [...new Set(finishWork(b).acts.map(a => a.ref.stage))]
    expect(order).toEqual([
      'inspect',
      'steam',
      'ease',
      'panel',
      'sand',
      'mask',
      'coat',
      'cure',
      'level',
      'polish',
      'chase',
    ])
  })
  it('raises the grain under water, darkens what an opening shows, scrapes the binding between colour and clear', () => {
    const stages = (b: Build) => finishWork(b).acts.map(a => a.ref.stage)
    expect(stages(startFrom(bare(plainBuild()), 'waterborne solid colour'))).toContain('raise')
    expect(stages(startFrom(bare(plainBuild()), 'aerosol acrylic'))).not.toContain('raise')
    const acts = finishWork(demo('plover')).acts.map(a => a.id)
    expect(acts).toContain('finish/darken')
    expect(acts.indexOf('finish/scrape')).toBe(acts.indexOf('finish/coat/burst/2') + 1)
    expect(acts.indexOf('finish/scrape')).toBeLessThan(acts.indexOf('finish/coat/clear/1'))
    expect(stages(demo('heron'))).not.toContain('darken')
    expect(stages(startFrom(bare(plainBuild()), 'aged')).at(-2)).toBe('age')
  })
  it('waits by the air: twice as long at 10 °C less', () => {
    const at = (celsius: number) =>
      finishActs({
        layers: [layerFacts(one())],
        meetings: [],
        zones: [],
        air: { celsius, humidity: 50 },
        levelling: undefined,
        stripped: [],
        bare: false,
        opening: false,
        bound: false,
        aged: false,
        decal: false,
        masked: [],
      }).find(a => a.ref.nth === 1)!.waitHours
    expect(at(12.5)).toBeCloseTo(2 * at(22.5), 6)
  })
  it('counts hardening from the last coat: it waits as long as the slowest layer needs', () => {
    const b = withLayers(
      [one({ coats: 2 }), one({ id: 'slow', material: 'oil-varnish', coats: 1 })],
      bare(plainBuild()),
    )
    const acts = finishWork(b).acts,
      last = acts.filter(a => a.ref.stage === 'coat').at(-1)!
    expect(last.waitHours).toBeGreaterThanOrEqual(336)
    expect(acts.find(a => a.ref.stage === 'cure')!.waitHours).toBe(0)
  })
  it('never breaks its own table: what is refused is told, what wants scuffing gets it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            material: fc.constantFrom(...MATERIAL_NAMES),
            zones: fc.uniqueArray(fc.constantFrom(...BODY), { minLength: 1 }),
            coats: fc.integer({ min: 1, max: 3 }),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        made => {
          const layers = made.map((l, i): FinishLayer => ({ ...l, id: `l${i}` })),
            w = finishWork(withLayers(layers, bare(plainBuild())))
          for (const m of w.meetings) {
            const told = w.findings.some(f => f.weight === 'stop' && f.layer === m.layer)
            if (m.verdict === 'no' || m.verdict === 'after a barrier') expect(told).toBe(true)
            if (m.verdict === 'after scuffing')
              expect(w.acts.some(a => a.ref.stage === 'scuff' && a.ref.layer === m.layer)).toBe(true)
            expect(lies(MATERIALS[layers.find(l => l.id === m.layer)!.material].family, m.below).verdict).toBe(
              m.verdict,
            )
          }
        },
      ),
      { numRuns: 50 },
    )
  })
  it('lays a decal between the coats of clear, and fills pores at one stroke', () => {
    const b = startFrom(bare(plainBuild()), 'aerosol acrylic'),
      ids = finishWork({ ...b, finish: { ...b.finish, decal: true } }).acts.map(a => a.id)
    expect(ids.indexOf('finish/decal')).toBe(ids.indexOf('finish/coat/clear/2') + 1)
    const ash = {
        ...b,
        parts: b.parts.map(p => (p.kind === 'body' ? { ...p, traits: { ...p.traits, wood: 'white ash' } } : p)),
      },
      mend = finishWork(ash).findings.find(f => f.mend?.kind === 'fill')!.mend!
    const filled = mend.kind === 'fill' ? fillPores(ash, mend.zones) : ash
    expect(filled.finish.layers[0]).toMatchObject({ material: 'grain filler', coats: 2 })
    expect(finishWork(filled).findings.some(f => f.mend?.kind === 'fill')).toBe(false)
  })
  it('names what is masked, and only what is there', () => {
    const how = finishWork(demo('kestrel')).acts.find(a => a.ref.stage === 'mask')!.how!
    expect(inWords(how)).toMatch(/neck pocket/i)
    expect(inWords(how)).not.toMatch(/ferrule/i)
  })
  it('costs days and hours by school: oil fewer than lacquer', () => {
    const b = bare(plainBuild())
    expect(schoolCost(b, 'hard-wax oil').days).toBeLessThan(schoolCost(b, 'aerosol nitrocellulose').days)
    expect(schoolCost(b, 'hard-wax oil').hours).toBeGreaterThan(0)
  })
  it('puts every hole, cut and dry fit before the first colour', () => {
    for (const name of ['heron', 'plover'] as const) {
      const p = plan(demo(name), { at: NOW, zone: 'UTC' }),
        first = p.steps.findIndex(s => s.colours)
      expect(first).toBeGreaterThan(0)
      for (const s of p.steps.filter(x => (x.phase === 'wood' || x.phase === 'trial') && x.status !== 'done'))
        expect(p.steps.indexOf(s), s.id).toBeLessThan(first)
    }
  })
  it('asks for the panel before an effect, and is content once its step is read', () => {
    const b = startFrom(bare(plainBuild()), 'effect from cans'),
      p = plan(b),
      ids = p.steps.map(s => s.id),
      panel = p.steps.find(s => s.id === 'finish/panel/effect')!
    expect(panel.read).toMatchObject({ of: 'film.panel.effect.3', unit: 'µm' })
    expect(ids.indexOf('finish/panel/effect')).toBeLessThan(ids.indexOf('finish/coat/effect/1'))
    expect(p.steps.find(s => s.id === 'finish/coat/effect/1')!.needs).toContain('finish/panel/effect')
    // Done with its reading, it corrects the film.
    const read = tickStep(b, panel, NOW, 30)
    expect(read.readings.at(-1)).toMatchObject({ of: 'film.panel.effect.3', value: 30 })
    expect(finishWork(read).layers.find(l => l.facts.layer.id === 'effect')!.learned.readings).toBe(1)
  })
})

describe('what a layer lies on', () => {
  it('is the one before it on that zone, or the wood', () => {
    const met = meetings(
      [
        layerFacts(one({ id: 'a', material: 'shellac', zones: ['body top'] })),
        layerFacts(one({ id: 'b', zones: ['body top', 'body back'] })),
      ],
      () => 'bare',
    )
    expect(met.map(m => [m.layer, m.zone, m.below])).toEqual([
      ['a', 'body top', 'bare'],
      ['b', 'body top', 'shellac'],
      ['b', 'body back', 'bare'],
    ])
  })
  it('is told by drops of water: all, some, none [common practice]', () => {
    expect(dropTest(5, 5).state).toBe('bare')
    expect(dropTest(5, 2).state).toBe('sanded back in part')
    expect(dropTest(5, 0).state).toBe('sealed')
  })
  it('is bare where it will be sanded back, and that is work', () => {
    const sealed = { ...bare(plainBuild()) }
    sealed.parts = sealed.parts.map(p =>
      p.kind === 'body' ? { ...p, traits: { ...p.traits, surface: 'sealed' } } : p,
    )
    const b = withLayers([one({ material: 'oil', coats: 2 })], sealed)
    expect(finishWork(b).findings.filter(f => f.mend?.kind === 'strip')).toHaveLength(4)
    const stripped = BODY.reduce((x, zone) => setSurface(x, { zone, state: 'sealed', strip: true }), b)
    expect(surfaceOf(stripped, 'body top')).toBe('bare')
    expect(finishWork(stripped).findings.filter(f => f.weight === 'stop')).toEqual([])
    expect(finishWork(stripped).acts.some(a => a.ref.stage === 'strip')).toBe(true)
  })
  it('takes a barrier at one stroke', () => {
    const oiled = BODY.reduce((x, zone) => setSurface(x, { zone, state: 'oiled' }), withLayers([one()]))
    const mend = finishWork(oiled).findings.find(f => f.mend?.kind === 'barrier')!.mend!
    expect(mend).toMatchObject({ kind: 'barrier', before: 'clear' })
    const mended = mend.kind === 'barrier' ? addLayer(oiled, 'shellac', mend.zones, mend.before) : oiled
    expect(finishWork(mended).findings.filter(f => f.weight === 'stop')).toEqual([])
    expect(mended.finish.layers.map(l => l.material)).toEqual(['shellac', 'nitrocellulose lacquer'])
  })
})

describe('film on this instrument', () => {
  const b = withLayers([one({ coats: 6 })], bare(plainBuild()))
  const levelled: Build = {
    ...b,
    finish: {
      ...b.finish,
      levelling: { flats: 'foam', edges: 'foam', from: 'P1200', to: 'P2000', share: 1, compound: true },
    },
  }
  it('remembers what it was computed from, and misses nothing', () => {
    const top = finishWork(b).films.find(f => f.zone === 'body top')!,
      edge = finishWork(b).films.find(f => f.zone === 'body edges')!
    expect(top.total.value).toBeCloseTo(6 * 15.75, 6)
    expect([...top.total.terms.keys()].sort()).toEqual(['finish/clear/solidsLanded', 'finish/clear/wetFilm'])
    expect([...edge.total.terms.keys()]).toContain('body/dims.edgeRadius')
    // Eased to 3 mm: two thirds.
    expect(edge.total.value / top.total.value).toBeCloseTo(2 / 3, 6)
    expect(missingIn(top.total)).toEqual([])
  })
  it('is corrected by a panel as far as both are known, and the rest follows', () => {
    const read = (value: number, doubt: number) => ({
      ...levelled,
      readings: [...levelled.readings, { id: 'p', of: 'film.panel.clear.6', value, doubt, at: NOW }],
    })
    const thin = filmWork(read(60, 2))!,
      told = filmWork(levelled)!
    expect(finishWork(read(60, 2)).layers[0]!.learned.factor).toBeCloseTo(60 / (6 * 15.75), 1)
    expect(thin.flat[0]).toBeLessThan(told.flat[0])
    expect(thin.chance).toBeGreaterThan(told.chance)
    // A reading that nobody trusts changes next to nothing.
    expect(finishWork(read(60, 1000)).layers[0]!.learned.factor).toBeCloseTo(1, 2)
  })
  it('is read by a gauge on the work, less what lies below', () => {
    const two = withLayers(
      [one({ id: 'base', material: 'acrylic colour', coats: 2 }), one({ coats: 4 })],
      bare(plainBuild()),
    )
    const base = finishWork(two).films.find(f => f.zone === 'body top')!.steps[0]!.total.value
    const read = {
      ...two,
      readings: [
        { id: 'g', of: 'film.gauge.body-top.clear.4', value: base + 4 * 15.75 * 1.3, doubt: 0.5, at: NOW },
      ],
    }
    const { factor } = finishWork(read).layers.find(l => l.facts.layer.id === 'clear')!.learned
    expect(factor).toBeGreaterThan(1.1)
    expect(factor).toBeLessThan(1.3)
  })
  it('takes half the peel with the first grit, and with each next the scratches of the one before [worked by hand]', () => {
    for (const p of filmWork(levelled)!.places) expect(p.left, p.zone).toBeCloseTo(p.film - p.taken, 9)
    const { grits, peel } = filmWork(levelled)!
    expect(grits.map(g => g.grit)).toEqual(['P1200', 'P1500', 'P2000'])
    // A quarter of the mean grain: 15.3 µm of P1200, 12.6 of P1500.
    expect(grits.map(g => g.takes)).toEqual([peel[0] / 2, expect.closeTo(3.825, 6), expect.closeTo(3.15, 6)])
    const half = {
      ...levelled,
      finish: { ...levelled.finish, levelling: { ...levelled.finish.levelling!, share: 0.5 } },
    }
    expect(filmWork(half)!.grits[0]!.takes).toBeCloseTo(peel[0] / 4, 9)
  })
  it('goes through more often under a harder pad, and with less film', () => {
    const g = filmGround(levelled)!,
      l = levelled.finish.levelling!
    expect(chanceOf(g, { ...l, edges: 'hard block' })).toBeGreaterThan(chanceOf(g, l))
    expect(chanceOf(g, { ...l, edges: 'fingers' })).toBeLessThan(chanceOf(g, l))
    expect(chanceOf(g, l, 0.7)).toBeGreaterThan(chanceOf(g, l))
  })
  it('offers ways that hold or says how far they are from it; the chosen one becomes the plan', () => {
    const risky: Build = {
      ...withLayers([one({ coats: 4 })], bare(plainBuild())),
    }
    risky.finish = { ...risky.finish, levelling: { ...levelled.finish.levelling!, edges: 'hard block' } }
    const ways = levelWays(risky)
    expect(ways[0]!.kind).toBe('as planned')
    expect(wayHolds(ways[0]!)).toBe(false)
    expect(ways.at(-1)!.kind).toBe('leave it')
    const coats = ways.find(w => w.kind === 'more coats')!
    expect(coats.days).toBeGreaterThan(0)
    if (wayHolds(coats)) {
      const again = { ...risky, finish: { ...risky.finish, levelling: coats.levelling! } }
      const more = changeLayer(again, 'clear', { coats: 4 + coats.coats })
      expect(filmWork(more)!.chance).toBeLessThan(0.05)
    }
  })
  it('says when there is nothing to level away', () => {
    const thin = { ...levelled, finish: { ...levelled.finish, layers: [one({ coats: 1 })] } }
    expect(filmWork(thin)!.thin).toBe(true)
    expect(filmWork(thin)!.says).toContain('thinner than its peel')
    expect(filmWork(withLayers([], plainBuild()))).toBeUndefined()
  })
  it('is told place by place: every stretch of both rims, and each flat', () => {
    const { places } = filmWork(levelled)!
    expect(places.filter(p => p.stretch?.face === 'top').length).toBeGreaterThan(5)
    expect(places.filter(p => p.stretch).every(p => p.film < places[0]!.film)).toBe(true)
    // The plain body is a slab with four corners: its corners are its sharpest places.
    const worst = places.filter(p => p.stretch).reduce((a, p) => (p.chance > a.chance ? p : a))
    expect(worst.stretch!.radius).toBeLessThan(3)
  })
  it('is safer where the body is contoured', () => {
    const contoured = {
      ...levelled,
      parts: levelled.parts.map(p =>
        p.kind === 'body' ? { ...p, traits: { ...p.traits, contours: 'forearm' } } : p,
      ),
    }
    expect(filmWork(contoured)!.chance).toBeLessThan(filmWork(levelled)!.chance)
    const soft = filmWork(contoured)!.places.filter(p => p.stretch?.radius === 25)
    expect(soft.length).toBeGreaterThan(0)
    expect(soft.every(p => p.stretch!.face === 'top' && p.stretch!.middle[1] < 0)).toBe(true)
  })
})

describe('when', () => {
  const b = withLayers(
    [one({ coats: 2 }), one({ id: 'top', material: 'acrylic lacquer', coats: 2 })],
    bare(plainBuild()),
  )
  const dates = (x: Build, now = NOW) => new Map(finishDates(finishWork(x), x.steps, now).map(d => [d.act, d]))
  const coat = (id: string, n: number) => `finish/coat/${id}/${n}`
  it('a coat waits, is open, closes and is missed, from when the one below was put on', () => {
    const on = done(b, [coat('clear', 1), '2026-11-28T08:00:00Z'], [coat('clear', 2), '2026-11-28T11:30:00Z'])
    expect(dates(on).get(coat('top', 1))!.state).toBe('waiting')
    // Ten degrees colder it waits twice as long, as it dries [published: van 't Hoff's rule].
    const waits = (celsius: number) => {
      const air = reading('air.room', celsius, '2026-11-28T07:00:00Z'),
        surface = reading('air.surface', celsius, '2026-11-28T07:00:00Z'),
        from = dates({ ...on, readings: [air, surface] }).get(coat('top', 1))!.from!
      return Date.parse(from) - Date.parse('2026-11-28T11:30:00Z')
    }
    expect(waits(12.5) / waits(22.5)).toBeCloseTo(2, 6)
    expect(dates(on, '2026-11-28T16:00:00Z').get(coat('top', 1))!.state).toBe('open')
    const later = done(on, [coat('top', 1), '2026-11-28T16:00:00Z'])
    const second = coat('top', 2)
    expect(dates(later, '2026-11-28T16:30:00Z').get(second)!.state).toBe('waiting')
    expect(dates(later, '2026-11-29T06:00:00Z').get(second)!.state).toBe('closing')
    const missed = dates(later, '2026-12-02T12:00:00Z').get(second)!
    expect(missed.state).toBe('missed')
    expect(inWords(missed.says)).toContain('scuff')
    // Put on later than it was ticked: the window moves with it.
    const truly = doneAt(later, coat('top', 1), '2026-12-02T06:00:00Z')
    expect(dates(truly, '2026-12-02T12:00:00Z').get(second)!.state).not.toBe('missed')
  })
  it('levelling counts from the last coat: early is told, late is fine', () => {
    const all: Build = {
      ...b,
      finish: {
        ...b.finish,
        levelling: { flats: 'foam', edges: 'fingers', from: 'P1200', to: 'P2000', share: 1, compound: true },
      },
    }
    const coats = done(
      all,
      [coat('clear', 1), '2026-10-01T08:00:00Z'],
      [coat('clear', 2), '2026-10-01T12:00:00Z'],
      [coat('top', 1), '2026-10-02T08:00:00Z'],
      [coat('top', 2), '2026-10-02T12:00:00Z'],
    )
    expect(dates(coats, '2026-10-09T12:00:00Z').get('finish/level')!.state).toBe('waiting')
    const late = dates(coats, '2026-11-28T12:00:00Z').get('finish/level')!
    expect(late.state).toBe('open')
    expect(inWords(late.says)).toMatch(/57 days instead of \d+ days: that is fine/)
    const early = done(coats, ['finish/level', '2026-10-14T12:00:00Z'])
    const level = dates(early).get('finish/level')!,
      days = (Date.parse(level.from!) - Date.parse('2026-10-14T12:00:00Z')) / 86_400_000
    expect(Number(/^(\d+) days early/.exec(inWords(level.says))![1])).toBe(Math.round(days))
  })
  it('nothing is timed before anything is done', () => {
    expect([...dates(b).values()].every(d => d.state === 'open' || d.state === 'not yet')).toBe(true)
  })
})

describe('the air', () => {
  it('is the last that was read; a surface nobody read is as warm as the room', () => {
    const b: Build = {
      ...plainBuild(),
      readings: [
        reading('air.room', 15, '2026-11-28T08:00:00Z'),
        reading('air.room', 21, '2026-11-28T10:00:00Z'),
        reading('air.humidity', 64, '2026-11-28T08:00:00Z'),
      ],
    }
    expect(airNow(b)).toMatchObject({ room: 21, surface: 21, humidity: 64, readAt: '2026-11-28T10:00:00Z' })
    expect(airNow({ ...plainBuild(), readings: [] })).toMatchObject({ room: 20, humidity: 50, readAt: undefined })
  })
  it('tells the hours that are fit for what comes next, and a can that is too cold', () => {
    const b = withLayers([one()], {
      ...bare(plainBuild()),
      readings: [
        reading('air.room', 12, '2026-11-28T08:00:00Z'),
        reading('air.humidity', 50, '2026-11-28T08:00:00Z'),
      ],
    })
    const cold = airToCome(b, NOW)
    expect(cold.fit).toEqual([])
    expect(cold.warmCan).toBe(true)
    expect(cold.slower).toBeCloseTo(2 ** ((22.5 - 12) / 10), 6)
    const warm = airToCome({ ...b, readings: [reading('air.room', 22, '2026-11-28T08:00:00Z')] }, NOW)
    expect(warm.fit).toHaveLength(1)
    expect(warm.material).toBe('nitrocellulose lacquer, clear')
  })
  it('is read from a display in either degree, and refused beyond any workshop', () => {
    expect(parseAir('19.5 C 55 %')).toMatchObject({ ok: true, celsius: 19.5, humidity: 55 })
    expect(parseAir('67,1 °F; 48')).toMatchObject({ ok: true, humidity: 48 })
    const f = parseAir('67.1F 48%')
    expect(f.ok && f.celsius).toBeCloseTo(19.5, 9)
    for (const t of ['19.5', 'warm', '-40 C 50 %', '20 C 101 %', ''])
      expect(parseAir(t)).toMatchObject({ ok: false, accepted: expect.any(String) as string })
  })
  it('of the stand-in is warmest at three, and dampest when it is coldest', () => {
    const room = { mean: 18, swing: 4, humidity: 55 }
    expect(standInAir(room, 15).celsius).toBeCloseTo(22, 9)
    expect(standInAir(room, 3).celsius).toBeCloseTo(14, 9)
    expect(standInAir(room, 9).humidity).toBeCloseTo(55, 6)
    expect(standInAir(room, 3).humidity).toBeGreaterThan(standInAir(room, 15).humidity)
  })
})

describe('what is bought', () => {
  const b = startFrom(bare(plainBuild()), 'aerosol nitrocellulose'),
    list = (shelf: Parameters<typeof shoppingList>[3] = []) =>
      shoppingList(finishWork(b), b.finish.levelling, openHoles(b), shelf)
  it('is by tin, grit, tape and hole; whole cans and sheets', () => {
    const needs = list()
    expect(needs.find(n => n.id === 'clear')).toMatchObject({ unit: 'cans' })
    for (const n of needs) expect(Number.isInteger(n.amount), n.id).toBe(true)
    expect(needs.some(n => n.id === 'paper-p1200')).toBe(true)
    const plugs = needs.filter(n => n.is.kind === 'supply' && n.is.supply === 'wooden plugs')
    expect(plugs.reduce((s, n) => s + n.amount, 0)).toBe(openHoles(b).length)
    expect(openHoles(b).length).toBeGreaterThan(0)
  })
  it('is papers by area and wear, by hand: wood 0.35 m² a sheet, scuffs 1.2, film 0.5 [from memory]', () => {
    const w = finishWork(b),
      area = (zones: readonly string[]) =>
        w.zones.filter(z => zones.includes(z.zone)).reduce((s, z) => s + z.area, 0),
      sheets = (grit: string) => list().find(n => n.id === `paper-${grit}`)!.amount
    const all = area(w.layers.flatMap(l => l.facts.layer.zones))
    // Bare wood with P180 and P240 once; P320 once, and once between the two coats of sealer.
    expect(sheets('p180')).toBe(Math.ceil(all / 0.35))
    expect(sheets('p240')).toBe(Math.ceil(all / 0.35))
    expect(sheets('p320')).toBe(Math.ceil((all + area(w.layers[0]!.facts.layer.zones)) / 0.35))
    expect(sheets('p1500')).toBe(Math.ceil(area(w.layers.at(-1)!.facts.layer.zones) / 0.5))
  })
  it('is less what lies on the shelf, and priced where the shelf knows', () => {
    const can = {
        ...typicalPart('finish-tin', 'can'),
        traits: { material: 'nitrocellulose lacquer' },
        stock: { state: 'here' as const, count: 1, price: 14 },
      },
      before = list().find(n => n.id === 'clear')!,
      after = list([can]).find(n => n.id === 'clear')!
    expect(after.have).toBe(1)
    expect(after.buy).toBe(before.amount - 1)
    expect(after.cost).toBe(14 * after.buy)
    expect(list([{ ...can, stock: { state: 'to buy' } }]).find(n => n.id === 'clear')!.have).toBe(0)
  })
  it('is never less for a coat more', () =>
    fc.assert(
      fc.property(fc.constantFrom(...MATERIAL_NAMES), fc.integer({ min: 1, max: 10 }), (material, coats) => {
        const amount = (n: number) =>
          shoppingList(
            finishWork(withLayers([one({ material, coats: n })], bare(plainBuild()))),
            undefined,
            [],
            [],
          ).find(x => x.id === 'clear')!.amount
        return amount(coats + 1) >= amount(coats)
      }),
      { numRuns: 40 },
    ))
  it('asks for hardener with a two-part clear, and says whose work that is', () => {
    const two = withLayers([one({ material: 'two-part clear', coats: 2 })], bare(plainBuild()))
    const needs = shoppingList(finishWork(two), undefined, [], [])
    // Half of it, as the can says [common practice]; each is rounded up by itself.
    const [clear, hardener] = ['clear', 'clear-hardener'].map(id => needs.find(n => n.id === id)!)
    expect([clear!.unit, hardener!.unit]).toEqual(['mL', 'mL'])
    expect(Math.abs(hardener!.amount - clear!.amount / 2)).toBeLessThanOrEqual(50)
    expect(hardener!.amount).toBeLessThan(0.75 * clear!.amount)
    expect(finishWork(two).findings.some(f => inWords(f.says).includes('isocyanate'))).toBe(true)
    expect(finishWork(two).acts.find(a => a.ref.stage === 'coat')!.cautions).toContain('isocyanate')
  })
})

describe('something went wrong', () => {
  it('is explained for every trouble by chances that make one, with steps to mend it', () => {
    const f = lastCoat(demo('bittern'), NOW)!
    for (const t of TROUBLE_NAMES) {
      const all = explain(t, f)
      expect(all.reduce((s, v) => s + v.chance, 0)).toBeCloseTo(1, 9)
      expect(all.every(v => v.repair.steps.length > 0 && v.repair.days >= 0)).toBe(true)
      expect(all.map(v => v.chance)).toEqual([...all.map(v => v.chance)].sort((a, b) => b - a))
    }
    const used = new Set(Object.values(CAUSES).flatMap(cs => cs.map(c => c.repair)))
    expect([...used].sort()).toEqual(Object.keys(REPAIRS).sort())
  })
  it('listens to the log: damp air makes a bloom damp, a missed window a wrinkle late', () => {
    const f = lastCoat(demo('bittern'), NOW)!
    const first = (t: Parameters<typeof explain>[0], patch: Partial<typeof f>) => explain(t, { ...f, ...patch })[0]!
    expect(first('blush', { humidity: 80, margin: 1 })).toMatchObject({ id: 'damp' })
    expect(first('blush', { humidity: 80, margin: 1 }).chance).toBeGreaterThan(
      first('blush', { humidity: 40, margin: 12, waterborne: true }).chance * 0.5,
    )
    expect(first('wrinkle', { between: 60, recoatTo: 24, below: f.family })).toMatchObject({ id: 'window' })
    expect(first('through', { radius: 1, through: 0 })).toMatchObject({ id: 'edge' })
    expect(first('soft', { hours: 5, harden: 336 }).because).toBeDefined()
  })
  it('knows the last coat of the log, its age and what lies below', () => {
    const f = lastCoat(demo('bittern'), NOW)!
    expect(f.family).toBe('nitrocellulose')
    expect(f.sprayed).toBe(true)
    expect(f.between).toBeCloseTo(2.5, 6)
    expect(f.hours! / 24).toBeCloseTo(73.6, 0)
    expect(lastCoat(uncoated(demo('heron')), NOW)!.hours).toBeUndefined()
    expect(lastCoat(withLayers([]), NOW)).toBeUndefined()
  })
})

describe('edits', () => {
  const b = startFrom(plainBuild(), 'wiped oil-varnish')
  it('add, move, change and take off layers, and go back to the table', () => {
    const two = addLayer(b, 'wax', ['body top'])
    expect(two.finish.layers.map(l => l.id)).toEqual(['clear', 'wax'])
    expect(addLayer(two, 'wax', ['body top']).finish.layers.at(-1)!.id).toBe('wax-2')
    expect(moveLayer(two, 'wax', -1).finish.layers.map(l => l.id)).toEqual(['wax', 'clear'])
    expect(moveLayer(two, 'wax', 1)).toBe(two)
    expect(dropLayer(two, 'clear').finish.layers.map(l => l.id)).toEqual(['wax'])
    const tin = { value: 30, doubt: 3, basis: 'claimed' as const }
    const figured = setFigure(b, 'clear', 'wetFilm', tin)
    expect(layerFacts(figured.finish.layers[0]!).figure('wetFilm')).toMatchObject({ value: 30, basis: 'claimed' })
    expect(setFigure(figured, 'clear', 'wetFilm', undefined).finish.layers[0]).toEqual(b.finish.layers[0])
  })
  it('put a repair into the plan step by step, each after the one before', () => {
    const repair = { steps: ['Leave it.', 'Scrape it.', 'Coat it.'], days: 3, rests: 0 },
      mended = withRepair(b, 'a run', repair),
      r = readBuild(mended)
    expect(r.ok ? [] : r.problems).toEqual([])
    const own = plan(mended).steps.filter(s => s.own)
    expect(own.map(s => s.title)).toEqual([
      'Mend a run, 1 of 3: Leave it.',
      'Mend a run, 2 of 3: Scrape it.',
      'Mend a run, 3 of 3: Coat it.',
    ])
    expect(own[1]!.needs).toContain(own[0]!.id)
    // Before anything is done nothing of the finish waits for it.
    expect(mended.ownSteps.every(s => s.before === undefined)).toBe(true)
  })
  it('move the dates of all that follows a repair by the days that it costs', () => {
    const acts = finishWork(b).acts.map(a => a.id),
      coat = acts.findIndex(a => a.startsWith('finish/coat')),
      at = '2026-11-20T10:00:00.000Z',
      done = { ...b, steps: acts.slice(0, coat + 1).map(step => ({ step, state: 'done' as const, at })) },
      mended = withRepair(done, 'a run', { steps: ['Leave it.', 'Scrape it.'], days: 20, rests: 0 }),
      now = { at: '2026-11-28T10:00:00.000Z', zone: 'UTC' },
      next = acts[coat + 1]!
    const of = (x: typeof b) => plan(x, now).steps.find(s => s.id === next)!
    expect(mended.ownSteps[0]).toMatchObject({ after: acts[coat], waitHours: 480 })
    expect(mended.ownSteps[1]).toMatchObject({ before: next })
    expect(of(mended).needs).toContain('own/' + mended.ownSteps[1]!.id)
    const days = (Date.parse(of(mended).start!) - Date.parse(of(done).start!)) / 86_400_000
    expect(days).toBeGreaterThanOrEqual(20)
    expect(plan(mended, now).endsOn! > plan(done, now).endsOn!).toBe(true)
    // The station says so as well, until the repair is done.
    const state = (x: typeof b) => finishDates(finishWork(x), x.steps, now.at, heldBy(x)).find(d => d.act === next)
    expect(state(mended)).toMatchObject({ state: 'waiting', says: 'waits for what you put before it' })
    const over = mended.ownSteps.map(s => ({ step: `own/${s.id}`, state: 'done' as const, at: now.at }))
    expect(inWords(state({ ...mended, steps: [...mended.steps, ...over] })!.says)).not.toMatch(/what you put/)
  })
  it('take over a tin from the shelf with its name', () => {
    const part = { ...typicalPart('finish-tin', 't'), name: 'The can' }
    const got = takeTin(b, 'clear', part).finish.layers[0]!
    expect(got.figures!.contents).toMatchObject({ value: 400, with: 'The can' })
    expect(readBuild(takeTin(b, 'clear', part)).ok).toBe(true)
  })
})

describe('what a document refuses of a finish', () => {
  const refused = (layer: Partial<Record<keyof FinishLayer, unknown>>) => {
    const r = readBuild({ ...plainBuild(), finish: { ...plainBuild().finish, layers: [{ ...one(), ...layer }] } })
    return r.ok ? [] : r.problems.map(p => `${p.path}: ${p.reason}`)
  }
  it.each([
    [
      'negative solids',
      { figures: { solids: { value: -3, doubt: 1, basis: 'claimed' } } },
      /solids by volume of -3 is outside 0\.1 to 100/,
    ],
    [
      'a window that ends before it begins',
      {
        figures: {
          recoatFrom: { value: 12, doubt: 1, basis: 'claimed' },
          recoatTo: { value: 6, doubt: 1, basis: 'claimed' },
        },
      },
      /figures\.recoatTo: “recoat until” 6 does not lie above “recoat from” 12:/,
    ],
    [
      'a window with one end from the tin, the other from what is usual: 72 h for oil-varnish',
      { material: 'oil-varnish', figures: { recoatFrom: { value: 100, doubt: 1, basis: 'claimed' } } },
      /figures\.recoatFrom: “recoat until” 72 does not lie above “recoat from” 100, the other being what is usual/,
    ],
    [
      'the same of the air: 15 °C at least for oil-varnish',
      { material: 'oil-varnish', figures: { airTo: { value: 12, doubt: 1, basis: 'claimed' } } },
      /figures\.airTo: “air to” 12 does not lie above “air from” 15, the other/,
    ],
    ['a layer on no zone', { zones: [] }, /at least one zone/],
    ['a zone that is none', { zones: ['lid'] }, /zones/],
    ['no coat at all', { coats: 0 }, /coats/],
    ['a colour that is none', { colour: 'teal' }, /six digits/],
    ['a material that is none', { material: 'tar' }, /material/],
    [
      'humidity of 101 %',
      { figures: { humidityTo: { value: 101, doubt: 1, basis: 'claimed' } } },
      /101 is outside 10 to 100/,
    ],
  ])('%s', (_what, layer, why) => expect(refused(layer).join('\n')).toMatch(why))
  it('air at −40 °C and at 101 %', () => {
    const r = readBuild({
      ...plainBuild(),
      readings: [
        { id: 'a', of: 'air.room', value: -40, doubt: 1, at: NOW },
        { id: 'b', of: 'air.humidity', value: 101, doubt: 1, at: NOW },
      ],
    })
    expect(r.ok ? [] : r.problems.map(p => p.reason)).toEqual([
      '-40 of air.room lies outside -20 to 60',
      '101 of air.humidity lies outside 1 to 100',
    ])
  })
  it('two layers of one name, and a ladder that goes backwards', () => {
    const r = readBuild({
      ...plainBuild(),
      finish: {
        ...plainBuild().finish,
        layers: [one(), one()],
        levelling: { flats: 'foam', edges: 'foam', from: 'P2000', to: 'P1200', share: 1, compound: true },
      },
    })
    expect(r.ok ? [] : r.problems.map(p => p.path)).toEqual(['finish.layers', 'finish.levelling.to'])
  })
})

describe('the look', () => {
  it('of a cover is its colour, of a tint the wood through it', () => {
    const covered = withLayers([one({ material: 'acrylic colour', coats: 6, colour: '#204080' })])
    expect(colourAt(covered, 'body top')).toBe('#204080')
    // One coat lets some of the wood through: wood is redder than this blue, wet or dry.
    const red = (hex: string) => parseInt(hex.slice(1, 3), 16),
      once = red(
        colourAt(withLayers([one({ material: 'acrylic colour', coats: 1, colour: '#204080' })]), 'body top'),
      ),
      wood = red(colourAt(withLayers([]), 'body top'))
    expect(once).toBeGreaterThan(red('#204080'))
    expect(once).toBeLessThan(wood)
    const dark = withLayers([one({ material: 'dye in water', coats: 4, colour: '#c8821e' })]),
      light = withLayers([one({ material: 'dye in water', coats: 1, colour: '#c8821e' })])
    const lum = (hex: string) =>
      parseInt(hex.slice(1, 3), 16) + parseInt(hex.slice(3, 5), 16) + parseInt(hex.slice(5, 7), 16)
    expect(lum(colourAt(dark, 'body top'))).toBeLessThan(lum(colourAt(light, 'body top')))
  })
  it('of a burst is dark at the rim and the ground’s within', () => {
    const b = demo('plover'),
      rim = colourAt(b, 'body top', 1),
      middle = colourAt(b, 'body top', 200),
      plain = { ...b, finish: { ...b.finish, layers: b.finish.layers.filter(l => l.id !== 'burst') } }
    expect(rim).not.toBe(middle)
    expect(middle).toBe(colourAt(plain, 'body top'))
  })
  it('is a colour on every zone of every demo build', () => {
    for (const name of DEMO_NAMES) for (const z of ZONES) expect(colourAt(demo(name), z)).toMatch(/^#[0-9a-f]{6}$/)
  })
})

describe('the demo workshop', () => {
  it('has no finish that something speaks against', () => {
    for (const name of DEMO_NAMES)
      expect(
        finishWork(demo(name)).findings.filter(f => f.weight === 'stop'),
        name,
      ).toEqual([])
  })
  it('has tins and papers on its shelf', () => {
    const kinds = new Set(demoShelf().map(p => p.kind))
    expect(kinds.has('finish-tin') && kinds.has('abrasive') && kinds.has('finish-supply')).toBe(true)
  })
})
