import { dirname } from 'node:path'
import type { Disk, DiskFile, Opening } from '../../src/server/disk/disk.ts'

/** Numbers from 0 to 1, the same for the same seed [published: mulberry32, public domain]. */
export function numbers(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** What a call to the disk did: enough to say what a power cut after it may leave. */
type Happened =
  | { kind: 'create'; path: string; file: number }
  | { kind: 'folder'; path: string }
  | { kind: 'write'; file: number; at: number; bytes: Buffer }
  | { kind: 'flush'; file: number }
  /** A flush that failed: what was written may be lost whatever is flushed later. */
  | { kind: 'unflushed'; file: number }
  | { kind: 'rename'; from: string; to: string; file: number }
  | { kind: 'remove'; path: string }
  | { kind: 'names'; folder: string }

/** Which calls there are, as faults are put on them. */
export type Call =
  'open' | 'write' | 'read' | 'flush' | 'close' | 'list' | 'rename' | 'remove' | 'makeFolder' | 'flushFolder'
/** What a call does instead of what it should. */
export type Fault = { code: string } | { short: true }

/** What is on a disk: files by their path, and folders. */
export interface Image {
  files: Map<string, Buffer>
  folders: Set<string>
}

const error = (code: string, path: string): NodeJS.ErrnoException =>
  Object.assign(new Error(`${code}: simulated, ${path}`), { code })

const SECTOR = 512

/** Bytes of a file with some put over it; what lies between is zeros. */
function over(base: Buffer, at: number, bytes: Buffer): Buffer {
  const out = Buffer.alloc(Math.max(base.length, at + bytes.length))
  base.copy(out)
  bytes.copy(out, at)
  return out
}

/**
 * A disk in memory that keeps what an operating system may keep: reads see every write at once, as long as the power is
 * there. Every call is counted, any of them can be made to fail, and `medium` says what each may leave on the platter.
 */
export class SimDisk implements Disk {
  readonly happened: Happened[] = []
  calls = 0
  /** Asked before every call but reads of names and bytes; what it gives is done instead. */
  fault: ((call: Call, path: string, n: number) => Fault | undefined) | undefined
  readonly #names = new Map<string, number>()
  readonly #folders = new Set<string>()
  readonly #files = new Map<number, Buffer>()
  #next = 1

  constructor(readonly image: Image = { files: new Map(), folders: new Set(['/']) }) {
    for (const f of image.folders) this.#folders.add(f)
    for (const [path, bytes] of image.files) {
      this.#names.set(path, this.#next)
      this.#files.set(this.#next++, bytes)
    }
  }

  #call(call: Call, path: string): Fault | undefined {
    const n = ++this.calls,
      fault = this.fault?.(call, path, n)
    if (fault && 'code' in fault) throw error(fault.code, path)
    return fault
  }

  /** What is there for a process that is started now, with the power on. */
  now(): Image {
    return {
      files: new Map([...this.#names].map(([path, file]) => [path, this.#files.get(file)!])),
      folders: new Set(this.#folders),
    }
  }

  open = async (path: string, how: Opening): Promise<DiskFile> => {
    this.#call('open', path)
    let file = this.#names.get(path)
    if (how === 'read' && file === undefined) throw error('ENOENT', path)
    if (how === 'new' && file !== undefined) throw error('EEXIST', path)
    if (how !== 'read') {
      if (!this.#folders.has(dirname(path))) throw error('ENOENT', path)
      // Written over it is another file under the name: what the old one held may be lost at once.
      file = this.#next++
      this.#files.set(file, Buffer.alloc(0))
      this.#names.set(path, file)
      this.happened.push({ kind: 'create', path, file })
    }
    const id = file!
    return {
      write: async (bytes, at) => {
        const fault = this.#call('write', path),
          taken = Buffer.from(fault ? bytes.subarray(0, Math.ceil(bytes.length / 2)) : bytes)
        this.#files.set(id, over(this.#files.get(id)!, at, taken))
        this.happened.push({ kind: 'write', file: id, at, bytes: taken })
        return taken.length
      },
      read: async (into, at) => {
        const from = this.#files.get(id)!
        return from.copy(into, 0, at, Math.min(from.length, at + into.length))
      },
      size: async () => this.#files.get(id)!.length,
      flush: async () => {
        try {
          this.#call('flush', path)
        } catch (e) {
          this.happened.push({ kind: 'unflushed', file: id })
          throw e
        }
        this.happened.push({ kind: 'flush', file: id })
      },
      close: async () => {
        this.#call('close', path)
      },
    }
  }

  list = async (folder: string): Promise<string[]> =>
    [...this.#names.keys()].filter(p => dirname(p) === folder).map(p => p.slice(folder.length + 1))

  rename = async (from: string, to: string): Promise<void> => {
    this.#call('rename', to)
    const file = this.#names.get(from)
    if (file === undefined) throw error('ENOENT', from)
    this.#names.delete(from)
    this.#names.set(to, file)
    this.happened.push({ kind: 'rename', from, to, file })
  }

  remove = async (path: string): Promise<void> => {
    this.#call('remove', path)
    if (!this.#names.delete(path)) return
    this.happened.push({ kind: 'remove', path })
  }

  makeFolder = async (folder: string): Promise<void> => {
    this.#call('makeFolder', folder)
    for (let f = folder; !this.#folders.has(f); f = dirname(f)) {
      this.#folders.add(f)
      this.happened.push({ kind: 'folder', path: f })
    }
  }

  flushFolder = async (folder: string): Promise<void> => {
    this.#call('flushFolder', folder)
    this.happened.push({ kind: 'names', folder })
  }
}

interface Held {
  /** What is sure to be there. */
  sure: Buffer
  /** Writes that a flush will make sure, and those that no flush will any more. */
  open: { at: number; bytes: Buffer }[]
  lost: { at: number; bytes: Buffer }[]
}
type NameChange =
  | { kind: 'set'; path: string; file: number }
  | { kind: 'move'; from: string; to: string; file: number }
  | { kind: 'gone'; path: string }

/**
 * What is on the platter as a disk works: what was flushed is there; of everything else any part may be, in any order, torn
 * at any sector, names apart from what they name.
 */
export class Medium {
  readonly #files = new Map<number, Held>()
  readonly #names = new Map<string, number>()
  #changes: { folder: string; change: NameChange }[] = []
  readonly #folders: Set<string>

  constructor(image: Image) {
    this.#folders = new Set(image.folders)
    let n = 1
    for (const [path, bytes] of image.files) {
      this.#names.set(path, n)
      this.#files.set(n++, { sure: bytes, open: [], lost: [] })
    }
  }

  #of(file: number): Held {
    let held = this.#files.get(file)
    if (!held) this.#files.set(file, (held = { sure: Buffer.alloc(0), open: [], lost: [] }))
    return held
  }

  apply(h: Happened): void {
    switch (h.kind) {
      case 'create':
        this.#of(h.file)
        this.#changes.push({ folder: dirname(h.path), change: { kind: 'set', path: h.path, file: h.file } })
        return
      case 'folder':
        // A folder is made once in a workshop's life, before anything is acknowledged in it.
        this.#folders.add(h.path)
        return
      case 'write':
        this.#of(h.file).open.push({ at: h.at, bytes: h.bytes })
        return
      case 'flush': {
        const f = this.#of(h.file)
        for (const w of f.open) f.sure = over(f.sure, w.at, w.bytes)
        f.open = []
        return
      }
      case 'unflushed': {
        const f = this.#of(h.file)
        f.lost.push(...f.open)
        f.open = []
        return
      }
      case 'rename':
        this.#changes.push({
          folder: dirname(h.to),
          change: { kind: 'move', from: h.from, to: h.to, file: h.file },
        })
        return
      case 'remove':
        this.#changes.push({ folder: dirname(h.path), change: { kind: 'gone', path: h.path } })
        return
      case 'names':
        for (const c of this.#changes) if (c.folder === h.folder) change(this.#names, c.change)
        this.#changes = this.#changes.filter(c => c.folder !== h.folder)
    }
  }

  /**
   * What is there after the power went now.
   * @param random which of what is not sure is there: 0 none, 1 all, else by these numbers
   */
  image(random: 0 | 1 | (() => number)): Image {
    const chance = typeof random === 'function' ? random : () => random,
      names = new Map(this.#names)
    for (const c of this.#changes) if (chance() >= 0.5) change(names, c.change)
    const files = new Map<string, Buffer>()
    for (const [path, file] of names) {
      const held = this.#of(file)
      let bytes = held.sure
      for (const w of [...held.lost, ...held.open]) bytes = torn(bytes, w, chance)
      files.set(path, bytes)
    }
    return { files, folders: new Set(this.#folders) }
  }
}

function change(names: Map<string, number>, c: NameChange): void {
  if (c.kind === 'set') names.set(c.path, c.file)
  else if (c.kind === 'gone') names.delete(c.path)
  else {
    if (names.get(c.from) === c.file) names.delete(c.from)
    names.set(c.to, c.file)
  }
}

/** A write of which nothing, all, or some sectors came to be; a file that grew may hold zeros where they are not. */
function torn(base: Buffer, { at, bytes }: { at: number; bytes: Buffer }, chance: () => number): Buffer {
  const how = chance()
  if (how < 0.25) return base
  if (how >= 0.6) return over(base, at, bytes)
  let out = base
  for (let from = 0; from < bytes.length;) {
    // Sectors lie where the disk has them, not where a write begins.
    const to = Math.min(bytes.length, from + SECTOR - ((at + from) % SECTOR))
    if (chance() < 0.5) out = over(out, at + from, bytes.subarray(from, to))
    from = to
  }
  // Its length alone may have come through.
  return chance() < 0.3 && out.length < at + bytes.length ? over(out, at + bytes.length, Buffer.alloc(0)) : out
}
