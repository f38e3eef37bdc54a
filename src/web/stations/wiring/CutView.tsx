import { useState } from 'react'
import { cutCsv, cutList, jointsCsv, type CutList } from '../../../core/ways/cutList.ts'
import { readCircuit, writeCircuit } from '../../../core/circuit/circuitFile.ts'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import type { Settings } from '../../../core/circuit/settings.ts'
import { settingKey } from '../../../core/circuit/settings.ts'
import { spiceNetlist } from '../../../core/circuit/spice.ts'
import { Button } from '../../components/Button.tsx'
import { download } from '../../hooks/download.ts'
import { FileButton } from '../../components/FileButton.tsx'
import { Heading } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useSolderDrawing } from '../../hooks/useSolderDrawing.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useSheets } from '../../hooks/useSheets.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** A circuit's file above this is none, bytes. */
const MOST = 2 * 1048576

/** What is cut from the reel and how long; the circuit as files for others and for paper. */
export function CutView({ settings }: { settings: Settings | undefined }) {
  const build = useOpenBuild(),
    { text } = useLength()
  const drawing = useSolderDrawing()
  const list = drawing && drawing.components.length ? cutList(build, drawing) : undefined
  return (
    <div className="flex max-w-[53.75rem] flex-col gap-5">
      {list && (
        <>
          <section className="flex flex-col gap-2">
            <Heading>From the reel</Heading>
            <ul className="flex flex-wrap gap-x-8 gap-y-1 text-body">
              {list.reels.map(r => (
                <li key={`${r.sort} ${r.colour}`}>
                  <span className="figure text-figure font-semibold">{text(r.length)}</span> {r.colour}
                  {r.sort === 'wire' ? '' : ' shielded'}, {r.pieces} {r.pieces === 1 ? 'piece' : 'pieces'}
                </li>
              ))}
              <li>
                <span className="figure text-figure font-semibold">{list.sleeves}</span> sleeves
              </li>
            </ul>
          </section>
          <Table caption="Wires by name" heads={['Wire', 'From', 'To', 'Sort', { label: 'Length', right: true }]}>
            {list.wires.map(w => (
              <tr key={w.id} className="rule-row">
                <th scope="row" className="figure py-1.5 pr-3 text-left">
                  {w.id}
                </th>
                <td className="pr-3">{lugWords(build.circuit, w.from)}</td>
                <td className="pr-3">{lugWords(build.circuit, w.to)}</td>
                <td className="pr-3">
                  {w.shielded ? 'shielded ' : ''}
                  {w.colour ? `${w.kind}, ${w.colour}` : w.kind}
                  {w.spare && <span className="block text-note text-muted">{w.spare}</span>}
                  {w.has !== undefined && w.has < w.length && (
                    <span className="block text-note font-semibold text-never">
                      comes with {text(w.has)}: {text(w.length - w.has)} short
                    </span>
                  )}
                </td>
                <td className="figure py-1.5 text-right">{text(w.length)}</td>
              </tr>
            ))}
          </Table>
        </>
      )}
      {list && list.later.length > 0 && (
        <section className="flex flex-col gap-1">
          <Heading>Pickups that may come later</Heading>
          {list.later.map(p => (
            <p key={p.component} className="text-body">
              {p.label}: a lead of <span className="figure font-semibold">{text(p.length)}</span> does, whichever
              end it comes out at.
            </p>
          ))}
        </section>
      )}
      <Files settings={settings} list={list} />
    </div>
  )
}

function Files({ settings, list }: { settings: Settings | undefined; list: CutList | undefined }) {
  const build = useOpenBuild(),
    sheets = useSheets(),
    acts = useFact('solder'),
    wired = build.circuit.components.length > 0
  const [problem, setProblem] = useState<string>()
  const read = (file: string) => {
    const r = readCircuit(build, file)
    if (!r.ok) {
      const [first] = r.problems
      return setProblem(`The circuit was not taken: ${first?.path ?? ''} ${first?.reason ?? ''}.`)
    }
    setProblem(undefined)
    editBuild(b => ({ ...b, circuit: r.circuit }), 'Circuit from a file')
  }
  return (
    <section className="flex flex-col gap-2">
      <Heading>Files</Heading>
      <div className="flex flex-wrap gap-2">
        <Button
          disabled={!wired || sheets.share !== undefined}
          onClick={() => sheets.make(build, 'circuit', 'pdf')}
        >
          Drawing at true size, PDF
        </Button>
        <Button
          disabled={!wired || sheets.share !== undefined}
          onClick={() => sheets.make(build, 'circuit fitted', 'pdf')}
        >
          Drawing on one sheet, PDF
        </Button>
        <Button
          disabled={!wired || sheets.share !== undefined}
          onClick={() => sheets.make(build, 'circuit', 'svg')}
        >
          Drawing, SVG
        </Button>
        <Button
          disabled={!list}
          onClick={() => list && download(`${build.id}-wires.csv`, cutCsv(build, list), 'text/csv')}
        >
          Cut list, CSV
        </Button>
        <Button
          disabled={!acts.length}
          onClick={() => download(`${build.id}-joints.csv`, jointsCsv(build, acts), 'text/csv')}
        >
          Joints, CSV
        </Button>
        <Button
          disabled={!wired || !settings}
          onClick={() =>
            settings &&
            download(`${build.id}-${settingKey(build, settings)}.cir`, spiceNetlist(build, settings), 'text/plain')
          }
        >
          SPICE netlist of this setting
        </Button>
        <Button
          disabled={!wired}
          onClick={() => download(`${build.id}-circuit.json`, writeCircuit(build), 'application/json')}
        >
          Circuit, JSON
        </Button>
        <FileButton
          label="Bring in a circuit"
          accept=".json,application/json"
          most={MOST}
          onText={read}
          onProblem={setProblem}
        />
      </div>
      {(problem ?? sheets.trouble) && (
        <p role="alert" className="text-body text-never">
          {problem ?? sheets.trouble}
        </p>
      )}
      {sheets.done && (
        <p role="status" className="text-plain text-muted">
          {sheets.done.name} is in your downloads.
        </p>
      )}
    </section>
  )
}
