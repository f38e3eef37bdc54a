import { useLength } from '../hooks/useLength.ts'
import { factOf } from '../hooks/useFact.ts'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { useOpenBuild } from '../stores/buildStore.ts'
import { Dialog } from '../components/Dialog.tsx'
import { STATIONS } from '../frame/stations.ts'

interface Found {
  where: string
  text: string
  to: string
}
const MOST = 12

/** Search over everything of the build: stations, joints, parts, holes, steps. */
export function SearchDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const build = useOpenBuild()
  const navigate = useNavigate(),
    l = useLength()
  const [text, setText] = useState('')
  const all = useMemo(
    (): Found[] =>
      open
        ? [
            ...STATIONS.map(s => ({ where: 'Station', text: s.label, to: s.id })),
            ...factOf('fit', build).now.map(j => ({
              where: 'Fit',
              text: `${j.title}: ${j.state}`,
              to: `fit?hand=${j.id}`,
            })),
            ...build.parts.map(p => ({ where: 'Shelf', text: p.name, to: `shelf?hand=${p.id}` })),
            ...factOf('marks', build).map(m => ({
              where: 'Drill',
              text: l.say(m.title),
              to: `drill?hand=${m.id}`,
            })),
            ...factOf('plan', build).steps.map(s => ({
              where: 'Plan',
              text: l.say(s.title),
              to: `plan?hand=${encodeURIComponent(s.id)}`,
            })),
          ]
        : [],
    [build, open, l],
  )
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const found = all.filter(f => words.every(w => `${f.where} ${f.text}`.toLowerCase().includes(w))).slice(0, MOST)
  const go = (f: Found | undefined) => {
    if (f) {
      onClose()
      setText('')
      void navigate(`/b/${build.id}/${f.to}`)
    }
  }
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Search"
      description="Joints, parts, holes, steps and stations of this build."
    >
      <form
        onSubmit={e => {
          e.preventDefault()
          go(found[0])
        }}
      >
        <input
          autoFocus
          aria-label="Search for"
          value={text}
          onChange={e => setText(e.target.value)}
          className="min-h-12 w-full border border-ink bg-paper px-3 text-section"
        />
      </form>
      <ul className="flex flex-col">
        {found.map(f => (
          <li key={f.to} className="rule-row">
            <button
              type="button"
              onClick={() => go(f)}
              className="flex min-h-11 w-full items-baseline gap-3 px-2 text-left hover:bg-shade"
            >
              <span className="w-16 text-muted">{f.where}</span>
              <span>{f.text}</span>
            </button>
          </li>
        ))}
      </ul>
      {words.length > 0 && found.length === 0 && <p>Nothing of that name in this build.</p>}
    </Dialog>
  )
}
