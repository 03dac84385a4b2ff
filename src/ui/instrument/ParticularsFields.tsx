'use client'
import { FLUID_HAZARD_NAMES } from '@/core/reference/fluidHazard'
import { REFERENCE_MEDIA } from '@/core/reference/referenceKind'
import { Tick } from '../../kit/parts/Tick'
import { GroupFields } from './GroupFields'
import type { InstrumentFormProps } from './instrumentFormProps'

/** Nameplate, readability, repeatability, whose it is, and what is in it. All may stay empty; the certificate says what is not known. */
export function ParticularsFields({ form }: InstrumentFormProps) {
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Nameplate and reading</legend>
      <GroupFields form={form} group="particulars" />
      <SomeOf
        legend="Its process fluid is (none ticked: not said)"
        names={FLUID_HAZARD_NAMES}
        chosen={form.draft.configuration.fluidHazards}
        choose={(hazard, is) => form.change(['configuration', 'fluidHazards', hazard], is)}
      />
      <SomeOf
        legend="May be touched only by (none ticked: not said)"
        names={REFERENCE_MEDIA}
        chosen={form.draft.configuration.touchedBy}
        choose={(medium, may) => form.change(['configuration', 'touchedBy', medium], may)}
      />
    </fieldset>
  )
}

type SomeOfProps<Id extends string> = {
  legend: string
  names: Readonly<Record<Id, string>>
  chosen: Readonly<Record<Id, boolean>>
  choose: (id: Id, is: boolean) => void
}

/** Some of a set, each with a tick. */
function SomeOf<Id extends string>({ legend, names, chosen, choose }: SomeOfProps<Id>) {
  const ids = Object.keys(names) as Id[] // of the record's own keys
  return (
    <fieldset className="actions bare-fieldset">
      <legend className="small soft">{legend}</legend>
      {ids.map((id) => (
        <Tick key={id} label={names[id]} checked={chosen[id]} change={(is) => choose(id, is)} />
      ))}
    </fieldset>
  )
}
