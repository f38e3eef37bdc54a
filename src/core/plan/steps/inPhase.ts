import type { Arrow, Phase } from '../step.ts'

const after = (of: Phase, why: string): Arrow => ({ which: { kind: 'phase', of }, why })

const CUT = after('wood', 'Everything in wood is cut and drilled before it is fitted.')
const TRIED = after('trial', 'What was never together dry is not made fast.')
const COATED = after('finish', 'What is screwed on is in the way of every coat.')
const WIRED = after('wiring', 'The controls go in with what sits on them soldered.')
const BUILT = after('assembly', 'There is nothing to test before it is together.')
const TESTED = after('test', 'A silent pickup is found before the strings are on.')
const SET = after('setup', 'The last turns may want what the covers hide.')

/** What a coat makes impossible, or harmful: chips at every cut, film in every joint. */
const UNDER_COATS: readonly Arrow[] = [
  after('wood', 'What is cut or drilled after colour chips it and leaves bare wood.'),
  after('trial', 'The last dry look comes before film that parts would mark.'),
]

/** What closing the covers makes impossible: everything that lies behind them. */
const BEHIND_COVERS: readonly Arrow[] = [TESTED, SET]

/** What every step of a phase needs and spoils; an engine's own step may say more. Readings hold up only what hangs on them (measureSteps). */
export const IN_PHASE: Record<Phase, { needs: readonly Arrow[]; spoils: readonly Arrow[] }> = {
  measure: { needs: [], spoils: [] },
  wood: { needs: [], spoils: [] },
  trial: { needs: [CUT], spoils: [] },
  finish: { needs: [], spoils: UNDER_COATS },
  wiring: { needs: [CUT, TRIED], spoils: [] },
  assembly: { needs: [CUT, TRIED, COATED, WIRED], spoils: [] },
  test: { needs: [CUT, TRIED, COATED, WIRED, BUILT], spoils: [] },
  setup: { needs: [CUT, TRIED, COATED, WIRED, BUILT, TESTED], spoils: [] },
  close: { needs: [CUT, TRIED, COATED, WIRED, BUILT], spoils: BEHIND_COVERS },
}

/** A need of one step. */
export const needs = (which: Arrow['which'], why: string): Arrow => ({ which, why })
