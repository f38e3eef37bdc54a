/**
 * A two-pole between two nodes, or a current that another voltage drives. A coil is R in series with L and its source,
 * positive at `a`: `volts` of the string, `hum` of the mains field [published: Faraday's law]. A `driven` one carries
 * `siemens` times the voltage from `ca` to `cb`, from `a` through itself to `b`.
 */
export type Element =
  | {
      kind: 'R'
      id: string
      a: number
      b: number
      ohms: number
      /** A coil's loss: it stands for eddies and hysteresis, and carries no direct current. */
      loss?: true
    }
  | { kind: 'C'; id: string; a: number; b: number; farads: number }
  | {
      kind: 'coil'
      id: string
      /** The component that it is wound in. */
      of: string
      a: number
      b: number
      ohms: number
      henries: number
      volts: number
      hum: number
    }
  | { kind: 'driven'; id: string; a: number; b: number; ca: number; cb: number; siemens: number }
export type Coil = Extract<Element, { kind: 'coil' }>
