import type { Build } from '../../src/core/document/build.ts'
import type { Part } from '../../src/core/parts/part.ts'
import type { WorkshopSettings } from '../../src/core/document/settings.ts'
import { hashOf } from '../../src/server/keep/attachmentFiles.ts'
import { keyOf, type Entry } from '../../src/server/keep/entry.ts'
import { openKeeper, type Keeper } from '../../src/server/keep/keeper.ts'
import { placesIn } from '../../src/server/keep/places.ts'
import { recall } from '../../src/server/keep/recall.ts'
import type { Rows } from '../../src/server/keep/rows.ts'
import { Unconfirmed } from '../../src/server/keep/trouble.ts'
import { Medium, numbers, SimDisk, type Call, type Fault, type Image } from './simDisk.ts'

/** Whatever a database is: the last entry of each thing, and up to which line it holds everything. */
class MemoryRows implements Rows {
  rows = new Map<string, Entry>()
  at = 0
  seq = async () => this.at
  play = async (entries: AsyncIterable<Entry>, seq: number) => {
    for await (const e of entries) this.set(e)
    this.at = seq
    return 0
  }
  set(e: Entry) {
    this.rows.set(keyOf(e), e)
  }
  async *all() {
    yield* this.rows.values()
  }
  attachments = async () => [...this.rows.values()].flatMap(e => (e.kind === 'attachment' ? [e.row] : []))
  bytesOf = async () => undefined
}

const PLACES = placesIn('/data')
/** Small, so that files change and copies are made within a short run. */
const SEGMENT = 3_000,
  EARLY = 9_000

/** How an act ended for whoever asked for it. */
type Ended = 'acknowledged' | 'refused' | 'unconfirmed' | 'open'
interface Act {
  entries: Entry[]
  ended: Ended
  /** How much of what happened on the disk was done when it was answered. */
  answered: number
}

const filler = (random: () => number, most: number): string => 'x'.repeat(Math.floor(random() * most))

/** Entries of one act: unlike any before, so that what is found says which act left it. */
function someAct(random: () => number, n: number): Entry[] {
  const pick = Math.floor(random() * 10),
    id = `b${Math.floor(random() * 4)}`,
    part = (k: number): Entry => ({
      kind: 'part',
      row: {
        id: `p${(n + k * 3) % 7}`,
        position: k,
        part: { id: `p${(n + k * 3) % 7}`, name: `${n} ${filler(random, 300)}` } as Part,
        demo: false,
        revision: n,
      },
    })
  if (pick < 4)
    return [
      {
        kind: 'build',
        row: {
          id,
          name: `Build ${n}`,
          revision: n,
          document: { id, name: `Build ${n}`, note: filler(random, 1500) } as unknown as Build,
          history: null,
          demo: false,
          archivedAt: null,
          removedAt: null,
          updatedAt: new Date(n * 1000),
        },
      },
    ]
  if (pick < 5) return [{ kind: 'build-gone', id, revision: n }]
  if (pick < 6) return [{ kind: 'part-gone', id: `p${n % 7}`, revision: n }]
  if (pick < 7)
    return [
      {
        kind: 'settings',
        row: { id: 'workshop', document: { n, text: filler(random, 200) } as unknown as WorkshopSettings },
      },
    ]
  // Several at once: all of them, or none.
  return [
    ...new Map(
      Array.from({ length: 1 + Math.floor(random() * 4) }, (_, k) => part(k)).map(e => [keyOf(e), e]),
    ).values(),
  ]
}

/** What an entry says, whichever way it came back. */
const says = (e: Entry): string =>
  JSON.stringify(
    e.kind === 'build'
      ? [e.kind, e.row.id, e.row.revision, e.row.document, e.row.updatedAt]
      : e.kind === 'part'
        ? [e.kind, e.row.id, e.row.revision, e.row.part]
        : e,
  )

/** A workshop at work on a simulated disk, and everything that was said about it. */
class Run {
  readonly disk: SimDisk
  readonly rows: MemoryRows
  acts: Act[] = []
  keeper: Keeper | undefined
  told: string[] = []
  #n: number
  constructor(
    readonly from: Image,
    readonly random: () => number,
    /** What is known to be there, or may be, as it begins. */
    readonly before: readonly Act[],
    rows: MemoryRows | undefined,
    n: number,
  ) {
    this.disk = new SimDisk(from)
    this.rows = rows ?? new MemoryRows()
    this.#n = n
  }

