import { converter, formatHex, parse } from 'culori'
import type { DyeMix } from '../document/finishRecord.ts'

/** Colour of a surface as light comes back from it: linear red, green, blue, 0 to 1. */
export type Light = readonly [number, number, number]

const linear = converter('lrgb'),
  cielab = converter('lab65')

/** A colour as light, from # and six digits. */
export function lightOf(hex: string): Light {
  const c = linear(parse(hex))
  return [c?.r ?? 0, c?.g ?? 0, c?.b ?? 0]
}

const clamp = (x: number) => Math.min(1, Math.max(0, x))
/** Light as # and six digits. */
export const hexOf = ([r, g, b]: Light): string =>
  formatHex({ mode: 'lrgb', r: clamp(r), g: clamp(g), b: clamp(b) })

/** CIE L*, a*, b* of a colour under D65 [published: CIE 15]. */
export function labOf(hex: string): [number, number, number] {
  const c = cielab(parse(hex))
  return [c?.l ?? 0, c?.a ?? 0, c?.b ?? 0]
}

/** Parts of thinner to one of dye at which a dye shows the colour that it is picked as [common practice: 1 to 9]. */
const PICKED_AT = 9

/** The least light that a dye lets through of any colour: nothing on a bench is blacker. */
const LEAST = 0.002

/**
 * How strong each dye of a mix is, as a share of the strength that its colour is picked at: concentration over that of 1 part
 * to 9.
 */
export const strengths = (mix: DyeMix): number[] => {
  const all = mix.dyes.reduce((s, d) => s + d.parts, 0) + mix.thinner
  return mix.dyes.map(d => (all > 0 ? (d.parts / all) * (PICKED_AT + 1) : 0))
}

/**
 * What wood looks like under dyes: each takes a share of the light along its path, and shares of dye upon dye multiply, so
 * that their absorbances, which go by concentration and coats, add [published: Beer and Lambert's law, in three bands of
 * linear light]. A dye's colour is what it makes of white at strength 1.
 */
export function dyed(wood: Light, dyes: readonly { colour: Light; strength: number }[]): Light {
  return [0, 1, 2].map(i =>
    dyes.reduce((light, d) => light * Math.max(LEAST, d.colour[i]!) ** Math.max(0, d.strength), wood[i]!),
  ) as unknown as Light
}

/** A pigment over what is below: it covers by its share and hides the rest. */
export const covered = (below: Light, colour: Light, share: number): Light =>
  [0, 1, 2].map(i => below[i]! + (colour[i]! - below[i]!) * clamp(share)) as unknown as Light

/** Dyes and millilitres of thinner for so much of a mix, by its parts. */
export function batchOf(mix: DyeMix, millilitres: number): { dyes: number[]; thinner: number } {
  const all = mix.dyes.reduce((s, d) => s + d.parts, 0) + mix.thinner
  return {
    dyes: mix.dyes.map(d => (millilitres * d.parts) / all),
    thinner: (millilitres * mix.thinner) / all,
  }
}
