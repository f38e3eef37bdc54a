import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { numbers } from '../../../tests/support/anyCatalogue.ts'
import { anyWorkpiece } from '../../../tests/support/anyWorkpiece.ts'
import { demo } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { readBuild } from '../document/readBuild.ts'
import { partIn } from '../document/references.ts'
import { layOut } from '../layout/layOut.ts'
import type { Hole } from './hole.ts'
import { holesOf } from '../../../tests/support/holesOf.ts'

type P3 = [number, number, number]

/** Even-odd, written here again: the check must not stand on what it checks. */
function within(poly: readonly (readonly [number, number])[], x: number, y: number): boolean {
  let odd = false
  for (let i = 0; i < poly.length; i++) {
    const [ax, ay] = poly[i]!,
      [bx, by] = poly[(i + 1) % poly.length]!
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) odd = !odd
  }
  return odd
}

/** Points spread through a hole's cylinder. */
function pointsIn(h: Hole, rnd: () => number, count: number): P3[] {
  const { from, to, radius } = h.bore,
    d = [to[0] - from[0], to[1] - from[1], to[2] - from[2]],
    len = Math.hypot(d[0]!, d[1]!, d[2]!)
  if (len < 1e-6) return []
  const u = d.map(c => c / len),
    a = Math.abs(u[2]!) < 0.9 ? [0, 0, 1] : [1, 0, 0]
  const cross = (p: number[], q: number[]) => [
    p[1]! * q[2]! - p[2]! * q[1]!,
    p[2]! * q[0]! - p[0]! * q[2]!,
    p[0]! * q[1]! - p[1]! * q[0]!,
  ]
  const e = cross(u, a),
    el = Math.hypot(...e),
    e1 = e.map(c => c / el),
    e2 = cross(u, e1)
  return Array.from({ length: count }, () => {
    const t = rnd() * len,
      r = radius * 0.97 * Math.sqrt(rnd()),
      w = rnd() * 2 * Math.PI
    return [0, 1, 2].map(k => from[k]! + u[k]! * t + r * (Math.cos(w) * e1[k]! + Math.sin(w) * e2[k]!)) as P3
  })
}

/** Where a hole is meant to come out: what the words of its own group say. */
const meant = (
  h: Hole,
  role: string,
  serves: string | undefined,
  poly: readonly (readonly [number, number])[],
): boolean =>
  ((h.group === 'channels' || h.face === 'cavity wall') &&
    (within(poly, h.bore.from[0], h.bore.from[1]) || within(poly, h.bore.to[0], h.bore.to[1]))) ||
  (h.id.startsWith('neck-body') && role === 'neck-pocket') ||
  ((h.group === 'ground' || h.group === 'controls') && role === 'control-cavity') ||
  (h.group === 'pickups' && h.id.includes('-screw-') && role === 'pickup-rout' && h.id.startsWith(serves ?? '-'))