  /** Opens the workshop as a start does. Its database is the one that a killed process left, or a new one. */
  async open(): Promise<void> {
    const known = await recall(this.disk, PLACES)
    try {
      if (!known.whole && known.journal.segments.length)
        throw new Error(`copies and journal are not whole: ${JSON.stringify(known.missing)}`)
      this.keeper = await openKeeper({
        disk: this.disk,
        places: PLACES,
        rows: this.rows,
        known,
        tell: t => this.told.push(t),
        now: () => new Date(Date.UTC(2026, 10, 1 + Math.floor(this.#n / 40), 0, 0, this.#n % 40)),
        segment: SEGMENT,
        early: EARLY,
      })
    } finally {
      known.close()
    }
  }

  /** One act as the stores do it: within a transaction, kept before it is committed; now and then the commit fails. */
  async act(): Promise<void> {
    const n = ++this.#n,
      act: Act = { entries: someAct(this.random, n), ended: 'open', answered: Infinity },
      commits = this.random() > 0.08
    // A photo's bytes lie on the disk before its line does.
    if (this.random() < 0.1) {
      const bytes = Buffer.from(`photo ${n} ${filler(this.random, 900)}`),
        hash = hashOf(bytes)
      act.entries = [
        {
          kind: 'attachment',
          row: { hash, type: 'image/jpeg', size: bytes.length, addedAt: '2026-11-28T10:00:00Z' },
        },
      ]
      this.acts.push(act)
      await this.#answer(act, commits, () => this.keeper!.files.put(hash, bytes))
      return
    }
    this.acts.push(act)
    await this.#answer(act, commits)
  }

  async #answer(act: Act, commits: boolean, first: () => Promise<void> = () => Promise.resolve()): Promise<void> {
    const { keep } = this.keeper!
    try {
      await first()
      const receipt = await keep.record(act.entries)
      if (commits) {
        for (const e of act.entries) this.rows.set(e)
        this.rows.at = receipt!.after.seq
        keep.committed(receipt!)
        act.ended = 'acknowledged'
      } else {
        await keep.annul(receipt!)
        act.ended = 'refused'
      }
    } catch (e) {
      act.ended = e instanceof Unconfirmed ? 'unconfirmed' : 'refused'
    }
    act.answered = this.disk.happened.length
  }

  /** So many acts, some of them at once, with a copy now and then. */
  async work(acts: number): Promise<void> {
    for (let k = 0; k < acts; k++) {
      if (this.random() < 0.08) await this.keeper!.keepCopy().catch(() => undefined)
      await this.act()
      // What was set going beside it.
      if (this.random() < 0.3) await new Promise(done => setImmediate(done))
    }
  }

  get n(): number {
    return this.#n
  }

  async close(): Promise<void> {
    await this.keeper?.close().catch(() => undefined)
  }
}

/** What a recovered workshop holds that it should not, or lacks; nothing where all is well. */
function wrongWith(found: ReadonlyMap<string, Entry>, acts: readonly Act[], happened: number): string | undefined {
  const sure = new Map<string, string>(),
    may = new Map<string, Set<string>>(),
    openActs: Act[] = []
  for (const a of acts) {
    if (a.ended === 'refused' && a.answered <= happened) continue
    const done = a.ended === 'acknowledged' && a.answered <= happened
    if (!done) openActs.push(a)
    for (const e of a.entries) {
      const key = keyOf(e)
      if (done) {
        sure.set(key, says(e))
        // A thing that is acknowledged anew is no longer what an open act before it may have left.
        may.delete(key)
      } else may.set(key, (may.get(key) ?? new Set()).add(says(e)))
    }
  }
  for (const key of new Set([...sure.keys(), ...found.keys()])) {
    const e = found.get(key),
      is = e && says(e),
      gone = e === undefined || e.kind.endsWith('-gone')
    if (is !== undefined && (is === sure.get(key) || may.get(key)?.has(is))) continue
    if (is === undefined && (sure.get(key) === undefined || sure.get(key)!.includes('-gone'))) continue
    return `${key}: ${is?.slice(0, 80) ?? 'nothing'} where ${sure.get(key)?.slice(0, 80) ?? 'nothing'} was acknowledged${gone ? ' (gone)' : ''}`
  }
  // Of an act that nobody was told of, all or nothing is there.
  for (const a of openActs) {
    const own = a.entries.filter(e => may.get(keyOf(e))?.has(says(e))),
      there = own.filter(e => {
        const f = found.get(keyOf(e))
        return f !== undefined && says(f) === says(e)
      })
    const overtaken = own.some(e => [...(may.get(keyOf(e)) ?? [])].length > 1)
    if (!overtaken && own.length === a.entries.length && there.length > 0 && there.length < own.length)
      return `half of an act: ${there.length} of ${own.length} of ${keyOf(own[0]!)}`
  }
  return undefined
}

/** What copies and journal on a disk say, as a start reads them after the machine stopped. */
async function recovered(image: Image): Promise<Map<string, Entry>> {
  const known = await recall(new SimDisk(image), PLACES)
  try {
    if (!known.whole && known.journal.segments.length)
      throw new Error(
        `a start would refuse: lines ${JSON.stringify(known.missing)} are missing, of a journal from ${known.journal.start.seq} to ${known.journal.end.seq}; copy ${known.base?.file ?? 'none'} to ${known.from.seq}; damaged ${JSON.stringify(known.damaged)}`,
      )
    const out = new Map<string, Entry>()
    for await (const e of known.entries()) out.set(keyOf(e), e)
    return out
  } finally {
    known.close()
  }
}

/** What a number of cuts and faults came to. */
export interface Tally {
  cuts: number
  faults: number
  acts: number
  acknowledged: number
  calls: number
}

const about = (seed: number, what: string, e: unknown): Error =>
  new Error(`seed ${seed}, ${what}: ${e instanceof Error ? e.message : String(e)}`, { cause: e })

/**
 * A workshop at work, the power cut after each of its calls, what is left tried in several ways each; and from one of them
 * it goes on, three times over. Throws, with the seed, where anything acknowledged is missing or anything refused is there.
 */
export async function cutEverywhere(seed: number, tally: Tally, { acts = 14, ways = 3 } = {}): Promise<void> {
  const random = numbers(seed)
  let image: Image = { files: new Map(), folders: new Set(['/', '/data']) },
    known: Act[] = [],
    n = 0
  for (let life = 0; life < 3; life++) {
    const run = new Run(image, random, known, undefined, n),
      medium = new Medium(image)
    try {
      await run.open()
      await run.work(acts)
    } catch (e) {
      throw about(seed, `life ${life}`, e)
    } finally {
      await run.close()
    }
    n = run.n
    tally.acts += run.acts.length
    tally.acknowledged += run.acts.filter(a => a.ended === 'acknowledged').length
    tally.calls += run.disk.calls
    const all = [...known, ...run.acts],
      last = Math.floor(random() * run.disk.happened.length)
    let next: Image = image
    for (const [k, h] of run.disk.happened.entries()) {
      medium.apply(h)
      for (let way = 0; way < ways; way++) {
        const left = medium.image(way === 0 ? 0 : way === 1 ? 1 : random)
        tally.cuts++
        try {
          const wrong = wrongWith(await recovered(left), all, k + 1)
          if (wrong) throw new Error(wrong)
        } catch (e) {
          throw about(seed, `life ${life}, the power gone after call ${k + 1} (${h.kind}), way ${way}`, e)
        }
        if (k === last) next = left
      }
    }
    // It goes on from what one of them left: what is there then is what it is.
    image = next
    known = [...(await recovered(image)).values()].map(e => ({ entries: [e], ended: 'acknowledged', answered: 0 }))
  }
}

const FAULTS: readonly Fault[] = [{ code: 'EIO' }, { code: 'ENOSPC' }, { short: true }, { code: 'EACCES' }]

/**
 * A workshop at work with a fault at one of its calls, once or from then on; then the process is killed, or the power goes.
 * Everything acknowledged is there, nothing refused is, and with the fault gone it opens and goes on.
 */
export async function faultAt(seed: number, tally: Tally, { acts = 10 } = {}): Promise<void> {
  const random = numbers(seed)
  // A run without faults first, to know how many calls there are; the same numbers lead to the same work.
  const calls = async (fault?: (call: Call, path: string, n: number) => Fault | undefined) => {
    const run = new Run({ files: new Map(), folders: new Set(['/', '/data']) }, numbers(seed + 1), [], undefined, 0)
    await run.open()
    run.disk.fault = fault
    try {
      await run.work(acts)
    } finally {
      run.disk.fault = undefined
      await run.close()
    }
    return run
  }
  const clean = await calls()
  const begins = 25,
    at = begins + Math.floor(random() * (clean.disk.calls - begins)),
    fault = FAULTS[Math.floor(random() * FAULTS.length)]!,
    once = random() < 0.6,
    run = await calls((_c, _p, n) => (n === at || (!once && n > at) ? fault : undefined)),
    what = `${JSON.stringify(fault)} at call ${at}${once ? '' : ' and ever after'}`
  tally.faults++
  tally.acts += run.acts.length
  tally.acknowledged += run.acts.filter(a => a.ended === 'acknowledged').length
  tally.calls += run.disk.calls
  const medium = new Medium(run.from)
  for (const h of run.disk.happened) medium.apply(h)
  const happened = run.disk.happened.length
  for (const [how, image] of [
    ['killed', run.disk.now()],
    ['power gone', medium.image(0)],
    ['power gone, all kept', medium.image(1)],
    ['power gone', medium.image(random)],
  ] as const)
    try {
      tally.cuts++
      const wrong = wrongWith(await recovered(image), run.acts, happened)
      if (wrong) throw new Error(wrong)
    } catch (e) {
      throw about(seed, `${what}, then ${how}`, e)
    }
  // Killed, with the database that it left, it opens again and goes on.
  const again = new Run(run.disk.now(), random, run.acts, run.rows, run.n)
  try {
    await again.open()
    const wrong = wrongWith(again.rows.rows, run.acts, happened)
    if (wrong) throw new Error(wrong)
    await again.act()
    await again.work(2)
    if (!again.acts.some(a => a.ended === 'acknowledged' || a.ended === 'refused'))
      throw new Error('nothing went on')
  } catch (e) {
    throw about(seed, `${what}, then opened again`, e)
  } finally {
    await again.close()
  }
}
