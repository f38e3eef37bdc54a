import { FEATURE_ROLE_NAMES, type FeatureRole } from '../parts/featureRoles.ts'

/** What is done for a finish, in the order that it is usually done in. */
export const FINISH_STAGES = [
  'inspect',
  'steam',
  'ease',
  'darken',
  'strip',
  'panel',
  'sand',
  'raise',
  'mask',
  'scuff',
  'coat',
  'decal',
  'scrape',
  'cure',
  'level',
  'polish',
  'age',
  'chase',
] as const
export type FinishStage = (typeof FINISH_STAGES)[number]

/** Which step of the plan, as a record; documents keep it as one line of text. */
export type StepRef =
  /** One dimension that was read by itself. */
  | { kind: 'measure'; of: string }
  /** Everything that is read at one place of a part: a sort of feature, or the part as a whole; again later with its number. */
  | { kind: 'visit'; part: string; place: FeatureRole | 'part'; nth: number }
  | { kind: 'fix'; joint: string; method: string }
  | { kind: 'cut'; cut: string }
  /** A group of holes; one that is asked for again when some of it was drilled carries its number, 2 and up. */
  | { kind: 'drill'; group: string; after: boolean; nth?: number }
  | { kind: 'trial'; number: number }
  /** A stage of the finish; what is done to a layer names it, and a coat carries its number. */
  | { kind: 'finish'; stage: FinishStage; layer?: string; nth?: number }
  | { kind: 'place' | 'solder' | 'assemble' | 'test' | 'setup'; what: string }
  | { kind: 'own'; id: string }
  | { kind: 'close' }

/** The form in which a document keeps a reference. */
export function stepText(s: StepRef): string {
  switch (s.kind) {
    case 'measure':
      return `measure/${s.of}`
    case 'visit':
      return `visit/${s.part}/${s.place}${s.nth === 1 ? '' : `/${s.nth}`}`
    case 'fix':
      return `fix/${s.joint}/${s.method}`
    case 'cut':
      return `cut/${s.cut}`
    case 'drill':
      return `drill/${s.group}${s.after ? '/after' : ''}${s.nth === undefined ? '' : `/${s.nth}`}`
    case 'trial':
      return s.number === 1 ? 'trial' : `trial/${s.number}`
    case 'own':
      return `own/${s.id}`
    case 'finish':
      return ['finish', s.stage, s.layer, s.nth].filter(x => x !== undefined).join('/')
    case 'close':
      return 'close'
    default:
      return `${s.kind}/${s.what}`
  }
}

const PLACES = ['part', ...FEATURE_ROLE_NAMES] as const
const WHAT = ['place', 'solder', 'assemble', 'test', 'setup'] as const

/** Which step a document names; undefined when no form of reference fits. */
export function stepRef(text: string): StepRef | undefined {
  const [kind = '', a, b] = text.split('/')
  const rest = text.slice(kind.length + 1)
  if (kind === 'close' && a === undefined) return { kind }
  if (kind === 'trial') {
    const number = a === undefined ? 1 : Number(a)
    return Number.isInteger(number) && number >= 1 && b === undefined ? { kind, number } : undefined
  }
  if (!a) return undefined
  if (kind === 'measure') return b ? { kind, of: rest } : undefined
  if (kind === 'visit') {
    const [, part, where, nth] = /^([a-z0-9-]+)\/([a-z-]+)(?:\/([2-9]|[1-9]\d+))?$/.exec(rest) ?? [],
      place = PLACES.find(x => x === where)
    return part === undefined || place === undefined ? undefined : { kind, part, place, nth: Number(nth ?? 1) }
  }
  if (kind === 'fix') return b && text === `fix/${a}/${b}` ? { kind, joint: a, method: b } : undefined
  if (kind === 'drill') {
    const [, group, after, nth] = /^([^/]+)(\/after)?(?:\/([2-9]|[1-9]\d+))?$/.exec(rest) ?? []
    return group === undefined
      ? undefined
      : { kind, group, after: after !== undefined, ...(nth === undefined ? {} : { nth: Number(nth) }) }
  }
  if (kind === 'finish') {
    const [, stage, layer, nth] = /^([a-z]+)(?:\/([a-z0-9-]+)(?:\/([1-9]\d?))?)?$/.exec(rest) ?? [],
      known = FINISH_STAGES.find(x => x === stage)
    return (
      known && {
        kind,
        stage: known,
        ...(layer === undefined ? {} : { layer }),
        ...(nth === undefined ? {} : { nth: Number(nth) }),
      }
    )
  }
  if (kind === 'cut') return { kind, cut: rest }
  if (kind === 'own') return { kind, id: rest }
  const what = WHAT.find(k => k === kind)
  return what && { kind: what, what: rest }
}

/** What would be accepted, in words. */
export const STEP_FORMS =
  'measure/<part>/<dimension>, visit/<part>/<sort of feature, or part>, visit/<part>/…/<2, 3, …>, fix/<joint>/<method>, cut/<id>, drill/<group>, drill/<group>/after, drill/<group>/<2, 3, …>, trial, finish/<stage>, finish/<stage>/<layer>/<1, 2, …>, place/<what>, solder/<stage>, assemble/<what>, test/<reading>, setup/<what>, own/<id>, close'
