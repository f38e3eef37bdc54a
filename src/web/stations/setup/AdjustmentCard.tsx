import { ReadingField } from '../../readings/ReadingField.tsx'
import { SetupTargets } from '../../../core/document/build.ts'
import { rangeOf } from '../../../core/document/rangeOf.ts'
import type { BuzzWork } from '../../../core/setup/buzz.ts'
import type { Adjustment } from '../../../core/setup/setupWork.ts'
import { readWith } from '../../../core/tools/tools.ts'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { CentsField } from '../../readings/centsField.tsx'
import { CapoField } from './CapoField.tsx'
import { FeelerFields } from './FeelerFields.tsx'
import { setTargets } from './setTargets.ts'
import { TurnedField } from './TurnedField.tsx'

/** One adjustment: what it reads, what it should, and which way to turn. */
export function AdjustmentCard({
  hand,
  shownIn,
  buzz,
}: {
  hand: Adjustment
  shownIn: (unit: Adjustment['unit'], v: number) => string
  buzz: BuzzWork | undefined
}) {
  const l = useLength(),
    { wish } = hand,
    unit = hand.unit === 'cents' ? 'cents' : l.unit
  return (
    <>
      <header className="flex flex-col">
        <Title>{hand.title}</Title>
        <p className="text-plain text-muted">{hand.how}</p>
      </header>
      <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
        <div>
          <p className="text-note text-muted">{hand.reading === undefined ? 'aim for' : 'it reads'}</p>
          <Figure value={shownIn(hand.unit, hand.reading ?? hand.target)} unit={unit} />
        </div>
        {hand.unit === 'cents' ? (
          <CentsField label="New reading, cents" large cents={undefined} of={hand.reads} what="Intonation read" />
        ) : (
          <ReadingField
            label="New reading"
            large
            clears
            wide
            of={hand.reads}
            by={readWith('feeler gauge', 'gap')}
          />
        )}
        {wish && (
          <LengthField
            label="Target"
            mm={hand.target}
            {...rangeOf(SetupTargets, wish)}
            onMm={v => setTargets({ [wish]: v })}
          />
        )}
      </div>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <TurnedField key={hand.id} of={hand} />
        {hand.unit === 'mm' && <FeelerFields key={hand.id} of={hand.reads} />}
        {hand.of === 'action' && hand.side && buzz && <CapoField key={`${hand.id}-capo`} of={hand} work={buzz} />}
      </div>
      <p
        className={`border-l-4 pl-3 text-figure font-semibold ${hand.state === 'on target' ? 'border-snug' : hand.state === 'adjust' ? 'border-hand' : 'border-line'}`}
      >
        {l.say(hand.move)}
      </p>
      <p className="text-plain">{hand.why}</p>
    </>
  )
}
