import type { Metadata } from 'next'
import Link from 'next/link'
import { limitWords } from '@/core/error/limitWords'
import { formatPlain, formatSigned } from '@/core/format/formatNumber'
import { calendarDate, formatDate, formatDateTime } from '@/core/format/formatTime'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { pointName, testPointPercents } from '@/core/run/plan/pointScale'
import { signalLabel } from '@/core/signal/signal'
import { isReverseActing, zeroPosition } from '@/core/transfer/calibratedRange'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { type Configuration, INSTRUMENT_KINDS } from '@/schema/configuration'
import { DESK_IDS, DESKS, type Desk } from '@/schema/desks'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { beamOf, rangeText, unitWithKind } from '@/server/services/beam'
import { instrumentPage } from '@/server/services/instrumentPage'
import { dueWords } from '@/ui/day/jobs'
import { LinkButton } from '@/ui/parts/LinkButton'
import { Mark, VERDICT_MARK, VERDICT_WORDS } from '@/ui/parts/Mark'
import { ErrorCorridor } from '@/ui/pictures/ErrorCorridor'
import { RangeBeam } from '@/ui/pictures/RangeBeam'
import { runCorridor } from '@/ui/run/runPictures'
import { bodyWords } from '@/words/bodyWords'
import { rangeChangeWords } from '@/words/rangeChangeWords'
import { transferWords } from '@/words/transferWords'

type Props = { params: Promise<{ tag: string }> }
type Page = Awaited<ReturnType<typeof instrumentPage>>

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: decodeURIComponent((await params).tag) }
}

/** One instrument: what it is, what it can do, and how it was found through the years. */
export default async function InstrumentPage({ params }: Props) {
  await signedIn(`/instruments/${(await params).tag}`)
  const tag = decodeURIComponent((await params).tag)
  const page = await pageOrNotFound(() => instrumentPage(tag, new Date()))
  const { instrument, dueOn, dueInDays, offers } = page
  const { configuration } = instrument
  return (
    <div className="page stack">
      <Head page={page} />
      <p className={dueInDays < 0 ? 'tone-outside' : 'soft'}>
        Due {formatDate(dueOn)} ({dueWords({ dueInDays, dueOn })}), every {configuration.intervalMonths} months
      </p>
      <section className="card" aria-label="Range">
        <RangeBeam data={beamOf(configuration, offers.inputs[0]?.standard)} detail="full" fontSize={13.5} />
      </section>
      <Desks page={page} />
      <div className="two-col">
        <Nameplate page={page} />
        <LastPicture page={page} />
      </div>
      <History page={page} />
      <Abandoned page={page} />
      <RangeChanges page={page} />
      <Versions page={page} />
    </div>
  )
}

function Head({ page: { instrument, openRun } }: { page: Page }) {
  const path = `/instruments/${encodeURIComponent(instrument.tag)}`
  return (
    <div className="head-row">
      <h1>{instrument.tag}</h1>
      <p>
        {instrument.configuration.description} <span className="soft">· {instrument.configuration.area}</span>
      </p>
      <div className="end actions">
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
        <LinkButton variant="contained" href={openRun ? `/runs/${openRun.id}` : `${path}/calibrate`}>
          {openRun ? `Go on with ${openRun.startedBy}’s run` : 'Start calibration'}
        </LinkButton>
      </div>
    </div>
  )
}

/** The desks, and which of them were set up for it. */
function Desks({ page: { instrument, saved, timeZone } }: { page: Page }) {
  const path = `/instruments/${encodeURIComponent(instrument.tag)}`
  const what = {
    range: 'a wanted range against what the sensor can do',
    vessel: 'the range that follows from tank or drum',
    flow: 'the range that follows from orifice or given pair',
    loop: 'everything from the sensor to the host',
  } satisfies Record<Desk, string>
  return (
    <nav className="desk-cards" aria-label="Desks">
      {DESK_IDS.map((desk) => (
        <Link key={desk} className="card" href={`${path}/${desk}`}>
          <strong>{DESKS[desk]}</strong>
          <span className="small">{what[desk]}</span>
          <span className="soft small">
            {saved[desk]
              ? `saved ${formatDate(calendarDate(new Date(saved[desk].savedAt), timeZone))}, ${saved[desk].savedBy}`
              : 'not set up'}
          </span>
        </Link>
      ))}
    </nav>
  )
}

