import '@fontsource/barlow-semi-condensed/latin-400.css'
import '@fontsource/barlow-semi-condensed/latin-500.css'
import '@fontsource/barlow-semi-condensed/latin-600.css'
import '@fontsource/ibm-plex-mono/latin-400.css'
import '@fontsource/ibm-plex-mono/latin-600.css'
import './styles.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { App } from './app/App.tsx'
import { fetchPageOf } from './app/pages.tsx'
import { askBeforeLeaving, startAutosave } from './stores/autosave.ts'
import { keeper } from './stores/secureOnly.ts'

fetchPageOf(location.pathname)
startAutosave()
window.addEventListener('beforeunload', askBeforeLeaving)
// Where a page is trusted, the browser keeps the application for when the workshop is away.
if (import.meta.env.PROD)
  void keeper()
    ?.register('/sw.js')
    .catch(() => undefined)
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
)
