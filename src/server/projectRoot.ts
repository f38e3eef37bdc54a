import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** Folder of this checkout: the nearest one upwards with a package.json, from the source as from the bundle. */
export function projectRoot(): string {
  let at = dirname(fileURLToPath(import.meta.url))
  while (!existsSync(join(at, 'package.json'))) {
    const up = dirname(at)
    if (up === at) throw new Error('package.json not found above the server')
    at = up
  }
  return at
}
