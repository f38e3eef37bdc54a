import { readWith } from '../../../core/tools/tools.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { servedWord } from '../../../core/parts/servedWord.ts'
import { ends } from '../../components/numberOf.ts'
import { SetupTargets } from '../../../core/document/build.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { LEAST_BREAK, stringReport, type StringReport } from '../../../core/layout/stringReport.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Grid } from '../../components/Grid.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { Findings } from './Findings.tsx'

const degrees = (d: number | undefined) => (d === undefined ? '–' : `${fixed(d, 1)}°`)

/** Every string from its tuner to its saddle: slots, margins, poles, break angles, trees. */
export function StringsSheet({ work, item }: { work: Work; item: MarkItem }) {
  const build = useOpenBuild(),
    l = useLength(),
    layout = work.layout,
    r = stringReport(work.build, layout)
  const set = (patch: Partial<SetupTargets>) => editBuild(b => ({ ...b, setup: { ...b.setup, ...patch } }))
  const margins: [string, number][] = [
    ['nut, treble', r.margins.nutTreble],
    ['nut, bass', r.margins.nutBass],
    ['last fret, treble', r.margins.lastTreble],
    ['last fret, bass', r.margins.lastBass],
  ]
  const gaps = r.rows.flatMap(x => (x.gapAtNut === undefined ? [] : [x.gapAtNut]))
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>{item.title}</Title>
      <dl className="grid grid-cols-4 gap-x-6 gap-y-3 max-[56.25em]:grid-cols-2">
        {margins.map(([label, mm]) => {
          const f = l.figure(mm, 1)
          return (
            <div key={label}>
              <dt className="text-note text-muted">margin at {label}</dt>
              <dd className={mm < 2.5 && label.startsWith('last') ? 'text-never' : ''}>
                <Figure size="large" value={f.figure} unit={f.unit} />
              </dd>
            </div>
          )
        })}
      </dl>
      <div className="flex flex-wrap items-end gap-4">
        <Select
          label="Share the nut by"
          value={build.setup.spacing}
          onChange={v => set({ spacing: v as SetupTargets['spacing'] })}
          options={[
            { value: 'equal gaps', label: 'equal gaps between surfaces' },
            { value: 'equal centres', label: 'equal centres' },
          ]}
        />
        <LengthField
          label="Outer strings inside the edge"
          mm={build.setup.edgeMargin}
          {...ends(SetupTargets, 'edgeMargin')}
          onMm={v => set({ edgeMargin: v })}
        />
        {build.instrument.perCourse !== undefined && build.instrument.perCourse > 1 && (
          <LengthField
            label="Inside a course, centres"
            mm={build.setup.courseGap ?? 2}
            {...ends(SetupTargets, 'courseGap')}
            onMm={v => set({ courseGap: v })}
          />
        )}
        <p className="min-w-[min(13rem,100%)] flex-1 text-note text-muted">
          {build.setup.spacing === 'equal gaps'
            ? `Every gap ${l.fineText(Math.min(...gaps))}: fingers feel the same room everywhere.`
            : `Gaps from ${l.fineText(Math.min(...gaps))} to ${l.fineText(Math.max(...gaps))}: thick strings stand closer.`}
        </p>
      </div>
      <Findings of={r.findings} fine="Margins, poles and break angles are where they should be." />
      <Grid
        caption={`String by string, ${l.unit}`}
        heads={[
          'String',
          'Slot from the treble end',
          'Gap to the next',
          'Centres at nut',
          'Centres at saddle',
          'Turn to its tuner',
          'Break over the nut',
          'Break over the saddle',
        ]}
        rows={r.rows.map(x => ({
          id: String(x.number),
          head: (
            <span className="figure whitespace-nowrap">
              {x.number} {x.note}
            </span>
          ),
          cells: [
            l.fineNum(layout.halfNut - x.nut),
            x.gapAtNut === undefined ? '' : l.fineNum(x.gapAtNut),
            x.centresAtNut === undefined ? '' : l.fineNum(x.centresAtNut),
            x.centresAtSaddle === undefined ? '' : l.fineNum(x.centresAtSaddle),
            degrees(x.fan),
            degrees(x.breakAtNut),
            degrees(x.breakAtSaddle),
          ].map((t, i) => (
            <span
              key={i}
              className={`figure ${(i === 5 && (x.breakAtNut ?? 90) < LEAST_BREAK) || (i === 6 && (x.breakAtSaddle ?? 90) < LEAST_BREAK) ? 'font-semibold text-never' : ''}`}
            >
              {t}
            </span>
          )),
        }))}
      />
      {r.poles.length > 0 && (
        <Grid
          caption="Over the poles"
          heads={['Pickup', 'furthest off its pole', 'every pole, treble to bass']}
          rows={r.poles.map(p => ({
            id: p.slot,
            head: servedWord(p.slot),
            cells: [
              <span key="w" className={`figure ${Math.abs(p.worst) > 2 ? 'font-semibold text-never' : ''}`}>
                {l.text(Math.abs(p.worst))}
                {Math.abs(p.worst) <= 1 ? ', fine' : Math.abs(p.worst) <= 2 ? ', may be heard' : ', audible'}
              </span>,
              <span key="a" className="figure text-note">
                {p.offsets.map(o => l.figure(o.off, 1).figure).join('  ')}
              </span>,
            ],
          }))}
        />
      )}
      <StringTrees r={r} />
    </article>
  )
}

