import { bridgeHoles } from './bridgeHoles.ts'
import { buttonHoles } from './buttonHoles.ts'
import { headHoles } from './headHoles.ts'
import { neckHoles } from './neckHoles.ts'
import type { Requests } from './sizes.ts'
import { channelHoles, controlHoles, guardHoles } from './topHoles.ts'

/** What is asked for, in the order in which holes are drilled. A new request is a file and its line here. */
export const REQUESTS: readonly Requests[] = [
  neckHoles,
  bridgeHoles,
  headHoles,
  guardHoles,
  controlHoles,
  channelHoles,
  buttonHoles,
]
