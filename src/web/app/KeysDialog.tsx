import { Dialog } from '../components/Dialog.tsx'

const KEYS: readonly (readonly [string, string])[] = [
  ['↑ ↓', 'walk the ledger'],
  ['[ ]', 'previous and next station'],
  ['1 … 9', 'choose a fix or action on the sheet'],
  ['b', 'bench view of the step in hand'],
  ['/', 'search everything'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Enter', 'take what is typed in a field'],
  ['Esc', 'drop what is typed, close a sheet'],
  ['?', 'these keys'],
]

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} title="Keys" description="They work at every station, outside of fields.">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2 text-body">
        {KEYS.map(([k, what]) => (
          <div key={k} className="contents">
            <dt className="figure font-semibold">{k}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  )
}
