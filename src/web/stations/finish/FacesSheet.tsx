import { yDown } from '../../../core/document/mirror.ts'
import { useId, useMemo, type ReactNode } from 'react'
import type { Build } from '../../../core/document/build.ts'
import type { Zone } from '../../../core/document/finishNames.ts'
import { colourAt, ringsOn } from '../../../core/finish/appearance.ts'
import { insideOf, strips } from '../../../core/finish/burst.ts'
import { INSIDE } from '../../../core/finish/zones.ts'
import type { FilmPlace, FilmWork } from '../../../core/finish/filmWork.ts'
import { boundsOf, edgeDistance, type Point } from '../../../core/geometry/outline.ts'
import { halfBoardAt, type Layout } from '../../../core/layout/layOut.ts'
import { hexPoints } from '../../components/Hex.tsx'
import { useSize } from '../../hooks/useSize.ts'
import { InstrumentDrawing } from '../../map/InstrumentDrawing.tsx'
import { BANDS, bandOf, percent, shadeOf } from './bands.ts'

const path = (p: readonly Point[]): string =>
  p.length ? `M${p.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z` : ''
const line = (p: readonly Point[]): string => `M${p.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`

/** How far in from the rim the film is thinner than on the flat, as it is drawn, mm. */
const RIM = 12
/** Chances under this are not marked. */
const MARKED = 0.005

interface Face {
  title: string
  zone: Zone
  side: 'top' | 'back'
}

/** The place on a face that lies farthest from its rim and from everything cut into it: there is room for a figure. */
function freest(layout: Layout, side: 'top' | 'back'): Point {
  const { x0, x1, y0, y1 } = boundsOf(layout.body),
    cut = layout.features.filter(
      f => f.face === side && f.diameter === undefined && !INSIDE.includes(f.role) && f.role !== 'cut-out',
    )
  let best: Point = [(x0 + x1) / 2, (y0 + y1) / 2],
    most = -Infinity
  for (let i = 1; i < GRID; i++)
    for (let j = 1; j < GRID; j++) {
      const q: Point = [x0 + ((x1 - x0) * i) / GRID, y0 + ((y1 - y0) * j) / GRID]
      const room = Math.min(edgeDistance(layout.body, q), ...cut.map(f => -edgeDistance(f.polygon, q)))
      if (room > most) [best, most] = [q, room]
    }
  return best
}
const GRID = 16

/** Places of the sheet, px: both faces and the column beside them. */
function placing(
  width: number,
  height: number,
  box: { x0: number; x1: number; y0: number; y1: number },
  faces: number,
) {
  const column = Math.max(200, Math.min(300, width * 0.24)),
    bw = box.x1 - box.x0,
    bh = box.y1 - box.y0,
    gap = 26
  const k = Math.max(0.05, Math.min((width - column - gap * (faces + 1)) / (faces * bw), (height - 46) / bh))
  const free = Math.max(0, width - column - faces * bw * k - gap * (faces + 1)) / (faces + 1)
  return {
    k,
    column: { x: width - column - 8, width: column - 14 },
    at: (i: number) => ({
      x: gap + free + i * (bw * k + gap + free) - box.x0 * k,
      y: 30 + (height - 46 - bh * k) / 2 - box.y0 * k,
      middle: gap + free + i * (bw * k + gap + free) + (bw * k) / 2,
    }),
  }
}

