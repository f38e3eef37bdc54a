import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { typicalPart } from '../parts/typicalPart.ts'
import { readPartsCsv, writePartsCsv } from '../shelf/partsCsv.ts'
import { unmarked, writeCsv } from './csv.ts'

describe('a table for spreadsheets', () => {
  const cells = ['=1+1', '@SUM(A1)', '+cmd|calc', '-cmd', '\tx', '-3.2', '+4', '3', 'plain', "'quoted", '-', '']
  it('marks what would be run as a formula as text, and leaves numbers with their signs', () => {
    const text = writeCsv({ fields: ['a'], data: cells.map(a => ({ a })) })
    const read = Papa.parse<string[]>(text)
      .data.slice(1)
      .map(r => r[0])
    expect(read).toEqual([
      "'=1+1",
      "'@SUM(A1)",
      "'+cmd|calc",
      "'-cmd",
      "'\tx",
      '-3.2',
      '+4',
      '3',
      'plain',
      "'quoted",
      "'-",
      '',
    ])
    expect(read.map(c => unmarked(c!))).toEqual(cells)
  })
  it('brings a part back by the name that it had', () => {
    const part = { ...typicalPart('nut', 'n'), name: '=HYPERLINK("x")' },
      text = writePartsCsv([part])
    expect(text).toContain("'=HYPERLINK")
    expect(readPartsCsv(text).parts[0]!.name).toBe('=HYPERLINK("x")')
  })
})
