import { Button } from '../components/Button.tsx'
import type { Import } from './useImport.ts'

/** What is being read, and a way to stop it. */
export function Reading({ of }: { of: Import }) {
  if (of.name === undefined) return null
  return (
    <div role="status" className="flex flex-wrap items-center gap-3 text-plain">
      <span>Reading {of.name}.</span>
      <Button onClick={of.stop}>Stop</Button>
    </div>
  )
}
