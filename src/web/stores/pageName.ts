import { randomName } from '../workers/randomName.ts'

/** This page among all that are open, at every device. */
export const PAGE = randomName()
