import { describe, expect, it } from 'vitest'
import { heron } from '../support/heron.ts'
import { ngspice, printedOhms } from '../support/ngspice.ts'
import type { Build } from '../../src/core/document/build.ts'
import { jackResistance } from '../../src/core/circuit/jackResistance.ts'
import { response } from '../../src/core/circuit/response.ts'
import { allSettings, openSettings, settingLabel, type Settings } from '../../src/core/circuit/settings.ts'
import { spiceDcNetlist, spiceNetlist } from '../../src/core/circuit/spice.ts'

/** Checks against ngspice, a general-purpose circuit simulator: 0.01 dB and 0.1 % of direct-current resistance. */
const WITHIN_DB = 0.01
const WITHIN_SHARE = 0.001

const at = (position: string, knobs: Record<string, number>, pulled: string[] = []): Settings => {
  const s = openSettings(heron(), { switch: position, ...Object.fromEntries(pulled.map(p => [p, 'out'])) })
  return { ...s, knobs: { ...s.knobs, ...knobs } }
}
const longCable = (): Build => {
  const b = heron()
  b.circuit.load = { cableMetres: 12, faradsPerMetre: 140e-12, amplifierOhms: 250e3 }
  return b
}
const linearPots = (): Build => {
  const b = heron()
  return {
    ...b,
    parts: b.parts.map(p => (p.kind === 'pot' ? { ...p, traits: { ...p.traits, taper: 'linear' } } : p)),
  }
}

const CASES: [string, Build, Settings][] = [
  ...allSettings(heron()).map((s): [string, Build, Settings] => [settingLabel(heron(), s), heron(), s]),
  ['volume at half', heron(), at('bridge', { volume: 0.5 })],
  ['tone shut', heron(), at('both', { tone: 0 })],
  ['both knobs between, tone pulled', heron(), at('both', { volume: 0.7, tone: 0.35 }, ['tone'])],
  ['a long cable into a low input', longCable(), at('neck', { volume: 0.85 })],
  ['linear pots', linearPots(), at('bridge', { volume: 0.3, tone: 0.6 })],
]

describe('response at the jack against ngspice', () => {
  it.each(CASES)('%s', (_name, build, settings) => {
    const { table } = ngspice(spiceNetlist(build, settings))
    expect(table.length).toBeGreaterThan(140)
    const own = response(
      build,
      settings,
      table.map(r => r[0]),
    )
    const worst = Math.max(...table.map(([, db], i) => Math.abs(db - own.db[i]!)))
    expect(worst).toBeLessThan(WITHIN_DB)
  })
})

describe('resistance at the jack against ngspice', () => {
  it.each(CASES)('%s', (_name, build, settings) => {
    const want = printedOhms(ngspice(spiceDcNetlist(build, settings)).out)
    expect(Math.abs(jackResistance(build, settings) / want - 1)).toBeLessThan(WITHIN_SHARE)
  })
})

describe('the wiring itself against a netlist written by hand from the circuit', () => {
  // Bridge position, everything up: two coils in series aiding, into volume track, tone branch, cable and amplifier.
  const BY_HAND = `* double-coil alone, by hand
Va p x1 AC 0.8
La x1 x2 2.2
Ra x2 m 4400
Ca p m 220p
Pa p m 450k
Vb m y1 AC 0.8
Lb y1 y2 2.2
Rb y2 0 4400
Cb m 0 220p
Pb_ m 0 450k
Rvol tip 0 499999
Rtop p tip 1
Rtone p t 500k
Ctone t 0 22n
Ccable tip 0 450p
Ramp tip 0 1meg
.ac dec 50 20 20000
.control
set wr_singlescale
set wr_vecnames
option numdgt=10
run
wrdata response.txt vdb(tip)
quit
.endc
.end
`.replace(/^P([ab])_? /gm, 'RP$1 ')
  it('agrees within 0.01 dB', () => {
    const { table } = ngspice(BY_HAND)
    const own = response(
      heron(),
      at('bridge', {}),
      table.map(r => r[0]),
    )
    const worst = Math.max(...table.map(([, db], i) => Math.abs(db - own.db[i]!)))
    expect(worst).toBeLessThan(WITHIN_DB)
  })
})
