import type { Metadata } from 'next'
import Link from 'next/link'
import { limitWords } from '@/core/error/limitWords'
import { formatPlain, formatSignificant } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import { correctionSteps, fastestStep, ownDrift, yearsWithinAccuracy } from '@/core/reference/correctionHistory'
import { foundOff } from '@/core/reference/foundOff'
import { DRIFT_FROM, KNOWN_BY, REFERENCE_KINDS, REFERENCE_STATES } from '@/core/reference/referenceKind'
import { limitAt } from '@/core/reference/referenceParts'
import { DataTable } from '@/kit/parts/DataTable'
import { LinkButton } from '@/kit/parts/LinkButton'
import { Mark } from '@/kit/parts/Mark'
import { Notice } from '@/kit/parts/Notice'
import { RangeBeam } from '@/kit/pictures/RangeBeam'
import { calibrationsOf } from '@/plans/workingReferencesOf'
import type { Reference, ReferenceCertificate, ReferenceRange } from '@/schema/reference'
import { referenceLines } from '@/schema/referenceFields'
import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { referencePage } from '@/server/services/references/referencePage'
import { CalibrateHere } from '@/ui/references/CalibrateHere'
import { CorrectionPicture, UncertaintyPictures } from '@/ui/references/ReferencePictures'
import { reachWords, unitOf, whereWords } from '@/ui/references/referenceWords'
import { Validity } from '@/ui/references/Validity'
import { WhereaboutsActions } from '@/ui/references/WhereaboutsActions'

type Props = { params: Promise<{ code: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: addressText((await params).code) }
}

/** One reference: what it can do, how well it is known, and how it moved from certificate to certificate. */
export default async function ReferencePage({ params }: Props) {
  const code = addressText((await params).code)
  const person = await signedIn(`/references/${encodeURIComponent(code)}`)
  const { reference, today, standards } = await pageOrNotFound(() => referencePage(code, new Date()))
  const { facts, certificates, whereabouts } = reference
  const path = `/references/${encodeURIComponent(code)}`
  const mayKeep = mayDo(person.role, 'keep references')
  const ranges = facts.ranges.filter(({ isRemoved }) => !isRemoved)
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>
          {reference.code} <span className="run-what">{facts.description}</span>
        </h1>
        {mayKeep && (
          <span className="end actions">
            <LinkButton href={`${path}/certificate`} variant="contained">
              Enter a certificate
            </LinkButton>
            <LinkButton href={`${path}/edit`}>Edit</LinkButton>
            <LinkButton href={`${path}/impact`}>Impact</LinkButton>
            <LinkButton href={`/api/v1/references/${reference.id}/label`} prefetch={false} target="_blank">
              Label
            </LinkButton>
            <WhereaboutsActions
              reference={{ id: reference.id, code: reference.code }}
              state={whereabouts?.state ?? 'in-use'}
              holder={whereabouts?.holder ?? null}
              personName={person.name}
            />
          </span>
        )}
      </div>
      <WhereNotice reference={reference} />
      {ranges.map((range) => (
        <FoundNotice key={range.id} reference={reference} range={range} />
      ))}
      {ranges.map((range) => (
        <RangeSection
          key={range.id}
          {...{ reference, range, today, mayKeep }}
          shown={standards.find(({ standard }) => standard.id === range.id)}
        />
      ))}
      <div className="two-col">
        <Particulars reference={reference} />
      </div>
      <section className="stack" aria-labelledby="certificates">
        <h2 id="certificates">Certificates</h2>
        {certificates.length === 0 ? (
          <Notice>None is entered, so it cannot be chosen. Enter the one it has.</Notice>
        ) : (
          <Certificates {...{ reference, today, mayKeep, path }} />
        )}
      </section>
    </div>
  )
}

function WhereNotice({ reference: { whereabouts, facts } }: { reference: Reference }) {
  const words = whereWords(whereabouts, facts.location)
  if (!whereabouts || whereabouts.state === 'in-use') return <p className="soft">{words}</p>
  return (
    <Notice>
      {REFERENCE_STATES[whereabouts.state]} since {formatDate(whereabouts.at.slice(0, 10))}, said by {whereabouts.by}
      {whereabouts.reason && `: ${whereabouts.reason}`}
    </Notice>
  )
}

