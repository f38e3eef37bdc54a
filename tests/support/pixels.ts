import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A page of a PDF as pdftoppm, a general-purpose renderer, draws it; places in mm from the lower left corner. */
export class Page {
  private readonly width: number
  private readonly height: number
  private readonly start: number
  constructor(
    private readonly raw: Buffer,
    private readonly dpi: number,
  ) {
    const [, w, h] = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(raw.subarray(0, 40).toString('latin1'))!.map(Number)
    this.width = w!
    this.height = h!
    this.start = raw.length - w! * h!
  }
  private grey(x: number, y: number): number {
    return x < 0 || y < 0 || x >= this.width || y >= this.height ? 255 : this.raw[this.start + y * this.width + x]!
  }
  private px(mm: number): number {
    return (mm * this.dpi) / 25.4
  }
  /** Middle of the line of ink nearest to a place, looked for along x or y, mm; undefined when there is none. */
  private ink([x, y]: readonly [number, number], reach: number, along: 'x' | 'y'): number | undefined {
    const cx = this.px(x),
      cy = this.height - this.px(y),
      r = this.px(reach),
      lines: { sum: number; weight: number }[] = []
    let open = false
    for (let k = Math.ceil(-r); k <= r; k++) {
      const px = Math.round(along === 'x' ? cx + k : cx),
        py = Math.round(along === 'x' ? cy : cy - k),
        dark = 255 - this.grey(px, py)
      if (dark < 60) {
        open = false
        continue
      }
      if (!open) {
        lines.push({ sum: 0, weight: 0 })
        open = true
      }
      const line = lines.at(-1)!,
        at = along === 'x' ? px + 0.5 : this.height - (py + 0.5)
      line.sum += at * dark
      line.weight += dark
    }
    const places = lines.map(l => (l.sum / l.weight) * (25.4 / this.dpi)),
      meant = along === 'x' ? x : y
    return places.length ? places.reduce((a, c) => (Math.abs(c - meant) < Math.abs(a - meant) ? c : a)) : undefined
  }
  /** Share of the page that is paper, from nothing to all. */
  get white(): number {
    return this.raw.subarray(this.start).filter(g => g > 235).length / (this.width * this.height)
  }
  /** Whether nothing is printed so near to any edge, mm. */
  clearTo(mm: number): boolean {
    const edge = Math.floor(this.px(mm))
    for (let y = 0; y < this.height; y++)
      for (let x = 0; x < this.width; x++)
        if (x < edge || y < edge || x >= this.width - edge || y >= this.height - edge)
          if (this.grey(x, y) < 200) return false
    return true
  }
  /** Place of an upright hair near a place, mm. */
  hairX = (at: readonly [number, number], reach = 1): number | undefined => this.ink(at, reach, 'x')
  /** Place of a lying hair near a place, mm. */
  hairY = (at: readonly [number, number], reach = 1): number | undefined => this.ink(at, reach, 'y')
}

/** Pages of a PDF, rendered one at a time as they are asked for. */
export function pagesOf(
  pdf: Uint8Array,
  dpi = 600,
): { page: (n: number) => Page; count: number; close: () => void } {
  const dir = mkdtempSync(join(tmpdir(), 'snugbolt-pages-')),
    file = join(dir, 'a.pdf')
  writeFileSync(file, pdf)
  const count = Number(/Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [file], { encoding: 'utf8' }))![1])
  return {
    count,
    page: n => {
      execFileSync('pdftoppm', [
        '-gray',
        '-r',
        String(dpi),
        '-f',
        String(n),
        '-l',
        String(n),
        '-singlefile',
        file,
        join(dir, 'page'),
      ])
      return new Page(readFileSync(join(dir, 'page.pgm')), dpi)
    },
    close: () => rmSync(dir, { recursive: true, force: true }),
  }
}
