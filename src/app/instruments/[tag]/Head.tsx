import { LinkButton } from '@/kit/parts/LinkButton'
import type { InstrumentPageData } from '@/server/services/register/instrumentPage'

/** Its tag, and what can be done with it. */
export function Head({ page: { instrument, openRun } }: { page: InstrumentPageData }) {
  const path = `/instruments/${encodeURIComponent(instrument.tag)}`
  return (
    <div className="head-row">
      <h1>{instrument.tag}</h1>
      <p>
        {instrument.configuration.description} <span className="soft">· {instrument.configuration.area}</span>
      </p>
      <div className="end actions">
        <LinkButton variant="outlined" href={`/take?tags=${encodeURIComponent(instrument.tag)}`}>
          Take with you
        </LinkButton>
        <LinkButton variant="outlined" href={`/register?like=${encodeURIComponent(instrument.tag)}`}>
          Register one like this
        </LinkButton>
        <LinkButton variant="outlined" href={`${path}/edit`}>
          Edit
        </LinkButton>
        <LinkButton
          variant="outlined"
          href={`/api/v1/instruments/${instrument.id}/range-tag`}
          prefetch={false}
          target="_blank"
        >
          Range tag
        </LinkButton>
        <LinkButton variant="outlined" href={`${path}/range`}>
          Change range
        </LinkButton>
        {!instrument.isRetired && (
          <LinkButton variant="contained" href={openRun ? `/runs/${openRun.id}` : `${path}/calibrate`}>
            {openRun ? `Go on with ${openRun.startedBy}’s run` : 'Start calibration'}
          </LinkButton>
        )}
      </div>
    </div>
  )
}
