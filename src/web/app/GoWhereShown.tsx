import { useEffect } from 'react'
import { useNavigate } from 'react-router'
import { useLive } from '../stores/live.ts'

/** Goes to what another device wants shown here. */
export function GoWhereShown() {
  const shown = useLive(s => s.shown),
    navigate = useNavigate()
  useEffect(() => {
    if (!shown) return
    useLive.setState({ shown: undefined })
    void navigate(shown)
  }, [shown, navigate])
  return null
}
