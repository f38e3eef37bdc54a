import type { Build } from '../build/build.ts'
import { slotsOf } from '../build/slots.ts'
import { startingCompensation } from '../layout/compensation.ts'
import { COMPENSATION_DOUBT } from '../layout/compensation.ts'
import { bridgeOffset, TRAVEL_RESERVE } from '../layout/bridgeLine.ts'
import { fretPosition } from '../layout/frets.ts'
import { meanActionAtTwelve, nutHeight } from '../layout/saddleHeight.ts'
import { rectGap } from '../geometry/shape.ts'
import { BANDS, type Band, type FamilyId } from '../fit/bands.ts'
import { FINISH_SYSTEMS } from '../finish/systems.ts'
import { takesFinish, USUALLY_MASKED } from '../finish/film.ts'
import { seasonOf } from '../fit/season.ts'
import type { Limits } from '../fit/verdict.ts'
import { doubtOf } from '../units/quantity.ts'
import type { Feature, Part } from '../parts/part.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'

/** A clearance as the search needs it: numbers alone. */
export interface Judged {
  value: number
  doubt: number
  limits: Limits
}

/**
 * A joint between parts of named slots, judged from numbers alone: what Fit's families compute with every input
 * remembered, without the remembering. That both say the same is a property test.
 */
export interface Rule {
  /** The joint's id at the Fit station. */
  id: string
  family: FamilyId
  slots: readonly string[]
  judge: (...parts: Part[]) => Judged | undefined
}

type Pair = readonly [value: number, doubt: number]
const dim = (p: Part, key: string): Pair | undefined => {
  const d = p.dims[key]
  return d && [d.value, d.doubt]
}
const inFeature = (f: Feature | undefined, key: string): Pair | undefined => {
  const d = f?.dims[key]
  return d && [d.value, d.doubt]
}
const role = (p: Part, r: FeatureRole, serves?: string): Feature | undefined =>
  p.features.find(f => f.role === r && (serves === undefined || f.serves === serves))

/** Σ coefficient · value with the root of the sum of squares of the doubts; undefined when a part lacks one. */
function sum(terms: readonly (readonly [number, Pair | undefined])[], constant = 0): Pair | undefined {
  let v = constant,
    s = 0
  for (const [c, p] of terms) {
    if (!p) return undefined
    v += c * p[0]
    s += (c * p[1]) ** 2
  }
  return [v, Math.sqrt(s)]
}