/** What a hole runs into, found by trying points; undefined when it stays in wood. */
function meets(h: Hole, all: readonly Hole[], b: Build, rnd: () => number): string | undefined {
  const l = layOut(b)!,
    body = partIn(b, 'body')!,
    neck = partIn(b, 'neck')!,
    thick = body.dims.thickness!.value
  const others = all.filter(o => o !== h && o.piece === h.piece && o.group !== 'channels' && h.group !== 'channels')
  for (const [x, y, z] of pointsIn(h, rnd, 160)) {
    const along = Math.hypot(x - h.bore.from[0], y - h.bore.from[1])
    if (h.piece === 'body') {
      if (
        l.body.length &&
        !(h.face === 'body edge' && h.group !== 'channels' && along < 9) &&
        !within(l.body, x, y)
      )
        return 'the body’s edge'
      if (h.depth !== 'through' && (z < -thick || z > 0)) return 'a face of the body'
      for (const f of l.features.filter(q => q.partId === body.id && q.diameter === undefined)) {
        const own = body.features.find(q => q.id === f.id)!,
          deep = own.through ? thick : (own.dims.depth?.value ?? 0)
        if (own.dims.toX) {
          const ax = own.dims.x!.value + l.nutToHeelEnd,
            ay = own.dims.y!.value,
            dx = own.dims.toX.value - own.dims.x!.value,
            dy = own.dims.toY!.value - ay
          const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)))
          if (
            h.group !== 'channels' &&
            Math.hypot(x - ax - t * dx, y - ay - t * dy, z + deep) < own.dims.diameter!.value / 2
          )
            return f.id
          continue
        }
        if (meant(h, f.role, f.serves, f.polygon) || !within(f.polygon, x, y)) continue
        if (f.face === 'back' ? z < -thick + deep - 0.01 : z > -deep + 0.01) return f.id
      }
      for (const f of l.features.filter(
        q => q.partId === body.id && q.diameter !== undefined && q.face !== 'side' && q.serves !== 'claw',
      )) {
        const own = body.features.find(q => q.id === f.id)!,
          deep = own.through ? thick : (own.dims.depth?.value ?? thick)
        if (
          Math.hypot(x - f.centre[0], y - f.centre[1]) < f.diameter! / 2 &&
          (f.face === 'back' ? z < -thick + deep : z > -deep)
        )
          return f.id
      }
      for (const c of b.cuts)
        if (c.sort !== 'channel' && h.group !== 'channels') {
          if (
            Math.abs(x - l.nutToHeelEnd - c.x!) < c.length! / 2 &&
            Math.abs(y - c.y!) < c.width! / 2 &&
            (c.face === 'back' ? z < -thick + c.depth! : z > -c.depth!)
          )
            return `cut ${c.id}`
        } else if (c.sort === 'channel' && h.group !== 'channels') {
          const ax = c.x! + l.nutToHeelEnd,
            bx = c.toX! + l.nutToHeelEnd,
            dx = bx - ax,
            dy = c.toY! - c.y!,
            t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - c.y!) * dy) / (dx * dx + dy * dy || 1))),
            cz = c.face === 'top' ? -c.depth! : -thick + c.depth!
          if (Math.hypot(x - ax - t * dx, y - c.y! - t * dy, z - cz) < c.width! / 2) return `channel ${c.id}`
        }
    } else if (h.piece === 'head') {
      if (l.head.length && !within(l.head, x, y)) return 'the head’s edge'
      if (h.depth !== 'through' && (z > 0 || z < -neck.dims.headThickness!.value)) return 'a face of the head'
      for (const f of l.features.filter(q => q.partId === neck.id && q.diameter !== undefined && q.centre[0] < 0))
        if (Math.hypot(x - f.centre[0], y - f.centre[1]) < f.diameter! / 2) return f.id
      if (neck.traits.rod === 'at the head' && x > -30 && x < 0 && Math.abs(y) < 7 && z > -9)
        return 'the rod’s opening'
    } else if (h.piece === 'heel') {
      if (z > 0) return 'the fingerboard'
      if (
        neck.traits.rod !== 'none' &&
        Math.abs(y) < 3 &&
        z > -11 &&
        x < l.nutToHeelEnd - (neck.traits.rod === 'at the heel' ? 0 : 20)
      )
        return 'the truss rod'
    }
    for (const o of others) {
      const { from, to, radius } = o.bore,
        d = [to[0] - from[0], to[1] - from[1], to[2] - from[2]],
        dd = d[0]! ** 2 + d[1]! ** 2 + d[2]! ** 2
      const t = Math.max(
        0,
        Math.min(1, ((x - from[0]) * d[0]! + (y - from[1]) * d[1]! + (z - from[2]) * d[2]!) / (dd || 1)),
      )
      if (Math.hypot(x - from[0] - t * d[0]!, y - from[1] - t * d[1]!, z - from[2] - t * d[2]!) < radius * 0.98)
        return o.label
    }
  }
  return undefined
}

/** Holes of a build that meet something and say nothing. */
function silent(b: Build, seed: number): string[] {
  const rnd = numbers(seed),
    all = holesOf(b)
  return all.flatMap(h => {
    if (h.warnings.length || h.piece === 'guard') return []
    const m = meets(h, all, b, rnd)
    return m ? [`${h.label} meets ${m}`] : []
  })
}

describe('no hole breaks through a face, meets a hole, a rout, the rod or a channel without a warning', () => {
  it.each(['heron', 'kestrel', 'wren', 'bittern'] as const)('in %s', name =>
    expect(silent(demo(name), 7)).toEqual([]),
  )
  it('in the demo builds pulled about', () => {
    fc.assert(
      fc.property(anyWorkpiece, fc.integer({ min: 1, max: 1e6 }), (b, seed) => {
        const s = silent(b, seed)
        if (s.length) throw new Error(s.join('; '))
        return true
      }),
      { numRuns: runs(25) },
    )
  }, 240_000)
  it('in any build of 4 to 12 strings', () => {
    fc.assert(
      fc.property(anyBuild, fc.integer({ min: 1, max: 1e6 }), (b, seed) => {
        const s = silent(b, seed)
        if (s.length) throw new Error(s.join('; '))
        return true
      }),
      { numRuns: runs(25) },
    )
  })
  it('and the builds are ones that the reader takes', () =>
    fc.assert(
      fc.property(anyWorkpiece, b => {
        const r = readBuild(b)
        if (!r.ok) throw new Error(JSON.stringify(r.problems))
        return true
      }),
      { numRuns: runs(25) },
    ))
  it('is a check that can fail: a hole whose warnings are struck out is found', () => {
    let found = 0
    fc.assert(
      fc.property(anyWorkpiece, fc.integer({ min: 1, max: 1e6 }), (b, seed) => {
        const all = holesOf(b),
          rnd = numbers(seed)
        found += all.filter(h => h.warnings.length && h.piece !== 'guard' && meets(h, all, b, rnd)).length
        return true
      }),
      { numRuns: runs(15) },
    )
    expect(found).toBeGreaterThan(20)
  })
})
