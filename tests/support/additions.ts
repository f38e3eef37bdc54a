/** What is added to a copy of the sources, as docs/developing.md says it is added, and what must hold then. */
export interface Addition {
  /** What is added, as its paragraph in docs/developing.md begins. */
  says: string
  /** New files: path and text. */
  files: Readonly<Record<string, string>>
  /** Changed files: path, a text that stands in it once, and what stands there instead. */
  edits: readonly (readonly [path: string, from: string, to: string])[]
  /** A program that ends well if what was added works; its imports are relative to the root. */
  proof: string
}

const HEADER = `import { demo } from './tests/support/demo.ts'
import assert from 'node:assert/strict'
`

export const ADDITIONS: readonly Addition[] = [
  {
    says: 'A joint family',
    files: {
      'src/core/fit/families/postReach.ts': `import { need } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { linear } from '../../units/quantity.ts'
import { family, findAnew, type FamilyFile } from '../family.ts'

const reach = family('post reach', {
  label: 'Woods that a tuner’s post reaches through',
  compared: 'most wood − least',
  low: 2,
  high: 6,
  never: 1,
  source: 'from memory',
})

export const postReach = {
  families: [reach],
  found: [
    findAnew(({ build }) => {
      const tuners = partIn(build, 'tuners')
      if (!tuners) return []
      return [
        {
          id: 'post-reach',
          family: reach.id,
          title: 'Woods that the posts reach through',
          clearance: linear([
            [1, need(tuners, 'dims.reachMax')],
            [-1, need(tuners, 'dims.reachMin')],
          ]),
          at: [0, 0],
          slots: ['tuners'],
          meaning: { under: 'No wood but one is right.', over: 'It takes any.' },
          fixes: () => [],
        },
      ]
    }),
  ],
} satisfies FamilyFile
`,
    },
    edits: [
      [
        'src/core/fit/families/index.ts',
        "import { requirements } from './requirements.ts'",
        "import { postReach } from './postReach.ts'\nimport { requirements } from './requirements.ts'",
      ],
      ['src/core/fit/families/index.ts', '  requirements,\n', '  postReach,\n  requirements,\n'],
      ['src/core/document/families.ts', "  'nut height',\n", "  'nut height',\n  'post reach',\n"],
    ],
    proof: `${HEADER}import { fit } from './src/core/fit/applyFixes.ts'
const joint = fit(demo('heron')).now.find(j => j.family === 'post reach')
assert.ok(joint, 'the joint is not found')
assert.ok(joint.chances.snug > 0, 'it has no verdict')
`,
  },
  {
    says: 'A part kind',
    files: {},
    edits: [
      [
        'src/core/parts/kinds/hardware.ts',
        '  ferrules: {\n',
        `  'bridge-cover': {
    label: 'Bridge cover',
    outline: false,
    features: [],
    look: ['No dent'],
    dims: {
      length: lengthOf('length along the strings', 20, 200, 70, 'Calliper.'),
      height: lengthOf('height', 2, 60, 20, 'Calliper.'),
    },
    spreads: { height: 4 },
    traits: {},
  },
  ferrules: {
`,
      ],
    ],
    proof: `${HEADER}import { readPart } from './src/core/document/readBuild.ts'
import { typicalPart } from './src/core/parts/typicalPart.ts'
import { drawPart } from './src/core/shelf/partDrawing.ts'
import { readPartsCsv, writePartsCsv } from './src/core/shelf/partsCsv.ts'
const part = typicalPart('bridge-cover', 'cover')
assert.equal(part.dims.height?.doubt, 4)
assert.ok(readPart(JSON.parse(JSON.stringify(part))).ok, 'it is not taken by the API')
assert.ok(drawPart(part).length > 0, 'it is not drawn')
const back = readPartsCsv(writePartsCsv([part]), { taken: new Set(), source: 'here' })
assert.deepEqual(back.parts.map(p => p.kind), ['bridge-cover'])
`,
  },
  {
    says: 'A known circuit',
    files: {},
    edits: [
      [
        'src/core/circuit/recipes/one.ts',
        '/** Nothing between the pickup and the jack. */',
        `/** One pickup on a volume and nothing else, whatever tone pot there is. */
export const bare: Recipe = {
  id: 'volume alone',
  label: 'One pickup, volume alone',
  says: 'The pickup through one volume; a tone pot is left without a use.',
  lacks: h => wants(h.pickups.length, 'pickup', { exactly: 1 }) ?? masterPots(h),
  make: d => {
    const pot = d.volume(d.have.volumes[0]!)
    d.wire(d.grounded(d.have.pickups[0]!).hot, \`\${pot}.3\`, 'lead')
    d.output(pot)
  },
}

/** Nothing between the pickup and the jack. */`,
      ],
      [
        'src/core/circuit/recipes/index.ts',
        "import { onePickup, straight } from './one.ts'",
        "import { bare, onePickup, straight } from './one.ts'",
      ],
      ['src/core/circuit/recipes/index.ts', '  straight,\n', '  bare,\n  straight,\n'],
      [
        'tests/support/electric.ts',
        "  ['one pickup', { pickups",
        "  ['volume alone', { pickups: { bridge: single }, volumes: [V], tones: [V] }],\n  ['one pickup', { pickups",
      ],
    ],
    proof: `import assert from 'node:assert/strict'
import { offersFor } from './src/core/circuit/recipes/index.ts'
import { networkOf } from './src/core/circuit/network.ts'
import { allSettings } from './src/core/circuit/settings.ts'
import { electric, RECIPE_BUILDS } from './tests/support/electric.ts'
const build = electric(RECIPE_BUILDS.find(([id]) => id === 'volume alone')![1]),
  offer = offersFor(build).find(o => o.id === 'volume alone')
assert.ok(offer?.circuit, offer?.lacks ?? 'it is not offered')
const wired = { ...build, circuit: offer.circuit }
for (const s of allSettings(wired)) assert.ok(networkOf(wired, s).nodeOf.size > 0)
`,
  },
  {
    says: 'A sort of device',
    files: {},
    edits: [
      [
        'src/core/devices/deviceSorts.ts',
        '} as const satisfies Record<string, DeviceSort>',
        "  /** A feeler gauge that says which blade is out: `0.25 mm`. */\n  gauge: { label: 'Feeler gauge', parse: text => parseLength(text) },\n} as const satisfies Record<string, DeviceSort>",
      ],
    ],
    proof: `import assert from 'node:assert/strict'
import { DEVICE_SORTS, isDeviceSort } from './src/core/devices/deviceSorts.ts'
assert.ok(isDeviceSort('gauge'))
const read = DEVICE_SORTS.gauge.parse('0.25 mm')
assert.ok(read.ok && read.value === 0.25)
`,
  },
  {
    says: 'A fault',
    files: {},
    edits: [
      [
        'src/core/meter/faultSorts.ts',
        'export const FAULT_SORTS = {\n',
        "export const FAULT_SORTS = {\n  'jack open': sort('jack’s tip spring open', 'ground', 1, 5, 'Bend the tip spring back to the plug.'),\n",
      ],
      [
        'src/core/meter/faults.ts',
        'const drafts = [...ofWires(g),',
        'const drafts = [...ofJack(g), ...ofWires(g),',
      ],
      [
        'src/core/meter/faults.ts',
        '/** What can be wrong with each wire:',
        `/** The jack's tip wire, off. */
const ofJack = (g: Ground): Draft[] =>
  g.build.circuit.wires
    .filter(w => w.to === 'jack.tip' || w.from === 'jack.tip')
    .map(w => ({
      id: \`jack open \${w.id}\`,
      sort: 'jack open',
      mends: 'jack',
      says: 'The jack’s tip does not reach the plug',
      at: [w.from, w.to],
      changes: [{ kind: 'cut', wire: w.id, sort: 'wire' }],
    }))

/** What can be wrong with each wire:`,
      ],
    ],
    proof: `${HEADER}import { faultsOf } from './src/core/meter/faults.ts'
const faults = faultsOf(demo('heron'))
assert.ok(faults.some(f => f.sort === 'jack open'), 'the fault is not made')
assert.ok(Math.abs(faults.reduce((s, f) => s + f.share, 0) - 1) < 1e-9)
`,
  },
  {
    says: 'What a part wants drilled',
    files: {
      'src/core/drill/requests/lampHoles.ts': `import { say } from '../../say/said.ts'
import { partIn } from '../../document/references.ts'
import { woodOf } from '../../parts/woods.ts'
import { requestsOf, v, type Requests } from './sizes.ts'

/** A hole for a lamp behind the bridge of whatever has a battery. */
export const lampHoles: Requests = requestsOf(['body', 'bridge'], (build, l) => {
  const body = partIn(build, 'body')
  if (!body || !partIn(build, 'bridge')) return []
  const at = [l.scaleLength + 60, 0] as const
  return [
    {
      id: 'lamp',
      screws: undefined,
      serves: 'lamp',
      group: 'controls',
      label: 'Lamp',
      purpose: 'control',
      at,
      from: 'pocket end',
      along: at[0] - l.nutToHeelEnd,
      face: 'body top',
      wood: woodOf(body.traits.wood),
      stock: v(body, 'thickness'),
      diameter: 5,
      why: say\`Behind the bridge.\`,
    },
  ]
})
`,
    },
    edits: [
      [
        'src/core/drill/requests/index.ts',
        "import { neckHoles } from './neckHoles.ts'",
        "import { lampHoles } from './lampHoles.ts'\nimport { neckHoles } from './neckHoles.ts'",
      ],
      [
        'src/core/drill/requests/index.ts',
        '  channelHoles,\n  buttonHoles',
        '  channelHoles,\n  lampHoles,\n  buttonHoles',
      ],
    ],
    proof: `${HEADER}import { ask } from './src/core/facts/facts.ts'
const work = ask('drill', demo('heron'), { at: '2026-09-01T10:00:00Z', zone: 'Etc/UTC' })
assert.ok(work?.holes.some(h => h.id === 'lamp'), 'the hole is not on the list')
`,
  },
  {
    says: 'A change of the document',
    files: {},
    edits: [
      ['src/core/document/build.ts', 'export const VERSION = 6', 'export const VERSION = 7'],
      [
        'src/core/document/migrations.ts',
        '/** From each older version to the next',
        '/** Version 6 knew all that 7 knows. */\nconst fromSix = (d: Document): Document => ({ ...d, version: 7 })\n\n/** From each older version to the next',
      ],
      ['src/core/document/migrations.ts', 'fromFive] as const', 'fromFive, fromSix] as const'],
    ],
    proof: `${HEADER}import { readBuild } from './src/core/document/readBuild.ts'
const read = readBuild({ ...JSON.parse(JSON.stringify(demo('heron'))), version: 6 })
assert.ok(read.ok && read.build.version === (7 as number))
`,
  },
]
