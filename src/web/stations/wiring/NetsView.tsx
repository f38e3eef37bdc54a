import { useMemo } from 'react'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { networkOf } from '../../../core/circuit/network.ts'
import { settingLabel, type Settings } from '../../../core/circuit/settings.ts'
import { Heading } from '../../components/Heading.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** What is bonded, and which lugs are one conductor at the setting in hand. */
export function NetsView({ settings }: { settings: Settings | undefined }) {
  const build = useOpenBuild()
  return (
    <>
      <GroundList />
      {settings && <NetList settings={settings} label={settingLabel(build, settings)} />}
    </>
  )
}

/** Which lugs are one conductor at the position in hand. */
function NetList({ settings, label }: { settings: Settings; label: string }) {
  const build = useOpenBuild()
  const nets = useMemo(() => networkOf(build, settings), [build, settings])
  return (
    <section className="mt-4">
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

function GroundList() {
  const list = useFact('bonds')
  const open = list.filter(b => !b.bonded).length
  if (list.length === 0)
    return (
      <p className="text-body">No circuit yet: there is nothing that could be bonded. Take one under Circuit.</p>
    )
  return (
    <div className="flex flex-col gap-2">
      <p className="text-body">
        {open === 0
          ? 'Everything metal the hand can touch reaches the jack’s sleeve.'
          : `${open} metal part${open > 1 ? 's do' : ' does'} not reach the jack’s sleeve: it hums.`}
      </p>
      <ul>
        {list.map(b => (
          <li key={b.terminal} className="rule-row flex justify-between py-2 text-body">
            <span>{b.label}</span>
            <span className={b.bonded ? 'text-snug' : 'font-semibold text-never'}>
              {b.bonded ? 'bonded' : 'not bonded'}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
