'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { DEVICE_KINDS, type Device, type DeviceKind } from '@/schema/links'
import { refusalWords, send } from '../../kit/api'
import { NumberBox, WordsBox } from '../../kit/form/boxes'
import { Choice } from '../../kit/parts/Choice'
import { DataTable } from '../../kit/parts/DataTable'
import { FormDialog } from '../../kit/parts/FormDialog'
import { Notice } from '../../kit/parts/Notice'
import { Refused } from '../../kit/parts/Refused'
import { Tick } from '../../kit/parts/Tick'
import { useSending } from '../../kit/useSending'

type Props = { readonly devices: readonly Device[]; readonly mayKeep: boolean }
const KINDS = Object.entries(DEVICE_KINDS) as [DeviceKind, string][] // entries of a const object

/** The devices that runs can be read by: what each is, where it answers, in whose hands it is. */
export function DevicesDesk({ devices, mayKeep }: Props) {
  const [editing, setEditing] = useState<Device | 'new' | null>(null)
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>Devices read over a network</h1>
        {mayKeep && (
          <span className="end actions">
            <Button variant="contained" onClick={() => setEditing('new')}>
              Enter a device
            </Button>
          </span>
        )}
      </div>
      <p className="soft">
        Sources and meters that speak SCPI over TCP, transmitters that speak Modbus TCP. Barys reaches those on its own
        machine and in the networks it was started with, and nothing else.
      </p>
      {devices.length === 0 ? (
        <Notice>None is entered, so every reading is typed.</Notice>
      ) : (
        <DataTable
          rows={devices}
          keyOf={({ id }) => id}
          columns={[
            {
              head: 'Name',
              cell: ({ name, isStandIn }) => (
                <>
                  {name}
                  {isStandIn && <span className="soft">, simulated</span>}
                </>
              ),
            },
            { head: 'What it is', cell: ({ kind }) => DEVICE_KINDS[kind] },
            { head: 'Reference or tag', is: 'tag', cell: ({ serves }) => serves },
            {
              head: 'Answers at',
              is: 'figure',
              cell: ({ address, channel }) => `${address}${channel === null ? '' : `, channel ${channel}`}`,
            },
            {
              head: 'In use',
              cell: ({ inUseBy, isRetired }) => (isRetired ? 'not linked any more' : (inUseBy ?? '—')),
            },
            ...(mayKeep
              ? [
                  {
                    head: <span className="visually-hidden">Try or change it</span>,
                    cell: (device: Device) => <Acts device={device} edit={() => setEditing(device)} />,
                  },
                ]
              : []),
          ]}
        />
      )}
      {editing !== null && <DeviceDialog device={editing === 'new' ? null : editing} close={() => setEditing(null)} />}
    </div>
  )
}

/** Asks a device who it is, or leads to what can be changed of it. */
function Acts({ device, edit }: { device: Device; edit: () => void }) {
  const [said, setSaid] = useState<string | null>(null)
  const [isAsking, setAsking] = useState(false)
  const ask = async () => {
    setAsking(true)
    const answer = await send<{ words: string }>(`/api/v1/devices/${device.id}/try`, {})
    setSaid(answer.kind === 'done' ? answer.value.words : refusalWords(answer))
    setAsking(false)
  }
  return (
    <span className="actions">
      <Button size="small" disabled={isAsking || device.isRetired} onClick={ask} aria-label={`Ask ${device.name}`}>
        Ask
      </Button>
      <Button size="small" onClick={edit} aria-label={`Change ${device.name}`}>
        Change…
      </Button>
      <span className="small num" role="status">
        {said}
      </span>
    </span>
  )
}

function DeviceDialog({ device, close }: { device: Device | null; close: () => void }) {
  const router = useRouter()
  const [kind, setKind] = useState<DeviceKind>(device?.kind ?? 'source')
  const [name, setName] = useState(device?.name ?? '')
  const [address, setAddress] = useState(device?.address ?? '')
  const [channel, setChannel] = useState(device?.channel?.toString() ?? '')
  const [serves, setServes] = useState(device?.serves ?? '')
  const [isRetired, setRetired] = useState(device?.isRetired ?? false)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const submit = async () => {
    const number = channel.trim() === '' ? null : Number(channel)
    const where = { name, address, channel: number }
    const refusal = device
      ? refusalWords(await send(`/api/v1/devices/${device.id}`, { ...where, isRetired }))
      : await sending({ ...where, kind, serves }, async (id) =>
          refusalWords(await send('/api/v1/devices', { id, ...where, kind, serves })),
        )
    setMessage(refusal)
    if (refusal !== null) return
    close()
    router.refresh()
  }
  return (
    <FormDialog
      title={device ? `Change ${device.name}` : 'Enter a device'}
      action="Save"
      onClose={close}
      onSubmit={submit}
    >
      {!device && (
        <>
          <Choice
            label="What it is"
            value={kind}
            options={KINDS}
            choose={(id) => setKind(KINDS.find(([each]) => each === id)?.[0] ?? kind)}
          />
          <WordsBox
            label={kind === 'transmitter' ? 'Tag of the instrument it is' : 'Code of the reference it is'}
            value={serves}
            change={setServes}
          />
        </>
      )}
      <WordsBox label="What it is called" value={name} change={setName} />
      <WordsBox label="Answers at, as 10.20.4.7:5025" value={address} change={setAddress} />
      {kind === 'meter' && <NumberBox label="Channel, where it has several" value={channel} change={setChannel} />}
      {device && <Tick label="It is not linked any more" checked={isRetired} change={setRetired} />}
      <Refused words={message} />
    </FormDialog>
  )
}
