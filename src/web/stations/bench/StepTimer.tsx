import { MINUTE } from '../../../core/units/time.ts'
import { Pause, Play } from 'lucide-react'
import { useEffect, useState } from 'react'
import { Button } from '../../components/Button.tsx'
import { pauseTimer, startTimer, timeOf, useTimers } from '../../stores/stepTimer.ts'

const shown = (ms: number): string => {
  const s = Math.floor(ms / 1000)
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
}

/** Time at the bench for the step in hand: started, paused, kept with the step when it is done. */
export function StepTimer({ step, minutes, usual }: { step: string; minutes: number; usual: number | undefined }) {
  useTimers(s => s.timers)
  const [, tick] = useState(0),
    { running, ms } = timeOf(step)
  useEffect(() => {
    if (!running) return
    const t = setInterval(() => tick(n => n + 1), 1000)
    return () => clearInterval(t)
  }, [running])
  return (
    <div className="flex flex-wrap items-center gap-4">
      <Button className="min-h-14 px-5 text-figure" onClick={() => (running ? pauseTimer(step) : startTimer(step))}>
        {running ? <Pause aria-hidden="true" /> : <Play aria-hidden="true" />}
        {running ? 'Pause' : ms ? 'Go on' : 'Start the clock'}
      </Button>
      <p className="text-figure" role="timer" aria-label="Time at the bench">
        <span className={`figure ${ms > minutes * MINUTE ? 'font-semibold text-tight' : ''}`}>{shown(ms)}</span>
        <span className="text-muted">
          {' '}
          of {minutes} min{usual === undefined ? '' : `; ${usual} is usual, ${minutes} is yours`}
        </span>
      </p>
    </div>
  )
}
