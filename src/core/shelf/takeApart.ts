import { freeId } from '../document/freshId.ts'
import { servedWord } from '../parts/servedWord.ts'
import { cutText } from '../text/text.ts'
import type { Dimension } from '../units/dimension.ts'
import type { Feature, Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import { typicalPart } from '../parts/typicalPart.ts'

/** What a donor can give, and which of its dimensions each part takes over. */
const GIVES: readonly { kind: PartKind; name: string; dims: Record<string, string> }[] = [
  {
    kind: 'neck',
    name: 'Neck',
    dims: {
      scaleLength: 'scaleLength',
      frets: 'frets',
      nutToHeelEnd: 'nutToHeelEnd',
      widthAtNut: 'widthAtNut',
      widthAtLastFret: 'widthAtLastFret',
    },
  },
  { kind: 'body', name: 'Body', dims: { thickness: 'bodyThickness' } },
  { kind: 'bridge', name: 'Bridge', dims: { stringSpread: 'stringSpread' } },
  { kind: 'nut', name: 'Nut', dims: { length: 'widthAtNut' } },
  { kind: 'tuners', name: 'Tuners', dims: { count: 'strings' } },
  { kind: 'jack', name: 'Jack', dims: {} },
  { kind: 'buttons', name: 'Strap buttons', dims: {} },
]

/**
 * A donor instrument taken apart: its parts, with what was measured of the whole in their places and everything else
 * assumed until the calliper has been there. Places that were taken from the nut become places from the pocket's end
 * for the body, with both doubts; on the donor they stay as they are, as the template that they are.
 */
export function takeApart(donor: Part, taken: ReadonlySet<string>): { parts: Part[]; donor: Part } {
  const ids = new Set(taken)
  const fresh = (stem: string) => {
    const id = freeId(stem.slice(0, 42), ids)
    ids.add(id)
    return id
  }
  const heel = donor.dims.nutToHeelEnd
  const behind = (f: Feature): Feature => {
    const x = f.dims.x
    return x && heel
      ? {
          ...f,
          dims: {
            ...f.dims,
            x: {
              ...x,
              value: Number((x.value - heel.value).toFixed(4)),
              doubt: Number(Math.hypot(x.doubt, heel.doubt).toPrecision(4)),
            },
          },
        }
      : f
  }
  const give = (kind: PartKind, name: string, dims: Record<string, string>, more: Partial<Part> = {}): Part => {
    const p = typicalPart(
      kind,
      fresh(`${donor.id}-${kind}`.slice(0, 40)),
      cutText(`${name} from ${donor.name}`, 120),
    )
    const known = Object.fromEntries(
      Object.entries(dims).flatMap(([to, from]): [string, Dimension][] => {
        const d = donor.dims[from]
        return d ? [[to, d]] : []
      }),
    )
    return {
      ...p,
      ...more,
      dims: { ...p.dims, ...known },
      donor: donor.id,
      stock: { state: 'here', price: 0, ...(donor.stock?.place ? { place: donor.stock.place } : {}) },
    }
  }
  const onBody = donor.features.filter(f => f.role !== 'tuner-hole')
  const pocket = typicalPart('body', 'x').features.filter(f => f.role === 'neck-pocket')
  const tuners = donor.features.filter(f => f.role === 'tuner-hole')
  const parts = GIVES.map(g =>
    give(
      g.kind,
      g.name,
      g.dims,
      g.kind === 'body'
        ? {
            features: [...pocket, ...onBody.map(behind)],
            traits: { wood: donor.traits.wood ?? 'red alder', surface: 'finished' },
          }
        : g.kind === 'neck' && tuners.length
          ? { features: tuners }
          : {},
    ),
  )
  for (const f of onBody.filter(x => x.role === 'pickup-rout'))
    parts.push(give('pickup', `Pickup, ${f.serves ? servedWord(f.serves) : 'one'},`, {}))
  for (const f of onBody.filter(x => x.role === 'pot-hole'))
    parts.push(give('pot', `Pot, ${f.serves ? servedWord(f.serves) : 'one'},`, {}))
  for (const f of onBody.filter(x => x.role === 'switch-hole'))
    parts.push(
      give(
        'switch',
        `Switch${f.serves && f.serves !== 'switch' ? `, ${f.serves.replace('switch-', '')},` : ''}`,
        {},
      ),
    )
  return { parts, donor: { ...donor, gave: [...(donor.gave ?? []), ...parts.map(p => p.id)] } }
}
