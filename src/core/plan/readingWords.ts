import type { Build } from '../document/build.ts'
import { splitRef } from '../document/quantityAt.ts'
import { readingRef } from '../document/readingRef.ts'
import { wordsOfReading } from '../document/wordsOfReading.ts'
import { specAt } from '../parts/dimensionAt.ts'
import { meterAtJack } from '../meter/jack.ts'

/** What a reading is shown in. */
export type ReadIn = 'mm' | 'Ω' | 'H' | 'F' | 'g' | 'µm' | 'cents' | 'turns' | 'strokes' | '°C' | '%' | 'heard' | ''

/** What a reading is of, in words, a meter's at the jack by its setting's own name too. */
export const readingWords = (build: Build, of: string): string =>
  wordsOfReading(build, of, setting => meterAtJack(build).find(m => m.key === setting)?.label)

/** What a reading is shown in. */
export function readIn(build: Build, of: string): ReadIn {
  const r = readingRef(of)
  switch (r?.kind) {
    case 'meter':
    case 'probe':
      return 'Ω'
    case 'heard':
      return 'heard'
    case 'cents':
    case 'stick':
      return 'cents'
    case 'turned':
      return 'turns'
    case 'strokes':
      return 'strokes'
    case 'film':
      return r.how === 'weight' ? 'g' : 'µm'
    case 'air':
      return r.what === 'humidity' ? '%' : '°C'
    case 'dimension': {
      const { partId, path } = splitRef(r.of),
        part = build.parts.find(p => p.id === partId),
        quantity = part && specAt(part, path)?.quantity
      return quantity === 'resistance'
        ? 'Ω'
        : quantity === 'inductance'
          ? 'H'
          : quantity === 'capacitance'
            ? 'F'
            : quantity === 'mass'
              ? 'g'
              : quantity === 'length' || quantity === undefined
                ? 'mm'
                : ''
    }
    default:
      return 'mm'
  }
}
