import { STRINGS, type Circuit, type Component, type Wire, type WireKind } from '../../document/circuitRecord.ts'
import { lugRef } from '../../document/lugRef.ts'
import { CONTACTS } from '../../parts/contacts.ts'
import type { Have, HavePickup, HavePot, HaveSwitch } from './have.ts'

/** What a pull switch does to a double-coil, or to the phase of any pickup. */
export const PULL_USES = ['split', 'parallel', 'phase'] as const
export type PullUse = (typeof PULL_USES)[number]

/** Both ends of something that gives a signal. */
export interface Ends {
  hot: string
  cold: string
  /** Where the two coils of a double-coil meet. */
  link?: string
}

/** Value of a tone capacitor that no slot holds, and of a treble bleed's parts [common practice: handbook section 6]. */
export const USUAL_CAP = 22e-9
export const BLEED = { ohms: 220e3, farads: 500e-12 } as const

/** A circuit while it is written: components come with their first wire's need, wires in the order of soldering. */
export class Draft {
  readonly components: Component[] = []
  readonly wires: Wire[] = []
  /** Lug on which the ground wires meet: the first pot's case, else the jack's sleeve. */
  private star: string | undefined

  constructor(readonly have: Have) {}

  private add(c: Component): string {
    if (!this.components.some(x => x.id === c.id)) this.components.push(c)
    return c.id
  }
  wire(from: string, to: string, kind: WireKind = 'wire', colour?: string): void {
    this.wires.push({ id: `w${this.wires.length + 1}`, from, to, kind, ...(colour ? { colour } : {}) })
  }
  /** A hot conductor: the pickup's own lead where it comes from one, else cut from the reel. */
  hot(from: string, to: string): void {
    const lead = [from, to].some(t => this.components.some(c => c.kind === 'pickup' && c.id === lugRef(t).of))
    if (lead) this.lead(from, to)
    else this.wire(from, to, 'wire', 'white')
  }
  /** To the star: what lies on it already needs no wire. */
  ground(lug: string): void {
    const star = this.star ?? `${this.jack()}.sleeve`
    if (lug !== star) this.wire(lug, star, 'wire', 'black')
  }

  /** A pot with its case on ground; the first one's is where all ground wires meet. */
  pot(p: HavePot): string {
    const known = this.components.find(c => c.slot === p.slot)
    if (known) return known.id
    const id = this.add({ id: p.slot, kind: 'pot', label: p.label, slot: p.slot })
    if (this.star) this.ground(`${id}.case`)
    else this.star = `${id}.case`
    return id
  }
  /** A volume: its low end on its own case. Gives the pot's name. */
  volume(p: HavePot): string {
    const id = this.pot(p)
    this.bent(id, '1')
    return id
  }
  /** From a volume's wiper to the jack. */
  output(volume: string): void {
    this.hot(`${volume}.2`, `${this.jack()}.tip`)
  }
  /** A pot's lug bent onto its own case. */
  bent(pot: string, lug: string): void {
    this.wire(`${pot}.${lug}`, `${pot}.case`, 'lug')
  }
  switch(s: HaveSwitch): string {
    const known = this.components.find(c => c.slot === s.slot)
    if (known) return known.id
    const id = this.add({ id: s.slot, kind: 'switch', label: s.label, slot: s.slot })
    if (CONTACTS[s.contacts].lugs.some(l => l.id === 'frame')) this.ground(`${id}.frame`)
    return id
  }
  /** The capacitor of the nth tone: the slot's, or one of the usual value. */
  cap(nth: number): string {
    const c = this.have.caps[nth]
    return c
      ? this.add({ id: c.slot, kind: 'capacitor', label: c.label, slot: c.slot })
      : this.add({ id: `cap-${nth + 1}`, kind: 'capacitor', label: 'Capacitor', farads: USUAL_CAP })
  }
  loose(c: Component): string {
    return this.add(c)
  }
  jack(): string {
    return this.add({
      id: 'jack',
      kind: 'jack',
      label: 'Jack',
      ...(this.have.jack ? { slot: this.have.jack.slot } : {}),
    })
  }

