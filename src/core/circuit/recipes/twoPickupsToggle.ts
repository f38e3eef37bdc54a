import type { Circuit, Wire } from '../../build/circuitRecord.ts'

/** Lead colours of a pickup, by terminal: from its own leaflet or found with a meter. */
export type Leads = Record<string, string>

/**
 * Two pickups, three-way toggle, volume, tone; a pull switch on the tone pot grounds the series link of a
 * double-coil at the bridge and leaves its coil a alone [common practice].
 * @param doubles places that hold a double-coil
 */
export function twoPickupsToggle(o: {
  doubles: readonly ('bridge' | 'neck')[]
  split?: 'bridge' | 'neck'
  leads?: { bridge?: Leads; neck?: Leads }
}): Circuit {
  const wires: Wire[] = []
  const wire = (from: string, to: string, kind: Wire['kind'] = 'wire', colour?: string) =>
    wires.push({ id: `w${wires.length + 1}`, from, to, kind, ...(colour ? { colour } : {}) })
  wire('volume.1', 'volume.case', 'lug')
  wire('volume.case', 'tone.case', 'wire', 'black')
  wire('volume.3', 'tone.2', 'wire', 'yellow')
  wire('tone.1', 'cap.a', 'leg')
  wire('cap.b', 'tone.case', 'leg')
  wire('switch.common', 'volume.3', 'wire', 'white')
  wire('switch.frame', 'volume.case', 'wire', 'black')
  for (const at of ['bridge', 'neck'] as const) {
    const p = `pickup-${at}`
    const lead = (t: string) => o.leads?.[at]?.[t]
    if (o.doubles.includes(at)) {
      wire(`${p}.a-start`, `switch.${at}`, 'lead', lead('a-start'))
      wire(`${p}.a-finish`, `${p}.b-finish`, 'lead', lead('a-finish'))
      wire(`${p}.b-start`, 'volume.case', 'lead', lead('b-start'))
      if (o.split === at) {
        wire(`${p}.b-finish`, 'tone.a-common', 'lead', lead('b-finish'))
      }
    } else {
      wire(`${p}.start`, `switch.${at}`, 'lead', lead('start'))
      wire(`${p}.finish`, 'volume.case', 'lead', lead('finish'))
    }
    wire(`${p}.case`, 'volume.case', 'lead', lead('case') ?? 'bare')
  }
  if (o.split) wire('tone.a-out', 'tone.case', 'wire', 'black')
  wire('strings.bond', 'volume.case', 'wire', 'black')
  wire('volume.2', 'jack.tip', 'wire', 'white')
  wire('volume.case', 'jack.sleeve', 'wire', 'black')
  return {
    recipe: 'two pickups, three-way toggle, volume, tone',
    components: [
      { id: 'pickup-bridge', kind: 'pickup', label: 'Bridge pickup', slot: 'pickup-bridge' },
      { id: 'pickup-neck', kind: 'pickup', label: 'Neck pickup', slot: 'pickup-neck' },
      { id: 'switch', kind: 'switch', label: 'Toggle', slot: 'switch' },
      { id: 'volume', kind: 'pot', label: 'Volume', slot: 'pot-volume' },
      { id: 'tone', kind: 'pot', label: 'Tone', slot: 'pot-tone' },
      { id: 'cap', kind: 'capacitor', label: 'Tone capacitor', slot: 'cap-tone' },
      { id: 'jack', kind: 'jack', label: 'Jack', slot: 'jack' },
      { id: 'strings', kind: 'metal', label: 'Bridge and strings' },
    ],
    wires,
    load: { cableMetres: 4.5, faradsPerMetre: 100e-12, amplifierOhms: 1e6 },
  }
}
