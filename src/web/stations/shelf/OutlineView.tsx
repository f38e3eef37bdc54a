import { Says } from '../../components/Says.tsx'
import { readWith } from '../../../core/tools/tools.ts'
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react'
import { SPANS } from '../../../core/document/spans.ts'
import { boundsOf, polygonArea, type Point } from '../../../core/geometry/outline.ts'
import type { Part } from '../../../core/parts/part.ts'
import { calibrate } from '../../../core/shelf/calibration.ts'
import { checkOutline, type Refusal, type OutlineRead } from '../../../core/shelf/outlineCheck.ts'
import type { DrawnLines } from '../../../core/shelf/svgOutlines.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button } from '../../components/Button.tsx'
import { FileButton } from '../../components/FileButton.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { Reading } from '../../imports/Reading.tsx'
import { useImport, type Import } from '../../imports/useImport.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useKeeper } from './useKeeper.ts'

/** Doubt of a drawing's edge that says nothing, mm [from memory]. */
const DRAWING_DOUBT = 0.3
const UNITS = [
  { value: '1', label: 'mm' },
  { value: '25.4', label: 'inches' },
  { value: String(25.4 / 96), label: 'pixels, 96 an inch' },
  { value: '10', label: 'cm' },
]

/** The part's outline from an SVG or DXF drawing, or traced over a scan that two points make true. */
export function OutlineView({ part, inBuild }: { part: Part; inBuild: boolean }) {
  const { replace } = useKeeper(part, inBuild),
    l = useLength()
  const [drawn, setDrawn] = useState<DrawnLines>(),
    [name, setName] = useState(''),
    [trouble, setTrouble] = useState<string>()
  const [unit, setUnit] = useState('1'),
    [line, setLine] = useState(0),
    [picture, setPicture] = useState<string>()
  const file = useRef<HTMLInputElement>(null)
  useEffect(
    () => () => {
      if (picture) URL.revokeObjectURL(picture)
    },
    [picture],
  )
  const files = useImport()
  const read = (text: string, from: string) =>
    void files
      .read(
        from,
        (i): Promise<DrawnLines | Refusal> => (/\.dxf$/i.test(from) ? i.dxf(text) : i.svg(text)),
        setTrouble,
      )
      .then(r => {
        if (!r) return
        setName(from)
        setLine(0)
        if (r.ok) {
          setDrawn(r)
          setTrouble(r.words.join(' ') || undefined)
        } else {
          setDrawn(undefined)
          setTrouble(`${from} ${l.say(r.reason)}. Accepted: ${l.say(r.accepted)}.`)
        }
      })
  const [target, setTarget] = useState('')
  const take = (points: readonly Point[], doubt: number) => {
    const b = boundsOf(points),
      [mx, my] = target ? [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2] : [0, 0]
    const outline = {
      points: points.map(([x, y]): [number, number] => [Number((x - mx).toFixed(3)), Number((y - my).toFixed(3))]),
      smooth: false,
      doubt: Number(doubt.toFixed(3)),
    }
    replace(
      target
        ? { ...part, features: part.features.map(f => (f.id === target ? { ...f, outline } : f)) }
        : { ...part, outline },
    )
  }
  const shapes = part.features.filter(f => 'length' in f.dims && 'width' in f.dims)
  const scale = drawn?.units === 'mm' ? 1 : Number(unit)
  const lines = useMemo(
    () =>
      drawn?.lines
        .map(x => ({ name: x.name, points: x.points.map(([px, py]): Point => [px * scale, -py * scale]) }))
        .sort((a, b) => polygonArea(b.points) - polygonArea(a.points)) ?? [],
    [drawn, scale],
  )
  const chosen = lines[line],
    checked = chosen && checkOutline(chosen.points)
  const box = checked?.ok ? boundsOf(checked.points) : undefined
  return (
    <div className="flex flex-col gap-4">
      <p className="text-body">
        {part.outline
          ? `It has an outline of ${part.outline.points.length} points, ±${l.fineText(part.outline.doubt ?? 0.5)} all round.`
          : 'It has no outline yet.'}{' '}
        Bring in a drawing, or trace a scan or a photo taken squarely.
      </p>
      {shapes.length > 0 && (
        <Select
          label="Outline of"
          value={target}
          onChange={setTarget}
          options={[
            { value: '', label: 'the part itself' },
            ...shapes.map(f => ({
              value: f.id,
              label: `${f.id.replace(/-/g, ' ')}, about its own middle${f.outline ? ' (has one)' : ''}`,
            })),
          ]}
        />
      )}
      <Sources
        read={read}
        setTrouble={setTrouble}
        files={files}
        file={file}
        setDrawn={setDrawn}
        setPicture={setPicture}
        part={part}
        replace={replace}
      />
      {trouble && (
        <p role="alert" className="border-l-4 border-never pl-3 text-plain">
          {trouble}
        </p>
      )}
      {drawn && chosen && (
        <FromDrawing
          name={name}
          line={line}
          setLine={setLine}
          lines={lines}
          drawn={drawn}
          unit={unit}
          setUnit={setUnit}
          checked={checked}
          box={box}
          take={take}
        />
      )}
      {picture && <Tracing key={picture} picture={picture} use={take} />}
    </div>
  )
}

