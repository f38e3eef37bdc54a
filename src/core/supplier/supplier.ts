import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator'
import type { Problem } from '../document/problem.ts'
import { readAs } from '../document/readBuild.ts'
import { ID, ID_MESSAGE } from '../parts/ids.ts'
import { Part } from '../parts/part.ts'
import { Nested, NestedEach } from '../parts/validators/nested.ts'

export const CATALOGUE_FORMAT = 'snugbolt-catalogue'
export const ORDERS_FORMAT = 'snugbolt-orders'
/** The port on this machine at which a supplier is looked for when nobody says another. */
export const SUPPLIER_PORT = 4190

const number = { allowNaN: false, allowInfinity: false }
const DAY = /^\d{4}-\d{2}-\d{2}$/
const DAY_MESSAGE = { message: 'must be a day, YYYY-MM-DD' }
const onDay = (): PropertyDecorator => (of, key) => {
  Matches(DAY, DAY_MESSAGE)(of, key as string)
  IsISO8601({ strict: true }, { message: 'is no day of the calendar' })(of, key as string)
}

/** A part that a supplier sells. */
export class Offer {
  /** The supplier's own number of it. */
  @Matches(ID, ID_MESSAGE) item!: string
  /** The part itself, as far as the supplier describes it. */
  @Nested(() => Part) part!: Part
  @IsNumber(number) @Min(0) @Max(1e7) price!: number
  /** What the parcel costs if it comes alone. */
  @IsNumber(number) @Min(0) @Max(1e7) freight!: number
  @IsInt() @Min(0) @Max(100_000) stock!: number
  /** Days from order to arrival, as the supplier promises. */
  @IsInt() @Min(0) @Max(730) days!: number
}

/** What a supplier sells on a day. */
export class Catalogue {
  @Equals(CATALOGUE_FORMAT) format!: typeof CATALOGUE_FORMAT
  @Equals(1) version!: 1
  @IsString() @MinLength(1) @MaxLength(80) supplier!: string
  @onDay() on!: string
  @IsArray() @ArrayMaxSize(2000) @NestedEach(() => Offer) offers!: Offer[]
}

export const ORDER_STATES = ['placed', 'sent', 'arrived'] as const

/** How far an order is. */
export class OrderState {
  @Matches(ID, ID_MESSAGE) order!: string
  @Matches(ID, ID_MESSAGE) item!: string
  @IsIn(ORDER_STATES) state!: (typeof ORDER_STATES)[number]
  @onDay() ordered!: string
  /** The day on which it is promised now, or on which it arrived. */
  @onDay() due!: string
  /** It was promised earlier. */
  @IsBoolean() late!: boolean
  /** What is paid for it: the price of the day on which it was ordered. */
  @IsNumber(number) @Min(0) @Max(1e7) price!: number
}

/** All orders that a supplier has of this workshop. */
export class Orders {
  @Equals(ORDERS_FORMAT) format!: typeof ORDERS_FORMAT
  @Equals(1) version!: 1
  @onDay() on!: string
  @IsArray() @ArrayMaxSize(2000) @NestedEach(() => OrderState) orders!: OrderState[]
}

type Read<T> = { ok: true; value: T } | { ok: false; problems: Problem[] }

/** Reads what a supplier says it sells. */
export const readCatalogue = (input: unknown): Read<Catalogue> =>
  readAs(Catalogue, input, `a JSON object of the format ${CATALOGUE_FORMAT}`)

/** Reads how far a supplier's orders are. */
export const readOrders = (input: unknown): Read<Orders> =>
  readAs(Orders, input, `a JSON object of the format ${ORDERS_FORMAT}`)

/** An offer as a part to choose: with its price, its freight and how long it takes to come. */
export const offered = (o: Offer, supplier: string): Part => ({
  ...o.part,
  stock: {
    state: 'to buy',
    price: o.price,
    freight: o.freight,
    waitDays: o.days,
    count: o.stock,
    supplier,
    item: o.item,
  },
})
