import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { built } from '../../scripts/prepare.mjs'
import { startServer } from './server.ts'

declare module 'vitest' {
  interface ProvidedContext {
    /** Data folders of an empty workshop and of the demo's, to be copied: making one takes five times as long as copying it. */
    workshops: { empty: string; demo: string }
  }
}

/** Builds the application if need be and makes the two workshops that the interface tests start from. */
export default async function setup(project: TestProject): Promise<() => void> {
  built()
  const root = mkdtempSync(join(tmpdir(), 'snugbolt-workshops-')),
    made = { empty: join(root, 'empty'), demo: join(root, 'demo') }
  await (await startServer(made.empty, {}, { demo: false, dist: true, fresh: true })).kill()
  cpSync(made.empty, made.demo, { recursive: true, preserveTimestamps: true })
  const server = await startServer(made.demo, {}, { demo: false, dist: true })
  const loaded = await fetch(`${server.address}/api/demo`, { method: 'POST' })
  if (!loaded.ok) throw new Error(`The demo workshop was not loaded: ${await loaded.text()}`)
  await server.kill()
  project.provide('workshops', made)
  return () => rmSync(root, { recursive: true, force: true })
}

/** A workshop of one's own: a copy of a made one, in a folder of its own. */
export function workshopFolder(made: string): string {
  const data = mkdtempSync(join(tmpdir(), 'snugbolt-e2e-'))
  cpSync(made, data, { recursive: true, preserveTimestamps: true })
  return data
}