function Sources({
  read,
  setTrouble,
  files,
  file,
  setDrawn,
  setPicture,
  part,
  replace,
}: {
  read: (text: string, from: string) => undefined
  setTrouble: (to: string | undefined) => void
  files: Import
  file: RefObject<HTMLInputElement | null>
  setDrawn: (to: DrawnLines | undefined) => void
  setPicture: (to: string | undefined) => void
  part: Part
  replace: (next: Part) => void
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <FileButton
        label="SVG or DXF drawing"
        accept=".svg,.dxf,image/svg+xml"
        most={8 * 1024 * 1024}
        onText={read}
        onProblem={setTrouble}
      />
      <Reading of={files} />
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/webp"
        className="sr-only"
        aria-label="Scan or photo"
        tabIndex={-1}
        onChange={e => {
          const f = e.target.files?.[0]
          if (f) {
            if (f.size > 30 * 1024 * 1024) setTrouble(`${f.name} is larger than 30 MB.`)
            else {
              setDrawn(undefined)
              setTrouble(undefined)
              setPicture(URL.createObjectURL(f))
            }
          }
          e.target.value = ''
        }}
      />
      <Button onClick={() => file.current?.click()}>Scan or photo</Button>
      {part.outline && (
        <Button
          onClick={() =>
            replace({
              ...part,
              outline: {
                ...part.outline!,
                points: part.outline!.points.map(([x, y]): [number, number] => [x, -y]),
              },
            })
          }
        >
          Mirror it
        </Button>
      )}
    </div>
  )
}

function FromDrawing({
  name,
  line,
  setLine,
  lines,
  drawn,
  unit,
  setUnit,
  checked,
  box,
  take,
}: {
  name: string
  line: number
  setLine: (to: number) => void
  lines: { name: string; points: Point[] }[]
  drawn: DrawnLines
  unit: string
  setUnit: (to: string) => void
  checked: OutlineRead | undefined
  box: { x0: number; x1: number; y0: number; y1: number } | undefined
  take: (points: readonly Point[], doubt: number) => void
}) {
  const l = useLength()
  return (
    <section aria-label="From the drawing" className="flex flex-col gap-3">
      <div className="flex flex-wrap gap-3">
        <Select
          label={`Line of ${name}`}
          value={String(line)}
          onChange={v => setLine(Number(v))}
          options={lines.map((x, i) => ({ value: String(i), label: x.name }))}
        />
        {drawn.units === 'unknown' && (
          <Select label="The drawing does not say its units" value={unit} onChange={setUnit} options={UNITS} />
        )}
      </div>
      {checked && !checked.ok && (
        <p role="alert" className="text-plain text-never">
          This line <Says of={checked.reason} />. Accepted: <Says of={checked.accepted} />.
        </p>
      )}
      {checked?.ok && box && (
        <>
          <svg
            viewBox={`${box.x0 - 8} ${-box.y1 - 8} ${box.x1 - box.x0 + 16} ${box.y1 - box.y0 + 16}`}
            height={220}
            className="drawing border border-line bg-ground"
            role="img"
            aria-label="The outline that was read"
          >
            <path
              d={`M${checked.points.map(([x, y]) => `${x.toFixed(2)} ${(-y).toFixed(2)}`).join('L')}Z`}
              className="line-edge"
              style={{ fill: 'var(--paper)' }}
            />
          </svg>
          <p className="text-plain">
            {l.text(box.x1 - box.x0)} by {l.text(box.y1 - box.y0)}, {checked.points.length} points. x runs towards
            the bridge: its datum is the drawing’s origin.
          </p>
          <div>
            <Button kind="main" onClick={() => take(checked.points, DRAWING_DOUBT)}>
              Use this outline
            </Button>
          </div>
        </>
      )}
    </section>
  )
}

interface TracingProps {
  picture: string
  use: (points: readonly Point[], doubt: number) => void
}

/** A picture to trace, once its size is known: a point is a place in its pixels. */
function Tracing({ picture, use }: TracingProps) {
  const [size, setSize] = useState<[number, number]>(),
    [broken, setBroken] = useState(false)
  return (
    <>
      {broken && (
        <p role="alert" className="border-l-4 border-never pl-3 text-plain">
          This picture can’t be read. Accepted: PNG, JPEG or WebP.
        </p>
      )}
      {size ? (
        <TracedPicture picture={picture} size={size} use={use} />
      ) : (
        <img
          src={picture}
          alt=""
          className="hidden"
          onLoad={e => setSize([e.currentTarget.naturalWidth || 1000, e.currentTarget.naturalHeight || 700])}
          onError={() => setBroken(true)}
        />
      )}
    </>
  )
}

