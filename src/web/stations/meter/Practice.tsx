import { useEffect, useState } from 'react'
import { DIFFICULTIES, type Difficulty } from '../../../core/meter/practice.ts'
import type { MeterWork } from '../../../core/meter/meterWork.ts'
import { Button } from '../../components/Button.tsx'
import { Select } from '../../components/Select.tsx'
import { heavy } from '../../hooks/useHeavy.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

const SAID: Record<Difficulty, string> = {
  easy: 'Easy: shows from outside',
  middling: 'Middling: cavity open',
  hard: 'Hard: a joint that is merely cold',
}

/** Hides a fault in the circuit, to be found with the bench meter. */
export function StartPractice() {
  const build = useOpenBuild(),
    [wanted, setWanted] = useState<Difficulty>('easy'),
    [none, setNone] = useState(false)
  const start = async () => {
    const seed = Math.floor(Math.random() * 4294967295),
      fault = await heavy().hide(build, wanted, seed)
    setNone(fault === undefined)
    if (fault !== undefined)
      editBuild(
        b => ({ ...b, circuit: { ...b.circuit, standIn: { fault, seed, began: now(), practice: true } } }),
        'Practice begun: a fault is hidden',
      )
  }
  return (
    <details className="mt-4">
      <summary className="min-h-10 cursor-pointer text-body underline underline-offset-4">
        Practice: find a fault that the program hides
      </summary>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <Select
          label="How hard"
          value={wanted}
          onChange={v => setWanted(v as Difficulty)}
          options={DIFFICULTIES.map(d => ({ value: d, label: SAID[d] }))}
        />
        <Button onClick={() => void start()}>Hide a fault</Button>
      </div>
      {none && (
        <p role="alert" className="text-note text-never">
          This circuit has no fault of that sort. Choose another.
        </p>
      )}
    </details>
  )
}

type Verdict = Awaited<ReturnType<ReturnType<typeof heavy>['name']>>

/** A fault is hidden: probe, listen, name it; then see what it was and how few readings would have done. */
export function Practising({ work }: { work: MeterWork }) {
  const build = useOpenBuild(),
    [faults, setFaults] = useState<{ id: string; says: string }[]>([]),
    [named, setNamed] = useState(''),
    [verdict, setVerdict] = useState<Verdict>()
  useEffect(() => {
    void heavy()
      .faults(build)
      .then(all => setFaults([...all].sort((a, b) => a.says.localeCompare(b.says))))
    // The faults hang on the circuit alone.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [build.circuit, build.parts])
  const began = build.circuit.standIn?.began ?? ''
  const end = () =>
    editBuild(b => {
      const { standIn: _gone, ...circuit } = b.circuit
      void _gone
      return { ...b, circuit, readings: b.readings.filter(r => Date.parse(r.at) < Date.parse(began)) }
    }, 'Practice ended')
  const n = work.taken.length
  return (
    <section aria-label="Practice" className="min-w-0">
      <h3 className="text-section font-semibold">A fault is hidden</h3>
      {verdict ? (
        <>
          <p role="status" className={`mt-2 text-lead font-semibold ${verdict.right ? 'text-snug' : 'text-never'}`}>
            {verdict.right ? 'Found.' : 'Not that.'} {verdict.says}.
          </p>
          <p className="text-body">
            {verdict.mend} You took <span className="figure">{n}</span> {n === 1 ? 'reading' : 'readings'};{' '}
            <span className="figure">{verdict.fewest}</span> would have done.
          </p>
          <Button kind="main" className="mt-3" onClick={end}>
            End practice
          </Button>
        </>
      ) : (
        <>
          <p className="text-body">
            Probe and listen with the bench meter; <span className="figure">{n}</span>{' '}
            {n === 1 ? 'reading' : 'readings'} so far. Then name what is wrong.
          </p>
          <div className="mt-3 flex flex-col items-start gap-3">
            <Select
              label="What is wrong"
              value={named}
              onChange={setNamed}
              options={[{ value: '', label: 'choose' }, ...faults.map(f => ({ value: f.id, label: f.says }))]}
            />
            <div className="flex gap-3">
              <Button
                kind="main"
                disabled={!named}
                onClick={() => void heavy().name(build, named).then(setVerdict)}
              >
                Name it
              </Button>
              <Button kind="quiet" onClick={end}>
                Give up
              </Button>
            </div>
          </div>
        </>
      )}
    </section>
  )
}
