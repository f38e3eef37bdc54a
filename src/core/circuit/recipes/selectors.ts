import type { ContactName } from '../../parts/contacts.ts'
import type { Draft } from './draft.ts'
import type { HaveSwitch } from './have.ts'

/** Which lugs of a switch take each of two signals, and which give them out: first alone, both, second alone. */
interface TwoWay {
  first: readonly string[]
  second: readonly string[]
  out: readonly string[]
  /** It has a place where both sound. */
  both: boolean
}

/**
 * How a switch of each sort chooses between two pickups [common practice: handbook section 6]. On a five-way blade the
 * three places between the ends are alike.
 */
const TWO_WAY: Partial<Record<ContactName, TwoWay>> = {
  'leaf toggle': { first: ['bridge'], second: ['neck'], out: ['common'], both: true },
  'blade 2 × 3': { first: ['a-1', 'a-2'], second: ['b-2', 'b-3'], out: ['a-common', 'b-common'], both: true },
  'blade 2 × 5': { first: ['a-1', 'a-2'], second: ['b-2', 'b-3'], out: ['a-common', 'b-common'], both: true },
  'on-on': { first: ['a-1'], second: ['a-2'], out: ['a-common'], both: false },
  'on-off-on': { first: ['a-1'], second: ['a-2'], out: ['a-common'], both: false },
  'on-on-on': { first: ['a-1'], second: ['b-2'], out: ['a-common', 'b-common'], both: true },
  'on-on-on, other': { first: ['b-1'], second: ['a-2'], out: ['a-common', 'b-common'], both: true },
  'rotary 4 × 3': { first: ['a-1', 'a-2'], second: ['b-2', 'b-3'], out: ['a-common', 'b-common'], both: true },
}

export const choosesTwo = (s: HaveSwitch | undefined): boolean =>
  s !== undefined && TWO_WAY[s.contacts] !== undefined

/** Wires a switch between two hot lugs and gives the lug on which what was chosen comes out. */
export function chooseTwo(d: Draft, s: HaveSwitch, first: string, second: string): string {
  const way = TWO_WAY[s.contacts]!,
    id = d.switch(s)
  const onto = (lugs: readonly string[], from: string) =>
    lugs.forEach((l, i) => {
      if (i) d.wire(`${id}.${lugs[i - 1]!}`, `${id}.${l}`)
      else d.hot(from, `${id}.${l}`)
    })
  onto(way.first, first)
  onto(way.second, second)
  way.out.forEach((l, i) => i && d.wire(`${id}.${way.out[i - 1]!}`, `${id}.${l}`))
  return `${id}.${way.out[0]!}`
}
