import { proxy } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Build } from '../../../core/document/build.ts'
import { slotsOf } from '../../../core/document/slots.ts'
import { searchedSlots } from '../../../core/match/problem.ts'
import type { Wishes } from '../../../core/match/wishes.ts'
import { heavy } from '../../hooks/useHeavy.ts'
import { today } from '../../stores/clock.ts'
import type { SetsAnswer } from '../../workers/engines.worker.ts'

/** What is wished of a set, and what time is worth; empty words want nothing. */
export interface Wish {
  hourly: number
  weekly: number
  budget?: number
  maxWaitDays?: number
  shelfOnly: boolean
  from?: number
  to?: number
  wood: string
  sort: string
  use: string
}

/** Looks for the best sets in the worker; one search at a time. @param target the instrument that is searched for */
export function useSetSearch(target: Build, keep: readonly string[], wish: Wish) {
  const slots = slotsOf(target.instrument),
    searched = searchedSlots(target)
  const [answer, setAnswer] = useState<SetsAnswer>()
  const [running, setRunning] = useState(false)
  const [trouble, setTrouble] = useState<string>()
  const run = useRef(0)
  useEffect(
    () => () => {
      run.current++
      void heavy().stop()
    },
    [],
  )
  const search = async () => {
    const mine = ++run.current
    setRunning(true)
    setTrouble(undefined)
    setAnswer(undefined)
    const pickups = searched.filter(
      s => s.startsWith('pickup-') && !['pickup-screws', 'pickup-springs'].includes(s),
    )
    const wishes: Wishes = {
      fixed: Object.fromEntries(
        keep.filter(s => target.slots[s] && searched.includes(s)).map(s => [s, target.slots[s]!]),
      ),
      hourly: wish.hourly,
      weekly: wish.weekly,
      ...(wish.budget === undefined ? {} : { budget: wish.budget }),
      ...(wish.maxWaitDays === undefined ? {} : { maxWaitDays: wish.maxWaitDays }),
      ...(wish.shelfOnly ? { shelfOnly: true } : {}),
      ...(wish.from !== undefined || wish.to !== undefined
        ? { scale: { from: wish.from ?? 0, to: wish.to ?? 2000 } }
        : {}),
      ...(wish.wood ? { wood: [wish.wood] } : {}),
      ...(wish.sort
        ? { sorts: Object.fromEntries(pickups.filter(s => !keep.includes(s)).map(s => [s, [wish.sort]])) }
        : {}),
      ...(wish.use ? { use: [wish.use] } : {}),
    }
    try {
      const kinds = [...new Set(slots.filter(s => searched.includes(s.id)).map(s => s.kind))]
      // The shelf may have changed since the last search, here or at another bench.
      await heavy().forget()
      await heavy().sets(
        target,
        wishes,
        today(),
        kinds,
        proxy((a: SetsAnswer) => {
          if (mine === run.current) setAnswer(a)
        }),
      )
    } catch {
      if (mine === run.current) setTrouble('The shelf could not be read. Is the workshop running?')
    }
    if (mine === run.current) setRunning(false)
  }
  const stop = () => {
    run.current++
    void heavy().stop()
    setRunning(false)
  }
  return { answer, running, trouble, search, stop }
}
