import { z } from 'zod'
import { isTimeZone } from '@/schema/site'
import packageJson from '../../package.json' with { type: 'json' }

/** Ports, both ends counted in. */
export type PortRange = { readonly from: number; readonly to: number }

const Environment = z.object({
  DATABASE_URL: z.url({ error: 'DATABASE_URL is not set: start Barys with npm start' }),
  BARYS_TIME_ZONE: z
    .string()
    .refine(isTimeZone, { error: 'BARYS_TIME_ZONE is no zone of the IANA database: give e.g. Europe/Prague' })
    .default(Intl.DateTimeFormat().resolvedOptions().timeZone),
  /** Name of the site for titles until an administrator has set name and address. */
  BARYS_SITE: z.string().max(80).optional(),
  /** Ports of this machine that devices answer at, as `5025,5030-5040`; those of the demo's stand-ins are known anyway. */
  BARYS_LOCAL_PORTS: z
    .string()
    .regex(/^(\s*\d{1,5}(\s*-\s*\d{1,5})?\s*(,|$))*$/, {
      error: 'BARYS_LOCAL_PORTS is no list of ports: give e.g. 5025,5030-5040',
    })
    .default('')
    .transform((text) =>
      text.split(',').flatMap((part): PortRange[] => {
        const [from, to = from] = part.split('-').map(Number)
        return part.trim() === '' || from === undefined || to === undefined ? [] : [{ from, to }]
      }),
    ),
  /** Networks of the site whose devices may be linked, as 10.20.0.0/16, with commas between. */
  BARYS_NETWORKS: z
    .string()
    .default('')
    .transform((text) => text.split(',').flatMap((network) => network.trim() || [])),
  /** Proxies of the site whose word counts for where a request came from, by address or network, with commas between. */
  BARYS_PROXIES: z
    .string()
    .default('')
    .transform((text) => text.split(',').flatMap((proxy) => proxy.trim() || [])),
  /** Folder of the key and the checkpoints that prove where the chains stood; outside the database's cluster. */
  BARYS_PROOF: z.string().min(1).optional(),
  /** A time-stamp authority (RFC 3161) that is asked once a day to stamp the last checkpoint; nobody is asked where left out. */
  BARYS_TIME_STAMPS: z
    .url({ protocol: /^https?$/, error: 'BARYS_TIME_STAMPS is no address: give that of a time-stamp authority' })
    .optional(),
  /** Where other devices of the site find it, such as https://barys.plant.example; loopback only where left out. */
  BARYS_ORIGIN: z
    .url({ protocol: /^https?$/, error: 'BARYS_ORIGIN is no address: give e.g. https://barys.plant.example' })
    .transform((address) => new URL(address))
    .optional(),
})

let read: z.infer<typeof Environment> | undefined

/** The process's settings, read once and checked. Read on first use, because a build has none. */
export function environment(): z.infer<typeof Environment> {
  read ??= Environment.parse(process.env)
  return read
}

/** Version of the software, as it goes into every run's world. */
export const SOFTWARE_VERSION: string = packageJson.version
