import { zlibSync } from 'fflate'
import { crc32 } from 'node:zlib'

/** A PNG of one grey, made by hand [published: PNG, ISO/IEC 15948]. */
export function png(width: number, height: number): Buffer {
  const chunk = (type: string, data: Uint8Array): Buffer => {
    const body = Buffer.concat([Buffer.from(type), data]),
      out = Buffer.alloc(body.length + 8)
    out.writeUInt32BE(data.length, 0)
    body.copy(out, 4)
    out.writeUInt32BE(crc32(body), body.length + 4)
    return out
  }
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  head.set([8, 0, 0, 0, 0], 8)
  const rows = Buffer.alloc((width + 1) * height, 120)
  for (let y = 0; y < height; y++) rows[y * (width + 1)] = 0
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', zlibSync(rows)),
    chunk('IEND', new Uint8Array()),
  ])
}
