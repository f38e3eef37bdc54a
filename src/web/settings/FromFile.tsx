import { Link } from 'react-router'
import type { Build } from '../../core/document/build.ts'
import { differing, type WorkshopSettings } from '../../core/document/settings.ts'
import { Button, buttonLook } from '../components/Button.tsx'
import { alignBuilds, editSettings } from '../stores/settingsStore.ts'
import { SETTING_WORDS } from './settingWords.ts'

/** Settings that came with a build file: offered to the workshop, or left with the build. */
export function FromFile({
  build,
  offered,
  settings,
}: {
  build: Build
  offered: WorkshopSettings
  settings: WorkshopSettings
}) {
  const names = differing(offered, settings)
  return (
    <aside
      aria-label={`Settings that came with ${build.name}`}
      className="my-4 flex flex-wrap items-center gap-3 border-2 border-hand bg-paper px-4 py-3 text-body"
    >
      <p className="min-w-0 flex-1">
        {names.length
          ? `${build.name} came with settings of its own: ${names.map(n => SETTING_WORDS[n]).join(', ')}. Its results hang on them, so it keeps them until you choose.`
          : `${build.name} and the workshop have the same settings.`}
      </p>
      {names.length > 0 && <Button onClick={() => editSettings(() => offered)}>Take them for the workshop</Button>}
      {names.length > 0 && <Button onClick={() => void alignBuilds()}>Use the workshop’s in the build</Button>}
      <Link to={`/b/${build.id}/fit`} className={buttonLook('main')}>
        Open {build.name}
      </Link>
    </aside>
  )
}
