/** Positions of a pickup switch in the order in which it is thrown, and which lugs each joins. */
export const SWITCH_POSITIONS: readonly {
  id: string
  label: string
  joins: readonly (readonly [string, string])[]
}[] = [
  { id: 'bridge', label: 'Bridge', joins: [['common', 'bridge']] },
  {
    id: 'both',
    label: 'Both',
    joins: [
      ['common', 'bridge'],
      ['common', 'neck'],
    ],
  },
  { id: 'neck', label: 'Neck', joins: [['common', 'neck']] },
]
