import { Check } from '../../components/Check.tsx'
import { SURFACES, type SurfaceState, type Zone } from '../../../core/document/finishNames.ts'
import { ZoneSurface } from '../../../core/document/finishRecord.ts'
import { setSurface } from '../../../core/finish/edits.ts'
import { dropTest, surfaceOf } from '../../../core/finish/finishWork.ts'
import { STAGES } from '../../../core/finish/acts.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { numberOf } from '../../components/numberOf.ts'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { Findings } from './LayersView.tsx'

/** What each face is before anything is put on it: as its part says, as a drop of water told, or as it was found. */
export function SurfaceView() {
  const build = useOpenBuild(),
    work = useFact('finish')
  const found = (z: Zone) => build.finish.surfaces?.find(s => s.zone === z)
  const set = (zone: Zone, patch: Partial<ZoneSurface>) =>
    editBuild(b => {
      const now = b.finish.surfaces?.find(s => s.zone === zone) ?? { zone, state: surfaceOf(b, zone) }
      return setSurface(b, { ...now, ...patch })
    }, 'Surface')
  return (
    <article className="flex max-w-[56.25rem] flex-col gap-4">
      <Title>Surface first</Title>
      <p className="max-w-[70ch] text-body">
        Put drops of water at several points of each face and wait ten seconds. Where they soak in the wood is bare
        and takes dye and oil; where they stand it is sealed, and takes films alone.
      </p>
      <Table
        caption="Faces"
        hideCaption
        heads={['Face', { label: 'area', right: true }, 'it is', 'drops', 'soaked in', 'which tells', 'sand back']}
      >
        {work.zones.map(({ zone, area }) => {
          const f = found(zone),
            state = f?.state ?? surfaceOf(build, zone)
          const told = f?.drops !== undefined && f.soaked !== undefined ? dropTest(f.drops, f.soaked) : undefined
          return (
            <tr key={zone} className="rule-row">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {zone}
              </th>
              <td className="figure py-1 pr-3 text-right">{area.toFixed(3)} m²</td>
              <td className="py-1 pr-3">
                <Select
                  hideLabel
                  label={`${zone} is`}
                  value={state}
                  onChange={v => set(zone, { state: v as SurfaceState })}
                  options={SURFACES.map(s => ({ value: s, label: s }))}
                />
              </td>
              <td className="py-1 pr-3">
                <ValueField
                  narrow
                  hideLabel
                  label={`drops on the ${zone}`}
                  text={f?.drops === undefined ? '' : String(f.drops)}
                  parse={numberOf(ZoneSurface, 'drops', 'number of drops')}
                  onValue={drops => set(zone, { drops })}
                />
              </td>
              <td className="py-1 pr-3">
                <ValueField
                  narrow
                  hideLabel
                  label={`soaked in on the ${zone}`}
                  text={f?.soaked === undefined ? '' : String(f.soaked)}
                  parse={numberOf(ZoneSurface, 'soaked', 'number of drops')}
                  onValue={soaked =>
                    set(zone, {
                      soaked,
                      ...(f?.drops === undefined ? {} : { state: dropTest(f.drops, soaked).state }),
                    })
                  }
                />
              </td>
              <td className="py-1 pr-3 text-note">{told?.says}</td>
              <td className="py-1">
                <Check
                  hideLabel
                  checked={f?.strip === true}
                  onChange={strip => set(zone, { strip })}
                >{`sand the ${zone} back to wood`}</Check>
              </td>
            </tr>
          )
        })}
      </Table>
      <Findings findings={work.findings.filter(f => f.zone !== undefined || f.weight === 'look')} />
      <section aria-label="Before sanding" className="flex flex-col gap-2">
        <Heading>{STAGES.inspect.title}</Heading>
        <p className="max-w-[70ch] text-body">{STAGES.inspect.how}</p>
        <p className="max-w-[70ch] text-body">{STAGES.inspect.good}</p>
      </section>
    </article>
  )
}
