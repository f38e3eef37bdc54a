import type { Build } from '../document/build.ts'
import type { SolderDrawing } from '../circuit/solderDrawing.ts'
import { approvalSum, lastApproval, quoteOf, type Quote } from '../client/quote.ts'
import { plainPicture, type PlainPicture } from '../layout/instrumentPicture.ts'
import type { Plan } from '../plan/plan.ts'
import type { LengthDisplay } from '../units/length.ts'
import { handoverSheet, type HandoverSheet } from './handoverSheet.ts'

/** Photos that a sheet carries: the newest; the file of the build has them all [our choice]. */
const MOST_PHOTOS = 12

/** The pages that are shown to who has no build: each holds what stands on it, and nothing else of the build. */
export type GuestPageKind = 'sheet' | 'quote'

/** A photo as a sheet shows it. */
export interface SheetPhoto {
  hash: string
  /** What it shows, in words, where somebody said it: a file's name is nobody's business. */
  says: string | undefined
  at: string
}

/** The sheet that goes with an instrument. */
export interface SheetPage {
  name: string
  note: string | undefined
  length: LengthDisplay
  sheet: Omit<HandoverSheet, 'photos' | 'setup'> & { setup: Pick<HandoverSheet['setup'], 'rows'> }
  picture: PlainPicture | undefined
  photos: SheetPhoto[]
  /** As it is soldered; left out where it is laid out elsewhere. */
  circuit?: SolderDrawing
}

/** What a client is offered. */
export interface QuotePage {
  name: string
  length: LengthDisplay
  currency: string
  client: { who?: string; condition?: string; cameOn?: string; wanted?: string }
  quote: Quote
  /** The sum up to which it is approved, if it is. */
  upTo: number
  /** What was approved last. */
  approved: { sum: number; at: string } | undefined
}

/** A page of a build that its guest is shown. */
export type GuestPage =
  { of: 'sheet'; page: SheetPage; written: string } | { of: 'quote'; page: QuotePage; written: string }

/** The sheet as its page shows it. */
export function sheetPage(build: Build, plan: Pick<Plan, 'steps'>): SheetPage {
  const { photos, setup, ...sheet } = handoverSheet(build, plan)
  return {
    name: build.name,
    note: build.note || undefined,
    length: build.preferences.length,
    sheet: { ...sheet, setup: { rows: setup.rows } },
    picture: plainPicture(build),
    photos: [...photos]
      .sort((a, b) => (a.at < b.at ? 1 : -1))
      .slice(0, MOST_PHOTOS)
      .map(p => ({ hash: p.hash, says: p.note || undefined, at: p.at })),
  }
}

/** The quote as its page shows it. */
export function quotePage(build: Build, plan: Pick<Plan, 'steps' | 'pace'>): QuotePage {
  const { who, condition, cameOn, wanted } = build.client ?? {},
    quote = quoteOf(build, plan),
    last = lastApproval(build)
  return {
    name: build.name,
    length: build.preferences.length,
    currency: build.preferences.currency,
    client: {
      ...(who ? { who } : {}),
      ...(condition ? { condition } : {}),
      ...(cameOn ? { cameOn } : {}),
      ...(wanted ? { wanted } : {}),
    },
    quote,
    upTo: approvalSum(quote),
    approved: last && { sum: last.sum, at: last.at },
  }
}
