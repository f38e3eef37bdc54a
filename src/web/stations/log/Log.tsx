import { factOf } from '../../hooks/useFact.ts'
import { Select } from '../../components/Select.tsx'
import { writeBuild } from '../../../core/build/readBuild.ts'
import { download } from '../../components/download.ts'
import { Link } from 'react-router'
import { readingRef } from '../../../core/build/readingRef.ts'
import { FileDown } from 'lucide-react'
import { writeLog } from '../../../core/build/edits.ts'
import { formatResistance } from '../../../core/units/electrical.ts'
import { labelAt, specAt } from '../../../core/parts/dimensionAt.ts'
import { splitRef } from '../../../core/build/quantityAt.ts'
import type { Build } from '../../../core/build/build.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { Button, buttonLook } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { useTyped } from '../../hooks/useTyped.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

interface Entry {
  id: string
  at: string
  what: string
  text: string
  figure: string
}

/** The words of a reading's subject. */
function subject(build: Build, of: string): string {
  const r = readingRef(of)
  switch (r?.kind) {
    case 'hole':
      return `Hole ${r.hole.replace(/-/g, ' ')}, where it came out ${r.axis}`
    case 'edge':
      return r.edge === 'at' ? `Neck edges read at the ${r.station}` : `Neck’s ${r.edge} edge at the ${r.station}`
    case 'dry':
      return 'Neck clamped dry: straightedge over the top at the bridge'
    case 'frets':
      return `${r.low === 0 ? 'Nut' : `Fret ${r.low}`} to fret ${r.high}`
    case 'dimension': {
      const { partId, path } = splitRef(r.of)
      const part = build.parts.find(p => p.id === partId)
      return part ? `${part.name}: ${labelAt(part, path)}` : of
    }
    default:
      return of.replace(/[._]/g, ' ')
  }
}

/** Whether a reading is of a resistance, so that it is shown in ohms. */
function inOhms(build: Build, of: string): boolean {
  const r = readingRef(of)
  if (r?.kind === 'meter') return true
  if (r?.kind !== 'dimension') return false
  const { partId, path } = splitRef(r.of)
  const part = build.parts.find(p => p.id === partId)
  return part !== undefined && specAt(part, path)?.quantity === 'resistance'
}

/** What was done, measured and spent, newest first; the file that goes with the instrument. */
export function Log() {
  const build = useOpenBuild()
  const l = useLength()
  const steps = new Map(factOf('plan', build).steps.map(s => [s.id, s.title]))
  const entries: Entry[] = [
    ...build.readings.map(r => ({
      id: r.id,
      at: r.at,
      what: 'read',
      text: subject(build, r.of),
      figure: inOhms(build, r.of) ? formatResistance(r.value) : l.fineText(r.value),
    })),
    ...build.steps.map(s => ({
      id: `done-${s.step}`,
      at: s.at,
      what: s.state,
      text: steps.get(s.step) ?? s.step,
      figure: '',
    })),
    ...build.log.map(e => ({
      id: e.id,
      at: e.at,
      what: 'note',
      text: e.text,
      figure: e.cost === undefined ? '' : `${e.cost} ${build.preferences.currency}`,
    })),
  ].sort((a, b) => b.at.localeCompare(a.at))
  const { hand, take } = useHand(entries)
  const [typed, setText] = useTyped('Write a line', ''),
    text = typed ?? ''
  const spent =
    build.parts.reduce((s, p) => s + (Object.values(build.slots).includes(p.id) ? (p.stock?.price ?? 0) : 0), 0) +
    build.log.reduce((s, e) => s + (e.cost ?? 0), 0)
  const save = () => download(`${build.id}.json`, writeBuild(build), 'application/json')
  const rows = entries.map(e => ({
    id: e.id,
    label: `${e.what}: ${e.text}`,
    content: (
      <>
        <span className="figure w-[5.2em] shrink-0 text-note text-muted">
          {e.at.slice(5, 16).replace('T', ' ')}
        </span>
        <span className="min-w-0 flex-1 text-plain leading-tight">{e.text}</span>
        <span className="figure shrink-0 text-note">{e.figure || e.what}</span>
      </>
    ),
  }))
  return (
    <StationFrame
      map={{
        title: 'Log',
        summary: `${entries.length} entries`,
        hand: undefined,
        take: () => undefined,
        marks: [],
      }}
      ledger={
        <Ledger
          heading="Newest first"
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="Nothing yet. Readings and finished steps are written here by themselves."
        />
      }
    >
      <article className="flex max-w-[760px] flex-col gap-4">
        <div className="flex flex-wrap gap-x-10 gap-y-3">
          <div>
            <p className="text-note text-muted">spent on parts and notes</p>
            <Figure value={String(spent)} unit={build.preferences.currency} />
          </div>
          <div>
            <p className="text-note text-muted">readings</p>
            <Figure value={String(build.readings.length)} />
          </div>
          <div>
            <p className="text-note text-muted">steps done</p>
            <Figure value={String(build.steps.filter(s => s.state === 'done').length)} />
          </div>
        </div>
        <form
          className="flex items-end gap-2"
          onSubmit={e => {
            e.preventDefault()
            if (text.trim()) {
              editBuild(b => writeLog(b, text.trim(), now()))
              setText(undefined)
            }
          }}
        >
          <label className="flex flex-1 flex-col text-note text-muted">
            Write a line
            <input
              value={text}
              maxLength={2000}
              onChange={e => setText(e.target.value)}
              className="min-h-10 border border-line bg-paper px-2 text-body text-ink"
            />
          </label>
          <Button type="submit">Write it down</Button>
        </form>
        <div className="flex flex-wrap items-end gap-3 border-t border-line pt-3">
          <Button kind="main" onClick={save}>
            <FileDown size={18} aria-hidden="true" />
            Save the build file
          </Button>
          {Boolean(build.attachments?.length) && (
            <a href={`/api/builds/${build.id}/file.zip`} download className={buttonLook()}>
              With its photos, as a zip
            </a>
          )}
          <Link to="/settings" className={buttonLook()}>
            Settings of the workshop
          </Link>
          <Select
            label="Played"
            value={build.instrument.handedness}
            onChange={v =>
              editBuild(b => ({
                ...b,
                instrument: { ...b.instrument, handedness: v === 'left' ? 'left' : 'right' },
              }))
            }
            options={[
              { value: 'right', label: 'right-handed' },
              { value: 'left', label: 'left-handed' },
            ]}
          />
        </div>
      </article>
    </StationFrame>
  )
}
