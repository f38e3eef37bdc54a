import type { Build } from '../../src/core/document/build.ts'
import type { FeatureRole } from '../../src/core/parts/featureRoles.ts'
import type { Feature } from '../../src/core/parts/part.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild } from './plainBuild.ts'

/** What everything is measured to, mm. */
export const DOUBT = 0.004

const known = (f: Feature): Feature => ({
  ...f,
  dims: Object.fromEntries(
    Object.entries(f.dims).map(([k, d]) => [k, { ...d, doubt: DOUBT, basis: 'measured' as const }]),
  ),
})
const f = (role: FeatureRole, id: string, dims: Record<string, number>, more: Partial<Feature> = {}): Feature =>
  known(typicalFeature(role, id, dims, more))

/** An instrument of round numbers, measured all through: misfits of every sort are in it on purpose. */
export const measuredInstrument = (): Build => {
  const b = plainBuild({
    front: 166,
    instrument: {
      extras: ['guard', 'battery'],
      mounting: 'in rings',
      pickups: ['bridge', 'neck'],
      volumes: 1,
      tones: 1,
      switches: 1,
    },
    parts: {
      body: {
        dims: { thickness: 45, topRadius: 2000 },
        features: [
          f('neck-pocket', 'pocket', {
            length: 76,
            width: 56,
            widthEnd: 55.8,
            depth: 16,
            corner: 4,
            floorDip: 0.03,
          }),
          f(
            'pickup-rout',
            'rb',
            { x: 120, y: 0, length: 40, width: 90, corner: 4, depth: 20 },
            { serves: 'pickup-bridge' },
          ),
          f(
            'pickup-rout',
            'rn',
            { x: 30, y: 0, length: 40, width: 90, corner: 4, depth: 18 },
            { serves: 'pickup-neck' },
          ),
          f(
            'control-cavity',
            'cavity',
            { x: 200, y: 90, length: 120, width: 60, corner: 10, depth: 37, topThickness: 6 },
            { face: 'back' },
          ),
          f('pot-hole', 'hv', { x: 170, y: 90, diameter: 8 }, { serves: 'pot-volume', through: true }),
          f('switch-hole', 'hs', { x: 240, y: 90, diameter: 12.4 }, { serves: 'switch', through: true }),
          f(
            'jack-hole',
            'hj',
            { x: 280, y: 160, diameter: 10, depth: 4 },
            { serves: 'jack', face: 'side', through: true },
          ),
          f(
            'battery-box',
            'bb',
            { x: 100, y: -100, length: 56, width: 30, corner: 3, depth: 20 },
            { face: 'back' },
          ),
          f(
            'screw-hole',
            'n1',
            { x: -14, y: 18, diameter: 4.8 },
            { serves: 'neck-screws', through: true, face: 'back' },
          ),
        ],
      },
      neck: {
        dims: {
          heelLength: 75.7,
          heelWidth: 55.7,
          heelWidthEnd: 55.4,
          heelThickness: 25,
          fingerboardThickness: 6,
          fretHeight: 1.1,
          slotWidth: 6.1,
          slotDepth: 3,
          headAngle: 0,
        },
        features: [1, 2, 3, 4, 5, 6].map(n =>
          f(
            'tuner-hole',
            `t${n}`,
            { x: n < 4 ? -25 - 25 * n : -200 + 25 * n, y: n < 4 ? 33 : -33, diameter: 9.9 },
            { serves: String(n), through: true },
          ),
        ),
      },
      'neck-screws': { dims: { diameter: 4.2, length: 45 } },
      tuners: { dims: { bushingDiameter: 9.8, bodyWidth: 15, reachMin: 12, reachMax: 16 } },
      'tuner-screws': { dims: { diameter: 2.2, length: 10 } },
      nut: { dims: { thickness: 6, length: 42.1, height: 7.5 } },
      bridge: { dims: { saddleLow: 8, saddleHigh: 14, stringHole: 2.6 } },
      'bridge-screws': { dims: { diameter: 3, length: 25 } },
      'pickup-bridge': { dims: { length: 38.4, width: 88, corner: 3, depthBelowTop: 16, poleSpread: 50 } },
      'pickup-neck': { dims: { length: 39.9, width: 88, corner: 3, depthBelowTop: 17.5, poleSpread: 49 } },
      'ring-bridge': {
        dims: {
          length: 92,
          width: 46,
          corner: 5,
          openingLength: 39.2,
          openingWidth: 88.8,
          openingCorner: 3,
          low: 6,
          tall: 9,
        },
      },
      'ring-neck': {
        dims: {
          length: 92,
          width: 46,
          corner: 5,
          openingLength: 40.9,
          openingWidth: 89,
          openingCorner: 3,
          low: 3,
          tall: 4,
        },
      },
      'pot-volume': { dims: { threadDiameter: 7, threadLength: 9, hardware: 2.7, caseWidth: 24, caseDepth: 14 } },
      switch: { dims: { threadDiameter: 12, threadLength: 11, hardware: 2.6, caseWidth: 20, caseDepth: 30 } },
      jack: { dims: { threadDiameter: 9.5, threadLength: 9, hardware: 3, caseWidth: 22, caseDepth: 20 } },
      battery: { dims: { length: 48.5, width: 26.5, height: 17.5 } },
      guard: {
        dims: { thickness: 2.4, notchWidth: 57, bridgeEdge: 150 },
        outline: {
          smooth: false,
          doubt: 0.1,
          points: [
            [-20, -70],
            [150, -70],
            [150, 70],
            [-20, 70],
          ],
        },
      },
      'guard-screws': { dims: { diameter: 3, length: 13 } },
    },
  })
  return {
    ...b,
    parts: b.parts.map(p => ({
      ...known({ ...p, role: 'screw-hole', face: 'top' } as unknown as Feature),
      ...p,
      dims: Object.fromEntries(
        Object.entries(p.dims).map(([k, d]) => [k, { ...d, doubt: DOUBT, basis: 'measured' as const }]),
      ),
      features: p.features.map(known),
    })),
    placements: {
      ...b.placements,
      guard: {
        x: { value: 0.4, doubt: DOUBT, basis: 'measured' },
        y: { value: -0.2, doubt: DOUBT, basis: 'measured' },
      },
    },
  }
}
