import { useLength } from '../../hooks/useLength.ts'
import { dayAfter, daysFrom } from '../../../core/calendar/days.ts'
import { daysAlong, type DayWork, type Lane } from '../../../core/plan/daysAlong.ts'
import type { GateId } from '../../../core/plan/gates.ts'
import type { PlanOutlook } from '../../../core/plan/outlook.ts'
import type { Plan } from '../../../core/plan/plan.ts'
import type { Phase } from '../../../core/plan/step.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import { hexPoints } from '../../components/Hex.tsx'
import { percent } from '../../text/percent.ts'
import { useFact } from '../../hooks/useFact.ts'
import { useSize } from '../../hooks/useSize.ts'
import { CloseUp } from '../../map/CloseUp.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { today } from '../../stores/clock.ts'
import { day, dayOnly } from '../../text/dates.ts'

const LANES: Record<Phase, string> = {
  measure: 'Measure',
  wood: 'Wood and holes',
  trial: 'Trial',
  finish: 'Finish',
  wiring: 'Wiring',
  assembly: 'Assembly',
  test: 'Tests',
  setup: 'Set-up',
  close: 'Close up',
}
const GATES: Record<GateId, string> = {
  trial: 'trial assembly',
  glue: 'glue in the neck’s joint',
  colour: 'before colour',
  closing: 'before closing',
}

/** Room for the lanes' names, for the days' above them and for what lies at the right edge, px. */
const SIDE = 160
const HEAD = 38
const EDGE = 16
/** A day is never narrower, so that an evening can be hit, nor wider than it needs. */
const NARROWEST = 5
const WIDEST = 56
/** Apart enough to be read side by side, px. */
const APART = 62

/** Where days and lanes lie, px. */
interface Scale {
  x: (day: string) => number
  y: (lane: number) => number
  px: number
  laneHeight: number
  foot: number
  right: number
}