/** All rules between the slots of a build's instrument, with its own targets, bands, air and finish. */
export function rulesFor(build: Build): Rule[] {
  const slots = new Set(slotsOf(build.instrument).map(s => s.id))
  const { mounting } = build.instrument
  const limitsFor = (family: FamilyId, given?: Limits): Limits => {
    const row: Band = BANDS[family],
      own = build.bands[family]
    const base = given ?? { low: row.low, high: row.high, never: row.never, neverAbove: row.neverAbove }
    return own ? { ...base, low: own.low, high: own.high, never: Math.min(base.never, own.low) } : base
  }
  const seen = new Map<FamilyId, Limits>()
  const usual = (family: FamilyId): Limits => {
    let l = seen.get(family)
    if (!l) seen.set(family, (l = limitsFor(family)))
    return l
  }
  const rules: Rule[] = []
  const add = (
    id: string,
    family: FamilyId,
    of: readonly string[],
    clearance: (...parts: Part[]) => Pair | undefined,
    limits?: (...parts: Part[]) => Limits | undefined,
  ) => {
    if (!of.every(s => slots.has(s))) return
    rules.push({
      id,
      family,
      slots: of,
      judge: (...parts) => {
        const c = clearance(...parts)
        return c && { value: c[0], doubt: c[1], limits: (limits && limits(...parts)) ?? usual(family) }
      },
    })
  }
  const film = (body: Part, r: FeatureRole): Pair => {
    if (
      !takesFinish(body) ||
      build.steps.some(s => s.step === 'finish/cure') ||
      (build.finish.masked ?? USUALLY_MASKED).includes(r)
    )
      return [0, 0]
    const f = build.finish.film ?? FINISH_SYSTEMS[build.finish.system].film
    return [f.value, f.doubt]
  }
  const pocket = (p: Part) => role(p, 'neck-pocket')
  const perUnit = new Map<string, number>()
  const seasonLoss = (body: Part, neck: Part): number => {
    const key = `${body.traits.wood}/${neck.traits.wood}`
    let loss = perUnit.get(key)
    if (loss === undefined)
      perUnit.set(
        key,
        (loss = seasonOf(build, { size: 1, wood: body.traits.wood }, { size: 1, wood: neck.traits.wood }).loses),
      )
    return loss * (neck.dims.heelWidth?.value ?? 0)
  }
  const seasonal =
    (key: string) =>
    (body: Part, neck: Part): Limits => {
      const l = usual('heel width'),
        loses = (seasonLoss(body, neck) * (neck.dims[key]?.value ?? 0)) / (neck.dims.heelWidth?.value || 1)
      if (loses === 0) return l
      const low = l.low + loses
      return {
        ...l,
        low,
        never: l.never + loses,
        high: l.high === undefined ? undefined : Math.max(l.high, low + 0.1),
      }
    }

  // Neck in body.
  add(
    'heel-width-mouth',
    'heel width',
    ['body', 'neck'],
    (b, n) =>
      sum([
        [1, inFeature(pocket(b), 'width')],
        [-1, dim(n, 'heelWidth')],
        [-2, film(b, 'neck-pocket')],
      ]),
    seasonal('heelWidth'),
  )
  add(
    'heel-width-end',
    'heel width',
    ['body', 'neck'],
    (b, n) =>
      sum([
        [1, inFeature(pocket(b), 'widthEnd')],
        [-1, dim(n, 'heelWidthEnd')],
        [-2, film(b, 'neck-pocket')],
      ]),
    seasonal('heelWidthEnd'),
  )
  add('heel-length', 'heel length', ['body', 'neck'], (b, n) =>
    sum([
      [1, inFeature(pocket(b), 'length')],
      [-1, dim(n, 'heelLength')],
    ]),
  )
  add('pocket-floor', 'pocket floor', ['body'], b => sum([[-1, inFeature(pocket(b), 'floorDip')]], 0.1))

  // Bridge against neck and body.
  const reference = build.parts.find(p => p.id === build.slots.strings)?.gauges
  const gauges = reference ?? []
  const compensation = gauges.map(startingCompensation)
  const placed = build.placements.bridge?.x
  const place = (body: Part, bridge: Part): Pair | undefined => {
    if (placed) return [placed.value, placed.doubt]
    const posts = body.features.filter(f => f.role === 'stud-hole' && f.serves === 'posts'),
      setBack = dim(bridge, 'postBehindFront')
    return posts.length && setBack
      ? sum([...posts.map(f => [1 / posts.length, inFeature(f, 'x')] as const), [-1, setBack]])
      : undefined
  }
  const least = compensation.length ? Math.min(...compensation) : 1.5,
    most = compensation.length ? Math.max(...compensation) : 4
  add(
    'bridge-line',
    'bridge line',
    ['body', 'neck', 'bridge'],
    (b, n, br) => {
      const at = place(b, br)
      return (
        at &&
        sum([
          [1, dim(n, 'scaleLength')],
          [-1, dim(n, 'nutToHeelEnd')],
          [-1, at],
          [-1, dim(br, 'frontToForwardSaddle')],
          [1, [0, COMPENSATION_DOUBT]],
        ])
      )
    },
    (_b, _n, br) => {
      const low = TRAVEL_RESERVE - least,
        high = (br.dims.saddleTravel?.value ?? 0) - most - TRAVEL_RESERVE
      return limitsFor('bridge line', { low, high, never: low - 1, neverAbove: high + 1 })
    },
  )
  add(
    'saddle-height',
    'saddle height',
    ['body', 'neck', 'bridge'],
    (b, n, br) =>
      sum(
        [
          [1, dim(n, 'heelThickness')],
          [1, dim(n, 'fretHeight')],
          [-1, inFeature(pocket(b), 'depth')],
          [-1, dim(br, 'saddleLow')],
        ],
        2 * meanActionAtTwelve(build, n.dims.scaleLength?.value ?? 0, n.dims.frets?.value ?? 0) - nutHeight(build),
      ),
    (_b, _n, br) => {
      const range = (br.dims.saddleHigh?.value ?? 0) - (br.dims.saddleLow?.value ?? 0)
      return limitsFor('saddle height', { low: 0.5, high: range - 0.5, never: 0, neverAbove: range })
    },
  )
  const outer = [gauges[0]?.diameter ?? 0.254, gauges.at(-1)?.diameter ?? 1.17] as const
  const across = bridgeOffset(build),
    offset: Pair = [across.value, doubtOf(across)]
  const margin =
    (side: 1 | -1) =>
    (n: Part, br: Part): Pair | undefined => {
      const last = dim(n, 'widthAtLastFret'),
        nut = dim(n, 'widthAtNut'),
        spread = dim(br, 'stringSpread'),
        scale = dim(n, 'scaleLength')
      if (!last || !nut || !spread || !scale || build.instrument.strings < 2) return undefined
      const d = side === 1 ? outer[0] : outer[1],
        comp = (side === 1 ? compensation[0] : compensation.at(-1)) ?? 2
      const x = fretPosition(scale[0], n.dims.frets?.value ?? 0),
        t = x / (scale[0] + comp)
      const atNut = nut[0] / 2 - build.setup.edgeMargin - d / 2,
        atSaddle = spread[0] / 2 + side * offset[0]
      const y = atNut + (atSaddle - atNut) * t
      return [
        last[0] / 2 - y - d / 2,
        Math.hypot(0.5 * last[1], 0.5 * (1 - t) * nut[1], 0.5 * t * spread[1], t * offset[1]),
      ]
    }
  add('string-margin-treble', 'string margin', ['neck', 'bridge'], margin(1))
  add('string-margin-bass', 'string margin', ['neck', 'bridge'], margin(-1))

  // Tuners and nut on the neck.
  const tuned = new WeakMap<Part, { holes: Feature[]; pitch: Pair | undefined }>()
  const tunerHoles = (n: Part) => {
    let known = tuned.get(n)
    if (!known) {
      const holes = n.features.filter(f => f.role === 'tuner-hole')
      let pitch: Pair | undefined
      holes.forEach((a, i) =>
        holes.slice(i + 1).forEach(b => {
          const dx = b.dims.x!.value - a.dims.x!.value,
            dy = b.dims.y!.value - a.dims.y!.value,
            d = Math.hypot(dx, dy) || 1
          const q = Math.hypot(dx, dy)
          if (!pitch || q < pitch[0])
            pitch = [
              q,
              Math.hypot(
                (dx / d) * b.dims.x!.doubt,
                (dx / d) * a.dims.x!.doubt,
                (dy / d) * b.dims.y!.doubt,
                (dy / d) * a.dims.y!.doubt,
              ),
            ]
        }),
      )
      tuned.set(n, (known = { holes, pitch }))
    }
    return known
  }
  const tightest = (fs: readonly Feature[]): Pair | undefined =>
    fs.reduce<Pair | undefined>((m, f) => {
      const d = f.dims.diameter!
      return !m || d.value < m[0] ? [d.value, d.doubt] : m
    }, undefined)
  const bushing =
    (sort: 'pressed' | 'threaded') =>
    (n: Part, t: Part): Pair | undefined =>
      t.traits.bushing === sort
        ? sum([
            [1, tightest(tunerHoles(n).holes)],
            [-1, dim(t, 'bushingDiameter')],
            [-2, film(n, 'tuner-hole')],
          ])
        : undefined
  add('tuner-bushing', 'tuner bushing pressed', ['neck', 'tuners'], bushing('pressed'))
  add('tuner-bushing', 'tuner bushing threaded', ['neck', 'tuners'], bushing('threaded'))
  add('tuner-pitch', 'tuner pitch', ['neck', 'tuners'], (n, t) =>
    sum([
      [1, tunerHoles(n).pitch],
      [-1, dim(t, 'bodyWidth')],
    ]),
  )
  add('head-thickness', 'head thickness', ['neck', 'tuners'], (n, t) => {
    if (tunerHoles(n).holes.length === 0) return undefined
    const low = sum([
        [1, dim(n, 'headThickness')],
        [-1, dim(t, 'reachMin')],
      ]),
      high = sum([
        [1, dim(t, 'reachMax')],
        [-1, dim(n, 'headThickness')],
      ])
    return low && high && (high[0] < low[0] ? high : low)
  })
  add('nut-thickness', 'nut thickness', ['neck', 'nut'], (n, k) =>
    sum([
      [1, dim(n, 'slotWidth')],
      [-1, dim(k, 'thickness')],
    ]),
  )
  add('nut-length', 'nut length', ['neck', 'nut'], (n, k) =>
    sum([
      [1, dim(k, 'length')],
      [-1, dim(n, 'widthAtNut')],
    ]),
  )
  add('nut-height', 'nut height', ['neck', 'nut'], (n, k) =>
    sum(
      [
        [1, dim(k, 'height')],
        [-1, dim(n, 'slotDepth')],
        [-1, dim(n, 'fretHeight')],
      ],
      -nutHeight(build),
    ),
  )

  // Screws.
  const bite = (b: Part, _n: Part, s: Part) =>
    sum([
      [1, dim(s, 'length')],
      [-1, dim(b, 'thickness')],
      [1, inFeature(pocket(b), 'depth')],
      [-1, plate],
    ])
  const plated = build.parts.find(p => p.id === build.slots['neck-plate'])
  const plate: Pair = (plated && dim(plated, 'thickness')) ?? [0, 0]
  add('neck-screw-bite', 'screw bite', ['body', 'neck', 'neck-screws'], bite)
  add('neck-screw-tip', 'screw tip', ['body', 'neck', 'neck-screws'], (b, n, s) =>
    sum([
      [1, dim(n, 'heelThickness')],
      [-1, dim(n, 'fingerboardThickness')],
      [-1, dim(s, 'length')],
      [1, dim(b, 'thickness')],
      [-1, inFeature(pocket(b), 'depth')],
      [1, plate],
    ]),
  )
  for (const [screws, holder, thick] of [
    ['bridge-screws', 'bridge', 'plateThickness'],
    ['guard-screws', 'guard', 'thickness'],
    ['button-screws', 'buttons', 'height'],
  ] as const) {
    add(`${screws}-bite`, 'mounting bite', [holder, screws], (h, s) =>
      sum([
        [1, dim(s, 'length')],
        [-1, dim(h, thick)],
      ]),
    )
    add(`${screws}-tab`, 'mounting tab', [holder, screws], (h, s) =>
      sum([
        [1, inFeature(role(h, 'screw-hole'), 'diameter')],
        [-1, dim(s, 'diameter')],
      ]),
    )
  }

  // Posts, and a tremolo's block.
  for (const [posts, holder] of [
    ['posts', 'bridge'],
    ['tail-posts', 'tailpiece'],
  ] as const) {
    const holes = (b: Part) => b.features.filter(f => f.role === 'stud-hole' && f.serves === posts)
    add(`${posts}-bushing`, 'post bushing', ['body', posts], (b, s) =>
      s.traits.fit === 'pressed bushing'
        ? sum([
            [1, tightest(holes(b))],
            [-1, dim(s, 'bushingDiameter')],
            [-2, film(b, 'stud-hole')],
          ])
        : undefined,
    )
    add(`${posts}-spacing`, 'post spacing', ['body', holder], (b, br) => {
      const hs = holes(b),
        first = hs[0],
        last = hs.at(-1)
      if (!first || !last || first === last) return undefined
      const sign = (first.dims.y?.value ?? 0) > (last.dims.y?.value ?? 0) ? 1 : -1
      return sum([
        [sign, inFeature(first, 'y')],
        [-sign, inFeature(last, 'y')],
        [-1, dim(br, 'postSpacing')],
      ])
    })
  }
  add('tremolo-foot', 'tremolo block', ['body', 'bridge'], (b, br) =>
    sum([
      [1, dim(b, 'thickness')],
      [-1, dim(br, 'blockDepth')],
    ]),
  )
  add('tremolo-swing', 'tremolo block', ['body', 'bridge'], (b, br) =>
    sum([
      [0.5, inFeature(role(b, 'tremolo-rout'), 'length')],
      [-0.5, dim(br, 'blockLength')],
      [-1, dim(br, 'swing')],
      [-1, film(b, 'tremolo-rout')],
    ]),
  )
  add('tremolo-sides', 'tremolo block', ['body', 'bridge'], (b, br) =>
    sum([
      [0.5, inFeature(role(b, 'tremolo-rout'), 'width')],
      [-0.5, dim(br, 'blockWidth')],
      [-1, film(b, 'tremolo-rout')],
    ]),
  )

  // Pickups.
  const rect = (x: number, y: number, l: Pair, w: Pair, c: Pair) => ({
    length: l[0],
    width: w[0],
    corner: c[0],
    x,
    y,
  })
  /** Smallest room of one rounded rectangle in another with doubts, as Fit's numeric slopes give them. */
  const room = (
    o: readonly (Pair | undefined)[],
    i: readonly (Pair | undefined)[],
    dx: Pair,
    dy: Pair,
  ): Pair | undefined => {
    if (o.some(x => !x) || i.some(x => !x)) return undefined
    const all = [...o, ...i, dx, dy] as Pair[]
    const at = (v: number[]) =>
      rectGap(
        rect(0, 0, [v[0]!, 0], [v[1]!, 0], [v[2]!, 0]),
        rect(v[6]!, v[7]!, [v[3]!, 0], [v[4]!, 0], [v[5]!, 0]),
      ).gap
    const values = all.map(p => p[0]),
      h = 1e-4
    let s = 0
    all.forEach((p, k) => {
      if (p[1] === 0) return
      const up = values.slice(),
        down = values.slice()
      up[k]! += h
      down[k]! -= h
      s += (((at(up) - at(down)) / (2 * h)) * p[1]) ** 2
    })
    return [at(values), Math.sqrt(s)]
  }
  const three = (f: Feature) => ['length', 'width', 'corner'].map(k => inFeature(f, k))
  const own = (p: Part) => ['length', 'width', 'corner'].map(k => dim(p, k))
  const gapLimits = mounting === 'in the body' ? undefined : () => limitsFor('pickup rout', { low: 0.3, never: 0 })
  const gp = build.placements.guard
  for (const name of build.instrument.pickups) {
    const slot = `pickup-${name}`
    const less = (p: Pair | undefined, f: Pair): Pair | undefined => p && [p[0] - f[0], Math.hypot(p[1], f[1])]
    if (mounting === 'on the guard') {
      add(
        `${slot}-rout`,
        'pickup rout',
        ['body', 'guard', slot],
        (b, g, p) => {
          const r = role(b, 'pickup-rout', slot),
            c = role(g, 'cut-out', slot)
          if (!r || !c || r.outline || c.outline || p.outline) return undefined
          const off = (k: 'x' | 'y'): Pair => [
            (c.dims[k]?.value ?? 0) + (gp?.[k].value ?? 0) - (r.dims[k]?.value ?? 0),
            Math.hypot(c.dims[k]?.doubt ?? 0, r.dims[k]?.doubt ?? 0),
          ]
          return less(room(three(r), own(p), off('x'), off('y')), film(b, 'pickup-rout'))
        },
        gapLimits,
      )
      add(`${slot}-cut-out`, 'pickup in cut-out', ['guard', slot], (g, p) => {
        const c = role(g, 'cut-out', slot)
        return c && !c.outline && !p.outline ? room(three(c), own(p), [0, 0], [0, 0]) : undefined
      })
      add(`${slot}-guard-offset`, 'guard over routs', ['body', 'guard'], (b, g) => {
        const r = role(b, 'pickup-rout', slot),
          c = role(g, 'cut-out', slot)
        if (!r || !c) return undefined
        const d = (k: 'x' | 'y') => (c.dims[k]?.value ?? 0) + (gp?.[k].value ?? 0) - (r.dims[k]?.value ?? 0)
        const u = (k: 'x' | 'y') => Math.hypot(c.dims[k]?.doubt ?? 0, r.dims[k]?.doubt ?? 0, gp?.[k].doubt ?? 0.2)
        const away = Math.hypot(d('x'), d('y'))
        return [
          0.5 - away,
          away > 1e-6 ? Math.hypot((d('x') / away) * u('x'), (d('y') / away) * u('y')) : Math.hypot(u('x'), u('y')),
        ]
      })
    } else
      add(
        `${slot}-rout`,
        'pickup rout',
        ['body', slot],
        (b, p) => {
          const r = role(b, 'pickup-rout', slot)
          return r && !r.outline && !p.outline
            ? less(room(three(r), own(p), [0, 0], [0, 0]), film(b, 'pickup-rout'))
            : undefined
        },
        gapLimits,
      )
    add(`${slot}-depth`, 'pickup depth', ['body', slot], (b, p) =>
      sum([
        [1, inFeature(role(b, 'pickup-rout', slot), 'depth')],
        [-1, dim(p, 'depthBelowTop')],
      ]),
    )
    if (mounting !== 'on the guard' && build.instrument.strings > 1)
      add(`${slot}-poles`, 'pole spread', ['body', 'neck', 'bridge', slot], (b, n, br, p) => {
        const r = role(b, 'pickup-rout', slot),
          nut = dim(n, 'widthAtNut'),
          spread = dim(br, 'stringSpread'),
          poles = dim(p, 'poleSpread'),
          scale = dim(n, 'scaleLength')
        if (!r || !nut || !spread || !poles || !scale) return undefined
        const x = (r.dims.x?.value ?? 0) + (n.dims.nutToHeelEnd?.value ?? 0),
          t = x / (scale[0] + (compensation[0] ?? 2))
        const atNut = nut[0] / 2 - build.setup.edgeMargin - outer[0] / 2
        const inner = poles[0] / 2 - (atNut + (spread[0] / 2 - atNut) * t),
          off = (r.dims.y?.value ?? 0) - offset[0] * t
        return [
          inner + (inner < 0 ? -1 : 1) * Math.abs(off),
          Math.hypot(0.5 * poles[1], 0.5 * t * spread[1], 0.5 * (1 - t) * nut[1], r.dims.y?.doubt ?? 0),
        ]
      })
  }
  add('guard-neck', 'guard gap', ['guard', 'neck'], (g, n) =>
    sum([
      [0.5, dim(g, 'notchWidth')],
      [-0.5, dim(n, 'heelWidth')],
    ]),
  )

  // Controls in the body's top or the guard.
  const guarded = mounting === 'on the guard' || build.instrument.extras.includes('guard')
  for (const s of slotsOf(build.instrument).filter(x => x.kind === 'pot' || x.kind === 'switch')) {
    const hole = (p: Part) =>
      p.features.find(f => (f.role === 'pot-hole' || f.role === 'switch-hole') && f.serves === s.id)
    const cavity = (b: Part) => {
      const h = hole(b)
      return h && b.features.find(f => f.role === 'control-cavity' && within(f, h))
    }
    add(`${s.id}-thread`, 'control thread', ['body', s.id], (b, p) => {
      const h = hole(b)
      return (
        h &&
        sum([
          [1, dim(p, 'threadLength')],
          [-1, inFeature(h, 'topThickness') ?? inFeature(cavity(b), 'topThickness')],
          [-1, dim(p, 'hardware')],
        ])
      )
    })
    add(`${s.id}-hole`, 'control hole', ['body', s.id], (b, p) => {
      const h = hole(b)
      return h && (h.dims.topThickness || cavity(b)) && p.dims.threadLength && p.dims.hardware
        ? sum([
            [1, inFeature(h, 'diameter')],
            [-1, dim(p, 'threadDiameter')],
            [-2, film(b, h.role)],
          ])
        : undefined
    })
    add(`${s.id}-case`, 'cavity depth', ['body', s.id], (b, p) => {
      const h = hole(b)
      return (
        h &&
        sum([
          [1, inFeature(cavity(b), 'depth')],
          [-1, dim(p, 'caseDepth')],
        ])
      )
    })
    if (guarded) {
      add(`${s.id}-thread`, 'control thread', ['guard', s.id], (g, p) => {
        const h = hole(g)
        return (
          h &&
          sum([
            [1, dim(p, 'threadLength')],
            [-1, inFeature(h, 'topThickness') ?? dim(g, 'thickness')],
            [-1, dim(p, 'hardware')],
          ])
        )
      })
      add(`${s.id}-hole`, 'control hole', ['guard', s.id], (g, p) => {
        const h = hole(g)
        return h && p.dims.threadLength && p.dims.hardware
          ? sum([
              [1, inFeature(h, 'diameter')],
              [-1, dim(p, 'threadDiameter')],
            ])
          : undefined
      })
      add(`${s.id}-slot`, 'blade slot', ['guard', s.id], (g, p) => {
        const h = g.features.find(f => f.role === 'switch-hole' && f.serves === s.id)
        return (
          h &&
          sum([
            [1, inFeature(h, 'diameter')],
            [-1, dim(p, 'leverLength')],
          ])
        )
      })
    }
  }
  for (const s of slotsOf(build.instrument).filter(x => x.kind === 'knob'))
    add(`${s.id}-bore`, 'knob bore', [s.id.replace('knob-', 'pot-'), s.id], (p, k) => {
      const differs =
        p.traits.shaft !== undefined &&
        k.traits.bore !== p.traits.shaft &&
        !(k.traits.bore === 'smooth' && p.traits.shaft === 'split')
      return sum(
        [
          [1, dim(k, 'bore')],
          [-1, dim(p, 'shaftDiameter')],
        ],
        differs ? -2 : 0,
      )
    })
  const jackHole = (b: Part) => role(b, 'jack-hole', 'jack')
  if (!slots.has('jack-plate')) {
    add('jack-wall', 'jack wall', ['body', 'jack'], (b, j) => {
      const h = jackHole(b)
      return (
        h &&
        sum([
          [1, dim(j, 'threadLength')],
          [-1, inFeature(h, 'depth')],
          [-1, dim(j, 'hardware')],
        ])
      )
    })
    add('jack-bore', 'jack bore', ['body', 'jack'], (b, j) => {
      const h = jackHole(b),
        gap =
          h &&
          sum([
            [1, inFeature(h, 'diameter')],
            [-1, dim(j, j.traits.sort === 'barrel' ? 'caseWidth' : 'threadDiameter')],
          ])
      return gap && gap[0] <= 4 ? gap : undefined
    })
  }

  // Strings through their holes.
  const thick = (s: Part) => Math.max(0, ...(s.gauges ?? []).map(g => g.diameter))
  for (const holder of ['bridge', 'tailpiece', 'tuners'])
    add(`string-in-${holder}`, 'string hole', [holder, 'strings'], (h, s) =>
      thick(s) > 0 ? sum([[1, dim(h, 'stringHole')]], -thick(s)) : undefined,
    )
  return rules
}

/** Whether a hole's centre lies in a cavity's rectangle, corners aside. */
function within(cavity: Feature, hole: Feature): boolean {
  const v = (f: Feature, k: string) => f.dims[k]?.value ?? 0
  return (
    Math.abs(v(hole, 'x') - v(cavity, 'x')) <= v(cavity, 'length') / 2 &&
    Math.abs(v(hole, 'y') - v(cavity, 'y')) <= v(cavity, 'width') / 2
  )
}
