'use client'
import { useState } from 'react'
import type { Device, Linkable, NewLink } from '@/schema/links'
import { Choice } from '../../../kit/parts/Choice'
import { FormDialog } from '../../../kit/parts/FormDialog'
import { Refused } from '../../../kit/parts/Refused'
import { Tick } from '../../../kit/parts/Tick'
import { useSending } from '../../../kit/useSending'

type Props = {
  readonly runId: string
  readonly tag: string
  readonly linkable: Linkable
  readonly begin: (link: NewLink) => Promise<string | null>
  readonly onClose: () => void
}

const NONE = ''
const words = ({ name, serves, inUseBy }: Device) =>
  `${name}, ${serves}${inUseBy === null ? '' : `: in use by ${inUseBy}`}`
const optionsOf = (devices: readonly Device[]) => devices.map((each) => [each.id, words(each)] as const)
/** Of the meters, those that no other instrument here is read by; the one that is chosen stays in the list. */
const notElsewhere = (meters: readonly Device[], own: string, chosen: readonly string[]) =>
  meters.filter(({ id }) => id === own || !chosen.includes(id))
const firstFree = (devices: readonly Device[], taken: readonly string[] = []) =>
  devices.find(({ id, inUseBy }) => inUseBy === null && !taken.includes(id))?.id ?? NONE

/** Chooses the devices a run is read by, and what else hangs at the same manifold. */
export function LinkDialog({ runId, tag, linkable, begin, onClose }: Props) {
  const { sources, meters, transmitter, others } = linkable
  const [sourceId, setSourceId] = useState(firstFree(sources) || (sources[0]?.id ?? NONE))
  const [meterId, setMeterId] = useState(firstFree(meters))
  const [readsItself, setReadsItself] = useState(transmitter !== null)
  const [beside, setBeside] = useState<Readonly<Record<string, string>>>({})
  const [hasOthers, setHasOthers] = useState(false)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const chosen = [meterId, ...Object.values(beside)].filter((id) => id !== NONE)
  const submit = async () => {
    const link = {
      sourceId,
      members: [
        { runId, meterId: meterId || null, transmitterId: (readsItself && transmitter?.id) || null },
        ...others
          .filter((other) => beside[other.runId])
          .map((other) => ({
            runId: other.runId,
            meterId: beside[other.runId] ?? null,
            transmitterId: other.transmitter?.id ?? null,
          })),
      ],
    }
    const refusal = await sending(link, (id) => begin({ id, ...link }))
    setMessage(refusal)
    if (refusal === null) onClose()
  }
  return (
    <FormDialog title={`Read ${tag} by devices`} action="Link them" onClose={onClose} onSubmit={submit}>
      <p className="soft">
        A source brings up pressure by itself once it is told to: the instrument is isolated and hooked up, everybody
        beside it knows, and somebody stays with it. Vent is at the top of every stage.
      </p>
      <Choice label="Pressure by" value={sourceId} options={optionsOf(sources)} choose={setSourceId} />
      <Choice
        label="Output by"
        value={meterId}
        options={[[NONE, 'typed'], ...optionsOf(notElsewhere(meters, meterId, chosen))]}
        choose={setMeterId}
      />
      {transmitter && (
        <Tick label={`PV and AO by ${transmitter.name} itself`} checked={readsItself} change={setReadsItself} />
      )}
      {others.length > 0 && (
        <Tick
          label="Others hang at the same manifold"
          why="one pressure serves them all, at the same points"
          checked={hasOthers}
          change={(next) => {
            setHasOthers(next)
            setBeside({})
          }}
        />
      )}
      {(hasOthers ? others : []).map((other) => (
        <Choice
          key={other.runId}
          label={`${other.tag}, its output by`}
          value={beside[other.runId] ?? NONE}
          options={[
            [NONE, 'not with this one'],
            ...optionsOf(notElsewhere(other.meters, beside[other.runId] ?? NONE, chosen)),
          ]}
          choose={(id) => setBeside({ ...beside, [other.runId]: id })}
        />
      ))}
      <Refused words={message} />
    </FormDialog>
  )
}
