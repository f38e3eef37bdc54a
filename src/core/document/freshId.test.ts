import { expect, it } from 'vitest'
import { freshId, nextId } from './freshId.ts'

it('an id that none has yet begins behind what is there, and passes by what is taken', () => {
  expect(freshId('w', [])).toBe('w1')
  expect(freshId('w', ['w1', 'w2'])).toBe('w3')
  expect(freshId('w', ['w2', 'x'])).toBe('w3')
  expect(freshId('coat-', ['coat', 'coat-2'], 2)).toBe('coat-3')
  expect(nextId('r', [{ id: 'r-1' }, { id: 'r-3' }])).toBe('r-4')
})