/** Faces, sides and the neck’s back laid beside each other, shaded by the film left, or in the colour that they will have. */
export function FacesSheet({
  build,
  layout,
  film,
  mode,
  other,
}: {
  build: Build
  layout: Layout
  film: FilmWork | undefined
  mode: 'film' | 'colour'
  /** A finish to be compared with, in the back’s place. */
  other: Build['finish'] | undefined
}) {
  const { ref, width, height } = useSize<HTMLDivElement>()
  const box = useMemo(() => boundsOf(layout.body), [layout])
  const flip = yDown(build)
  const FACES: readonly Face[] = [
    { title: mode === 'colour' && other ? 'as planned' : 'top', zone: 'body top', side: 'top' },
    { title: mode === 'colour' && other ? 'kept to compare' : 'back', zone: 'body back', side: 'back' },
  ]
  const whole = mode === 'colour' && !other
  const drawn = whole ? boundsOf([...layout.body, ...layout.head, [0, layout.halfNut], [0, -layout.halfNut]]) : box
  const shown = whole ? FACES.slice(0, 1) : FACES
  const turned = {
    x0: drawn.x0,
    x1: drawn.x1,
    y0: Math.min(flip * drawn.y0, flip * drawn.y1),
    y1: Math.max(flip * drawn.y0, flip * drawn.y1),
  }
  const p = placing(width, height, turned, shown.length)
  const free = useMemo(() => ({ top: freest(layout, 'top'), back: freest(layout, 'back') }), [layout])
  const edges = (side: 'top' | 'back') => film?.places.filter(x => x.stretch?.face === side) ?? []
  return (
    <div ref={ref} className="relative size-full overflow-hidden">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label="Faces of the instrument"
          className="absolute inset-0"
        >
          {shown.map((f, i) => {
            const at = p.at(i),
              mirrored = f.side === 'back' && !other ? -1 : 1
            const inner: ReactNode =
              mode === 'film' ? (
                <FilmFace layout={layout} side={f.side} film={film} zone={f.zone} edges={edges(f.side)} k={p.k} />
              ) : (
                <ColourFace
                  build={i === 1 && other ? { ...build, finish: other } : build}
                  layout={layout}
                  zone={i === 1 && !other ? 'body back' : 'body top'}
                  drawing={f.side === 'top' || other !== undefined}
                />
              )
            const toPx = ([x, y]: Point) =>
              [at.x + x * p.k, at.y + flip * mirrored * y * p.k - shift(mirrored)] as const
            // A mirrored face keeps its place on the sheet.
            function shift(m: number): number {
              return m === 1 ? 0 : -(turned.y0 + turned.y1) * p.k
            }
            return (
              <g key={f.zone}>
                <text x={at.middle} y={18} textAnchor="middle" className="fill-ink text-plain font-semibold">
                  {f.title}
                </text>
                <g
                  transform={`translate(${at.x} ${at.y - (mirrored === 1 ? 0 : -(turned.y0 + turned.y1) * p.k)}) scale(${p.k} ${flip * mirrored * p.k})`}
                >
                  {inner}
                </g>
                {mode === 'film' && film && (
                  <>
                    <Depth film={film} zone={f.zone} at={toPx(free[f.side])} />
                    {badges(edges(f.side)).map(e => {
                      const [x, y] = toPx(e.stretch!.middle)
                      return <ChanceMark key={`${x}`} x={x} y={y} place={e} />
                    })}
                  </>
                )}
              </g>
            )
          })}
          <g transform={`translate(${p.column.x} 0)`}>
            <SideColumn
              build={build}
              film={film}
              mode={mode}
              width={p.column.width}
              height={height}
              layout={layout}
            />
          </g>
        </svg>
      )}
    </div>
  )
}

/** How film is shaded: in bands where it is levelled, else by its share of the thickest. */
const shading = (film: FilmWork | undefined) => (left: number) =>
  film?.grits.length ? bandOf(left) : shadeOf(left / Math.max(1, film?.flat[0] ?? 1))

/** The worst places of an edge, so that marks stay apart: no more than five. */
const badges = (edges: readonly FilmPlace[]): FilmPlace[] =>
  [...edges]
    .filter(e => e.chance > MARKED)
    .sort((a, b) => b.chance - a.chance)
    .slice(0, 5)

function ChanceMark({ x, y, place }: { x: number; y: number; place: FilmPlace }) {
  const bad = place.chance > 0.02
  return (
    <g>
      <title>{`${percent(place.chance)} % goes through here: ${Math.round(place.film)} µm, ${Math.round(place.taken)} are taken`}</title>
      <polygon points={hexPoints(x, y, 14)} fill={bad ? 'var(--never)' : 'var(--tight)'} stroke="var(--ink)" />
      <text
        x={x}
        y={y}
        dy="0.35em"
        textAnchor="middle"
        fontSize={13}
        className="figure font-semibold"
        fill="var(--paper)"
      >
        {percent(place.chance)}
      </text>
    </g>
  )
}

