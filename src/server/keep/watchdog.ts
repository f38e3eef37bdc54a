import { Worker } from 'node:worker_threads'

/** How long the process may be deaf before it is ended, ms: a slow disk is waited for, an engine that spins is not. */
export const DEAF = 90_000

/**
 * The other thread counts the beats of this one; where none comes for too long it says so and ends the process, which the
 * thread that spins could not do any more. A line of plain JavaScript, so that it needs no file beside what is built.
 */
const WATCH = `
const { workerData: { beats, deaf, pid } } = require('node:worker_threads')
const { writeSync } = require('node:fs')
const seen = new Int32Array(beats)
let last = Atomics.load(seen, 0), since = Date.now()
setInterval(() => {
  const now = Atomics.load(seen, 0)
  if (now !== last) { last = now; since = Date.now(); return }
  if (Date.now() - since < deaf) return
  writeSync(2, 'The database engine has not answered for ' + Math.round(deaf / 1000) + ' s and is ended. What was acknowledged is in the journal: start again.\\n')
  process.kill(pid, 'SIGKILL')
}, Math.min(1000, deaf / 4))
`

/** Ends the process with a word when it has been deaf for too long; gives a way to stop watching. */
export function watch(deaf = DEAF): () => void {
  const beats = new SharedArrayBuffer(4),
    own = new Int32Array(beats),
    timer = setInterval(() => Atomics.add(own, 0, 1), Math.min(500, deaf / 8)),
    worker = new Worker(WATCH, { eval: true, execArgv: [], workerData: { beats, deaf, pid: process.pid } })
  timer.unref()
  worker.unref()
  return () => {
    clearInterval(timer)
    void worker.terminate()
  }
}

/** What an embedded engine says that broke: nothing it says after that can be trusted. */
const BROKEN =
  /\bPANIC\b|\bunreachable\b|Aborted\(|memory access out of bounds|table index is out of bounds|RuntimeError/

/** Whether an error, or what lies under it, means that the embedded engine is gone. */
export function isPanic(e: unknown): boolean {
  for (let at: unknown = e; at instanceof Error; at = at.cause)
    if (BROKEN.test(`${at.name}: ${at.message}`)) return true
  return false
}