function StringTrees({ r }: { r: StringReport }) {
  const build = useOpenBuild()
  return (
    <section aria-label="String trees" className="flex flex-col gap-2">
      <Heading>String trees</Heading>
      {r.trees.length === 0 ? (
        <p className="text-plain">None needed: every string breaks by {LEAST_BREAK}° or more over the nut.</p>
      ) : (
        <ol className="flex flex-col">
          {r.trees.map((t, i) => (
            <li key={i} className="rule-row flex flex-wrap items-end gap-4 py-2">
              <span className="w-40 max-w-full text-plain">
                Tree {i + 1}, string{t.strings.length > 1 ? 's' : ''} {t.strings.join(' and ') || '–'}
              </span>
              {(['x', 'y'] as const).map((axis, k) => (
                <LengthField
                  key={axis}
                  label={k ? 'Off centre, treble +' : 'From the nut'}
                  mm={k ? t.at[1] : -t.at[0]}
                  min={k ? -80 : 5}
                  max={k ? 80 : 250}
                  onMm={v =>
                    editBuild(b => ({
                      ...b,
                      placements: {
                        ...b.placements,
                        trees: r.trees.map((o, j) => {
                          const at = j === i ? (k ? [o.at[0], v] : [-v, o.at[1]]) : o.at
                          return {
                            x: {
                              value: at[0]!,
                              doubt: readWith('rule', 'length').doubt,
                              basis: 'assumed' as const,
                            },
                            y: {
                              value: at[1]!,
                              doubt: readWith('rule', 'length').doubt,
                              basis: 'assumed' as const,
                            },
                          }
                        }),
                      },
                    }))
                  }
                />
              ))}
            </li>
          ))}
        </ol>
      )}
      {r.trees.length > 0 && (
        <p className="flex flex-wrap gap-2">
          {!build.instrument.extras.includes('string trees') && !build.placements.trees?.length && (
            <Button
              onClick={() =>
                editBuild(b => ({
                  ...b,
                  instrument: { ...b.instrument, extras: [...b.instrument.extras, 'string trees'] },
                }))
              }
            >
              Put trees on this instrument
            </Button>
          )}
          {build.placements.trees?.length ? (
            <Button
              onClick={() =>
                editBuild(b => {
                  const { trees: gone, ...rest } = b.placements
                  void gone
                  return { ...b, placements: rest }
                })
              }
            >
              Propose them again
            </Button>
          ) : null}
        </p>
      )}
    </section>
  )
}
