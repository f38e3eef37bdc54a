/** How hard an instrument is played. */
export const STYLE_NAMES = ['light', 'usual', 'hard'] as const
export type Style = (typeof STYLE_NAMES)[number]
