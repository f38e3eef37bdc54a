import { Link } from 'react-router'
import { marksOf } from '../../app/drillOf.ts'
import { useEngine } from '../../hooks/useEngine.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { BenchFrame } from './BenchFrame.tsx'

/** What is to be marked, cut or drilled over the whole screen, its numbers readable from a metre. */
export function Marking() {
  const build = useOpenBuild(), items = useEngine(marksOf), l = useLength()
  const { hand: item, take } = useHand(items)
  if (!item) return <p className="p-8 text-[24px]">Nothing to mark yet: choose neck, bridge and strings first. <Link className="underline" to="../drill">Back to layout</Link></p>
  const i = items.indexOf(item), to = (by: number) => { const next = items[i + by]; return next ? () => take(next.id) : undefined }
  const many = item.numbers.length > 6
  return (
    <BenchFrame leave={`../drill?hand=${encodeURIComponent(item.id)}`} back={to(-1)} next={to(1)} head={<>{build.name}, <span className="figure">{i + 1}</span> of <span className="figure">{items.length}</span>, {item.face}</>} map={{ hand: item.id, reach: 46, marks: [{ id: item.id, at: item.at, label: '', title: item.title }] }}>
      <h1 className="text-[40px] font-semibold leading-[1.1]">{item.title}</h1>
      {item.warnings.length > 0 && <ul className="border-l-8 border-never pl-4 text-[24px] font-semibold leading-snug">{item.warnings.slice(0, 3).map(w => <li key={w}>{l.prose(w)}</li>)}</ul>}
      <dl className="grid grid-cols-2 gap-x-8 gap-y-6">
        {item.numbers.map((n, k) => {
          const f = n.mm === undefined ? undefined : l.figure(n.mm, 1)
          return (
            <div key={k} className="flex flex-col gap-1"><dt className="text-[22px] leading-tight">{n.label}</dt>
              <dd className={`figure font-semibold leading-none ${f ? (many ? 'text-[56px]' : 'text-[76px]') : 'text-[34px] leading-tight'}`}>{f ? <>{f.figure} <span className="text-[28px] font-normal text-muted">{f.unit}</span></> : n.text}</dd></div>
          )
        })}
      </dl>
    </BenchFrame>
  )
}
