import type { Metadata } from 'next'
import Link from 'next/link'
import { formatDateTime } from '@/core/format/formatTime'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import { RUN_RULES } from '@/core/run/plan/decisionRule'
import { LinkButton } from '@/kit/parts/LinkButton'
import { Mark } from '@/kit/parts/Mark'
import { amendableOf } from '@/plans/amendable'
import { referencesOf } from '@/plans/referencesOf'
import { mayDo } from '@/schema/roles'
import { sequenceParam } from '@/server/api/sequenceParam'
import { signedIn } from '@/server/currentPerson'
import { sha256 } from '@/server/hash'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { amendmentOf, workingReferencesOnDay } from '@/server/services/lookUps'
import { siteTimeZone } from '@/server/services/people/site'
import { certificateCopies } from '@/server/services/records/certificates'
import { reviewsOf } from '@/server/services/records/reviewRecord'
import { sealedState } from '@/server/services/records/sealedRecord'
import { findingsOnRecord } from '@/server/services/references/findings'
import { referenceOfInstrument } from '@/server/services/references/ownCalibration'
import { traceabilityOf } from '@/server/services/references/traceability'
import { beamOf } from '@/server/services/register/beam'
import { sealedRecordAt } from '@/server/services/register/instrumentPage'
import { CertificateCopies } from '@/ui/records/CertificateCopies'
import { OwnCertificatePanel } from '@/ui/records/OwnCertificatePanel'
import { RecordRounds } from '@/ui/records/RecordRounds'
import { ReviewPanel } from '@/ui/records/ReviewPanel'
import { TracePicture } from '@/ui/records/TracePicture'
import { FindingList } from '@/ui/references/impact/FindingList'
import { VerdictPanel } from '@/ui/run/judge/VerdictPanel'
import { RunHead } from '@/ui/run/RunHead'
import { StageTrack } from '@/ui/run/StageTrack'

type Props = { params: Promise<{ sequence: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Record ${(await params).sequence}` }
}

/** A sealed record, as it was sealed. */
export default async function RecordPage({ params }: Props) {
  const person = await signedIn(`/records/${(await params).sequence}`)
  const { sequence } = await params
  const { seal, record } = await pageOrNotFound(async () => sealedRecordAt(sequenceParam(sequence)))
  const timeZone = await siteTimeZone()
  const [reviews, findings, trace, linked, amendedBy, copies, standards] = await Promise.all([
    reviewsOf(record.sequence),
    findingsOnRecord(record.sequence),
    traceabilityOf(record),
    referenceOfInstrument(record.world.instrument.id),
    amendmentOf(record.sequence),
    certificateCopies(record.sequence),
    mayDo(person.role, 'amend')
      ? workingReferencesOnDay(record.world.day ?? record.world.inputReference.calibratedOn)
      : [],
  ])
  const { world } = record
  const run = { ...record.run, status: 'sealed' as const, world, rounds: record.rounds }
  const state = sealedState(record)
  const outputs = record.rounds.flatMap(({ steps }) =>
    steps.flatMap(({ readings }) => readings.slice(-1).map(({ output }) => output)),
  )
  const isTrue = sha256(seal.record) === seal.hash
  return (
    <>
      <RunHead
        tag={world.instrument.tag}
        configuration={world.configuration}
        beam={beamOf(world.configuration, world.inputReference)}
      />
      <StageTrack stage="sign" isClosed />
      <div className="page two-col">
        <RecordRounds run={run} state={state} decimals={decimalsShown(world, outputs)} />
        <div className="stack">
          <FindingList {...{ findings, timeZone, mayUndo: mayDo(person.role, 'attach findings') }} />
          <ReviewPanel
            sequence={record.sequence}
            reviews={reviews}
            performedBy={record.signature.personName}
            amendedBy={amendedBy}
            recorded={amendableOf(record)}
            references={standards.map(({ id, code, description, quantity }) => ({ id, code, description, quantity }))}
            person={{ name: person.name, role: person.role, isDemo: person.isDemo }}
            timeZone={timeZone}
          />
          <VerdictPanel run={run} state={state} decimals={3} timeZone={timeZone} />
          <div className="actions">
            <LinkButton
              variant="contained"
              href={`/api/v1/records/${record.sequence}/certificate`}
              target="_blank"
              prefetch={false}
            >
              Certificate (PDF)
            </LinkButton>
            <LinkButton variant="outlined" href={`/api/v1/records/${record.sequence}`} target="_blank" prefetch={false}>
              Record (JSON)
            </LinkButton>
          </div>
          {linked && mayDo(person.role, 'keep references') && (
            <OwnCertificatePanel
              sequence={record.sequence}
              reference={{ id: linked.referenceId, code: linked.code }}
              dueOn={yearAfter(record.world.day ?? record.run.startedAt.slice(0, 10))}
            />
          )}
          <TracePicture trace={trace} />
          <dl className="facts">
            <dt>Record</dt>
            <dd className="num">{record.sequence}</dd>
            <dt>Signed</dt>
            <dd>
              {record.signature.personName}, performed, {formatDateTime(record.signature.signedAt, timeZone)}
            </dd>
            {record.signature.remark && (
              <>
                <dt>Remark</dt>
                <dd>{record.signature.remark}</dd>
              </>
            )}
            <dt>References</dt>
            <dd>
              {referencesOf(world)
                .map(({ code, certificate }) => `${code} (${certificate})`)
                .join(', ')}
            </dd>
            {world.amends && (
              <>
                <dt>Amends</dt>
                <dd>
                  <Link href={`/records/${world.amends.sequence}`}>record {world.amends.sequence}</Link>, because:{' '}
                  {world.amends.reason}
                </dd>
              </>
            )}
            <dt>Configuration</dt>
            <dd>
              version {world.configurationVersion} of{' '}
              <Link href={`/instruments/${encodeURIComponent(world.instrument.tag)}`}>{world.instrument.tag}</Link>
            </dd>
            <dt>Rule</dt>
            <dd>
              {RUN_RULES[world.decisionRule].label}: {RUN_RULES[world.decisionRule].says}
              {!world.statesUncertainty && '; no uncertainty was worked out for this record'}
            </dd>
            <dt>Seal, SHA-256</dt>
            <dd className="hash num">{seal.hash}</dd>
            <dt>Check</dt>
            <dd>
              <Mark mark={isTrue ? 'inside' : 'outside'} />{' '}
              {isTrue ? 'the record gives exactly this hash' : 'THE RECORD DOES NOT GIVE THIS HASH: it was altered'}
            </dd>
            <dt>Record before</dt>
            <dd className="hash num soft">{record.previousHash}</dd>
            <CertificateCopies {...{ sequence: record.sequence, copies, timeZone }} />
          </dl>
        </div>
      </div>
    </>
  )
}

/** The usual interval of a reference. */
const yearAfter = (day: string): string => `${Number(day.slice(0, 4)) + 1}${day.slice(4)}`.replace('-02-29', '-02-28')
