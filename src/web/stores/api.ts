import type { Build } from '../../core/build/build.ts'
import type { History } from '../../core/build/history.ts'
import type { SettingName, WorkshopSettings } from '../../core/build/settings.ts'
import type { Problem } from '../../core/build/problem.ts'
import type { Part, Stock } from '../../core/parts/part.ts'
import type { PartKind } from '../../core/parts/partKinds.ts'

export interface StoredBuild {
  build: Build
  revision: number
  updatedAt: string
  history?: History | null
}
/** What a list of the shelf shows of a part. */
export interface ShelfRow {
  id: string
  kind: PartKind
  name: string
  stock: Stock | null
  donor: string | null
}
export interface BuildRow {
  id: string
  name: string
  revision: number
  updatedAt: string
  archivedAt: string | null
  demo: boolean
}

/** A build that holds other settings than the workshop. */
export interface OtherSettings {
  id: string
  name: string
  differs: SettingName[]
}

/** A refusal of the server, as it worded it. */
export class Refused extends Error {
  readonly status: number
  readonly code: string
  readonly problems: Problem[]
  readonly current: StoredBuild | undefined
  constructor(
    status: number,
    body: { error?: { code?: string; message?: string; problems?: Problem[] }; current?: StoredBuild },
  ) {
    super(body.error?.message ?? `The workshop answered ${status}.`)
    this.status = status
    this.code = body.error?.code ?? 'unknown'
    this.problems = body.error?.problems ?? []
    this.current = body.current
  }
}

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  const res = await fetch(
    `/api${path}`,
    init && { ...init, headers: { 'Content-Type': 'application/json', ...init.headers } },
  )
  if (!res.ok) throw new Refused(res.status, (await res.json().catch(() => ({}))) as object)
  return (res.status === 204 ? undefined : await res.json()) as T
}

const body = (x: unknown) => JSON.stringify(x)

export const api = {
  builds: () => call<BuildRow[]>('/builds'),
  build: (id: string) => call<StoredBuild>(`/builds/${encodeURIComponent(id)}`),
  save: (build: Build, revision: number, history?: History) =>
    call<{ revision: number; updatedAt: string }>(`/builds/${build.id}`, {
      method: 'PUT',
      body: body({ revision, build, history }),
    }),
  create: (document: string | Build, copy = false) =>
    call<StoredBuild>(`/builds${copy ? '?copy=1' : ''}`, {
      method: 'POST',
      body: typeof document === 'string' ? document : body(document),
    }),
  archive: (id: string, away: boolean) =>
    call<{ away: boolean }>(`/builds/${encodeURIComponent(id)}/archive`, { method: 'POST', body: body({ away }) }),
  remove: (id: string, revision: number) =>
    call<void>(`/builds/${encodeURIComponent(id)}?revision=${revision}`, { method: 'DELETE' }),
  restore: (id: string) => call<StoredBuild>(`/builds/${encodeURIComponent(id)}/restore`, { method: 'POST' }),
  settings: () => call<{ settings: WorkshopSettings; others: OtherSettings[] }>('/settings'),
  saveSettings: (settings: WorkshopSettings, open: string | undefined, all: boolean) =>
    call<{ changed: number; others: OtherSettings[] }>(
      `/settings?${new URLSearchParams({ ...(open ? { open } : {}), ...(all ? { all: '1' } : {}) }).toString()}`,
      { method: 'PUT', body: body(settings) },
    ),
  demo: () => call<{ builds: number }>('/demo'),
  loadDemo: () => call<{ builds: number }>('/demo', { method: 'POST' }),
  removeDemo: () => call<{ builds: number }>('/demo', { method: 'DELETE' }),
  shelf: (kinds?: readonly PartKind[]) => call<Part[]>(`/shelf${kinds ? `?kind=${kinds.join(',')}` : ''}`),
  shelfIndex: () => call<ShelfRow[]>('/shelf/index'),
  shelfPart: (id: string) => call<Part>(`/shelf/${encodeURIComponent(id)}`),
  putOnShelf: (parts: readonly Part[]) =>
    call<{ put: number }>('/shelf', { method: 'POST', body: body({ parts }) }),
  takeOffShelf: (id: string) => call<void>(`/shelf/${encodeURIComponent(id)}`, { method: 'DELETE' }),
}
