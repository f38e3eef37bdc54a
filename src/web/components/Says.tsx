import type { Said } from '../../core/say/said.ts'
import { useLength } from '../hooks/useLength.ts'

/** What an engine said, in the reader's unit. */
export const Says = ({ of }: { of: Said }) => <>{useLength().say(of)}</>
