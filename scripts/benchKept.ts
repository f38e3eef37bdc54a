import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { cpus, hostname } from 'node:os'
import { dirname } from 'node:path'

/** One run of the bench on one machine. */
export interface BenchRun {
  machine: string
  /** When it ended, UTC. */
  at: string
  /** Time that a plain loop took, ms: how fast the machine was in that hour. */
  pace: number
  /** What was measured, by row, in the row's unit. */
  rows: Record<string, number>
}

/** What must be the same for two runs to be compared. */
export const machineHere = (): string =>
  `${hostname()}: ${cpus().length} × ${cpus()[0]?.model ?? 'processor'}, Node ${process.version}`

/** Time of a plain loop that touches no memory, ms: the median of nine. Other work on the machine makes it longer. */
export function paceHere(): number {
  const times = Array.from({ length: 9 }, () => {
    const began = performance.now()
    let x = 1
    for (let i = 0; i < 20_000_000; i++) x = (x * 1_103_515_245 + 12_345) % 2_147_483_648
    return x < 0 ? Infinity : performance.now() - began
  })
  return times.sort((a, b) => a - b)[4]!
}

/** The run that was kept, where it is one of this machine. */
export function keptRun(file: string, machine: string): BenchRun | undefined {
  try {
    const run = JSON.parse(readFileSync(file, 'utf8')) as BenchRun
    return run.machine === machine ? run : undefined
  } catch {
    return undefined
  }
}

export function keepRun(file: string, run: BenchRun): void {
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, `${JSON.stringify(run, null, 2)}\n`)
}

/**
 * A row against the kept run, as a share. Times are told for the pace that the machine had then: a slow hour is not the
 * code's. Empty where the kept run does not have the row.
 */
export function against(
  what: string,
  value: number,
  unit: string,
  pace: number,
  kept: BenchRun | undefined,
): string {
  const was = kept?.rows[what]
  if (!kept || was === undefined || was === 0) return ''
  const share = unit === 'ms' || unit === 's' ? value / pace / (was / kept.pace) : value / was
  return `× ${share.toFixed(2)}`
}
