import type { Build } from '../core/document/build.ts'
import { markList } from '../core/drill/markList.ts'
import { drillWork } from '../core/fit/drillWork.ts'
import { readCentreLine, turnNeck } from '../core/layout/centreLine.ts'
import { controlSpots } from '../core/layout/controls.ts'
import { impossible } from '../core/layout/impossible.ts'
import { besideNeckLine } from '../core/layout/offNeckLine.ts'
import { saddleRoom } from '../core/layout/saddleRoom.ts'
import { readScale } from '../core/layout/scale.ts'
import { stringReport } from '../core/layout/stringReport.ts'
import { checkTuners } from '../core/layout/tuners.ts'

/** Layout of a build as JSON: numbers to mark and everything they come from; empty until neck, bridge and strings are chosen. */
export function layoutReport(build: Build) {
  const w = drillWork(build)
  if (!w) return { build: build.id, marks: [] }
  const l = w.layout,
    line = readCentreLine(build),
    scale = readScale(build)
  return {
    build: build.id,
    scaleLength: l.scaleLength,
    marks: markList(w, build),
    impossible: impossible(w.build, l),
    saddles: saddleRoom(l),
    strings: stringReport(w.build, l),
    tuners: checkTuners(
      w.build,
      l.tuners,
      l.head,
      l.strings.map(s => s.nut[1]),
    ),
    controls: controlSpots(w.build, l),
    scale: scale && { scale: scale.fed.value, doubt: scale.fed.doubt, state: scale.state, says: scale.says },
    centreLine:
      line &&
      ('problem' in line
        ? line
        : {
            drift: line.drift.value,
            doubt: line.driftDoubt,
            angleDeg: line.angleDeg.value,
            says: turnNeck(w.build, line).says,
            beside: besideNeckLine(w.build, l),
          }),
  }
}
