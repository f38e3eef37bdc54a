/** The part of the `dxf` package's interface that the tests use; it ships no types. */
declare module 'dxf' {
  interface Entity {
    type: string
    layer: string
    x: number
    y: number
    r: number
    closed?: boolean
    vertices?: { x: number; y: number }[]
  }
  export class Helper {
    constructor(text: string)
    parsed: { entities: Entity[] }
  }
}