/** A range that its last calibration found beyond its accuracy: what was measured with it before may be wrong. */
function FoundNotice({ reference, range }: Pick<RangeProps, 'reference' | 'range'>) {
  const [newest] = calibrationsOf(reference, range.id)
  const worst = newest && foundOff(newest.found ?? newest.points, (at) => limitAt(at, range.accuracy, range))
  // Where its corrections are made, what it was off by was taken off its readings: no fault of the results.
  if (!newest || !worst?.isOutside || range.knownBy === 'corrected') return null
  const unitLabel = unitOf(range)
  return (
    <Notice tone="outside">
      <Mark mark="outside" /> {range.mark === '' ? 'Found' : `${range.mark} found`}{' '}
      <strong className="num">
        {three(Math.abs(worst.error))} {unitLabel} {worst.error > 0 ? 'high' : 'low'}
      </strong>{' '}
      at {three(worst.indicated)} {unitLabel} on {formatDate(newest.calibratedOn)}; its accuracy there is ±
      {three(worst.accuracy)}, U ±{three(worst.uncertainty)}.{newest.found && ' It was adjusted then.'} What was
      calibrated with it since the calibration before may be in doubt:{' '}
      <Link href={`/references/${encodeURIComponent(reference.code)}/impact?range=${range.id}`}>
        look what it changes
      </Link>
      .
    </Notice>
  )
}

const three = (value: number) => formatSignificant(value, 3)

type RangeProps = {
  reference: Reference
  range: ReferenceRange
  today: string
  mayKeep: boolean
  shown: Awaited<ReturnType<typeof referencePage>>['standards'][number] | undefined
}

/** A range: its reach, how well it is known, how it moved. */
function RangeSection({ reference, range, today, shown, mayKeep }: RangeProps) {
  const { rangeLow, rangeHigh, overRange, mark, accuracy } = range
  const unitLabel = unitOf(range)
  return (
    <section className="card stack" aria-label={mark === '' ? 'Range' : `Range ${mark}`}>
      <div className="head-row">
        {mark !== '' && <h2>{mark}</h2>}
        <span className="num">{reachWords(range)}</span>
        <span className="soft num">{limitWords(accuracy, unitLabel)}</span>
        <span className="soft num">
          shows {formatPlain(range.resolution)} {unitLabel}
        </span>
        {overRange !== null && (
          <span className="num">
            never above {formatPlain(overRange)} {unitLabel}
          </span>
        )}
        {range.serialNumber !== '' && <span className="soft">serial number {range.serialNumber}</span>}
      </div>
      <RangeBeam
        detail="small"
        data={{
          lrl: rangeLow,
          url: overRange ?? rangeHigh,
          minSpan: null,
          lrv: rangeLow,
          urv: rangeHigh,
          unitLabel,
        }}
      />
      <p className="small soft">
        Uncertainty from {KNOWN_BY[range.knownBy]}; drift {DRIFT_FROM[range.driftFrom]}
        {range.driftFrom === 'declared' &&
          (range.driftPerYear ? `, ${limitWords(range.driftPerYear, unitLabel)} a year` : ': none')}
        {range.temperature &&
          `; ${limitWords(range.temperature.perKelvin, unitLabel)} a kelvin outside ${formatPlain(range.temperature.lowCelsius)} … ${formatPlain(range.temperature.highCelsius)} °C`}
        .
      </p>
      {shown && <UncertaintyPictures {...shown} {...{ unitLabel, today }} />}
      <Movement reference={reference} range={range} />
      {mayKeep && range.quantity === 'pressure' && (
        <div className="actions">
          <CalibrateHere referenceId={reference.id} rangeId={range.id} mark={range.mark} />
        </div>
      )}
    </section>
  )
}

