import type { Build } from '../../core/document/build.ts'
import type { History } from '../../core/document/history.ts'
import type { SettingName, WorkshopSettings } from '../../core/document/settings.ts'
import type { GuestPageKind } from '../../core/handover/guestPages.ts'
import type { Problem } from '../../core/document/problem.ts'
import type { Part, Stock } from '../../core/parts/part.ts'
import type { Catalogue, Orders, OrderState } from '../../core/supplier/supplier.ts'
import { randomName } from '../workers/randomName.ts'
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
  revision: number
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

/** How safe the workshop is. */
export interface Safety {
  /** False where a database server keeps it. */
  own: boolean
  copies: number
  newest: string | null
  looked: { at: string; copies: number; photos: number; wrong: string[] } | null
  second: { folder: string; at: string | null; wrong: string | null } | null
}

/** Who a page is to the workshop. */
export interface Asking {
  role: 'nobody' | 'bench' | 'owner'
  secure: boolean
  /** Whether the workshop is open to the network; told to those who are let in. */
  sharing?: boolean
  device?: PairedDevice
  /** It was paired a moment ago. */
  sentAway?: boolean
}
export interface PairedDevice {
  id: string
  name: string
  role: 'bench' | 'owner'
  /** Over HTTPS. */
  secure: boolean
  madeAt: string
  seenAt: string
}
/** A way in for one device. */
export interface Pairing {
  id: string
  token: string
  code: string
  /** From its opening, ms: the workshop's clock may be another than this device's. */
  goodFor: number
}
/** Whether the workshop is open to the network, and how it is reached. */
export interface Shared {
  sharing: boolean
  at: string[]
  https: number
  plain: number
  fingerprint?: string
}
/** A link by which a guest sees one page. */
export interface GuestLink {
  id: string
  of: GuestPageKind
  madeAt: string
  endsAt: string
  /** When it was opened last. */
  seenAt: string | null
}
/** One that was made just now, with its secret. */
export type MadeLink = GuestLink & { token: string }
/** What a device needs to trust the workshop. */
export interface TrustedBy {
  https: number
  fingerprint: string
}

/** A refusal of the server, as it worded it. */
export class Refused extends Error {
  readonly status: number
  readonly code: string
  readonly problems: Problem[]
  readonly current: StoredBuild | undefined
  /** Parts of the shelf that others wrote since. */
  readonly parts: { part: Part; revision: number }[]
  constructor(
    status: number,
    body: {
      error?: { code?: string; message?: string; problems?: Problem[] }
      current?: StoredBuild
      parts?: { part: Part; revision: number }[]
    },
  ) {
    super(body.error?.message ?? `The workshop answered ${status}.`)
    this.status = status
    this.code = body.error?.code ?? 'unknown'
    this.problems = body.error?.problems ?? []
    this.current = body.current
    this.parts = body.parts ?? []
  }
}

let notPaired: () => void = () => undefined
/** What is done when the workshop says that this device is not let in. */
export const whenNotPaired = (then: () => void): void => {
  notPaired = then
}

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  const res = await fetch(
    `/api${path}`,
    init && { ...init, headers: { 'Content-Type': 'application/json', ...init.headers } },
  )
  if (res.status === 401) notPaired()
  if (!res.ok) throw new Refused(res.status, (await res.json().catch(() => ({}))) as object)
  return (res.status === 204 ? undefined : await res.json()) as T
}

const body = (x: unknown) => JSON.stringify(x)

/** Does a request that makes something, and once more under the same name where its answer was lost. */
async function once<T>(send: (key: string) => Promise<T>): Promise<T> {
  const key = randomName()
  try {
    return await send(key)
  } catch (e) {
    if (e instanceof Refused) throw e
    return send(key)
  }
}

/** Where an attachment is to be had. */
export const attachmentAddress = (hash: string): string => `/api/attachments/${hash}`

