import { HOUR } from '../units/time.ts'
import type { Build } from '../document/build.ts'
import { stepRef } from '../document/stepRef.ts'
import { partIn } from '../document/references.ts'
import { woodOf } from '../parts/woods.ts'
import { finishWork, type Finished } from './finishWork.ts'
import { filmWork } from './filmWork.ts'
import type { CoatFacts } from './trouble.ts'
import { edgeRadiusOf } from './zones.ts'

/** What the log says of the coat that went on last, or of the first that is to come; undefined where no layer is planned. */
export function lastCoat(build: Finished & Pick<Build, 'steps'>, now: string): CoatFacts | undefined {
  const w = finishWork(build),
    body = partIn(build, 'body')
  const coats = build.steps
    .flatMap(s => {
      const ref = stepRef(s.step)
      return s.state === 'done' && ref?.kind === 'finish' && ref.stage === 'coat' ? [{ ref, at: s.at }] : []
    })
    .sort((a, b) => (a.at < b.at ? -1 : 1))
  const last = coats.at(-1),
    before = coats.at(-2),
    i = last ? w.layers.findIndex(l => l.facts.layer.id === last.ref.layer) : 0,
    of = w.layers[Math.max(0, i)]
  if (!of) return undefined
  const f = of.facts,
    zone = f.layer.zones[0],
    under = w.layers.slice(0, Math.max(0, i)).findLast(l => zone && l.facts.layer.zones.includes(zone))
  return {
    humidity: w.air.humidity,
    celsius: w.air.room,
    margin: w.check.margin,
    hours: last && (Date.parse(now) - Date.parse(last.at)) / HOUR,
    between: last && before && (Date.parse(last.at) - Date.parse(before.at)) / HOUR,
    recoatFrom: f.value('recoatFrom'),
    recoatTo: f.value('recoatTo'),
    harden: f.value('harden'),
    family: f.material.family,
    waterborne: f.material.waterborne === true,
    sprayed: f.way === 'aerosol' || f.way === 'gun',
    below: under?.facts.material.family,
    openPored: woodOf(body?.traits.wood).openPored,
    filled: w.layers.some(l => l.facts.material.look === 'fill'),
    coats: w.layers.reduce((s, l) => s + l.coats, 0),
    through: filmWork(build)?.chance ?? 0,
    radius: edgeRadiusOf(body).value,
  }
}
