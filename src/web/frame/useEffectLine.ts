import { useEffect, useState } from 'react'
import { withEffect } from '../../core/document/history.ts'
import { effectsLine, effectsOf } from '../../core/plan/effects.ts'
import { capital } from '../../core/say/said.ts'
import { spoken } from '../../core/say/spoken.ts'
import { useBuild, useOpenBuild } from '../stores/buildStore.ts'
import { day } from '../text/dates.ts'
import { standingOf } from './standing.ts'

/** After an act the engines are asked once the page has been painted, ms. */
const PAUSE = 120

/** What the last act did, as a sentence, from the standings before and after it; undefined while that is worked out. */
export function useEffectLine(): string | undefined {
  const last = useBuild(s => s.last),
    build = useOpenBuild()
  const [line, setLine] = useState<{ at: string; text: string }>()
  useEffect(() => {
    if (!last || last.after !== build) return
    const timer = setTimeout(() => {
      const told = effectsLine(
        effectsOf(standingOf(last.before), standingOf(last.after)),
        build.preferences.currency,
        day,
      )
      const text = capital(spoken(told, build.preferences))
      setLine({ at: last.at, text })
      const { history, patch } = useBuild.getState()
      if (last.what === 'done') patch({ history: withEffect(history, last.at, text) })
    }, PAUSE)
    return () => clearTimeout(timer)
  }, [last, build])
  return line && line.at === last?.at ? (line.text ? `${line.text}.` : 'Nothing else moves.') : undefined
}
