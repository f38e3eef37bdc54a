import { ACTION_AT, NUT_SCHOOLS, SPACINGS } from '../../../core/document/build.ts'
import { Select } from '../../components/Select.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { setTargets } from './setTargets.ts'

const plain = (values: readonly string[]) => values.map(value => ({ value, label: value }))
const pick = <T extends string>(of: readonly T[], v: string): T => of.find(x => x === v) ?? of[0]!

/** Which way of setting up is followed. */
export function Schools() {
  const build = useOpenBuild()
  return (
    <div className="flex flex-wrap gap-x-8 gap-y-2 text-plain">
      <Select
        label="Nut, school"
        value={build.setup.nutSchool}
        onChange={v => setTargets({ nutSchool: pick(NUT_SCHOOLS, v) })}
        options={plain(NUT_SCHOOLS)}
      />
      <Select
        label="Action, school"
        value={build.setup.actionAt}
        onChange={v => setTargets({ actionAt: pick(ACTION_AT, v) })}
        options={plain(ACTION_AT)}
      />
      <Select
        label="Nut slots, school"
        value={build.setup.spacing}
        onChange={v => setTargets({ spacing: pick(SPACINGS, v) })}
        options={plain(SPACINGS)}
      />
    </div>
  )
}
