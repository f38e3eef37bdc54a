import { expect, it } from 'vitest'
import { slug } from './slug.ts'

it('a name as an id: small letters, digits, single dashes, without marks, never empty or too long', () => {
  const of = (s: string) => slug(s, { otherwise: 'part' })
  expect(of('Heel plate, 64 × 51')).toBe('heel-plate-64-51')
  expect(of('  Höhe Ångström ')).toBe('hohe-angstrom')
  expect(of('—')).toBe('part')
  expect(of('')).toBe('part')
  expect(slug('a'.repeat(60), { most: 36, otherwise: 'x' })).toHaveLength(36)
})
