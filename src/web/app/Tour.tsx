import { useNavigate, useParams } from 'react-router'
import { Button } from '../components/Button.tsx'
import { useFact } from '../hooks/useFact.ts'
import { useKeys } from '../hooks/useKeys.ts'
import { useLength } from '../hooks/useLength.ts'
import { useTour } from '../stores/tour.ts'
import type { StationId } from '../frame/stations.ts'

interface Stop {
  station: StationId
  says: string
}

/** The stops, in the words of the build that is open. */
function useStops(): Stop[] {
  const { now } = useFact('fit'),
    plan = useFact('plan'),
    drill = useFact('drill'),
    { say } = useLength(),
    worst = now[0],
    holes = drill?.holes.length ?? 0
  return [
    {
      station: 'fit',
      says: worst
        ? `Every place where two parts of yours meet, worst first: ${say(worst.title)} is ${worst.state}. The bolt head shows the clearance, its whisker the doubt. Type a reading where it is doubtful; press 1 to take a way to mend it.`
        : 'Every place where two parts meet stands here once they are chosen: worst first, with what is doubtful and how it is mended.',
    },
    {
      station: 'drill',
      says: holes
        ? `${holes} holes that your parts ask for, in working order, each with bit, depth and what is left below. “Numbers to mark” fills the screen, to be read from a metre.`
        : 'Holes and cuts that the parts ask for, in working order, with bit, depth and what is left below.',
    },
    {
      station: 'wiring',
      says: 'What each setting of the switch sounds like, and the circuit as you solder it, seen from behind. Touch two lugs: that is a wire.',
    },
    {
      station: 'plan',
      says: plan.next
        ? `One order that holds. Next: ${say(plan.next.title)}. What you tick here is dated, and waits run from then.`
        : 'One order that holds, with dates; what you tick is dated, and waits run from then.',
    },
    {
      station: 'log',
      says: 'Everything you read and do is written here by itself. Ctrl Z takes any act back. Key b brings the step in hand over the whole screen, for the bench; ? shows the other keys.',
    },
  ]
}

/** A stop of the tour over the open build; it can be left at any time. */
export function Tour() {
  const at = useTour(s => s.at)
  return at === undefined ? null : <AtStop at={at} />
}

function AtStop({ at }: { at: number }) {
  const { go, leave } = useTour(),
    navigate = useNavigate(),
    { id = '' } = useParams(),
    stops = useStops(),
    stop = stops[at]
  useKeys({ Escape: leave })
  if (!stop) return null
  const to = (n: number) => {
    const next = stops[n]
    if (!next) return leave()
    go(n)
    void navigate(`/b/${id}/${next.station}`)
  }
  return (
    <section
      aria-label="Tour"
      className="no-print fixed bottom-16 right-4 z-40 max-w-sm border-2 border-ink bg-paper p-4 shadow-none max-[43.75em]:left-4"
    >
      <p className="text-note text-muted">
        {at + 1} of {stops.length}
      </p>
      <p role="status" className="text-body">
        {stop.says}
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button kind="main" onClick={() => to(at + 1)}>
          {at + 1 < stops.length ? 'Next stop' : 'That was it'}
        </Button>
        {at > 0 && <Button onClick={() => to(at - 1)}>Back</Button>}
        <Button kind="quiet" onClick={leave}>
          Leave the tour
        </Button>
      </div>
    </section>
  )
}
