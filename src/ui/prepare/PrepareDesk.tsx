'use client'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useRouter } from 'next/navigation'
import { type FormEvent, useId, useRef, useState } from 'react'
import { formatPlain } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import { PRESSURE_UNIT_IDS, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import type { ReferenceOffer, ReferenceOffers } from '@/schema/offers'
import { refusalWords, send } from '../api'
import { Mark } from '../parts/Mark'
import { CAUTIONS, STANDING_LINE } from './cautions'

type Props = {
  instrument: { id: string; tag: string; configuration: Configuration }
  offers: ReferenceOffers
}

/** Prepare: reference, unit, environment and the cautions; then the run begins. */
export function PrepareDesk({ instrument, offers }: Props) {
  const router = useRouter()
  const runId = useRef<string>(undefined)
  const [inputId, setInputId] = useState(usable(offers.inputs)?.standard.id ?? null)
  const [outputId, setOutputId] = useState(offers.outputs ? (usable(offers.outputs)?.standard.id ?? null) : null)
  const [inputUnit, setInputUnit] = useState(instrument.configuration.unit)
  const [readsDigital, setReadsDigital] = useState(false)
  const [failure, setFailure] = useState<string | null>(null)
  const [isSending, setSending] = useState(false)

  const start = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const boxes = new FormData(event.currentTarget)
    setSending(true)
    runId.current ??= crypto.randomUUID() // kept while the form lives: sent twice, it starts one run
    const answer = await send<{ id: string }>('/api/v1/runs', {
      id: runId.current,
      instrumentId: instrument.id,
      inputUnit,
      inputReferenceId: inputId ?? '',
      outputReferenceId: outputId,
      readsDigital,
      environment: {
        ambientCelsius: boxes.get('ambient'),
        relativeHumidityPercent: boxes.get('humidity'),
        barometricHPa: boxes.get('barometer'),
      },
    })
    if (answer.kind === 'done') router.push(`/runs/${answer.value.id}`)
    else {
      setFailure(refusalWords(answer))
      setSending(false)
    }
  }

  return (
    <form onSubmit={start} className="prepare" aria-label="Prepare the run">
      <div className="two-col prepare-body">
        <div className="stack">
          <References
            title="Gives the pressure"
            name="input"
            offers={offers.inputs}
            chosen={inputId}
            choose={setInputId}
          />
          {offers.outputs && (
            <References
              title="Reads the output"
              name="output"
              offers={offers.outputs}
              chosen={outputId}
              choose={setOutputId}
            />
          )}
        </div>
        <div className="stack">
          <h2>How it is read</h2>
          <div className="field-row">
            {/* A unit id of ours: only they are offered. */}
            <TextField
              select
              label="Applied, unit"
              size="small"
              value={inputUnit}
              onChange={(event) => setInputUnit(event.target.value as typeof inputUnit)}
            >
              {PRESSURE_UNIT_IDS.map((id) => (
                <MenuItem key={id} value={id}>
                  {pressureUnitLabel(id)}
                </MenuItem>
              ))}
            </TextField>
            <Box name="ambient" label="Ambient, °C" />
            <Box name="humidity" label="Humidity, %" />
            <Box name="barometer" label="Barometer, hPa" />
          </div>
          {instrument.configuration.signal === '4-20mA' && (
            <label className="digital-plan">
              <input
                type="checkbox"
                checked={readsDigital}
                onChange={(event) => setReadsDigital(event.target.checked)}
              />
              <span>
                Read PV and AO too, with the digital communicator
                <span className="soft small"> – tells a sensor that is off from an output that is off</span>
              </span>
            </label>
          )}
          <h2>Before the first reading</h2>
          <ul className="cautions small">
            {CAUTIONS.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
          <p className="soft small">{STANDING_LINE}</p>
        </div>
      </div>
      <div className="run-foot actions">
        <Button type="submit" variant="contained" size="large" disabled={isSending} autoFocus>
          Begin as found <kbd style={{ marginLeft: 14 }}>Enter</kbd>
        </Button>
        {failure ? (
          <p className="tone-outside" role="alert">
            {failure}
          </p>
        ) : (
          <p className="soft small">The reference, the limits and the plan are kept with the run as they are now.</p>
        )}
      </div>
    </form>
  )
}

/** The best offer that may be used; one out of date or too short must be chosen on purpose. */
const usable = (offers: readonly ReferenceOffer[]) => offers.find((offer) => offer.mark !== 'outside')

function Box({ name, label }: { name: string; label: string }) {
  return (
    <TextField
      name={name}
      label={label}
      size="small"
      slotProps={{
        htmlInput: { inputMode: 'decimal', className: 'num', autoComplete: 'off' },
        inputLabel: { shrink: true },
      }}
    />
  )
}

type ReferencesProps = {
  title: string
  name: string
  offers: readonly ReferenceOffer[]
  chosen: string | null
  choose: (id: string) => void
}

function References({ title, name, offers, chosen, choose }: ReferencesProps) {
  const id = useId()
  const suited = offers.filter((offer) => offer.mark !== 'outside')
  const unsuited = offers.filter((offer) => offer.mark === 'outside')
  return (
    <div role="radiogroup" aria-labelledby={id} className="tight">
      <h2 id={id}>{title}</h2>
      {offers.length === 0 && (
        <p className="notice is-outside">No reference of this kind is registered, so the run cannot begin.</p>
      )}
      {suited.map((offer) => (
        <OfferChoice key={offer.standard.id} {...{ offer, name, chosen, choose }} />
      ))}
      {unsuited.length > 0 && (
        <details className="set-aside">
          <summary>{unsuited.length} more that do not suit</summary>
          <div className="tight">
            {unsuited.map((offer) => (
              <OfferChoice key={offer.standard.id} {...{ offer, name, chosen, choose }} />
            ))}
          </div>
        </details>
      )}
    </div>
  )
}

type OfferProps = Pick<ReferencesProps, 'name' | 'chosen' | 'choose'> & { offer: ReferenceOffer }

function OfferChoice({ offer: { standard, mark, ratioText, remarks }, name, chosen, choose }: OfferProps) {
  const unit = standard.quantity === 'pressure' ? pressureUnitLabel(standard.unit) : standard.unit
  return (
    <label className="choice">
      <input type="radio" name={name} checked={chosen === standard.id} onChange={() => choose(standard.id)} />
      <span>
        <strong>{standard.code}</strong> {standard.description}
        <span className="soft small num">
          {' '}
          {formatPlain(standard.rangeLow)} … {formatPlain(standard.rangeHigh)} {unit}
        </span>
        <br />
        <span className={`small ${mark === 'inside' ? 'soft' : `tone-${mark}`}`}>
          {remarks.length > 0 ? remarks.join('; ') : `in date to ${formatDate(standard.dueOn)}`}
        </span>
      </span>
      <span className="num small">
        {ratioText}{' '}
        <Mark mark={mark} label={{ inside: 'suits', look: 'suits, but look', outside: 'does not suit' }[mark]} />
      </span>
    </label>
  )
}
