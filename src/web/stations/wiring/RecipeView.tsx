import { useMemo } from 'react'
import { difference } from '../../../core/circuit/difference.ts'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { ADDITIONS, hasAddition, withAddition, withoutAddition } from '../../../core/circuit/recipes/additions.ts'
import { offersFor, type Offer } from '../../../core/circuit/recipes/index.ts'
import type { Circuit } from '../../../core/document/circuitRecord.ts'
import { Button } from '../../components/Button.tsx'
import { Heading } from '../../components/Heading.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

const take = (circuit: Circuit, title: string) => editBuild(b => ({ ...b, circuit }), title)

/** Known circuits for this build's parts: what each does, the one that is taken, what sets the wires apart from it. */
export function RecipeView() {
  const build = useOpenBuild(),
    { circuit } = build
  const offers = useMemo(() => offersFor(build), [build])
  const can = offers.filter(o => o.circuit),
    cannot = offers.filter(o => !o.circuit)
  return (
    <div className="flex max-w-[51.25rem] flex-col gap-5">
      {can.length > 0 ? (
        <ul className="border-t border-line">
          {can.map(o => (
            <OfferRow key={o.id} offer={o} circuit={circuit} />
          ))}
        </ul>
      ) : (
        <p className="text-body">
          No known circuit takes exactly these pickups, pots and switches. Change the controls at Parts, or draw
          your own wires under Wires.
        </p>
      )}
      {circuit.components.length > 0 && (
        <section className="flex flex-col">
          <Heading>To add to it</Heading>
          {ADDITIONS.map(a => {
            const lacks = a.lacks(circuit),
              has = hasAddition(circuit, a)
            return (
              <div key={a.id} className="rule-row flex items-center justify-between gap-4 py-2">
                <span>
                  <span className="block text-body font-medium">{a.label}</span>
                  <span className="text-note text-muted">{lacks ? `${a.says} It ${lacks}.` : a.says}</span>
                </span>
                <Button
                  className="shrink-0"
                  disabled={lacks !== undefined}
                  aria-pressed={has}
                  onClick={() =>
                    take(
                      has ? withoutAddition(circuit, a) : withAddition(circuit, a),
                      `${a.label} ${has ? 'taken off' : 'added'}`,
                    )
                  }
                >
                  {has ? 'Take off' : 'Add'}
                </Button>
              </div>
            )
          })}
        </section>
      )}
      <details>
        <summary className="min-h-10 cursor-pointer py-2 text-plain">
          {cannot.length} circuits that these parts do not make
        </summary>
        <ul>
          {cannot.map(o => (
            <li key={o.id} className="rule-row grid grid-cols-[1fr_1fr] gap-4 py-1.5 text-plain">
              <span>{o.label}</span>
              <span className="text-muted">{o.lacks}</span>
            </li>
          ))}
        </ul>
      </details>
    </div>
  )
}

function OfferRow({ offer, circuit }: { offer: Offer; circuit: Circuit }) {
  const apart = difference(circuit, offer.circuit!),
    same = circuit.components.length > 0 && !apart.missing.length && !apart.extra.length,
    mine = circuit.recipe === offer.id
  const words = (from: string, to: string, c: Circuit) => `${lugWords(c, from)} to ${lugWords(c, to)}`
  return (
    <li className="rule-row flex flex-col gap-1 py-3">
      <div className="flex items-start justify-between gap-4">
        <span>
          <span className="block text-lead font-semibold">{offer.label}</span>
          <span className="text-body">{offer.says}</span>
          {offer.idle.length > 0 && (
            <span className="block text-note text-muted">Leaves without a use: {offer.idle.join(', ')}.</span>
          )}
        </span>
        {same ? (
          <span className="shrink-0 py-2 text-body font-semibold text-snug">Wired so</span>
        ) : (
          <Button
            kind={mine ? 'main' : 'plain'}
            className="shrink-0"
            onClick={() => take(offer.circuit!, `Circuit: ${offer.label}`)}
          >
            {mine ? 'Back to it' : 'Take it'}
          </Button>
        )}
      </div>
      {mine && !same && (
        <ul className="text-plain">
          {apart.missing.map(w => (
            <li key={`m-${w.id}`}>Missing: {words(w.from, w.to, offer.circuit!)}.</li>
          ))}
          {apart.extra.map(w => (
            <li key={`e-${w.id}`}>
              Not in it: wire {w.id}, {words(w.from, w.to, circuit)}.
            </li>
          ))}
        </ul>
      )}
    </li>
  )
}
