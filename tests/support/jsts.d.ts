declare module 'jsts/org/locationtech/jts/io/GeoJSONReader.js' {
  export default class {
    read(x: object): Geometry
  }
  interface Geometry {
    getArea(): number
  }
}
declare module 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js' {
  const op: { distance(a: object, b: object): number }
  export default op
}
declare module 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js' {
  const op: { bufferOp(a: object, by: number, quadrantSegments: number): { getArea(): number } }
  export default op
}
declare module 'jsts/org/locationtech/jts/operation/overlay/OverlayOp.js' {
  const op: { difference(a: object, b: object): { getArea(): number } }
  export default op
}
