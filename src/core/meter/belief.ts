import { normalDensity } from '../chance/normal.ts'
import type { Model, Table } from './table.ts'
import { isNothing, meterDoubt, NOTHING, type MeterSort } from './meters.ts'

/** Something that was read or heard. */
export interface Observation {
  /** Place in the model's list of probes. */
  probe: number
  /** Ω, or NOTHING; dB of what is heard. */
  value: number
  /** How far it moved while it was read, as a half-width; more than the meter's own counts. */
  doubt?: number
}

/** Chance that a reading is simply wrong: a slipped probe, another lug, a misheard level [from memory]. */
const SLIP = 0.005
/** Density of a value that may be anything: ohms by decades from 0.1 Ω to 20 MΩ, what is heard over so many dB. */
const [FROM, TO] = [0.1, 2e7]
export const anyOhms = (ohms: number): number => 1 / (Math.log(TO / FROM) * Math.max(ohms, FROM))
export const ANY_HEARD = 1 / 80

/**
 * What is believed of every hypothesis after some readings: Bayes' rule over all of them, each with what the parts under
 * it are then known to have. Readings lean on the same parts, so each is judged against those before it: a Kalman filter
 * over the parts' deviations [published: Kalman, J. Basic Eng. 82, 1960].
 */
export class Belief {
  /** Natural logarithm of prior times likelihood. */
  readonly log: Float64Array
  /** How many readings each hypothesis has to call a slip. */
  readonly slips: Uint8Array
  private readonly k: number
  private readonly x: Float64Array
  private readonly p: Float64Array
  private readonly g: Float64Array

  constructor(
    private readonly m: Model,
    private readonly t: Table,
  ) {
    const H = m.hypotheses.length,
      K = t.causes.length
    this.k = K
    this.log = Float64Array.from(m.hypotheses, h => Math.log(h.prior || 1e-300))
    this.slips = new Uint8Array(H)
    this.x = new Float64Array(H * K)
    this.p = new Float64Array(H * K * K)
    for (let h = 0; h < H; h++) for (let i = 0; i < K; i++) this.p[h * K * K + i * K + i] = 1
    this.g = new Float64Array(K)
  }

  observe(o: Observation): void {
    const probe = this.m.probes[o.probe]!
    for (let h = 0; h < this.log.length; h++)
      this.log[h]! += Math.log(probe.kind === 'ohms' ? this.ohms(h, o) : this.heard(h, o))
  }

  /** Chances of all hypotheses; they sum to one. */
  chances(): Float64Array {
    const most = this.log.reduce((a, b) => Math.max(a, b), -Infinity),
      out = this.log.map(x => Math.exp(x - most)),
      sum = out.reduce((s, x) => s + x, 0)
    return out.map(x => x / sum)
  }

  /** What is known of a cause under a hypothesis: how far it is from what was said of it, in its own deviations, and how wide that is. */
  known(h: number, cause: number): { off: number; sd: number } {
    const K = this.k
    return { off: this.x[h * K + cause]!, sd: Math.sqrt(Math.max(0, this.p[h * K * K + cause * K + cause]!)) }
  }

  private heard(h: number, o: Observation): number {
    const at = h * this.t.probes + o.probe,
      sd = Math.hypot(this.t.sd[at]!, o.doubt ?? 0),
      likely = (1 - SLIP) * normalDensity(o.value - this.t.mean[at]!, sd),
      slip = SLIP * ANY_HEARD
    if (slip > likely) this.slips[h]!++
    return likely + slip
  }

  private ohms(h: number, o: Observation): number {
    const { meter } = this.m,
      at = h * this.t.probes + o.probe,
      mean = this.t.mean[at]!,
      open = mean >= NOTHING
    if (isNothing(meter, o.value)) {
      if (!open) this.slips[h]!++
      return open ? 1 - SLIP : SLIP / 2
    }
    const slip = (SLIP / 2) * anyOhms(o.value)
    if (open) {
      this.slips[h]!++
      return slip
    }
    const K = this.k,
      j = this.t.common.subarray(at * K, at * K + K),
      x = this.x.subarray(h * K, h * K + K),
      p = this.p.subarray(h * K * K, (h + 1) * K * K),
      g = this.g
    let expected = mean,
      variance = own(meter, mean, o.doubt)
    for (let a = 0; a < K; a++) {
      expected += j[a]! * x[a]!
      let s = 0
      for (let b = 0; b < K; b++) s += p[a * K + b]! * j[b]!
      g[a] = s
      variance += j[a]! * s
    }
    const off = o.value - expected,
      likely = (1 - SLIP) * normalDensity(off, Math.sqrt(variance))
    if (likely > slip) {
      for (let a = 0; a < K; a++) x[a]! += (g[a]! * off) / variance
      for (let a = 0; a < K; a++) for (let b = 0; b < K; b++) p[a * K + b]! -= (g[a]! * g[b]!) / variance
    } else this.slips[h]!++
    return likely + slip
  }
}

/** Variance of a reading by the meter itself, Ω². */
const own = (meter: MeterSort, ohms: number, doubt = 0): number =>
  (Math.max(meterDoubt(meter, Math.max(ohms, 0)), doubt) / 2) ** 2

/** All readings so far, taken in their order. */
export function believed(m: Model, t: Table, seen: readonly Observation[]): Belief {
  const b = new Belief(m, t)
  for (const o of seen) b.observe(o)
  return b
}
