import Papa from 'papaparse'

/** What a spreadsheet would run as a formula [published: OWASP, CSV Injection]; a number with its sign is none. */
const FORMULA = /^(?:[=@\t\r]|[+-](?![\d.]))/

/** A table for any spreadsheet [published: RFC 4180]: a cell that would be run as a formula is marked as text by an apostrophe. */
export const writeCsv = (table: { fields: string[]; data: unknown[] }): string =>
  Papa.unparse(table as Papa.UnparseObject<unknown>, { escapeFormulae: FORMULA })

/** A cell as it was before it was marked as text. */
export const unmarked = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell
