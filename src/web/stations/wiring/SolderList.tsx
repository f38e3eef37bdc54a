import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** Joints in the order of the iron. */
export function SolderList() {
  const build = useOpenBuild()
  const order = useFact('solder')
  return (
    <div className="flex flex-col gap-3">
      <CautionNotes ids={['solder']} />
      <ol className="border-t border-line">
        {order.map((j, i) => (
          <li key={j.order} className="rule-row grid grid-cols-[2.2rem_1fr] py-2">
            <span className="figure text-section font-semibold">{j.order}</span>
            <span>
              <span className="text-body font-semibold">{lugWords(build.circuit, j.terminal)}</span>
              {(i === 0 || order[i - 1]!.stage !== j.stage) && (
                <span className="float-right text-note text-muted">{j.why}</span>
              )}
              <span className="block text-note text-muted">
                {j.wires
                  .map(
                    w =>
                      `${w.colour ? `${w.colour} ` : ''}${w.kind} ${w.id} to ${lugWords(build.circuit, w.from === j.terminal ? w.to : w.from)}`,
                  )
                  .join('; ')}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </div>
  )
}
