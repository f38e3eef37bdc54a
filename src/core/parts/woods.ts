/** What the trade needs to know of a wood. */
export interface Wood {
  name: string
  /** Specific gravity at 12 % moisture. */
  specificGravity: number
  /** Side hardness, N. */
  sideHardness: number
  /** Lead holes: share of the screw's root diameter. */
  leadShare: 0.7 | 0.9
  openPored: boolean
  /** A planed face, dry, as # and six digits [from memory]. */
  colour: string
  /** Dimensional change per 1 % moisture, tangential and radial. */
  changeTangential: number
  changeRadial: number
  /** Where those come from when it is another place than the rest. */
  movementSource?: string
  source: string
}

const FPL = 'USDA FPL Wood Handbook, strength and dimensional-change tables [published]'
const RECALLED = 'from memory of the Wood Handbook’s dimensional-change table'
const MEMORY = 'from memory'

/**
 * Woods by name. Lead holes: 70 % of root diameter in softwoods, 90 % in hardwoods [published: Wood Handbook,
 * fastenings]; hardwoods lighter than 0.35 are drilled like softwoods [from memory: at 90 % the thread strips].
 */
export const WOODS: readonly Wood[] = [
  {
    name: 'hard maple',
    colour: '#ead9b8',
    specificGravity: 0.63,
    sideHardness: 6400,
    leadShare: 0.9,
    openPored: false,
    changeTangential: 0.00353,
    changeRadial: 0.00165,
    source: FPL,
  },
  {
    name: 'white ash',
    colour: '#e3d2b0',
    changeTangential: 0.00274,
    changeRadial: 0.00169,
    movementSource: RECALLED,
    specificGravity: 0.6,
    sideHardness: 5900,
    leadShare: 0.9,
    openPored: true,
    source: FPL,
  },
  {
    name: 'black walnut',
    colour: '#7a5b41',
    changeTangential: 0.00274,
    changeRadial: 0.0019,
    movementSource: RECALLED,
    specificGravity: 0.55,
    sideHardness: 4500,
    leadShare: 0.9,
    openPored: true,
    source: FPL,
  },
  {
    name: 'red maple',
    colour: '#e4cfaa',
    changeTangential: 0.00289,
    changeRadial: 0.00137,
    movementSource: RECALLED,
    specificGravity: 0.54,
    sideHardness: 4200,
    leadShare: 0.9,
    openPored: false,
    source: FPL,
  },
  {
    name: 'black cherry',
    colour: '#c48f63',
    changeTangential: 0.00248,
    changeRadial: 0.00126,
    movementSource: RECALLED,
    specificGravity: 0.5,
    sideHardness: 4200,
    leadShare: 0.9,
    openPored: false,
    source: FPL,
  },
  {
    name: 'yellow-poplar',
    colour: '#d5cfa2',
    specificGravity: 0.42,
    sideHardness: 2400,
    leadShare: 0.9,
    openPored: false,
    changeTangential: 0.00289,
    changeRadial: 0.00158,
    source: FPL,
  },
  {
    name: 'red alder',
    colour: '#d7ae84',
    changeTangential: 0.00256,
    changeRadial: 0.00151,
    movementSource: RECALLED,
    specificGravity: 0.41,
    sideHardness: 2600,
    leadShare: 0.9,
    openPored: false,
    source: FPL,
  },
  {
    name: 'basswood',
    colour: '#e7d8b7',
    changeTangential: 0.0033,
    changeRadial: 0.0023,
    movementSource: RECALLED,
    specificGravity: 0.37,
    sideHardness: 1800,
    leadShare: 0.9,
    openPored: false,
    source: FPL,
  },
  {
    name: 'paulownia',
    colour: '#e0cdaa',
    changeTangential: 0.0019,
    changeRadial: 0.0009,
    movementSource: MEMORY,
    specificGravity: 0.27,
    sideHardness: 1300,
    leadShare: 0.7,
    openPored: true,
    source: MEMORY,
  },
]

export const WOOD_NAMES = WOODS.map(w => w.name)

/** The wood of that name; red alder's numbers stand in for one that is not in the table. */
export const woodOf = (name: string | undefined): Wood =>
  WOODS.find(w => w.name === name) ?? WOODS.find(w => w.name === 'red alder')!

/** Below about 2000 N side hardness a fingernail marks the wood [common practice]. */
export const marksEasily = (w: Wood): boolean => w.sideHardness < 2000
