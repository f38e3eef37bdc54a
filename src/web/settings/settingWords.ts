import type { SettingName } from '../../core/document/settings.ts'

/** The settings in words, where they are listed. */
export const SETTING_WORDS: Record<SettingName, string> = {
  units: 'units',
  rate: 'what an hour is reckoned at',
  currency: 'currency',
  drawer: 'drawer of bits',
  print: 'paper and printer',
  climate: 'air',
  bench: 'hours at the bench',
  load: 'cable and amplifier',
}
