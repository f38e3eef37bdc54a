import { counted } from '../../../core/text/text.ts'
import { useMemo } from 'react'
import type { ShieldSort } from '../../../core/document/circuitRecord.ts'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { networkOf } from '../../../core/circuit/network.ts'
import { settingLabel, type Settings } from '../../../core/circuit/settings.ts'
import { shielded } from '../../../core/circuit/shielded.ts'
import { formatFrequency } from '../../../core/units/electrical.ts'
import { fixed } from '../../../core/units/length.ts'
import { groundOf, regrounded, type BondedBy, type School } from '../../../core/ways/ground.ts'
import type { HotRun } from '../../../core/ways/hotRuns.ts'
import { SHIELD_RULES } from '../../../core/ways/shielding.ts'
import { Button } from '../../components/Button.tsx'
import { Heading } from '../../components/Heading.tsx'
import { Segments } from '../../components/Segments.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

const SCHOOL: Record<School, string> = {
  star: 'All ground wires meet at one place: a star.',
  chain: 'The ground goes from one to the next: a chain.',
  tree: 'The ground branches, neither star nor chain.',
  none: 'No wire of ground goes from part to part.',
}

const byWords = (by: readonly BondedBy[]): string =>
  by
    .map(b => (b.kind === 'wire' ? `${b.wire} to ${b.to}` : b.kind === 'contact' ? b.how : 'nothing leads from it'))
    .join('; ')

/** What is bonded and how, rings of ground, lining, long hot runs; which lugs are one conductor at the setting in hand. */
export function GroundView({ settings }: { settings: Settings | undefined }) {
  const build = useOpenBuild()
  if (!build.circuit.components.length)
    return (
      <p className="text-body">No circuit yet: there is nothing that could be bonded. Take one under Circuit.</p>
    )
  return (
    <div className="flex max-w-[53.75rem] flex-col gap-6">
      <Metal />
      <Loops />
      <Lining />
      <Runs />
      {settings && <NetList settings={settings} label={settingLabel(build, settings)} />}
    </div>
  )
}

function Metal() {
  const ground = useFact('ground'),
    open = ground.metal.filter(m => !m.bonded).length
  return (
    <section className="flex flex-col gap-2">
      <p className="text-lead font-semibold">
        {open === 0
          ? 'Everything metal the hand can touch reaches the jack’s sleeve.'
          : `${open} metal part${open > 1 ? 's do' : ' does'} not reach the jack’s sleeve: it hums.`}
      </p>
      <Table caption="Metal and its bond" heads={['Metal', 'By', { label: '', unseen: true }]}>
        {ground.metal.map(m => (
          <tr key={m.id} className="rule-row">
            <th scope="row" className="py-1.5 pr-3 text-left font-medium">
              {m.label}
            </th>
            <td className="pr-3">{byWords(m.by)}</td>
            <td className={`text-right ${m.bonded ? 'text-snug' : 'font-semibold text-never'}`}>
              {m.bonded ? 'bonded' : 'not bonded'}
            </td>
          </tr>
        ))}
      </Table>
    </section>
  )
}

function Loops() {
  const build = useOpenBuild(),
    ground = useFact('ground'),
    { text, face } = useLength()
  const schools = useMemo(
    () =>
      (['star', 'chain'] as const).map(school => {
        const circuit = regrounded(build, school)
        return { school, circuit, length: groundOf({ ...build, circuit }).length }
      }),
    [build],
  )
  return (
    <section className="flex flex-col gap-2">
      <Heading>Star or chain</Heading>
      <p className="text-body">
        {SCHOOL[ground.school]} Both are in use. What counts is that nothing is left out; in a star one broken joint
        loses one part, in a chain all behind it.
      </p>
      <div className="no-print flex flex-wrap gap-2">
        {schools.map(s => (
          <Button
            key={s.school}
            disabled={s.school === ground.school}
            onClick={() =>
              editBuild(b => ({ ...b, circuit: regrounded(b, s.school) }), `Ground laid as a ${s.school}`)
            }
          >
            Lay it as a {s.school}, {text(s.length)} in all
          </Button>
        ))}
      </div>
      {ground.loops.length === 0 ? (
        <p className="text-body">No ring of ground.</p>
      ) : (
        <>
          <p className="text-body">
            {ground.loops.length === 1 ? 'One ring' : `${counted(ground.loops.length, 'ring')}`} of ground. A ring
            picks hum up as a coil of one turn: what it costs stands beside what a single-coil of 8,000 turns picks
            up in the same place.
          </p>
          <Table
            caption="Rings of ground"
            hideCaption
            heads={['Through', { label: 'Encloses', right: true }, { label: 'Against a single-coil', right: true }]}
          >
            {ground.loops.map(l => (
              <tr key={l.through.join()} className="rule-row">
                <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                  {l.labels.join(', ')}
                </th>
                <td className="figure pr-3 text-right">{face(l.area)}</td>
                <td className="figure text-right">{fixed(l.against, 0)} dB</td>
              </tr>
            ))}
          </Table>
          <p className="text-note text-muted">
            40 dB is a hundredth: rings inside one hollow are mostly harmless. A wire beside a contact that does the
            same can be left out.
          </p>
        </>
      )}
    </section>
  )
}

const LININGS: readonly { value: ShieldSort | 'none'; label: string }[] = [
  { value: 'none', label: 'None' },
  { value: 'foil', label: 'Foil' },
  { value: 'paint', label: 'Paint' },
]

