import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Runs a netlist in ngspice, the general-purpose circuit simulator, and gives what it printed and wrote. */
export function ngspice(netlist: string): { out: string; table: [number, number][] } {
  if (spawnSync('ngspice', ['--version']).error)
    throw new Error('ngspice is not on this machine: apt-get install ngspice')
  const dir = mkdtempSync(join(tmpdir(), 'snugbolt-spice-'))
  try {
    writeFileSync(join(dir, 'circuit.cir'), netlist)
    const r = spawnSync('ngspice', ['-b', 'circuit.cir'], { cwd: dir, encoding: 'utf8' })
    const out = `${r.stdout}\n${r.stderr}`
    let table: [number, number][] = []
    try {
      table = readFileSync(join(dir, 'response.txt'), 'utf8')
        .trim()
        .split('\n')
        .slice(1)
        .map(l => l.trim().split(/\s+/).map(Number) as [number, number])
    } catch {
      /* a netlist for direct current writes no table */
    }
    return { out, table }
  } finally {
    rmSync(dir, { recursive: true, force: true })
  }
}

/** Resistance that a direct-current netlist printed as v(tip), Ω. */
export function printedOhms(out: string): number {
  const m = /v\(tip\) = (\S+)/.exec(out)
  if (!m) throw new Error(`no v(tip) in: ${out.slice(0, 500)}`)
  return Number(m[1])
}

export const has = (program: string): boolean => {
  try {
    execFileSync('which', [program])
    return true
  } catch {
    return false
  }
}
