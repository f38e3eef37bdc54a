import type { Approval, Build, ClientJob, ClientLine } from './build.ts'
import { nextId } from './freshId.ts'

/** Nobody's yet: what a client's job begins with. */
const NEW_JOB: ClientJob = { lines: [], approvals: [] }

/** The build with what is agreed with the client changed; fields that are given as undefined are left out again. */
export function changeClient(build: Build, patch: { [K in keyof ClientJob]?: ClientJob[K] | undefined }): Build {
  const entries = Object.entries({ ...(build.client ?? NEW_JOB), ...patch }).filter(
    ([, v]) => v !== undefined && v !== '',
  )
  return { ...build, client: Object.fromEntries(entries) as unknown as ClientJob }
}

/** The build without a client; undefined sums and words go with it. */
export function dropClient(build: Build): Build {
  const { client: _, ...rest } = build
  return rest
}

/** The build with one more thing that is offered to the client. */
export const addClientLine = (build: Build, line: Omit<ClientLine, 'id'>): Build =>
  changeClient(build, {
    lines: [...(build.client?.lines ?? []), { id: nextId('q', build.client?.lines ?? []), ...line }],
  })

/** The build without a thing that was offered. */
export const dropClientLine = (build: Build, id: string): Build =>
  changeClient(build, { lines: (build.client?.lines ?? []).filter(l => l.id !== id) })

/** The build with a sum that the client approved. What was approved before stays to be read. */
export const approve = (build: Build, a: Omit<Approval, 'id'>): Build =>
  changeClient(build, {
    approvals: [...(build.client?.approvals ?? []), { id: nextId('a', build.client?.approvals ?? []), ...a }],
  })