/** The plan as a sheet: days along, a lane for each phase, today through all, the deadline with its chance; beside it the place in hand. */
export function DaysAlong({
  plan,
  outlook,
  hand,
  take,
  at,
  title,
}: {
  plan: Plan
  outlook: PlanOutlook | undefined
  hand: string | undefined
  take: (id: string) => void
  at: Point | undefined
  title: string | undefined
}) {
  const build = useOpenBuild(),
    gates = useFact('gates'),
    now = today(),
    { deadline } = build.calendar,
    { ref, width, height } = useSize<HTMLDivElement>(),
    along = daysAlong(plan, gates, now, deadline)
  const loupe = at && width > 700 ? Math.min(240, width * 0.22) : 0,
    to = outlook && plan.undecided === 0 && outlook.late > along.to ? outlook.late : along.to,
    days = daysFrom(along.from, to) + 1,
    room = width - loupe - SIDE - EDGE,
    px = Math.max(NARROWEST, Math.min(WIDEST, room / days)),
    wide = SIDE + days * px + EDGE,
    laneHeight = Math.max(13, Math.min(34, (height - HEAD - 8) / Math.max(1, along.lanes.length))),
    foot = HEAD + along.lanes.length * laneHeight,
    x = (d: string) => SIDE + daysFrom(along.from, d) * px,
    y = (k: number) => HEAD + k * laneHeight
  const scale: Scale = { x, y, px, laneHeight, foot, right: Math.max(wide, width - loupe) },
    fullest = Math.max(60, ...along.lanes.flatMap(l => l.work.map(w => w.minutes)))
  const mondays = mondaysOf(along.from, days),
    // As many have their day as can be read.
    every = Math.max(1, Math.ceil(APART / (7 * px)))
  const near = (a: string, b: string) => Math.abs(x(a) - x(b)) < APART
  return (
    <div ref={ref} className="relative h-full min-h-0">
      {width > 0 && (
        <div
          className="absolute inset-y-0 left-0 overflow-x-auto overflow-y-hidden"
          style={{ right: loupe }}
          tabIndex={wide > width - loupe ? 0 : undefined}
          role="group"
          aria-label="Days along"
        >
          <svg
            width={Math.max(wide, width - loupe)}
            height={height}
            role="img"
            aria-label={`${along.lanes.length} phases from ${day(along.from)} to ${day(to)}`}
            className="select-none"
          >
            {outlook && plan.undecided === 0 && <Likely outlook={outlook} scale={scale} />}
            {mondays.map((d, k) => (
              <Monday
                key={d}
                of={d}
                scale={scale}
                named={k % every === 0 && !near(d, now) && !(deadline && near(d, deadline))}
              />
            ))}
            {along.lanes.map((l, k) => (
              <PhaseLane
                key={l.phase}
                of={l}
                k={k}
                scale={scale}
                plan={plan}
                hand={hand}
                fullest={fullest}
                take={take}
              />
            ))}
            {along.arrivals.map(a => (
              <path
                key={a.part}
                d={`M${x(a.day) + px / 2 - 6} ${HEAD - 6}h12l-6 9z`}
                fill={a.order ? 'var(--paper)' : 'var(--ink)'}
                stroke="var(--ink)"
                strokeWidth={1.2}
              >
                <title>{`${a.part}: ${a.order ? 'ordered today it is there about' : 'due'} ${day(a.day)}`}</title>
              </path>
            ))}
            <path d={`M${x(now) + px / 2} 6V${foot + 4}`} stroke="var(--hand)" strokeWidth={2} />
            <text x={x(now) + px / 2 + 5} y={16} fontSize={13} fontWeight={600} fill="var(--ink)">
              today
            </text>
            {deadline && (
              <DeadlineLine on={deadline} scale={scale} chance={plan.undecided > 0 ? undefined : outlook?.chance} />
            )}
            {along.gates.map(g => {
              const k = along.lanes.findIndex(l => l.phase === g.phase),
                cx = x(g.day) - 1,
                cy = y(k) + laneHeight / 2
              return <GateMark key={g.id} g={g} take={take} cx={cx} cy={cy} />
            })}
          </svg>
        </div>
      )}
      {loupe > 0 && at && (
        <div className="absolute inset-y-0 right-0">
          <CloseUp at={at} title={title ?? ''} caption={title} reach={60} width={loupe} height={height} />
        </div>
      )}
    </div>
  )
}

function Monday({ of: d, scale: { x, foot }, named }: { of: string; scale: Scale; named: boolean }) {
  return (
    <g>
      <path d={`M${x(d)} ${HEAD - 8}V${foot}`} stroke="var(--line)" strokeWidth={1} />
      {named && (
        <text x={x(d) + 3} y={HEAD - 10} fontSize={12} fill="var(--muted)" className="figure">
          {dayOnly(d)}
        </text>
      )}
    </g>
  )
}

