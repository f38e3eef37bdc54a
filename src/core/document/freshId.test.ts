import { expect, it } from 'vitest'
import { freeId, freshId, nextId } from './freshId.ts'

it('an id that none has yet begins behind what is there, and passes by what is taken', () => {
  expect(freshId('w', [])).toBe('w1')
  expect(freshId('w', ['w1', 'w2'])).toBe('w3')
  expect(freshId('w', ['w2', 'x'])).toBe('w3')
  expect(freshId('coat-', ['coat', 'coat-2'], 2)).toBe('coat-3')
  expect(nextId('r', [{ id: 'r-1' }, { id: 'r-3' }])).toBe('r-4')
})

it('a wanted id is taken as it is where it is free, else with a number from 2', () => {
  expect(freeId('rout', ['pocket'])).toBe('rout')
  expect(freeId('rout', ['rout'])).toBe('rout-2')
  expect(freeId('rout', new Set(['rout', 'rout-2']))).toBe('rout-3')
})
