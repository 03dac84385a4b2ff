'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { formatPlain } from '@/core/format/formatNumber'
import { referencesOf } from '@/plans/referencesOf'
import type { WorkingReference, World } from '@/schema/world'
import { useSending } from '../../kit/useSending'
import { ReasonDialog } from './ReasonDialog'

type Props = {
  /** As it stands now. */
  world: World
  standards: readonly WorkingReference[]
  onClose: () => void
  store: (exchange: unknown) => Promise<string | null>
}

const words = ({ code, description, rangeLow, rangeHigh, unit }: WorkingReference) =>
  `${code}, ${description}, ${formatPlain(rangeLow)} … ${formatPlain(rangeHigh)} ${unit.replace('@', ' at ')}`

/** Another reference in the place of one of the run: readings taken so far keep theirs. */
export function ExchangeDialog({ world, standards, onClose, store }: Props) {
  const present = referencesOf(world)
  const [replaces, setReplaces] = useState(present[0]?.id ?? '')
  const [standardId, setStandardId] = useState('')
  const sending = useSending()
  const old = present.find(({ id }) => id === replaces)
  const offered = standards.filter(
    ({ id, quantity }) => quantity === old?.quantity && !present.some((each) => each.id === id),
  )
  return (
    <ReasonDialog
      title="Exchange a reference?"
      words="Readings taken so far keep the reference they were taken with; those that follow are judged by the new one. Leak-check anew once it is on."
      action="Exchange it"
      onClose={onClose}
      store={(reason) => {
        const exchange = { replaces, standardId, reason }
        return sending(exchange, (id) => store({ id, ...exchange }))
      }}
    >
      <TextField
        select
        label="Instead of"
        size="small"
        value={replaces}
        onChange={(event) => {
          setReplaces(event.target.value)
          setStandardId('')
        }}
      >
        {present.map((standard) => (
          <MenuItem key={standard.id} value={standard.id}>
            {words(standard)}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="From now on"
        size="small"
        value={standardId}
        onChange={(event) => setStandardId(event.target.value)}
      >
        {offered.map((standard) => (
          <MenuItem key={standard.id} value={standard.id}>
            {words(standard)}
          </MenuItem>
        ))}
      </TextField>
    </ReasonDialog>
  )
}
