import { AxeBuilder } from '@axe-core/playwright'
import type { Page } from 'playwright-core'

/**
 * What axe finds wrong on a page, with where. One document without frames: the plain mode, which opens no second page,
 * sees all of it, and passes are not written out, which takes most of the time.
 */
export async function faults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page: page as never })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .analyze()
  return violations.map(
    v =>
      `${v.id}: ${v.nodes
        .map(n => n.target.join(' '))
        .slice(0, 3)
        .join(' | ')}`,
  )
}