  private pickupId(p: HavePickup): string {
    return this.add({ id: p.slot, kind: 'pickup', label: p.label, slot: p.slot })
  }
  private lead(from: string, to: string): void {
    this.wire(from, to, 'lead')
  }
  /** Case or braid to ground, and a double-coil's coils in series. */
  pickup(p: HavePickup): Ends {
    const id = this.pickupId(p)
    if (p.active) {
      this.lead(`${id}.ground`, this.starLug())
      return { hot: `${id}.output`, cold: `${id}.ground` }
    }
    this.wire(`${id}.case`, this.starLug(), 'lead', 'bare')
    if (p.coils === 1) return { hot: `${id}.start`, cold: `${id}.finish` }
    this.lead(`${id}.a-finish`, `${id}.b-finish`)
    return { hot: `${id}.a-start`, cold: `${id}.b-start`, link: `${id}.b-finish` }
  }
  starLug(): string {
    return this.star ?? `${this.jack()}.sleeve`
  }

  /** A pickup on ground, with what a pull switch does to it. */
  grounded(p: HavePickup, pull?: HavePot, use: PullUse = 'split'): Ends {
    if (!pull || p.active || (use !== 'phase' && p.coils === 1)) {
      const e = this.pickup(p)
      if (!p.active) this.lead(e.cold, this.starLug())
      return e
    }
    const pot = this.pot(pull)
    if (use === 'split') {
      const e = this.pickup(p)
      this.lead(e.cold, this.starLug())
      this.lead(e.link!, `${pot}.a-common`)
      this.ground(`${pot}.a-out`)
      return e
    }
    const id = this.pickupId(p)
    this.wire(`${id}.case`, this.starLug(), 'lead', 'bare')
    if (use === 'parallel') {
      // Pushed: finish to finish. Pulled: the one finish on ground, the other on hot.
      this.lead(`${id}.b-start`, this.starLug())
      this.lead(`${id}.a-finish`, `${pot}.a-common`)
      this.lead(`${id}.b-finish`, `${pot}.b-common`)
      this.wire(`${pot}.a-in`, `${pot}.b-in`)
      this.ground(`${pot}.a-out`)
      this.lead(`${id}.a-start`, `${pot}.b-out`)
      return { hot: `${pot}.b-out`, cold: this.starLug() }
    }
    // Phase: both ends change places.
    if (p.coils === 2) this.lead(`${id}.a-finish`, `${id}.b-finish`)
    this.lead(p.coils === 2 ? `${id}.a-start` : `${id}.start`, `${pot}.a-common`)
    this.lead(p.coils === 2 ? `${id}.b-start` : `${id}.finish`, `${pot}.b-common`)
    this.wire(`${pot}.a-in`, `${pot}.b-out`)
    this.wire(`${pot}.a-out`, `${pot}.b-in`)
    this.ground(`${pot}.b-in`)
    return { hot: `${pot}.a-in`, cold: this.starLug() }
  }

  /** A tone control that takes treble to ground from a lug: wiper on the hot side, capacitor to the case. */
  tone(p: HavePot, nth: number, from: string, track: '' | 'b-' = ''): void {
    const pot = this.pot(p),
      cap = this.cap(nth)
    this.wire(from, `${pot}.${track}2`, 'wire', 'yellow')
    this.wire(`${pot}.${track}1`, `${cap}.a`, 'leg')
    this.wire(`${cap}.b`, `${pot}.case`, 'leg')
  }

  /** Strings, bridge and what else the hand touches, then jack's sleeve: what passes the body comes last. */
  finish(recipe: string): Circuit {
    const jack = this.jack()
    this.add({ id: STRINGS, kind: 'metal', label: 'Bridge and strings' })
    this.ground('strings.bond')
    this.ground(`${jack}.sleeve`)
    return {
      recipe,
      components: this.components,
      wires: this.wires,
      load: { cableMetres: 4.5, faradsPerMetre: 100e-12, amplifierOhms: 1e6 },
    }
  }
}