function Nameplate({ page: { instrument } }: { page: Page }) {
  const { configuration: c } = instrument
  const range = { lrv: c.lrv, urv: c.urv, unit: c.unit }
  const remarks = [
    isReverseActing(range) && 'reverse-acting',
    zeroPosition(range) !== 'at zero' && `zero ${zeroPosition(range)}`,
  ].filter(Boolean)
  const facts: [string, string][] = [
    ['Kind', INSTRUMENT_KINDS[c.kind]],
    ...(c.nameplate ? [['Nameplate', nameplateWords(c.nameplate)] as [string, string]] : []),
    ...(c.readability
      ? [
          [
            'Read to',
            `${formatPlain(c.readability.division * c.readability.fraction)} ${pressureUnitLabel(c.unit)}`,
          ] as [string, string],
        ]
      : []),
    ['Range', `${rangeText(c)}${remarks.length > 0 ? ` (${remarks.join(', ')})` : ''}`],
    ['Output', `${signalLabel(c.signal)}, ${transferWords(c.transfer)}`],
    ...(c.displayScale
      ? [
          [
            'Display',
            `${formatPlain(c.displayScale.lower)} … ${formatPlain(c.displayScale.upper)} ${c.displayScale.unit}`,
          ] as [string, string],
        ]
      : []),
    ...(c.hostRoot ? [['Host', 'takes the square root'] as [string, string]] : []),
    ['Connected by', HOOK_UPS[c.hookUp]],
    [
      'Sensor',
      `${formatPlain(c.lrl)} … ${formatPlain(c.url)} ${unitWithKind(c)}, smallest span ${formatPlain(c.minSpan)}`,
    ],
    ...(c.body ? [['Body', bodyWords(c.body, c.unit)] as [string, string]] : []),
    ['Error limit', limitWords(c.errorLimit)],
    ['Adjust limit', c.adjustLimit ? limitWords(c.adjustLimit) : 'none: adjusted only when outside'],
    [
      'Test points',
      `${testPointPercents(c)
        .map((percent) => pointName(percent, c))
        .join(', ')}, ${POINT_ORDERS[c.pointOrder]}`,
    ],
  ]
  return (
    <section aria-labelledby="nameplate">
      <h2 id="nameplate">Nameplate and register</h2>
      <dl className="facts" style={{ marginTop: 8 }}>
        {facts.map(([name, value]) => (
          <div key={name} style={{ display: 'contents' }}>
            <dt>{name}</dt>
            <dd className="num">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}

const nameplateWords = ({ maker, model, serialNumber }: NonNullable<Configuration['nameplate']>) =>
  [maker, model, serialNumber && `serial ${serialNumber}`].filter(Boolean).join(', ')

function LastPicture({ page: { lastRecord, timeZone } }: { page: Page }) {
  if (!lastRecord)
    return (
      <section>
        <h2>Last calibration</h2>
        <p className="soft">None yet. The first one will show here how its error lies in the corridor.</p>
      </section>
    )
  const rounds = lastRecord.results
  return (
    <section aria-labelledby="last">
      <h2 id="last">
        Last calibration, {formatDate(calendarDate(new Date(lastRecord.signature.signedAt), timeZone))}
        <span className="soft small"> · hollow as found{rounds.length > 1 ? ', filled as left' : ''}</span>
      </h2>
      <ErrorCorridor height={250} data={runCorridor({ run: lastRecord, rounds, earlier: null })} />
    </section>
  )
}

function History({ page: { results, timeZone } }: { page: Page }) {
  if (results.length === 0) return null
  return (
    <section aria-labelledby="history">
      <h2 id="history">Calibrations</h2>
      <div className="scroll-x">
        <table className="plain-table">
          <thead>
            <tr>
              <th>Date</th>
              <th>By</th>
              <th>As found</th>
              <th className="r">largest, % of span</th>
              <th>As left</th>
              <th className="r">largest, % of span</th>
              <th>Record</th>
            </tr>
          </thead>
          <tbody>
            {results.map((result) => (
              <tr key={result.sequence}>
                <td>{formatDate(calendarDate(result.sealedAt, timeZone))}</td>
                <td>{result.signedBy}</td>
                <td>
                  <Mark mark={VERDICT_MARK[result.asFound]} /> {VERDICT_WORDS[result.asFound]}
                </td>
                <td className="num r">
                  {formatSigned(result.asFoundErrorPercent, 3)}
                  {result.errorBasis === 'reading' && ' of reading'}
                </td>
                <td>
                  <Mark mark={VERDICT_MARK[result.asLeft]} /> {VERDICT_WORDS[result.asLeft]}
                </td>
                <td className="num r">
                  {formatSigned(result.asLeftErrorPercent, 3)}
                  {result.errorBasis === 'reading' && ' of reading'}
                </td>
                <td>
                  <Link href={`/records/${result.sequence}`}>record {result.sequence}</Link>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

function Abandoned({ page: { abandoned, timeZone } }: { page: Page }) {
  if (abandoned.length === 0) return null
  return (
    <section aria-labelledby="abandoned">
      <h2 id="abandoned">Abandoned runs</h2>
      <ul className="cautions small">
        {abandoned.map((run) => (
          <li key={run.id}>
            {formatDateTime(run.closedAt, timeZone)}, begun by {run.startedBy}: {run.reason}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Versions({ page: { versions, timeZone } }: { page: Page }) {
  return (
    <section aria-labelledby="versions">
      <h2 id="versions">Configuration</h2>
      <div className="scroll-x">
        <table className="plain-table">
          <thead>
            <tr>
              <th>Version</th>
              <th>Since</th>
              <th>By</th>
              <th>Why</th>
              <th>Range</th>
              <th>Error limit</th>
            </tr>
          </thead>
          <tbody>
            {versions.map((version) => (
              <tr key={version.version}>
                <td className="num">{version.version}</td>
                <td>{formatDateTime(version.changedAt, timeZone)}</td>
                <td>{version.changedBy}</td>
                <td>{version.changeReason}</td>
                <td className="num">{rangeText(version.configuration)}</td>
                <td className="num">{limitWords(version.configuration.errorLimit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

/** What each range change took, beside the versions it made. */
function RangeChanges({ page: { rangeChanges, timeZone } }: { page: Page }) {
  if (rangeChanges.length === 0) return null
  return (
    <section aria-labelledby="range-changes">
      <h2 id="range-changes">Range changes</h2>
      <ul className="plain-list">
        {rangeChanges.map(({ id, toVersion, detail, changedAt, changedBy, reason }) => (
          <li key={id}>
            Version {toVersion}, {formatDateTime(changedAt, timeZone)}, {changedBy}: {reason}.{' '}
            <span className="soft">{rangeChangeWords(detail)}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
