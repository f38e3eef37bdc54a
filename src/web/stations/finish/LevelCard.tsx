import { Says } from '../../components/Says.tsx'
import { Check } from '../../components/Check.tsx'
import type { Build } from '../../../core/document/build.ts'
import { PADS, type Pad } from '../../../core/document/finishNames.ts'
import { Levelling } from '../../../core/document/finishRecord.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { wayHolds, type FilmWork, type LevelWay } from '../../../core/finish/filmWork.ts'
import { GRIT_NAMES, grainOf, type GritName } from '../../../core/parts/grits.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { numberOf } from '../../components/numberOf.ts'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useDeferredValue } from 'react'
import { factOf } from '../../hooks/useFact.ts'
import { changeLayer } from '../../../core/finish/edits.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { percent } from './bands.ts'
import { CutThrough } from './CutThrough.tsx'
import { readFinish } from './finishEdit.ts'
import { within } from '../../components/within.ts'

const WAY_WORDS: Record<LevelWay['kind'], string> = {
  'as planned': 'as it is planned',
  gentler: 'gentler: fingers at the edges, finer first grit',
  'less of the peel': 'stop before the peel is gone',
  'more coats': 'more coats first',
  'leave it': 'leave it as it lies',
}

const wordsOf = (w: LevelWay): string => {
  const l = w.levelling
  if (!l) return WAY_WORDS[w.kind]
  const how = `${l.from} to ${l.to}, ${l.edges} at the edges`
  if (w.kind === 'more coats') return `${w.coats} ${w.coats > 1 ? 'coats' : 'coat'} more, then ${how}`
  if (w.kind === 'less of the peel') return `${Math.round(100 * l.share)} % of the peel, ${how}`
  return `${WAY_WORDS[w.kind]}: ${how}`
}

const plan = (w: LevelWay, layer: string | undefined) => (b: Build) => {
  const { levelling: _, ...rest } = b.finish,
    finish = w.levelling ? { ...rest, levelling: w.levelling } : rest,
    coats = b.finish.layers.find(l => l.id === layer)?.coats ?? 0
  const next = { ...b, finish }
  return w.coats && layer ? changeLayer(next, layer, { coats: Math.min(20, coats + w.coats) }) : next
}

