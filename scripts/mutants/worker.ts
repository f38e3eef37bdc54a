import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { Script } from 'node:vm'
import fc from 'fast-check'
import { broken, state } from './runtime.ts'
import { run, shortVitest } from './shortVitest.ts'

/** Runs bundled test files in one process, one place broken at a time. */
const require = createRequire(import.meta.url)
Object.assign(globalThis, { __broken: broken, __vitest: shortVitest })
fc.configureGlobal({ seed: Number(process.env['SNUGBOLT_SEED'] ?? 2026) })

const files = new Map<string, (r: NodeJSON, m: object, e: object) => void>()
type NodeJSON = NodeJS.Require

export interface Asked {
  bundles: readonly string[]
  place: number
  places: number
}
export interface Answer {
  /** The first file that went red, if one did, and why. */
  red: string | undefined
  why?: string
  ms: number
  met: number[]
}

async function answer({ bundles, place, places }: Asked): Promise<Answer> {
  state.broken = place
  state.met = new Uint8Array(places)
  const begun = performance.now()
  let red: string | undefined, why: string | undefined
  for (const b of bundles) {
    try {
      let f = files.get(b)
      if (!f) {
        f = new Script(`(function (require, module, exports) {${readFileSync(b, 'utf8')}\n})`, {
          filename: b,
        }).runInThisContext() as never
        files.set(b, f!)
      }
      await run(() => f!(require, { exports: {} }, {}))
    } catch (e) {
      red = b
      why = e instanceof Error ? e.message.slice(0, 200) : String(e)
      break
    }
  }
  const met: number[] = []
  if (place < 0) state.met.forEach((m, k) => m && met.push(k))
  return { red, ...(why ? { why } : {}), ms: performance.now() - begun, met }
}

process.on('message', (asked: Asked) => void answer(asked).then(a => process.send!(a)))
