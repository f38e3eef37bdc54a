import type { FamilyId } from '../../document/families.ts'
import type { FamilyFile } from '../family.ts'
import { battery } from './battery.ts'
import { bladeSwitch } from './bladeSwitch.ts'
import { bridgeLineJoint } from './bridgeLine.ts'
import { bridgePosts } from './bridgePosts.ts'
import { bridgeScrews } from './bridgeScrews.ts'
import { controlNeighbours } from './controlNeighbours.ts'
import { controlsInTop } from './controlsInTop.ts'
import { ferrules } from './ferrules.ts'
import { gluedNeck } from './gluedNeck.ts'
import { guardOverBody } from './guardOverBody.ts'
import { heelInPocket } from './heelInPocket.ts'
import { jackInWall } from './jackInWall.ts'
import { knobs } from './knobs.ts'
import { lockingNut } from './lockingNut.ts'
import { mountingRings } from './mountingRings.ts'
import { mountingScrews } from './mountingScrews.ts'
import { neckScrewHoles } from './neckScrewHoles.ts'
import { neckScrews } from './neckScrews.ts'
import { nut, nutHeight } from './nut.ts'
import { pickupInRout } from './pickupInRout.ts'
import { pickupMounting } from './pickupMounting.ts'
import { requirements } from './requirements.ts'
import { saddleHeight } from './saddleHeight.ts'
import { serviceLength } from './serviceLength.ts'
import { stringHoles } from './stringHoles.ts'
import { stringMargin } from './stringMargin.ts'
import { threadPairs } from './threadPairs.ts'
import { tremoloBlock } from './tremoloBlock.ts'
import { trussRod } from './trussRod.ts'
import { tunerHoles } from './tunerHoles.ts'
import { tunerScrewHoles } from './tunerScrewHoles.ts'
import { wireRoom } from './wireRoom.ts'

/** All families of joints, in the order in which equals are told. A new family is a file and its line here. */
const FILES = [
  heelInPocket,
  bridgeLineJoint,
  saddleHeight,
  gluedNeck,
  pickupInRout,
  controlsInTop,
  tunerHoles,
  stringMargin,
  nut,
  nutHeight,
  lockingNut,
  neckScrews,
  neckScrewHoles,
  tunerScrewHoles,
  bridgePosts,
  bridgeScrews,
  tremoloBlock,
  guardOverBody,
  mountingScrews,
  pickupMounting,
  mountingRings,
  knobs,
  controlNeighbours,
  bladeSwitch,
  jackInWall,
  battery,
  stringHoles,
  ferrules,
  trussRod,
  serviceLength,
  wireRoom,
  requirements,
  threadPairs,
] as const satisfies readonly FamilyFile[]
export const FAMILY_FILES: readonly FamilyFile[] = FILES

type NoneLeft<T extends never> = T
/** A name of a family that no file of the list declares is an error here. */
export type Undeclared = NoneLeft<Exclude<FamilyId, (typeof FILES)[number]['families'][number]['id']>>
