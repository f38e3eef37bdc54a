import { join } from 'node:path'
import { projectRoot } from '../server/projectRoot.ts'

/** The data folder where none is named: the one that the application uses. */
export const dataFolder = (): string => process.env.SNUGBOLT_DATA ?? join(projectRoot(), 'data')