function Lining() {
  const build = useOpenBuild(),
    s = useFact('shielding'),
    l = useLength(),
    sort = build.circuit.shield
  const take = (v: ShieldSort | 'none') =>
    editBuild(
      b => {
        const { shield: _was, ...circuit } = b.circuit
        void _was
        return { ...b, circuit: v === 'none' ? circuit : { ...circuit, shield: v } }
      },
      v === 'none' ? 'No lining' : `Lined with ${SHIELD_RULES[v].label}`,
    )
  const rule = sort && SHIELD_RULES[sort]
  return (
    <section className="flex flex-col gap-2">
      <Heading>Shielding of the hollows</Heading>
      <div className="max-w-80">
        <Segments label="Lining" value={sort ?? 'none'} onChange={take} options={LININGS} />
      </div>
      {!s && <p className="text-body">Without a body nobody knows its hollows.</p>}
      {s && (
        <p className="text-body">
          {s.faces.length} faces, <span className="figure font-semibold">{l.face(s.area)}</span> in all:{' '}
          <span className="figure font-semibold">{Math.ceil(s.paint)}</span> mL of paint in{' '}
          {SHIELD_RULES.paint.coats} coats, or <span className="figure font-semibold">{l.face(s.foil)}</span> of
          foil with its overlaps.
          {rule &&
            ` Corner to corner it has to read under ${rule.ohms} Ω. ${rule.before ? `${rule.between} h between coats and ${rule.before} h before anything is wired; the tin wins.` : 'Press every overlap down, or solder it.'}`}
        </p>
      )}
      {s && rule && (
        <Table caption="Faces" hideCaption heads={['Face', { label: 'Area', right: true }]} fit>
          {s.faces.map(f => (
            <tr key={f.id} className="rule-row">
              <th scope="row" className="py-1 pr-8 text-left font-normal">
                {f.label}
              </th>
              <td className="figure text-right">{l.face(f.area)}</td>
            </tr>
          ))}
        </Table>
      )}
      {s && rule && (
        <p className="text-body">
          {s.keepOut.length === 0
            ? 'No hot lug stands near a lined wall.'
            : `Keep clear, or tape over the lining: ${s.keepOut.map(k => `${k.label} (${l.fineText(k.gap)})`).join('; ')}.`}
        </p>
      )}
    </section>
  )
}

function Runs() {
  const build = useOpenBuild(),
    { text } = useLength()
  const { result } = useHeavy(e => e.hotRuns(build), [build.circuit, build.parts, build.slots, build.placements])
  const toShield = (r: HotRun) =>
    editBuild(
      b => ({
        ...b,
        circuit: {
          ...b.circuit,
          wires: b.circuit.wires.map(w =>
            w.id === r.wire ? shielded(b, w, r.is === 'plain' ? 'at its end' : 'none') : w,
          ),
        },
      }),
      `${r.wire} ${r.is === 'plain' ? 'shielded' : 'plain'}`,
    )
  return (
    <section className="flex flex-col gap-2">
      <Heading>Long hot runs</Heading>
      {!result && <p className="text-body">Reckoning.</p>}
      {result?.length === 0 && <p className="text-body">No hot wire is longer than a hand’s breadth.</p>}
      {result && result.length > 0 && (
        <>
          <Table
            caption="Hum of each run against a string, at its worst setting"
            heads={[
              'Run',
              { label: 'Length', right: true },
              { label: 'Plain', right: true },
              { label: 'Shielded', right: true },
              { label: 'Braid takes', right: true },
              { label: 'Change', unseen: true },
            ]}
          >
            {result.map(r => (
              <tr key={r.wire} className="rule-row">
                <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                  <span className="figure font-semibold">{r.wire}</span> {r.from} to {r.to}
                  <span className="block text-note text-muted">
                    {r.better === 'shielded' ? 'Better shielded' : 'Plain does as well'}; it is {r.is}.
                  </span>
                </th>
                <td className="figure pr-3 text-right">{text(r.length)}</td>
                <td className="figure whitespace-nowrap pr-3 text-right">{fixed(r.plain, 0)} dB</td>
                <td className="figure whitespace-nowrap pr-3 text-right">{fixed(r.shielded, 0)} dB</td>
                <td className="figure whitespace-nowrap pr-3 text-right">
                  {r.peak ? `${formatFrequency(r.peak.less)} of ${formatFrequency(r.peak.hz)}` : 'no peak'}
                </td>
                <td className="no-print text-right">
                  {r.is !== r.better && (
                    <Button
                      className="whitespace-nowrap"
                      aria-label={`Make ${r.wire} ${r.better}`}
                      onClick={() => toShield(r)}
                    >
                      {r.better === 'shielded' ? 'Shield it' : 'Plain'}
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </Table>
          <p className="text-note text-muted">
            Taken: 230 V, 0.5 pF a metre to the mains in the room, a string’s 0.1 V, a braid that lets a hundredth
            through [from memory]: what matters is which run stands out.
          </p>
        </>
      )}
    </section>
  )
}

/** Which lugs are one conductor at the position in hand. */
function NetList({ settings, label }: { settings: Settings; label: string }) {
  const build = useOpenBuild()
  const nets = useMemo(() => networkOf(build, settings), [build, settings])
  return (
    <section>
      <Heading>Nets at {label}</Heading>
      <ol>
        {nets.nets.map(
          (terminals, i) =>
            terminals.length > 1 && (
              <li key={terminals[0]} className="rule-row grid grid-cols-[7em_1fr] py-1.5 text-plain">
                <span className="font-semibold">{i === 0 ? 'ground' : i === nets.tip ? 'output' : `net ${i}`}</span>
                <span>{terminals.map(t => lugWords(build.circuit, t)).join('; ')}</span>
              </li>
            ),
        )}
      </ol>
    </section>
  )
}
