'use client'
import { FLUID_HAZARD_IDS, FLUID_HAZARD_NAMES } from '@/core/reference/fluidHazard'
import { REFERENCE_MEDIA, REFERENCE_MEDIUM_IDS } from '@/core/reference/referenceKind'
import { Tick } from '../../kit/parts/Tick'
import { GroupFields } from './GroupFields'
import type { InstrumentFormProps } from './instrumentFormProps'

/** Nameplate, readability, repeatability, whose it is, and what is in it. All may stay empty; the certificate says what is not known. */
export function ParticularsFields({ form }: InstrumentFormProps) {
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Nameplate and reading</legend>
      <GroupFields form={form} group="particulars" />
      <fieldset className="actions bare-fieldset">
        <legend className="small soft">Its process fluid is (none ticked: not said)</legend>
        {FLUID_HAZARD_IDS.map((hazard) => (
          <Tick
            key={hazard}
            label={FLUID_HAZARD_NAMES[hazard]}
            checked={form.draft.configuration.fluidHazards[hazard]}
            change={(is) => form.change(['configuration', 'fluidHazards', hazard], is)}
          />
        ))}
      </fieldset>
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
