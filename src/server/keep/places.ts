import { join } from 'node:path'

/** The data folder's own places. */
export const placesIn = (data: string) => ({
  marker: join(data, 'workshop.json'),
  database: join(data, 'postgres'),
  /** A database that is being filled: it takes the other's place when it is whole. */
  filling: join(data, 'postgres.new'),
  journal: join(data, 'journal'),
  copies: join(data, 'copies'),
  attachments: join(data, 'attachments'),
  running: join(data, 'running-since'),
  scrub: join(data, 'looked-through.json'),
  deviceKey: join(data, 'device-key'),
  network: join(data, 'network'),
  paired: join(data, 'paired-devices.json'),
  guests: join(data, 'guest-links.json'),
})
export type Places = ReturnType<typeof placesIn>
