import type { SchoolName } from '../document/finishNames.ts'
import { startFrom } from './edits.ts'
import { finishWork, type Finished } from './finishWork.ts'
import type { Build } from '../document/build.ts'

/** What a school costs on an instrument in the air that it has: days of waiting, rounded up, and hours of work. */
export function schoolCost(build: Build & Finished, school: SchoolName): { days: number; hours: number } {
  const { acts } = finishWork(startFrom(build, school))
  return {
    days: Math.ceil(acts.reduce((s, a) => s + a.waitHours, 0) / 24),
    hours: Math.round(acts.reduce((s, a) => s + a.minutes, 0) / 60),
  }
}
