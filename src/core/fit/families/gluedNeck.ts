import { pairs } from '../../document/maths.ts'
import { EDGES_UNREAD, readingSource, readingText } from '../../document/readingRef.ts'
import { readCentreLine } from '../../layout/centreLine.ts'
import { readingOf } from '../../layout/readingOf.ts'
import { SADDLE_RESERVE, saddleHeightOf, stringRise } from '../../layout/saddleHeight.ts'
import { family, MEMORY, type FamilyFile, type Joined } from '../family.ts'

/** What is read with the neck clamped dry, and how far it may miss what the parts promise, half-width, mm [from memory]. */
export const DRY = readingText({ kind: 'dry' })
/** A glued neck takes none. */
const NO_SHIM = 0
const UNREAD = { angle: 3, line: 3 } as const
/** Drift at the bridge that nobody sees or feels, mm [from memory]: a third of the usual margin at the fingerboard's edge. */
const DRIFT = 1

const angle = family('dry angle', {
  label: 'Neck angle, clamped dry',
  compared: 'needed height over the top − lowest saddle',
  low: SADDLE_RESERVE,
  high: 4,
  never: 0,
  neverAbove: 5,
  source: 'geometry; reserves from memory',
})
const line = family('dry line', {
  label: 'String line to the bridge, clamped dry',
  compared: `${DRIFT.toFixed(1)} − drift at the bridge`,
  low: 0,
  never: -2,
  source: MEMORY,
})

/** What only a glued neck has: once glue is in there is no shim and no second try. */
const joined: readonly Joined[] = [
  {
    id: 'dry-angle',
    family: angle,
    slots: ['bridge', 'neck', 'body'],
    beside: ['strings'],
    fields: ['setup', 'placements', 'readings'],
    fitOnly: true,
    clearance(m, v) {
      const low = m.of(v.part('bridge'), 'saddleLow'),
        promised = saddleHeightOf(m, v, NO_SHIM),
        read = readingOf(v.fields, DRY, 'straightedge over the top at the bridge, clamped dry')
      if (!low || !promised) return undefined
      return read
        ? m.sum(
            [
              [1, m.known(read)],
              [-1, low],
            ],
            stringRise(v),
          )
        : m.given({
            id: readingSource(DRY),
            label: 'straightedge over the top at the bridge, clamped dry',
            value: m.value(promised.aboveLowest),
            doubt: UNREAD.angle,
            basis: 'assumed',
            missing: true,
          })
    },
    limits(v) {
      const range = saddleHeightOf(pairs, v, NO_SHIM)?.range[0]
      return range === undefined
        ? undefined
        : { low: SADDLE_RESERVE, high: range - SADDLE_RESERVE, never: 0, neverAbove: range }
    },
    words: () => ({
      title: 'Neck angle, clamped dry',
      under:
        'Glued like this the strings cannot come down: pare the mortise’s floor towards its mouth, and clamp it dry again.',
      over: 'Glued like this the saddles run out of height: pare the floor towards its end, and clamp it dry again.',
    }),
    at: l => [l.nutToHeelEnd + 10, 12],
  },
  {
    id: 'dry-line',
    family: line,
    slots: ['neck', 'body'],
    fields: ['readings'],
    fitOnly: true,
    clearance(m, v) {
      const read = readCentreLine(v.fields)
      return read && !('problem' in read)
        ? m.sum([[-1, m.derived(([d]) => Math.abs(d!), [m.known(read.drift)])]], DRIFT)
        : m.given({
            id: EDGES_UNREAD,
            label: 'both edges of the neck carried to the bridge, clamped dry',
            value: DRIFT,
            doubt: UNREAD.line,
            basis: 'assumed',
            missing: true,
          })
    },
    words: () => ({
      title: 'String line to the bridge, clamped dry',
      under:
        'Glued like this the strings run off to one side: shave the mortise’s walls as the centre line’s sheet says, and clamp it dry again.',
    }),
    at: l => [l.scaleLength, 0],
  },
]

/** A neck that is glued in is judged clamped dry: its angle to the bridge's height, and its line to the bridge. */
export const gluedNeck = {
  families: [angle, line],
  joined: i => (i.neckJoint === 'glued' ? joined : []),
} satisfies FamilyFile