/** Points set on a picture: first two whose distance is known, then the outline round. */
function TracedPicture({ picture, size, use }: TracingProps & { size: [number, number] }) {
  const l = useLength()
  const [points, setPoints] = useState<Point[]>([]),
    [distance, setDistance] = useState<number>()
  const known = points.slice(0, 2),
    traced = points.slice(2)
  const calibration =
    known.length === 2 && distance !== undefined
      ? calibrate(known[0]!, known[1]!, { mm: distance, doubt: readWith('rule', 'length').doubt })
      : undefined
  const ok = calibration?.ok ? calibration : undefined
  const mm = ok
    ? traced.map(p => {
        const [x, y] = ok.toMm(p)
        return [x, -y] as Point
      })
    : []
  const checked = mm.length >= 3 ? checkOutline([...mm, mm[0]!]) : undefined
  const across = checked?.ok
    ? (() => {
        const b = boundsOf(checked.points)
        return Math.max(b.x1 - b.x0, b.y1 - b.y0)
      })()
    : 0
  const origin = mm[0]
  const click = (e: React.MouseEvent<SVGSVGElement>) => {
    const r = e.currentTarget.getBoundingClientRect()
    setPoints(ps => [
      ...ps,
      [((e.clientX - r.left) / r.width) * size[0], ((e.clientY - r.top) / r.height) * size[1]],
    ])
  }
  const say =
    known.length < 2
      ? `Click the ${known.length ? 'second' : 'first'} of two points whose distance you know, far apart, along the centre line.`
      : distance === undefined
        ? 'Type their distance.'
        : traced.length < 3
          ? 'Now click round the outline. The first point becomes the datum.'
          : 'Go on round; the line closes by itself.'
  return (
    <section aria-label="Tracing" className="flex flex-col gap-2">
      <p className="text-body font-semibold" role="status">
        {say}
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <LengthField
          label="Distance of the two points"
          placeholder="in mm"
          mm={distance}
          {...SPANS.frets}
          onMm={setDistance}
        />
        <Button onClick={() => setPoints(ps => ps.slice(0, -1))} disabled={points.length === 0}>
          Take the last point back
        </Button>
        <Button
          onClick={() => {
            setPoints([])
            setDistance(undefined)
          }}
          disabled={points.length === 0}
        >
          Begin again
        </Button>
      </div>
      {calibration && !calibration.ok && (
        <p role="alert" className="text-plain text-never">
          {calibration.field}: <Says of={calibration.reason} />. Accepted: <Says of={calibration.accepted} />.
        </p>
      )}
      {ok && (
        <p className="text-plain">
          One pixel is {fixed(ok.mmPerPixel, 3)} mm; turned by {fixed((ok.angleRad * 180) / Math.PI, 1)}°. A length
          of 50 mm traced here is known to ±{l.fineText(ok.doubtOf(50))}.
        </p>
      )}
      <svg
        viewBox={`0 0 ${size[0]} ${size[1]}`}
        onClick={click}
        role="application"
        aria-label="Picture to trace"
        className="max-h-[60vh] w-full cursor-crosshair border border-line bg-ground"
      >
        <image href={picture} width={size[0]} height={size[1]} preserveAspectRatio="none" />
        {known.length === 2 && (
          <line
            x1={known[0]![0]}
            y1={known[0]![1]}
            x2={known[1]![0]}
            y2={known[1]![1]}
            stroke="var(--hand)"
            strokeWidth={size[0] / 400}
            strokeDasharray={`${size[0] / 80}`}
          />
        )}
        {traced.length > 0 && (
          <polygon
            points={traced.map(p => p.join(',')).join(' ')}
            fill="var(--hand)"
            fillOpacity={0.15}
            stroke="var(--hand)"
            strokeWidth={size[0] / 350}
          />
        )}
        {points.map((p, i) => (
          <circle key={i} cx={p[0]} cy={p[1]} r={size[0] / 160} fill={i < 2 ? 'var(--never)' : 'var(--hand)'} />
        ))}
      </svg>
      {checked && !checked.ok && (
        <p role="alert" className="text-plain text-never">
          The line <Says of={checked.reason} />.
        </p>
      )}
      {checked?.ok && ok && origin && (
        <TakeTraced use={use} checked={checked} origin={origin} ok={ok} across={across} />
      )}
    </section>
  )
}

function TakeTraced({
  use,
  checked,
  origin,
  ok,
  across,
}: {
  use: (points: readonly Point[], doubt: number) => void
  checked: { ok: true; points: Point[]; closed: boolean }
  origin: Point
  ok: { ok: true; toMm: (p: Point) => Point; mmPerPixel: number; angleRad: number; doubtOf: (mm: number) => number }
  across: number
}) {
  const l = useLength()
  return (
    <div className="flex items-center gap-3">
      <Button
        kind="main"
        onClick={() =>
          use(
            checked.points.map(([x, y]): Point => [x - origin[0], y - origin[1]]),
            ok.doubtOf(across) / 2,
          )
        }
      >
        Use this outline
      </Button>
      <span className="text-plain">
        {l.text(across)} across, its edge ±{l.fineText(ok.doubtOf(across) / 2)}
      </span>
    </div>
  )
}