/** Levelling: the chance to go through, the ways out with their days, grit by grit with strokes. */
export function LevelCard({ film, layer }: { film: FilmWork; layer: string | undefined }) {
  const build = useOpenBuild(),
    // The ways out are searched once the map stands.
    ways = factOf('levelWays', useDeferredValue(build)),
    l = build.finish.levelling
  const set = (patch: Partial<Levelling>) =>
    editBuild(b =>
      b.finish.levelling ? { ...b, finish: { ...b.finish, levelling: { ...b.finish.levelling, ...patch } } } : b,
    )
  return (
    <section aria-label="Levelling" className="flex flex-col gap-4">
      <div className="grid gap-x-8 gap-y-3 min-[71.875em]:grid-cols-[1fr_auto]">
        <div className="flex min-w-0 flex-col gap-2">
          <p className="text-note text-muted">chance to go through somewhere while levelling</p>
          <Figure value={l ? percent(film.chance) : '–'} unit="%" />
          <p className={`text-lead ${l && (film.thin || film.chance > 0.05) ? 'font-semibold text-never' : ''}`}>
            <Says of={film.says} />
          </p>
        </div>
        <CutThrough film={film} />
      </div>
      <WaysOut ways={ways} layer={layer} />
      {l ? (
        <>
          <div className="flex flex-wrap items-end gap-3">
            <Select
              label="Flats with"
              value={l.flats}
              onChange={v => set({ flats: v as Pad })}
              options={PADS.map(p => ({ value: p, label: p }))}
            />
            <Select
              label="Edges with"
              value={l.edges}
              onChange={v => set({ edges: v as Pad })}
              options={PADS.map(p => ({ value: p, label: p }))}
            />
            <Select
              label="From"
              value={l.from}
              onChange={v =>
                set({
                  from: v as GritName,
                  ...(grainOf(l.to) > grainOf(v as GritName) ? { to: v as GritName } : {}),
                })
              }
              options={GRIT_NAMES.filter(g => grainOf(g) <= 35).map(g => ({ value: g, label: g }))}
            />
            <Select
              label="To"
              value={l.to}
              onChange={v => set({ to: v as GritName })}
              options={GRIT_NAMES.filter(g => grainOf(g) <= grainOf(l.from)).map(g => ({ value: g, label: g }))}
            />
            <ValueField
              label="Of the peel"
              narrow
              text={`${Math.round(100 * l.share)} %`}
              parse={numberOf(Levelling, 'share', 'share of the peel', ' %', 0.01)}
              onValue={share => set({ share })}
            />
            <Check checked={l.compound} onChange={on => set({ compound: on })}>
              then compound
            </Check>
          </div>
          <GritTable film={film} />
          <ValueField
            label={`Strokes of ${l.from} until the peel was gone`}
            text=""
            clears
            parse={within(SPANS.strokes, 'count of strokes')}
            onValue={v => readFinish({ kind: 'strokes', grit: l.from }, v)}
          />
        </>
      ) : (
        <Button
          onClick={() =>
            editBuild(b => ({
              ...b,
              finish: {
                ...b.finish,
                levelling: {
                  flats: 'foam',
                  edges: 'fingers',
                  from: 'P1200',
                  to: 'P2000',
                  share: 1,
                  compound: true,
                },
              },
            }))
          }
        >
          Level it after all
        </Button>
      )}
    </section>
  )
}

function WaysOut({ ways, layer }: { ways: LevelWay[]; layer: string | undefined }) {
  return (
    <Table
      caption="Ways out"
      heads={[
        'Way',
        { label: 'chance', right: true },
        { label: 'left', right: true },
        { label: 'days', right: true },
        { label: 'Take it', unseen: true },
      ]}
      hideCaption
    >
      {ways.map((w, i) => (
        <tr key={i} className="rule-row">
          <th scope="row" className="py-1.5 pr-3 text-left font-normal">
            {wordsOf(w)}
          </th>
          <td className={`figure py-1.5 pr-3 text-right ${wayHolds(w) ? 'text-snug' : 'text-never'}`}>
            {w.levelling ? `${percent(w.chance)} %` : '–'}
          </td>
          <td className="figure py-1.5 pr-3 text-right">{Math.round(w.left)} µm</td>
          <td className="figure py-1.5 pr-3 text-right">{w.days}</td>
          <td className="text-right">
            {i > 0 && (
              <Button
                kind={!wayHolds(ways[0]!) && i === ways.findIndex(wayHolds) ? 'main' : 'plain'}
                onClick={() => editBuild(plan(w, layer), 'Way of levelling')}
              >
                Plan it
              </Button>
            )}
          </td>
        </tr>
      ))}
    </Table>
  )
}

function GritTable({ film }: { film: FilmWork }) {
  return (
    <Table
      caption="Grit by grit"
      heads={['Grit', { label: 'takes', right: true }, { label: 'strokes a place', right: true }, 'move on when']}
    >
      {film.grits.map((g, i) => (
        <tr key={g.grit} className="rule-row">
          <th scope="row" className="figure py-1.5 pr-3 text-left font-semibold">
            {g.grit}
          </th>
          <td className="figure py-1.5 pr-3 text-right">{g.takes.toFixed(1)} µm</td>
          <td className="figure py-1.5 pr-3 text-right">about {g.strokes}</td>
          <td className="py-1.5">
            {i === 0 ? 'the last shiny dot is gone' : `no scratch of ${film.grits[i - 1]!.grit} is left, crosswise`}
          </td>
        </tr>
      ))}
    </Table>
  )
}
