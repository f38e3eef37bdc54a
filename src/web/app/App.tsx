import { lazy, Suspense, useEffect } from 'react'
import { BrowserRouter, Navigate, Route, Routes } from 'react-router'
import { loadSettings } from '../stores/settingsStore.ts'
import { watchTheClock } from '../stores/clock.ts'
import { Frame } from './Frame.tsx'

const Workshop = lazy(() => import('../workshop/Workshop.tsx').then(m => ({ default: m.Workshop })))
const StartPage = lazy(() => import('../start/StartPage.tsx').then(m => ({ default: m.StartPage })))
const WorkshopShelf = lazy(() => import('../workshop/WorkshopShelf.tsx').then(m => ({ default: m.WorkshopShelf })))
const Evenings = lazy(() => import('../workshop/Evenings.tsx').then(m => ({ default: m.Evenings })))
const Settings = lazy(() => import('../settings/Settings.tsx').then(m => ({ default: m.Settings })))
const Measure = lazy(() => import('../stations/bench/Measure.tsx').then(m => ({ default: m.Measure })))
const Shelf = lazy(() => import('../stations/shelf/Shelf.tsx').then(m => ({ default: m.Shelf })))
const Parts = lazy(() => import('../stations/parts/Parts.tsx').then(m => ({ default: m.Parts })))
const Fit = lazy(() => import('../stations/fit/Fit.tsx').then(m => ({ default: m.Fit })))
const Drill = lazy(() => import('../stations/drill/Drill.tsx').then(m => ({ default: m.Drill })))
const Wiring = lazy(() => import('../stations/wiring/Wiring.tsx').then(m => ({ default: m.Wiring })))
const Meter = lazy(() => import('../stations/meter/Meter.tsx').then(m => ({ default: m.Meter })))
const Finish = lazy(() => import('../stations/finish/Finish.tsx').then(m => ({ default: m.Finish })))
const Setup = lazy(() => import('../stations/setup/Setup.tsx').then(m => ({ default: m.Setup })))
const Plan = lazy(() => import('../stations/plan/Plan.tsx').then(m => ({ default: m.Plan })))
const Log = lazy(() => import('../stations/log/Log.tsx').then(m => ({ default: m.Log })))
const Labels = lazy(() => import('../stations/plan/Labels.tsx').then(m => ({ default: m.Labels })))
const Bench = lazy(() => import('../stations/bench/Bench.tsx').then(m => ({ default: m.Bench })))
const Soldering = lazy(() => import('../stations/bench/Soldering.tsx').then(m => ({ default: m.Soldering })))
const Testing = lazy(() => import('../stations/bench/Testing.tsx').then(m => ({ default: m.Testing })))
const Marking = lazy(() => import('../stations/bench/Marking.tsx').then(m => ({ default: m.Marking })))

export function App() {
  useEffect(watchTheClock, [])
  useEffect(() => void loadSettings(), [])
  return (
    <BrowserRouter>
      <Suspense fallback={<p className="p-6 text-body">Opening.</p>}>
        <Routes>
          <Route path="/" element={<Workshop />} />
          <Route path="/new" element={<StartPage />} />
          <Route path="/shelf" element={<WorkshopShelf />} />
          <Route path="/settings" element={<Settings />} />
          <Route path="/evenings" element={<Evenings />} />
          <Route path="/b/:id" element={<Frame />}>
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
            <Route path="marking" element={<Marking />} />
            <Route path="measure" element={<Measure />} />
            <Route path="soldering" element={<Soldering />} />
            <Route path="testing" element={<Testing />} />
            <Route path="bench" element={<Bench />} />
          </Route>
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  )
}
