import { nameplateFacts } from '@/schema/instrument/fieldLines'
import type { InstrumentPageData } from '@/server/services/register/instrumentPage'

/** What it is, as the register has it. */
export function Nameplate({ page: { instrument } }: { page: InstrumentPageData }) {
  return (
    <section aria-labelledby="nameplate">
      <h2 id="nameplate">Nameplate and register</h2>
      <dl className="facts" style={{ marginTop: 8 }}>
        {nameplateFacts(instrument.configuration).map(([name, value]) => (
          <div key={name} style={{ display: 'contents' }}>
            <dt>{name}</dt>
            <dd className="num">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}
