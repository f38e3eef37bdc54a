import type { Tokens } from '../hooks/useTokens.ts'

/** How every chart writes an axis: its name, its figures, its lines. */
export const chartAxis = (t: Tokens, name: string | string[]) => ({
  title: { display: true, text: name, color: t.ink, font: { family: 'Barlow Semi Condensed', size: 15 } },
  ticks: { color: t.ink, font: { family: 'IBM Plex Mono', size: 13 } },
  grid: { color: t.line },
})