/** Film left on a face, large, in its middle. */
function Depth({ film, zone, at: [x, y] }: { film: FilmWork; zone: Zone; at: readonly [number, number] }) {
  const place = film.places.find(q => q.zone === zone)
  if (!place) return null
  return (
    <g>
      <text x={x} y={y} textAnchor="middle" fontSize={30} className="figure fill-ink font-semibold">
        {Math.round(place.left)}
      </text>
      <text x={x} y={y + 20} textAnchor="middle" className="fill-muted text-note">
        {film.grits.length ? 'µm left' : 'µm'}
      </text>
    </g>
  )
}

/** A face shaded by film left: flat within, and each stretch of its edge by its own. */
function FilmFace({
  layout,
  side,
  film,
  zone,
  edges,
  k,
}: {
  layout: Layout
  side: 'top' | 'back'
  film: FilmWork | undefined
  zone: Zone
  edges: readonly FilmPlace[]
  k: number
}) {
  const outline = layout.body,
    shade = shading(film),
    flat = film?.places.find(x => x.zone === zone),
    id = useId()
  const inner = useMemo(() => [RIM, RIM / 2].map(d => insideOf(outline, d)), [outline])
  const worst = edges.length ? Math.min(...edges.map(e => e.left)) : undefined
  return (
    <>
      <clipPath id={id}>
        <path d={path(outline)} />
      </clipPath>
      <path d={path(outline)} fill={flat ? shade(flat.left) : 'var(--paper)'} />
      <g clipPath={`url(#${id})`}>
        {edges.map((e, i) => {
          const next = edges[(i + 1) % edges.length]!.stretch!.points[0]!
          return (
            <path
              key={i}
              d={line([...e.stretch!.points, next])}
              fill="none"
              stroke={shade(e.left)}
              strokeWidth={2 * RIM}
              strokeLinejoin="round"
            />
          )
        })}
      </g>
      {flat && worst !== undefined && (
        <>
          {inner[1]!.map((q, i) => (
            <path key={`m${i}`} d={path(q)} fill={shade((flat.left + worst) / 2)} />
          ))}
          {inner[0]!.map((q, i) => (
            <path key={i} d={path(q)} fill={shade(flat.left)} />
          ))}
        </>
      )}
      {layout.features
        .filter(
          f => f.face === side && f.diameter === undefined && !INSIDE.includes(f.role) && f.role !== 'cut-out',
        )
        .map(f => (
          <path
            key={f.partId + f.id}
            d={path(f.polygon)}
            className="line-hidden"
            style={{ fill: 'var(--paper)' }}
          />
        ))}
      <path d={path(outline)} fill="none" stroke="var(--ink)" strokeWidth={1.6 / k} />
    </>
  )
}

/** A face in its colour, ring by ring, with what sits on it. */
function ColourFace({
  build,
  layout,
  zone,
  drawing,
}: {
  build: Build
  layout: Layout
  zone: Zone
  drawing: boolean
}) {
  const rings = useMemo(() => {
    const all = strips(ringsOn(build, zone))
    return all.map(d => ({ d, shapes: d === 0 ? [layout.body] : insideOf(layout.body, d) }))
  }, [build, layout, zone])
  const bound = build.cuts.find(c => c.sort === 'binding'),
    id = useId(),
    end = layout.nutToHeelEnd
  const board: Point[] = [
    [0, layout.halfNut],
    [end, halfBoardAt(layout, end)],
    [end, -halfBoardAt(layout, end)],
    [0, -layout.halfNut],
  ]
  return (
    <>
      {drawing && <path d={path(layout.head)} fill={colourAt(build, 'headstock face')} />}
      {rings.map(({ d, shapes }, i) => (
        <g key={d} fill={colourAt(build, zone, (d + (rings[i + 1]?.d ?? d + 200)) / 2)}>
          {shapes.map((s, j) => (
            <path key={j} d={path(s)} />
          ))}
        </g>
      ))}
      {bound && (
        <>
          <clipPath id={id}>
            <path d={path(layout.body)} />
          </clipPath>
          <path
            d={path(layout.body)}
            fill="none"
            clipPath={`url(#${id})`}
            stroke={colourAt(build, 'binding')}
            strokeWidth={2 * (bound.width ?? 1.5)}
          />
        </>
      )}
      {drawing ? (
        <>
          <path d={path(board)} fill={colourAt(build, 'fingerboard')} />
          <InstrumentDrawing layout={layout} build={build} painted />
        </>
      ) : (
        <path d={path(layout.body)} fill="none" className="line-edge" />
      )}
    </>
  )
}