/** How it moved from certificate to certificate, and how long it lasts at that pace. */
function Movement({ reference, range }: Pick<RangeProps, 'reference' | 'range'>) {
  const calibrations = calibrationsOf(reference, range.id)
  const [newest] = calibrations
  if (!newest) return null
  const fastest = fastestStep(correctionSteps(calibrations))
  const unitLabel = unitOf(range)
  const accuracyAt = (indicated: number) => limitAt(indicated, range.accuracy, range)
  const drift = ownDrift(calibrations)
  const years = drift && yearsWithinAccuracy(newest, drift, { accuracyAt, isCorrected: range.knownBy === 'corrected' })
  return (
    <div className="tight">
      <h3 className="small-head">Corrections from certificate to certificate</h3>
      <CorrectionPicture reference={reference} range={range} />
      {fastest && (
        <p className="small">
          It moved fastest from {formatDate(fastest.from)} to {formatDate(fastest.to)}:{' '}
          <span className="num">
            {three(fastest.moved)} {unitLabel}
          </span>{' '}
          at {three(fastest.indicated)} {unitLabel}, U of that ±{three(fastest.uncertainty)}
          {Math.abs(fastest.moved) <= fastest.uncertainty && ', so that it may not have moved at all'}.
          {years !== null && ` At that pace it stays within its accuracy for ${months(years)}.`}
        </p>
      )}
    </div>
  )
}

const months = (years: number): string => {
  const whole = Math.floor(years * 12)
  if (whole > 120) return 'more than ten years'
  return whole === 0 ? 'less than a month' : `${whole} ${whole === 1 ? 'month' : 'months'}`
}

function Particulars({ reference: { facts, version } }: { reference: Reference }) {
  const lines: readonly (readonly [string, string])[] = [
    ['Kind', REFERENCE_KINDS[facts.kind].label],
    ...referenceLines(facts),
    ['Version', String(version)],
  ]
  return (
    <dl className="facts">
      {lines.map(([name, words]) => (
        <div key={name} style={{ display: 'contents' }}>
          <dt>{name}</dt>
          <dd>{words}</dd>
        </div>
      ))}
    </dl>
  )
}

type CertificatesProps = { reference: Reference; today: string; mayKeep: boolean; path: string }

function Certificates({ reference, today, mayKeep, path }: CertificatesProps) {
  const { certificates, facts, id } = reference
  const covers = ({ ranges }: ReferenceCertificate) =>
    ranges
      .map(({ rangeId, points, found }) => {
        const mark = facts.ranges.find((range) => range.id === rangeId)?.mark ?? ''
        const says = points.length > 0 ? `${points.length} points` : 'U as terms'
        return `${mark === '' ? '' : `${mark}: `}${says}${found.length > 0 ? ', adjusted' : ''}`
      })
      .join('; ')
  return (
    <DataTable
      rows={certificates}
      keyOf={(certificate) => certificate.id}
      columns={[
        { head: 'Number', is: 'tag', cell: ({ number }) => number },
        { head: 'Laboratory', cell: ({ laboratory }) => laboratory || '—' },
        {
          head: 'Accreditation',
          cell: ({ accreditation, recordSequence }) =>
            recordSequence === null ? (
              accreditation || <span className="tone-look">none noted</span>
            ) : (
              <Link href={`/records/${recordSequence}`}>our own record {recordSequence}</Link>
            ),
        },
        { head: 'Calibrated', is: 'figure', cell: ({ calibratedOn }) => formatDate(calibratedOn) },
        {
          head: 'Valid',
          cell: (certificate) =>
            certificate === certificates[0] ? (
              <Validity dueOn={certificate.dueOn} today={today} />
            ) : (
              <span className="soft">to {formatDate(certificate.dueOn)}</span>
            ),
        },
        { head: 'Says', cell: covers },
        {
          head: 'Document',
          cell: ({ id: certificateId, document, ranges }) => (
            <>
              {document !== null && (
                <a href={`/api/v1/references/${id}/certificates/${certificateId}/document`} download={document}>
                  {document}
                </a>
              )}{' '}
              {ranges.some(({ points }) => points.length > 0) ? (
                <a href={`/api/v1/references/${id}/certificates/${certificateId}/dcc`}>DCC</a>
              ) : (
                document === null && '—'
              )}
            </>
          ),
        },
        {
          head: '',
          cell: ({ id: certificateId }) =>
            mayKeep && <Link href={`${path}/certificate?instead=${certificateId}`}>Correct</Link>,
        },
      ]}
    />
  )
}
