import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Button } from '../components/Button.tsx'
import { keepBoth, takeTheirs } from '../stores/autosave.ts'
import { useBuild } from '../stores/buildStore.ts'
import { Dialog } from '../components/Dialog.tsx'

/** Somebody else saved a newer copy: the person keeps both, or takes theirs. */
export function ConflictDialog() {
  const { save, theirs, build } = useBuild()
  const [trouble, setTrouble] = useState<string>()
  const navigate = useNavigate()
  if (save !== 'conflict' || !theirs || !build) return null
  const both = () =>
    void keepBoth().then(
      copy => {
        if (copy) void navigate(`/b/${copy.build.id}/fit`)
      },
      (e: unknown) => setTrouble(e instanceof Error ? e.message : 'It did not work.'),
    )
  return (
    <Dialog
      open
      mustAnswer
      onClose={() => undefined}
      title="This build was saved from another place"
      description={`A newer copy of ${build.name} is in the workshop (revision ${theirs.revision}). Yours is not written over it, and not lost.`}
    >
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={both}>
          Keep both: save mine as a copy
        </Button>
        <Button onClick={takeTheirs}>Open theirs, drop mine</Button>
      </div>
      {trouble && (
        <p role="alert" className="text-never">
          {trouble}
        </p>
      )}
    </Dialog>
  )
}
