'use client'
import { REFERENCE_MEDIA, REFERENCE_MEDIUM_IDS } from '@/core/reference/referenceKind'
import { BoundBox, BoundChoice } from '../form/BoundFields'
import { Tick } from '../parts/Tick'
import type { InstrumentFormProps } from './instrumentFormProps'

const FRACTIONS = [
  ['1', 'whole divisions'],
  ['0.5', 'halves of one'],
  ['0.25', 'quarters of one'],
  ['0.2', 'fifths of one'],
  ['0.1', 'tenths of one'],
] as const

/** Nameplate, readability, repeatability, and whose it is. All may stay empty; the certificate says what is not known. */
export function ParticularsFields({ form }: InstrumentFormProps) {
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Nameplate and reading</legend>
      <div className="field-row">
        <BoundBox form={form} path="configuration.nameplate.maker" label="Maker" />
        <BoundBox form={form} path="configuration.nameplate.model" label="Model" />
        <BoundBox form={form} path="configuration.nameplate.serialNumber" label="Serial number" />
        <BoundBox form={form} path="configuration.owner" label="Customer or owner, if not this site" />
      </div>
      <div className="field-row">
        <BoundBox
          form={form}
          path="configuration.readability.division"
          label="Own dial or display: one division"
          isNumber
        />
        <BoundChoice form={form} path="configuration.readability.fraction" label="Read to" options={FRACTIONS} />
        <BoundBox
          form={form}
          path="configuration.repeatabilityPercentSpan"
          label="Repeatability, s in % of span"
          isNumber
        />
        <BoundBox form={form} path="configuration.limitSource" label="Error limit from" />
      </div>
      <fieldset className="actions bare-fieldset">
        <legend className="small soft">May be touched only by (none ticked: not said)</legend>
        {REFERENCE_MEDIUM_IDS.map((medium) => (
          <Tick
            key={medium}
            label={REFERENCE_MEDIA[medium]}
            checked={form.draft.configuration.touchedBy[medium]}
            change={(may) => form.change(['configuration', 'touchedBy', medium], may)}
          />
        ))}
      </fieldset>
    </fieldset>
  )
}
