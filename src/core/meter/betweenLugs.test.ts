import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { openSettings } from '../circuit/settings.ts'
import { betweenLugs, beepOf } from './betweenLugs.ts'
import { NOTHING } from './meters.ts'

describe('any two lugs', () => {
  const b = demo('wren'),
    rest = openSettings(b),
    volume = b.circuit.components.find(c => c.kind === 'pot')!,
    ohms = b.parts.find(p => p.id === b.slots[volume.slot!])!.dims.resistance!.value
  it('read a track with its knob anywhere [worked by hand: wiper to the lower end is the taper’s share]', () => {
    const shut = betweenLugs(b, `${volume.id}.1`, `${volume.id}.2`, {
      ...rest,
      knobs: { ...rest.knobs, [volume.id]: 0 },
    })
    // The end stop and the leads alone.
    expect(shut.to).toBeLessThan(3)
    expect(shut.beep).toBe('beeps')
    const full = betweenLugs(b, `${volume.id}.2`, `${volume.id}.3`, rest)
    expect(full.to).toBeLessThan(3)
    const track = betweenLugs(b, `${volume.id}.1`, `${volume.id}.3`, rest)
    // The winding lies across the track at full.
    expect(track.mean).toBeLessThan(ohms)
    expect(track.beep).toBe('stays silent')
  })
  it('show nothing where nothing leads, the same either way round', () => {
    const cap = b.circuit.components.find(c => c.kind === 'capacitor')!
    const there = betweenLugs(b, `${cap.id}.a`, `${cap.id}.b`, rest),
      back = betweenLugs(b, `${cap.id}.b`, `${cap.id}.a`, rest)
    expect(there).toEqual(back)
    expect(betweenLugs(b, 'nobody.1', `${cap.id}.a`, rest).mean).toBe(NOTHING)
  })
  it('beep under fifty ohms, may about it, and are silent above [common practice]', () => {
    expect(beepOf({ from: 0, to: 1 })).toBe('beeps')
    expect(beepOf({ from: 40, to: 60 })).toBe('may beep')
    expect(beepOf({ from: 51, to: 60 })).toBe('stays silent')
    expect(beepOf({ from: NOTHING, to: NOTHING })).toBe('stays silent')
  })
})
