import type { Build } from '../document/build.ts'
import type { Wired } from '../document/docs.ts'
import { loaded, networkOf, type Network } from './network.ts'
import { settingLabel, type Settings } from './settings.ts'
import { LEAK } from './solve.ts'

/** Names of nodes that simulators of the SPICE family take: 0 is the jack's sleeve. */
const node = (n: Network, k: number): string => (k === 0 ? '0' : k === n.tip ? 'tip' : `n${k}`)

const lines = (n: Network): string[] =>
  n.elements.flatMap((e, i) => {
    const a = node(n, e.a),
      b = node(n, e.b),
      tag = `${e.id.replace(/[^a-z0-9]/gi, '_')}_${i}`
    if (e.kind === 'R') return [`R${tag} ${a} ${b} ${e.ohms}`]
    if (e.kind === 'C') return [`C${tag} ${a} ${b} ${e.farads}`]
    if (e.kind === 'driven') return [`G${tag} ${a} ${b} ${node(n, e.ca)} ${node(n, e.cb)} ${e.siemens}`]
    return [
      `V${tag} ${a} s${i}a DC 0 AC ${e.volts}`,
      `L${tag} s${i}a s${i}b ${e.henries}`,
      `R${tag} s${i}b ${b} ${e.ohms}`,
    ]
  })

/** A tip that lies on ground, or is nowhere, still has a node that can be asked for. */
const tipless = (n: Network): string[] =>
  n.tip > 0 ? [] : n.tip === 0 ? ['Rshort tip 0 1u'] : ['Rnone tip 0 1meg']

/** Leaks for the nodes that elements touch, so that every node has a path for direct current. */
const leaks = (n: Network): string[] =>
  [...new Set([n.tip, ...n.elements.flatMap(e => (e.kind === 'driven' ? [e.a, e.b, e.ca, e.cb] : [e.a, e.b]))])]
    .filter(k => k > 0)
    .map(k => `Rleak${k} ${node(n, k)} 0 ${1 / LEAK}`)

/**
 * A netlist of the build at one setting that a SPICE simulator runs: AC sweep into cable and amplifier.
 * @param hz frequencies per decade come from the count of points between both ends
 */
export function spiceNetlist(
  build: Wired & Pick<Build, 'name'>,
  s: Settings,
  sweep = { from: 20, to: 20000, pointsPerDecade: 50 },
): string {
  const n = loaded(networkOf(build, s), build.circuit.load)
  return [
    `* ${build.name}: ${settingLabel(build, s)}`,
    ...lines(n),
    ...leaks(n),
    ...tipless(n),
    `.ac dec ${sweep.pointsPerDecade} ${sweep.from} ${sweep.to}`,
    '.control',
    'set wr_singlescale',
    'set wr_vecnames',
    'option numdgt=10',
    'run',
    // Of nothing there are no decibels.
    'let level = db(mag(v(tip)) + 1e-15)',
    'wrdata response.txt level',
    'quit',
    '.endc',
    '.end',
    '',
  ].join('\n')
}

/** A netlist that drives 1 A of direct current into the jack: V(tip) is the resistance in Ω. */
export function spiceDcNetlist(build: Wired & Pick<Build, 'name'>, s: Settings): string {
  const n = networkOf(build, s, false)
  return [
    `* ${build.name}: ${settingLabel(build, s)}, resistance at the jack`,
    ...lines(n),
    ...leaks(n),
    ...tipless(n),
    'Iprobe 0 tip DC 1',
    '.control',
    'set numdgt=10',
    'op',
    'print v(tip)',
    'quit',
    '.endc',
    '.end',
    '',
  ].join('\n')
}
