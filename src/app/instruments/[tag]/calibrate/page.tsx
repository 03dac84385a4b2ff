import { redirect } from 'next/navigation'
import type { World } from '@/schema/world'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { linkedReferences } from '@/server/services/links/links'
import { siteSettings } from '@/server/services/people/site'
import { beamOf } from '@/server/services/register/beam'
import { instrumentPage } from '@/server/services/register/instrumentPage'
import { knownBefore } from '@/server/services/run/earlierWork'
import { foundBefore } from '@/server/services/run/foundBefore'
import { titledByTag } from '@/server/titledByTag'
import { PrepareDesk } from '@/ui/prepare/PrepareDesk'
import type { LastReferences } from '@/ui/prepare/prepareDraft'
import { RunHead } from '@/ui/run/RunHead'
import { StageTrack } from '@/ui/run/StageTrack'

export const generateMetadata = titledByTag('prepare')

/** What the last calibration was done with, each in its own part. */
const lastReferences = ({ inputReference, furtherReferences = [], outputReference }: World): LastReferences => ({
  inputIds: [inputReference, ...furtherReferences].map(({ id }) => id),
  outputId: outputReference?.id ?? null,
})

/** Prepare a run; one that is open already is gone on with instead. */
export default async function CalibratePage({ params }: { params: Promise<{ tag: string }> }) {
  await signedIn(`/instruments/${(await params).tag}/calibrate`)
  const tag = addressText((await params).tag)
  const { instrument, openRun, offers, lastRecord } = await pageOrNotFound(() => instrumentPage(tag, new Date()))
  if (openRun) redirect(`/runs/${openRun.id}`)
  const beam = beamOf(instrument.configuration, offers.inputs[0]?.standard)
  return (
    <div className="run">
      <RunHead tag={tag} configuration={instrument.configuration} beam={beam} />
      <StageTrack stage="prepare" />
      <PrepareDesk
        instrument={instrument}
        offers={offers}
        foundBefore={await foundBefore(instrument)}
        rule={(await siteSettings()).decisionRule}
        known={await knownBefore(instrument, new Date())}
        linked={
          await linkedReferences(
            [...offers.inputs, ...(offers.outputs ?? [])].map(({ standard }) => standard.code),
            instrument.id,
          )
        }
        last={lastRecord ? lastReferences(lastRecord.world) : undefined}
      />
    </div>
  )
}