export const api = {
  who: () => call<Asking>('/access/me'),
  pair: (by: ({ token: string } | { code: string }) & { name: string }) =>
    call<unknown>('/access/pair', { method: 'POST', body: body(by) }),
  openPairing: (role: 'bench' | 'owner') =>
    call<Pairing>('/access/pairings', { method: 'POST', body: body({ role }) }),
  pairing: (id: string) =>
    call<{ state: 'open' | 'used' | 'over' | 'too many'; by?: string }>(`/access/pairings/${id}`),
  closePairing: (id: string) => call<void>(`/access/pairings/${id}`, { method: 'DELETE' }),
  pairedDevices: () => call<PairedDevice[]>('/access/devices'),
  sendAway: (id: string) => call<void>(`/access/devices/${id}`, { method: 'DELETE' }),
  network: () => call<Shared>('/network'),
  share: (sharing: boolean) => call<Shared>('/network', { method: 'PUT', body: body({ sharing }) }),
  guestLinks: (build: string) => call<GuestLink[]>(`/guest-links?build=${encodeURIComponent(build)}`),
  makeGuestLink: (build: string, of: GuestPageKind, days: number) =>
    call<MadeLink>('/guest-links', { method: 'POST', body: body({ build, of, days }) }),
  endGuestLink: (id: string) => call<void>(`/guest-links/${id}`, { method: 'DELETE' }),
  trust: () => call<TrustedBy>('/network/trust'),
  here: (page: string, at: { build: string | null; where: string; stream: string }) =>
    call<void>(`/live/here/${page}`, { method: 'PUT', body: body(at) }),
  shown: (page: string) => call<void>(`/live/shown/${page}`, { method: 'PUT' }),
  showOn: (page: string, path: string) => call<void>('/live/show', { method: 'POST', body: body({ page, path }) }),
  builds: () => call<BuildRow[]>('/builds'),
  build: (id: string) => call<StoredBuild>(`/builds/${encodeURIComponent(id)}`),
  save: (build: Build, revision: number, history?: History) =>
    call<{ revision: number; updatedAt: string }>(`/builds/${build.id}`, {
      method: 'PUT',
      body: body({ revision, build, history }),
    }),
  create: (document: string | Build | Blob, copy = false) =>
    once(key =>
      call<StoredBuild>(`/builds${copy ? '?copy=1' : ''}`, {
        method: 'POST',
        headers: {
          'Idempotency-Key': key,
          ...(document instanceof Blob ? { 'Content-Type': 'application/zip' } : {}),
        },
        body: typeof document === 'string' || document instanceof Blob ? document : body(document),
      }),
    ),
  attach: (bytes: Blob, type: string) =>
    call<{ hash: string; size: number; type: string }>('/attachments', {
      method: 'POST',
      headers: { 'Content-Type': type },
      body: bytes,
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
  safety: () => call<Safety>('/safety'),
  lookThrough: () => call<unknown>('/safety/look', { method: 'POST' }),
  demo: () => call<{ builds: number }>('/demo'),
  loadDemo: () => call<{ builds: number }>('/demo', { method: 'POST' }),
  removeDemo: () => call<{ builds: number }>('/demo', { method: 'DELETE' }),
  shelf: (kinds?: readonly PartKind[]) => call<Part[]>(`/shelf${kinds ? `?kind=${kinds.join(',')}` : ''}`),
  shelfIndex: () => call<ShelfRow[]>('/shelf/index'),
  shelfPart: (id: string) => call<Part>(`/shelf/${encodeURIComponent(id)}`),
  putOnShelf: (parts: readonly Part[], known: Readonly<Record<string, number>> = {}) =>
    call<{ put: number; revisions: Record<string, number> }>('/shelf', {
      method: 'POST',
      body: body({ parts, known }),
    }),
  catalogue: (port: number) => call<Catalogue>(`/supplier/catalogue?port=${port}`),
  orders: (port: number) => call<Orders>(`/supplier/orders?port=${port}`),
  order: (port: number, item: string) =>
    call<OrderState>(`/supplier/orders?port=${port}`, { method: 'POST', body: body({ item }) }),
  takeOffShelf: (id: string) => call<void>(`/shelf/${encodeURIComponent(id)}`, { method: 'DELETE' }),
}
