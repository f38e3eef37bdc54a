import { useEffect, useState } from 'react'
import { Button } from './Button.tsx'

/** Something done by the clock: counts down, and says when it is over. */
export function ShakeTimer({ label, seconds, large }: { label: string; seconds: number; large?: boolean }) {
  const [end, setEnd] = useState<number>(),
    [left, setLeft] = useState(seconds)
  useEffect(() => {
    if (end === undefined) return
    const tick = () => setLeft(Math.max(0, Math.ceil((end - Date.now()) / 1000)))
    tick()
    const timer = setInterval(tick, 250)
    return () => clearInterval(timer)
  }, [end])
  const text = `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`
  return (
    <span className="inline-flex items-center gap-4">
      <Button
        className={large ? 'min-h-14 text-figure' : ''}
        onClick={() => {
          setLeft(seconds)
          setEnd(Date.now() + seconds * 1000)
        }}
      >
        {label}
      </Button>
      <span role="timer" className={`figure font-semibold ${large ? 'text-far leading-none' : 'text-title'}`}>
        {end !== undefined && left === 0 ? 'done' : text}
      </span>
    </span>
  )
}
