import { Link } from 'react-router'
import notices from '../../../NOTICES?raw'
import { version } from '../../../package.json'
import { buttonLook } from '../components/Button.tsx'
import { Heading } from '../components/Heading.tsx'
import { useTitle } from '../hooks/useTitle.ts'

/** What is promised, and what is not. */
const PROMISES = [
  'What was acknowledged is there: every change is on the disk before it is called saved, and a copy of everything is made each day.',
  'Nothing leaves this machine. The application asks no other, and needs none.',
  'Every number says how sure it is and what it hangs on; what nobody measured is called assumed.',
  'Files are open: builds and parts as JSON, tables as CSV, drawings as SVG, DXF and PDF, circuits as netlists, calendars as iCalendar.',
  'A build file of any version that ever was is read.',
] as const

/** What a number’s tag says of where it comes from. */
const TAGS = [
  [
    'published',
    'from a standard, a handbook’s table or a paper; its source stands beside it, and tests hold it against that',
  ],
  ['common practice', 'what the trade does, without one source that says so'],
  ['from memory', 'what we know from the bench and would gladly be shown better'],
  ['our choice', 'a line drawn by us, where one had to be'],
] as const

/** Version, promises, where numbers come from, and the licences of what is shipped. */
export function About() {
  useTitle('About')
  return (
    <main className="mx-auto flex max-w-[51.25rem] flex-col gap-5 bg-paper px-6 py-6">
      <header className="flex flex-wrap items-baseline gap-4 border-b-4 border-ink pb-3">
        <h1 className="flex-1 text-bench font-semibold">Snug Bolt</h1>
        <span className="figure text-lead">version {version}</span>
        <Link to="/" className={`${buttonLook()} no-print`}>
          Workshop
        </Link>
      </header>
      <section aria-label="What is promised" className="flex flex-col gap-2">
        <Heading level={2}>What is promised</Heading>
        <ul className="list-disc pl-5 text-body">
          {PROMISES.map(p => (
            <li key={p}>{p}</li>
          ))}
        </ul>
        <p className="max-w-[70ch] border-l-4 border-tight pl-3 text-body">
          What is not: that wood does what it should. A number here is no reason to stand before a cutter without
          goggles, to spray without a respirator or to open an amplifier. Local rules and licensed trades come
          first.
        </p>
      </section>
      <section aria-label="Where numbers come from" className="flex flex-col gap-2">
        <Heading level={2}>Where numbers come from</Heading>
        <dl className="grid grid-cols-[minmax(0,auto)_minmax(0,1fr)] gap-x-6 gap-y-1 text-body">
          {TAGS.map(([tag, says]) => (
            <div key={tag} className="contents">
              <dt className="font-semibold">{tag}</dt>
              <dd>{says}</dd>
            </div>
          ))}
        </dl>
        <p className="text-plain text-muted">
          Each station tells what it reckons with at the foot of its sheet, under <i>How this works</i>.
        </p>
      </section>
      <section aria-label="Licences" className="flex flex-col gap-2">
        <Heading level={2}>Packages and fonts, and their licences</Heading>
        <pre
          tabIndex={0}
          aria-label="Licences of what is shipped"
          className="figure max-h-[50dvh] overflow-auto border border-line p-3 text-note whitespace-pre-wrap print:max-h-none"
        >
          {notices}
        </pre>
      </section>
    </main>
  )
}
