import { finishWork, type Finished } from './finishWork.ts'
import { filmWork, levelWays } from './filmWork.ts'
import { openHoles } from './openHoles.ts'
import { shoppingList } from './shopping.ts'
import { doubtOf } from '../units/quantity.ts'

/** The finish as plain data: for the command line, and for whoever reads it there. */
export function finishReport(build: Finished) {
  const w = finishWork(build),
    film = filmWork(build)
  return {
    zones: w.zones,
    layers: w.layers.map(l => ({
      id: l.facts.layer.id,
      material: l.facts.layer.material,
      zones: l.facts.layer.zones,
      way: l.facts.way,
      coats: l.coats,
      learned: l.learned,
    })),
    films: w.films.map(z => ({
      zone: z.zone,
      microns: z.total.value,
      doubt: doubtOf(z.total),
      uppermost: z.uppermost.value,
    })),
    levelling: film && {
      taken: film.taken,
      left: film.left,
      chance: film.chance,
      says: film.says,
      grits: film.grits,
      ways: levelWays(build),
    },
    acts: w.acts,
    findings: w.findings,
    shopping: shoppingList(w, build.finish.levelling, openHoles(build), []),
    air: { ...w.air, ...w.check },
  }
}
