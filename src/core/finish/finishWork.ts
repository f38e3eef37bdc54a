import { stepText, type StepRef } from '../build/stepRef.ts'
import type { Build } from '../build/build.ts'
import type { Fitted } from '../build/docs.ts'
import { partIn } from '../build/references.ts'
import type { CautionId } from '../cautions/cautions.ts'
import { marksEasily, woodOf } from '../parts/woods.ts'
import { checkAir, type AirCheck } from './air.ts'
import { WOOD_PREPARATION } from './grits.ts'
import type { BodySurface } from './surface.ts'
import { FINISH_SYSTEMS } from './systems.ts'

export interface FinishStep {
  /** Its name in the plan. */
  id: string
  ref: Extract<StepRef, { kind: 'finish' }>
  title: string
  why: string
  minutes: number
  waitHours: number
  tools: readonly string[]
  cautions: readonly CautionId[]
  whole: boolean
}

export interface FinishWork {
  system: string
  surface: BodySurface | undefined
  steps: FinishStep[]
  materials: { name: string; amount: number; unit: string; source: string }[]
  air: AirCheck
  findings: string[]
}

/** The finish of this build: coats with times, materials for its own surface as computed, air, findings and dates. */
export function finishWork(build: Fitted & Pick<Build, 'finish'>, surface: BodySurface | undefined): FinishWork {
  const system = FINISH_SYSTEMS[build.finish.system]
  const area = surface?.total ?? 0
  const body = partIn(build, 'body')
  const wood = woodOf(body?.traits.wood)
  const steps = system.stages.flatMap(s => {
    const times = s.repeat ? build.finish.coats : 1
    const refOf = (k: number): FinishStep['ref'] => ({
      kind: 'finish',
      stage: s.id,
      ...(s.repeat ? { nth: k + 1 } : {}),
    })
    return Array.from({ length: times }, (_, k): FinishStep => ({
      id: stepText(refOf(k)),
      ref: refOf(k),
      title:
        s.id === 'sand'
          ? `${s.title}: ${WOOD_PREPARATION.join(', ')}`
          : s.id === 'dye'
            ? `Dye ${build.finish.colour}, lightest mix first`
            : s.repeat
              ? `${s.title} ${k + 1} of ${times}`
              : s.title,
      why: s.why,
      minutes: Math.round(Math.max(s.minutesAtLeast, s.minutesPerSquareMetre * area)),
      waitHours: s.waitHours,
      tools: s.tools,
      cautions: s.cautions,
      whole: s.whole ?? false,
    }))
  })
  const findings: string[] = []
  if (!surface)
    findings.push('Choose a body with an outline: without it the surface and the materials cannot be computed.')
  if (system.needsBareWood && body && body.traits.surface !== 'bare')
    findings.push(
      `The body is ${body.traits.surface}: dye and oil do not go in. Sand back to bare wood or choose a film.`,
    )
  if (wood.openPored)
    findings.push(
      `${wood.name} is open-pored: the pores stay visible under oil. Fill them before the dye only for a glassy face.`,
    )
  if (marksEasily(wood))
    findings.push(
      `${wood.name} takes a fingernail’s mark (side hardness ${wood.sideHardness} N): rest the body on a blanket at every step.`,
    )
  return {
    system: system.name,
    surface,
    steps,
    findings,
    materials: system.materials.map(m => ({
      name: m.name,
      unit: m.unit,
      source: m.source,
      amount: Math.ceil(Math.max(m.atLeast, m.perSquareMetre * area) * (m.perCoat ? build.finish.coats : 1)),
    })),
    air: checkAir(build.finish.airCelsius, build.finish.surfaceCelsius, build.finish.relativeHumidity, system.air),
  }
}
