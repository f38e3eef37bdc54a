import { Suspense, useEffect } from 'react'
import { BrowserRouter, Navigate, Route, Routes } from 'react-router'
import { listenLive, useLive } from '../stores/live.ts'
import { loadSettings, reloadSettings } from '../stores/settingsStore.ts'
import { watchTheClock } from '../stores/clock.ts'
import { askWho, useAccess, useIsOwner } from '../stores/accessStore.ts'
import { OwnersOnly } from '../access/OwnersOnly.tsx'
import { GoWhereShown } from './GoWhereShown.tsx'
import { Frame } from './Frame.tsx'
import { NewVersion } from './NewVersion.tsx'
import { NoSuchPage } from './NoSuchPage.tsx'
import { page } from './pages.tsx'
import { PageTrouble } from './PageTrouble.tsx'
import { watchTheVersion } from './version.ts'

const Workshop = page('workshop')
const StartPage = page('new')
const WorkshopShelf = page('workshop-shelf')
const Evenings = page('evenings')
const Settings = page('settings')
const About = page('about')
const Devices = page('devices')
const LetIn = page('pair')
const GuestPage = page('guest')
const TrustPage = page('trust')
const Measure = page('measure')
const Shelf = page('shelf')
const Parts = page('parts')
const Fit = page('fit')
const Drill = page('drill')
const Wiring = page('wiring')
const Meter = page('meter')
const Finish = page('finish')
const Setup = page('setup')
const Plan = page('plan')
const Log = page('log')
const GoesWith = page('sheet')
const Packing = page('packing')
const QuotePage = page('quote')
const Labels = page('labels')
const Bench = page('bench')
const Soldering = page('soldering')
const Testing = page('testing')
const Marking = page('marking')

/** The whole interface; a guest's page asks nothing of the workshop but what its link is for. */
export function App() {
  if (/^\/guest\/?$/.test(location.pathname))
    return (
      <Suspense fallback={<p className="p-6 text-body">Opening.</p>}>
        <BrowserRouter>
          <GuestPage />
        </BrowserRouter>
      </Suspense>
    )
  return <Inside />
}

function Inside() {
  useEffect(watchTheClock, [])
  useEffect(watchTheVersion, [])
  const isOwner = useIsOwner(),
    isNobody = useAccess(s => s.who?.role === 'nobody'),
    waits = useAccess(s => s.waits)
  useEffect(() => void askWho(), [])
  useEffect(() => {
    if (isNobody || waits) return
    void loadSettings()
    listenLive()
  }, [isNobody, waits])
  const settingsChanged = useLive(s => s.settings)
  useEffect(() => {
    if (settingsChanged) void reloadSettings()
  }, [settingsChanged])
  if (waits) return <p className="p-6 text-body">Opening.</p>
  return (
    <BrowserRouter>
      <NewVersion />
      <GoWhereShown />
      <Suspense fallback={<p className="p-6 text-body">Opening.</p>}>
        {isNobody ? (
          <LetIn />
        ) : (
          <Routes>
            <Route path="/" element={<Workshop />} />
            <Route path="/new" element={<StartPage />} />
            <Route path="/shelf" element={<WorkshopShelf />} />
            <Route path="/settings" element={isOwner ? <Settings /> : <OwnersOnly />} />
            <Route path="/about" element={<About />} />
            <Route path="/pair" element={<LetIn />} />
            <Route path="/trust" element={<TrustPage />} />
            <Route path="/devices" element={isOwner ? <Devices /> : <OwnersOnly />} />
            <Route path="/evenings" element={<Evenings />} />
            <Route
              path="/b/:id"
              element={
                <PageTrouble>
                  <Frame />
                </PageTrouble>
              }
            >
              <Route index element={<Navigate to="fit" replace />} />
              <Route path="shelf" element={<Shelf />} />
              <Route path="parts" element={<Parts />} />
              <Route path="fit" element={<Fit />} />
              <Route path="drill" element={<Drill />} />
              <Route path="wiring" element={<Wiring />} />
              <Route path="meter" element={<Meter />} />
              <Route path="finish" element={<Finish />} />
              <Route path="setup" element={<Setup />} />
              <Route path="plan" element={<Plan />} />
              <Route path="log" element={<Log />} />
              <Route path="labels" element={<Labels />} />
              <Route path="sheet" element={<GoesWith />} />
              <Route path="packing" element={<Packing />} />
              <Route path="quote" element={<QuotePage />} />
              <Route path="marking" element={<Marking />} />
              <Route path="measure" element={<Measure />} />
              <Route path="soldering" element={<Soldering />} />
              <Route path="testing" element={<Testing />} />
              <Route path="bench" element={<Bench />} />
              <Route path="*" element={<NoSuchPage />} />
            </Route>
            <Route path="*" element={<NoSuchPage />} />
          </Routes>
        )}
      </Suspense>
    </BrowserRouter>
  )
}
