import { useState } from 'react'
import { Button } from '../../components/Button.tsx'
import { useEffectLine } from '../../frame/useEffectLine.ts'
import { undo, useBuild } from '../../stores/buildStore.ts'

/** What the last thing typed or ticked at this bench did, large; nothing before anything was done here. */
export function Answer() {
  const last = useBuild(s => s.last),
    effect = useEffectLine(),
    [first] = useState(last)
  if (!last || last === first || last.what !== 'done') return null
  return (
    <p
      role="status"
      className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 border-t border-line bg-ground px-6 py-2 text-section leading-snug"
    >
      <span className="min-w-0 flex-1">
        <b className="font-semibold">{last.title}.</b> {effect}
      </span>
      <Button onClick={undo}>Take back</Button>
    </p>
  )
}
