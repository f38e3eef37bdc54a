import { fileURLToPath } from 'node:url'
import type { Build } from '../../src/core/document/build.ts'
import { demo } from './demo.ts'

export const HERON_FILE = fileURLToPath(new URL('../../demo/heron.json', import.meta.url))

/** A fresh copy of the demo build to change. */
export const heron = (): Build => demo('heron')

/** The build with one dimension changed to a measured value. */
export function measuredAt(b: Build, partId: string, path: string, value: number, doubt = 0.02): Build {
  const [head, a, c] = path.split('.')
  return {
    ...b,
    parts: b.parts.map(p =>
      p.id !== partId
        ? p
        : head === 'dims'
          ? { ...p, dims: { ...p.dims, [a!]: { value, doubt, basis: 'measured' } } }
          : {
              ...p,
              features: p.features.map(f =>
                f.id === a ? { ...f, dims: { ...f.dims, [c!]: { value, doubt, basis: 'measured' } } } : f,
              ),
            },
    ),
  }
}
