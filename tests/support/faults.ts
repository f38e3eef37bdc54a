import { AxeBuilder } from '@axe-core/playwright'
import type { Page } from 'playwright-core'

/** All rules; only colours, which a night changes and which take most of the time; all but colours; only sizes, which a narrow page changes. */
export type Look = 'all' | 'colours' | 'but colours' | 'sizes'
const RULES: Record<Look, object> = {
  all: {},
  colours: { runOnly: { type: 'rule', values: ['color-contrast'] } },
  sizes: { runOnly: { type: 'rule', values: ['target-size', 'scrollable-region-focusable', 'meta-viewport'] } },
  'but colours': { rules: { 'color-contrast': { enabled: false } } },
}

/**
 * What axe finds wrong on a page, with where. One document without frames: the plain mode, which opens no second page,
 * sees all of it, and passes are not written out, which takes most of the time.
 */
export async function faults(page: Page, look: Look = 'all'): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page: page as never })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'], ...RULES[look] })
    .analyze()
  return violations.map(
    v =>
      `${v.id}: ${v.nodes
        .map(n => n.target.join(' '))
        .slice(0, 3)
        .join(' | ')}`,
  )
}