/** A phase: how much of it is done, its work day by day, what rests. */
function PhaseLane({
  of: l,
  k,
  scale: { x, y, px, laneHeight, right },
  plan,
  hand,
  fullest,
  take,
}: {
  of: Lane
  k: number
  scale: Scale
  plan: Plan
  hand: string | undefined
  /** The longest day of all, minutes. */
  fullest: number
  take: (id: string) => void
}) {
  const { say } = useLength()
  const said = (w: DayWork) => {
    const first = plan.steps.find(s => s.id === w.steps[0])
    return `${LANES[l.phase]}, ${day(w.day)}: ${Math.round(w.minutes)} min${w.done ? ', done' : ''}; ${first ? say(first.title) : ''}${w.steps.length > 1 ? ` and ${w.steps.length - 1} more` : ''}`
  }
  return (
    <g>
      <path d={`M0 ${y(k) + laneHeight}H${right}`} stroke="var(--line)" strokeWidth={0.6} />
      <text
        x={20}
        y={y(k) + laneHeight / 2}
        dominantBaseline="central"
        fontSize={13}
        fill="var(--ink)"
        fontWeight={l.work.some(w => hand !== undefined && w.steps.includes(hand)) ? 600 : 400}
      >
        {LANES[l.phase]}
      </text>
      <text
        x={SIDE - 10}
        y={y(k) + laneHeight / 2}
        dominantBaseline="central"
        textAnchor="end"
        fontSize={12}
        fill="var(--muted)"
        className="figure"
      >
        {l.done}/{l.all}
      </text>
      {l.rests.map(r => (
        <path
          key={r.step}
          d={`M${x(r.from) + px / 2} ${y(k) + laneHeight - 4}H${x(r.to) + px / 2}v-5`}
          fill="none"
          stroke={r.step === hand ? 'var(--hand)' : 'var(--muted)'}
          strokeWidth={r.step === hand ? 2.4 : 1.2}
        />
      ))}
      {l.work.map(w => {
        const mine = hand !== undefined && w.steps.includes(hand),
          tall = Math.max(4, (laneHeight - 5) * (w.minutes / fullest))
        return (
          <g
            key={`${w.day} ${w.done}`}
            onClick={() =>
              take(
                mine && w.steps.length > 1 ? w.steps[(w.steps.indexOf(hand) + 1) % w.steps.length]! : w.steps[0]!,
              )
            }
            style={{ cursor: 'pointer' }}
          >
            <title>{said(w)}</title>
            <rect x={x(w.day)} y={y(k)} width={Math.max(px, 6)} height={laneHeight} fill="transparent" />
            <rect
              x={x(w.day) + px * 0.1}
              y={y(k) + laneHeight - 2 - tall}
              width={Math.max(3, px * 0.8)}
              height={tall}
              fill={mine ? 'var(--hand)' : w.done ? 'var(--paper)' : 'var(--ink)'}
              stroke={mine ? 'var(--hand)' : 'var(--ink)'}
              strokeWidth={1}
            />
          </g>
        )
      })}
    </g>
  )
}

function DeadlineLine({
  on: deadline,
  scale: { x, px, foot },
  chance,
}: {
  on: string
  scale: Scale
  chance: number | undefined
}) {
  return (
    <g>
      <path d={`M${x(deadline) + px} 6V${foot + 4}`} stroke="var(--ink)" strokeWidth={2} strokeDasharray="6 3" />
      <text x={x(deadline) + px - 5} y={16} textAnchor="end" fontSize={13} fontWeight={600} fill="var(--ink)">
        {`${day(deadline)}${chance === undefined ? '' : `, ${percent(chance)}`}`}
      </text>
    </g>
  )
}

function GateMark({
  g,
  take,
  cx,
  cy,
}: {
  g: { id: GateId; step: string; phase: Phase; day: string; shut: boolean }
  take: (id: string) => void
  cx: number
  cy: number
}) {
  return (
    <g onClick={() => take(g.step)} style={{ cursor: 'pointer' }}>
      <title>{`Gate, ${GATES[g.id]}: ${g.shut ? 'shut' : 'open'}`}</title>
      <polygon
        points={hexPoints(cx, cy, 8)}
        fill={g.shut ? 'var(--ink)' : 'var(--paper)'}
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
      {g.shut ? (
        <path d={`M${cx - 4} ${cy}h8`} stroke="var(--paper)" strokeWidth={2.2} />
      ) : (
        <circle cx={cx} cy={cy} r={3} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      )}
    </g>
  )
}

/** The Mondays of so many days. */
function mondaysOf(from: string, days: number): string[] {
  const weekday = (new Date(`${from}T00:00:00Z`).getUTCDay() + 6) % 7
  return Array.from({ length: Math.ceil((days + weekday) / 7) }, (_, k) => dayAfter(from, 7 * k - weekday)).filter(
    d => d >= from,
  )
}

/** The days on which it may be finished. */
function Likely({ outlook, scale: { x, px, foot } }: { outlook: PlanOutlook; scale: Scale }) {
  return (
    <rect
      x={x(outlook.early)}
      width={Math.max(px, x(outlook.late) - x(outlook.early) + px)}
      y={HEAD - 4}
      height={foot - HEAD + 4}
      fill="var(--line)"
      opacity={0.55}
    >
      <title>{`in eight of ten runs finished between ${day(outlook.early)} and ${day(outlook.late)}`}</title>
    </rect>
  )
}
