import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Build } from '../../src/core/document/build.ts'
import { readBuildText, readPart } from '../../src/core/document/readBuild.ts'
import type { Part } from '../../src/core/parts/part.ts'

const file = (name: string) =>
  readFileSync(fileURLToPath(new URL(`../../demo/${name}.json`, import.meta.url)), 'utf8')

export const DEMO_NAMES = ['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const

/** Read and checked once; every test has a copy of its own. */
const read = new Map<string, Build>()

/** A fresh copy of a demo build to change. */
export function demo(name: (typeof DEMO_NAMES)[number]): Build {
  let build = read.get(name)
  if (!build) {
    const r = readBuildText(file(name))
    if (!r.ok) throw new Error(JSON.stringify(r.problems))
    read.set(name, (build = r.build))
  }
  return structuredClone(build)
}

/** The demo workshop's shelf. */
export const demoShelf = (): Part[] =>
  (JSON.parse(file('shelf')) as { parts: unknown[] }).parts.map(p => {
    const r = readPart(p)
    if (!r.ok) throw new Error(JSON.stringify(r.problems))
    return r.part
  })

/** A build with nothing of its finish done yet. */
export const uncoated = (b: Build): Build => ({ ...b, steps: b.steps.filter(s => !s.step.startsWith('finish/')) })

/** A build that was never together: neither finished, nor tried, nor wired. */
export function apart(b: Build): Build {
  const { joints: _, ...circuit } = b.circuit,
    kinds = /^(trial|finish|solder|assemble|test|setup)(\/|$)/
  return { ...b, circuit, trials: [], steps: b.steps.filter(s => !kinds.test(s.step)) }
}