/** Sides unrolled, the neck’s back, and what the shades mean. */
function SideColumn({
  build,
  film,
  mode,
  width,
  height,
  layout,
}: {
  build: Build
  film: FilmWork | undefined
  mode: 'film' | 'colour'
  width: number
  height: number
  layout: Layout
}) {
  const side = film?.places.find(x => x.zone === 'body sides'),
    neck = film?.places.find(x => x.zone === 'neck back')
  const fill = (zone: Zone, left: number | undefined) =>
    mode === 'colour' ? colourAt(build, zone) : left === undefined ? 'var(--paper)' : shading(film)(left)
  const tall = height > 330
  const strip = tall ? 34 : 24,
    neckTop = tall ? 108 : 84,
    long = width,
    a = Math.max(12, layout.halfNut * 0.62),
    b = Math.max(15, layout.halfLast * 0.62)
  return (
    <>
      <text x={width / 2} y={18} textAnchor="middle" className="fill-ink text-plain font-semibold">
        sides, unrolled
      </text>
      <rect
        x={0}
        y={30}
        width={width}
        height={strip}
        style={{ fill: fill('body sides', side?.left) }}
        className="line-part"
      />
      {mode === 'film' && side && (
        <text
          x={width / 2}
          y={30 + strip / 2}
          dy="0.35em"
          textAnchor="middle"
          className="figure fill-ink text-plain font-semibold"
        >
          {Math.round(side.left)}
        </text>
      )}
      <text x={width / 2} y={neckTop - 8} textAnchor="middle" className="fill-ink text-plain font-semibold">
        neck’s back
      </text>
      <path
        d={`M0 ${neckTop + b - a}L${long - b} ${neckTop}A${b} ${b} 0 0 1 ${long - b} ${neckTop + 2 * b}L0 ${neckTop + b + a}Z`}
        style={{ fill: fill('neck back', neck?.left) }}
        className="line-part"
      />
      {mode === 'film' && (
        <text
          x={width / 2 - 10}
          y={neckTop + b}
          dy="0.35em"
          textAnchor="middle"
          className={neck ? 'figure fill-ink text-plain font-semibold' : 'fill-muted text-note'}
        >
          {neck ? Math.round(neck.left) : 'not in this finish'}
        </text>
      )}
      {mode === 'film' && height > 250 && (film?.grits.length ?? 0) > 0 && (
        <g transform={`translate(0 ${height - 78})`}>
          <text y={0} className="fill-muted text-note">
            µm left after levelling
          </text>
          {BANDS.map((band, i) => (
            <g key={band.label} transform={`translate(${(i * width) / BANDS.length} 8)`}>
              <rect width={width / BANDS.length} height={16} style={{ fill: band.fill }} className="line-fine" />
              <text
                x={width / BANDS.length / 2}
                y={31}
                textAnchor="middle"
                fontSize={12}
                className="figure fill-ink"
              >
                {band.label}
              </text>
            </g>
          ))}
          <polygon points={hexPoints(9, 56, 9)} fill="var(--never)" stroke="var(--ink)" />
          <text x={24} y={61} className="fill-muted text-note">
            chance there, %
          </text>
        </g>
      )}
    </>
  )
}
