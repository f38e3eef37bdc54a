import { buttonLook } from '../components/Button.tsx'
import type { TrustedBy } from '../stores/api.ts'
import { Fingerprint } from './Fingerprint.tsx'

/** How a system comes to trust an authority, in general words: menus are called otherwise from one to the next. */
const SYSTEMS: readonly { title: string; steps: readonly string[] }[] = [
  {
    title: 'A tablet or telephone that asks for a profile',
    steps: [
      'Fetch the certificate; the system says that a profile was loaded.',
      'In the settings, open the profile that was loaded and install it.',
      'In the settings under “About”, or where certificates are trusted, switch full trust on for it.',
    ],
  },
  {
    title: 'A tablet or telephone that keeps certificates under “Security”',
    steps: [
      'Fetch the certificate; it lies among the downloads.',
      'In the settings under “Security”, then “Encryption” or “Credentials”, choose to install a certificate of an authority, and pick it.',
    ],
  },
  {
    title: 'A computer',
    steps: [
      'Fetch the certificate and open it.',
      'Install it among the trusted root authorities, for your own account; on some systems that is the keychain or the store of certificates.',
      'A browser with a store of its own takes it in its settings, under “Certificates”, then “Authorities”.',
    ],
  },
]

/** How this device comes to trust the workshop's own authority, and on over HTTPS. */
export function Trust({ by, onward }: { by: TrustedBy; onward: string }) {
  return (
    <section aria-label="Trust this workshop" className="flex flex-col gap-3">
      <h2 className="text-section font-semibold">First, so that nobody listens in: trust this workshop</h2>
      <p>
        Once for each device. Without it everything works but the microphone, the live camera, starting while the
        workshop is away, and keeping the screen awake; and whoever is on the same network can read along.
      </p>
      <p className="flex flex-wrap gap-3">
        <a href="/api/network/authority.crt" className={buttonLook('main')}>
          Fetch the certificate
        </a>
        <a href={onward} className={buttonLook()}>
          It is trusted: go on over HTTPS
        </a>
      </p>
      {SYSTEMS.map(s => (
        <details key={s.title} className="border-l-2 border-line pl-3">
          <summary className="min-h-8 cursor-pointer">{s.title}</summary>
          <ol className="list-decimal pl-5 text-plain">
            {s.steps.map(t => (
              <li key={t}>{t}</li>
            ))}
          </ol>
        </details>
      ))}
      <p className="text-plain">
        Its fingerprint (SHA-256), the same on the workshop’s own screen: <Fingerprint of={by.fingerprint} />
      </p>
    </section>
  )
}
