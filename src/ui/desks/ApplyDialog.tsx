'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import type { RangePlan } from '@/plans/rangePlanShape'
import { TORQUE_UNITS } from '@/schema/desks'
import { NumberBox, WordsBox } from '../../kit/form/boxes'
import { Tick } from '../../kit/parts/Tick'
import { ReasonDialog } from '../run/ReasonDialog'

/** The boxes of a capsule change, as text. */
export type CapsuleWorkDraft = {
  readonly torque: string
  readonly torqueUnit: string
  readonly manual: string
  readonly serial: string
}

type Props = {
  plan: RangePlan
  version: number
  onClose: () => void
  /** An offset that was set hot and stands in the instrument. */
  hotOffset: string | null
  apply: (
    reason: string,
    work: CapsuleWorkDraft | null,
    confirmed: { readonly offsetTakenBack: boolean; readonly isTurnMeant: boolean },
  ) => Promise<string | null>
}

const NO_WORK: CapsuleWorkDraft = { torque: '', torqueUnit: TORQUE_UNITS[0], manual: '', serial: '' }

/** Asks for the reason, and for what a capsule change is done by, before the range becomes the instrument's own. */
export function ApplyDialog({ plan, version, hotOffset, onClose, apply }: Props) {
  const [work, setWork] = useState(NO_WORK)
  const [isTakenBack, setTakenBack] = useState(false)
  const [isTurnMeant, setTurnMeant] = useState(false)
  const isCapsule = plan.verdict.kind === 'capsule'
  return (
    <ReasonDialog
      title={`Make this version ${version + 1}`}
      words={
        isCapsule
          ? 'The register takes the new range and capsule, one is taken out of stock, and its calibration opens. Nothing in Barys bolts anything together: the work comes first.'
          : 'The register takes the new range with who, when and why, and its calibration opens.'
      }
      action="Apply and open its calibration"
      onClose={onClose}
      store={(reason) => apply(reason, isCapsule ? work : null, { offsetTakenBack: isTakenBack, isTurnMeant })}
    >
      {plan.isTurned && <Tick label="The range is reversed on purpose" checked={isTurnMeant} change={setTurnMeant} />}
      {hotOffset && (
        <Tick label="The hot offset is taken back at the instrument" checked={isTakenBack} change={setTakenBack} />
      )}
      {isCapsule && <CapsuleWorkFields work={work} change={setWork} />}
    </ReasonDialog>
  )
}

function CapsuleWorkFields({ work, change }: { work: CapsuleWorkDraft; change: (work: CapsuleWorkDraft) => void }) {
  const box = (field: 'torque' | 'manual' | 'serial', label: string, helper?: string) => {
    const Box = field === 'torque' ? NumberBox : WordsBox
    return (
      <Box
        label={label}
        value={work[field]}
        helperText={helper}
        change={(typed) => change({ ...work, [field]: typed })}
      />
    )
  }
  return (
    <div className="stack">
      <p className="small">
        Bolts crosswise, evenly, a little at a time, to the torque in the maker’s manual: read it there, and enter it.
      </p>
      <div className="field-row">
        {box('torque', 'Torque')}
        <TextField
          select
          label="Unit"
          size="small"
          value={work.torqueUnit}
          onChange={(event) => change({ ...work, torqueUnit: event.target.value })}
        >
          {TORQUE_UNITS.map((unit) => (
            <MenuItem key={unit} value={unit}>
              {unit}
            </MenuItem>
          ))}
        </TextField>
      </div>
      {box('manual', 'Where it stands: manual and page')}
      {box('serial', 'Serial number of the capsule, if it has one')}
    </div>
  )
}
