import { ArrayMaxSize, ArrayUnique, IsArray, IsOptional, IsString, MaxLength, MinLength } from 'class-validator'
import { same } from '../memo/same.ts'
import { Nested } from '../parts/validators/nested.ts'
import type { LengthDisplay } from '../units/length.ts'
import { Climate, HoursOfWeek, Preferences, TimeOfDay, type Build } from './build.ts'
import { Load } from './circuitRecord.ts'

/** Hours at the bench on each day of the week, Monday first, and from when. */
export class BenchHours {
  @HoursOfWeek()
  hours!: number[]

  @TimeOfDay()
  from!: string
}

/** People that one workshop names at most. */
export const MOST_PEOPLE = 12

/**
 * What belongs to the workshop and not to one instrument. Units, currency, paper, printer and the drawer of bits are the
 * workshop's own; air, hours, cable and amplifier are what is usual there, and a build may have its own.
 */
export class WorkshopSettings {
  @Nested(() => Preferences)
  preferences!: Preferences

  @Nested(() => Climate)
  climate!: Climate

  @Nested(() => BenchHours)
  bench!: BenchHours

  @Nested(() => Load)
  load!: Load

  /** Who works here; left out: one person, whose name nobody asks. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_PEOPLE)
  @ArrayUnique()
  @IsString({ each: true })
  @MinLength(1, { each: true })
  @MaxLength(40, { each: true })
  people?: string[]
}

export const SETTING_NAMES = ['units', 'currency', 'rate', 'drawer', 'print', 'climate', 'bench', 'load'] as const
export type SettingName = (typeof SETTING_NAMES)[number]

/** What a workshop starts with [from memory: evenings and a weekend, a lived-in room, a short cable]. */
export const USUAL_SETTINGS: WorkshopSettings = {
  preferences: {
    length: 'mm',
    drawer: { sets: ['metric by halves'], extra: [], missing: [] },
    print: { paper: 'A4', short: 1, long: 1 },
    currency: '',
  },
  climate: { atBench: 50, driest: 40, dampest: 60, celsius: 20 },
  bench: { hours: [1.5, 1.5, 1.5, 1.5, 0, 4, 3], from: '19:00' },
  load: { cableMetres: 4.5, faradsPerMetre: 100e-12, amplifierOhms: 1e6 },
}

/** What a build holds of the workshop's settings. */
export const settingsIn = (b: Build): WorkshopSettings => ({
  preferences: b.preferences,
  climate: b.climate,
  bench: { hours: b.calendar.hours, from: b.calendar.from },
  load: b.circuit.load,
})

const named = (s: WorkshopSettings): Record<SettingName, unknown> => ({
  units: s.preferences.length,
  currency: s.preferences.currency,
  rate: s.preferences.rate,
  drawer: s.preferences.drawer,
  print: s.preferences.print,
  climate: s.climate,
  bench: s.bench,
  load: s.load,
})

/** Which settings of two differ. */
export const differing = (a: WorkshopSettings, b: WorkshopSettings): SettingName[] =>
  SETTING_NAMES.filter(n => !same(named(a)[n], named(b)[n]))

const USUAL = ['climate', 'bench', 'load'] as const

/**
 * A build after the workshop's settings changed: the workshop's own follow, what is usual follows where the build had the
 * usual. The same document when nothing changes.
 */
export function following(b: Build, before: WorkshopSettings, after: WorkshopSettings): Build {
  const own = settingsIn(b)
  const next: WorkshopSettings = { ...own, preferences: after.preferences }
  for (const k of USUAL) if (same(own[k], before[k])) Object.assign(next, { [k]: after[k] })
  return withSettings(b, next)
}

/** A build with all settings as the workshop has them. */
export function withSettings(b: Build, s: WorkshopSettings): Build {
  if (differing(settingsIn(b), s).length === 0) return b
  return {
    ...b,
    preferences: s.preferences,
    climate: s.climate,
    calendar: { ...b.calendar, ...s.bench },
    circuit: { ...b.circuit, load: s.load },
  }
}

const DRAWERS = { mm: 'metric by halves', inch: 'fractional by 64ths' } as const

/** The settings in other units; a drawer and paper that were only the usual ones of the old units become the new ones'. */
export function inUnits(s: WorkshopSettings, length: LengthDisplay): WorkshopSettings {
  const { drawer, print, ...rest } = s.preferences
  const was = s.preferences.length === 'mm' ? 'mm' : 'inch',
    is = length === 'mm' ? 'mm' : 'inch'
  const untouched =
    same(drawer, { sets: [DRAWERS[was]], extra: [], missing: [] }) && print.short === 1 && print.long === 1
  return {
    ...s,
    preferences: {
      ...rest,
      length,
      drawer: untouched ? { sets: [DRAWERS[is]], extra: [], missing: [] } : drawer,
      print: untouched && was !== is ? { ...print, paper: is === 'mm' ? 'A4' : 'Letter' } : print,
    },
  }
}
