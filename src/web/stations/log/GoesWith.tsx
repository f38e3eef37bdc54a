import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { GuestLinkButton } from '../../access/GuestLinks.tsx'
import { Button, buttonLook } from '../../components/Button.tsx'
import { download } from '../../hooks/download.ts'
import { useFact } from '../../hooks/useFact.ts'
import { useSolderDrawing } from '../../hooks/useSolderDrawing.ts'
import { AttachedImage } from '../../components/Attached.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { today } from '../../stores/clock.ts'
import { oneFile } from './goesWithFile.ts'
import { PHOTO_LOOK, SheetView } from '../../papers/SheetView.tsx'

/** The sheet that goes with the instrument: to print, or as one file that opens anywhere. */
export function GoesWith() {
  const build = useOpenBuild(),
    sheet = useFact('handover'),
    circuit = useSolderDrawing(),
    page = useRef<HTMLDivElement>(null),
    [busy, setBusy] = useState(false),
    [trouble, setTrouble] = useState<string>()
  const save = async () => {
    setBusy(true)
    setTrouble(undefined)
    try {
      if (page.current) download(`${build.id}.html`, await oneFile(page.current, build.name), 'text/html')
    } catch (e) {
      setTrouble(e instanceof Error ? e.message : String(e))
    }
    setBusy(false)
  }
  return (
    <div ref={page} className="mx-auto flex max-w-[56.25rem] flex-col gap-6 bg-paper px-6 py-6 print:p-0">
      <div className="no-print flex flex-wrap items-center gap-3">
        <Link to="../log" className={buttonLook()}>
          Back to the log
        </Link>
        <Link to="../packing" className={buttonLook()}>
          What goes into the parcel
        </Link>
        <span className="flex-1" />
        <GuestLinkButton of="sheet" build={build.id} />
        <Button onClick={() => void save()} disabled={busy}>
          {busy ? 'Putting it together' : 'Save as one HTML file'}
        </Button>
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {trouble && (
        <p role="alert" className="no-print text-plain text-never">
          {trouble}
        </p>
      )}
      <SheetView
        page={sheet}
        circuit={circuit}
        written={today()}
        photo={p => <AttachedImage hash={p.hash} alt={p.says ?? 'Photo'} className={PHOTO_LOOK} />}
      />
    </div>
  )
}
