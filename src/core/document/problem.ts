/** Why an input is refused: where, why, and what would be accepted. */
export interface Problem {
  /** JSON path of the field, `parts[2].dims.heelWidth`. */
  path: string
  reason: string
}
