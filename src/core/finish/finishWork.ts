import type { Build } from '../build/build.ts'
import { partIn } from '../build/references.ts'
import type { CautionId } from '../cautions/cautions.ts'
import { marksEasily, woodOf } from '../parts/woods.ts'
import { checkAir, type AirCheck } from './air.ts'
import { WOOD_PREPARATION } from './grits.ts'
import { bodySurface, type BodySurface } from './surface.ts'
import { FINISH_SYSTEMS } from './systems.ts'

export interface FinishStep {
  id: string
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

/** The finish of this build: coats with times, materials for its own surface, air, findings and dates. */
export function finishWork(build: Build): FinishWork {
  const system = FINISH_SYSTEMS[build.finish.system]
  const surface = bodySurface(build)
  const area = surface?.total ?? 0
  const body = partIn(build, 'body')
  const wood = woodOf(body?.traits.wood)
  const steps = system.stages.flatMap(s => {
    const times = s.repeat ? build.finish.coats : 1
    return Array.from({ length: times }, (_, k): FinishStep => ({
      id: times > 1 || s.repeat ? `${s.id}-${k + 1}` : s.id,
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
