'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { drumLevel } from '@/calc/drum/drumLevel'
import { levelRange } from '@/calc/level/levelRange'
import { runCalculation } from '@/calc/runCalculation'
import type { SavedDesk } from '@/schema/desks'
import { DrumLevelInput } from '@/schema/drum'
import { LevelInput } from '@/schema/vessel'
import { useKeptDraft } from '../../kit/form/useKeptDraft'
import { useSetUpForm } from '../../kit/form/useSetUpForm'
import { DeskFoot } from './DeskFoot'
import { DeskHead } from './DeskHead'
import { DrumSide } from './DrumSide'
import type { DeskInstrument } from './deskTypes'
import { LevelSide } from './LevelSide'
import { useSaveDesk } from './useSaveDesk'

type Props = {
  instrument: DeskInstrument
  saved: SavedDesk<'vessel'> | null
  timeZone: string
  mayChange: boolean
}

/** The vessel desk: a tank or a drum drawn to scale, and the range that follows from it. */
export function VesselDesk({ instrument, saved, timeZone, mayChange }: Props) {
  const router = useRouter()
  const [kind, setKind] = useState(saved?.setUp.kind ?? 'level')
  const { configuration } = instrument
  const level = useSetUpForm(LevelInput, saved?.setUp.kind === 'level' ? saved.setUp.input : emptyLevel(configuration))
  const drum = useSetUpForm(DrumLevelInput, saved?.setUp.kind === 'drum' ? saved.setUp.input : emptyDrum(configuration))
  const [calibrated, setCalibrated] = useState(saved?.setUp.kind === 'drum' ? saved.setUp.calibrated : 'hot')
  const { state, save } = useSaveDesk({
    instrumentId: instrument.id,
    desk: 'vessel',
    saved,
    boxes: kind === 'level' ? { kind, boxes: level.draft } : { kind, boxes: drum.draft, calibrated },
  })
  const isSaved = !state.isChanged
  useKeptDraft(`${instrument.id} vessel level`, level, kind !== 'level' || isSaved)
  useKeptDraft(`${instrument.id} vessel drum`, drum, kind !== 'drum' || isSaved)
  const [levelPercent, setLevelPercent] = useState(50)
  const typed =
    kind === 'level'
      ? level.value && { kind, input: level.value }
      : drum.value && { kind, input: drum.value, calibrated }
  const works = typed && runCalculation(kind === 'level' ? levelRange : drumLevel, typed.input).kind === 'answer'
  const setUp = works ? typed : null

  const take = async () => {
    if (setUp && (await save(setUp)))
      router.push(`/instruments/${encodeURIComponent(instrument.tag)}/range?from=vessel`)
  }
  return (
    <div className="desk">
      <DeskHead instrument={instrument} desk="vessel">
        <fieldset className="bare-fieldset desk-kinds" aria-label="Kind of vessel">
          {(['level', 'drum'] as const).map((each) => (
            <Button
              key={each}
              variant={kind === each ? 'contained' : 'outlined'}
              color="secondary"
              aria-pressed={kind === each}
              onClick={() => setKind(each)}
            >
              {each === 'level' ? 'Tank' : 'Boiler drum'}
            </Button>
          ))}
        </fieldset>
      </DeskHead>
      <div className="desk-body">
        {kind === 'level' ? (
          <LevelSide form={level} />
        ) : (
          <DrumSide
            form={drum}
            calibrated={calibrated}
            choose={setCalibrated}
            levelPercent={levelPercent}
            setLevel={setLevelPercent}
          />
        )}
      </div>
      <DeskFoot
        instrument={instrument}
        desk="vessel"
        state={state}
        timeZone={timeZone}
        save={() => setUp && save(setUp)}
        canSave={mayChange && setUp !== null}
      >
        <Button variant="contained" size="large" onClick={take} disabled={!mayChange || setUp === null}>
          Take its range to the range desk
        </Button>
      </DeskFoot>
    </div>
  )
}

type Of = DeskInstrument['configuration']

/** Units of the instrument, and no figure: a figure nobody typed is a figure nobody checked. */
const emptyLevel = ({ unit, signal, displayScale }: Of) => ({
  heightUnit: 'm',
  densityUnit: 'kg/m3',
  vessel: { kind: 'open' },
  unit,
  signal,
  display: displayScale,
})
const emptyDrum = ({ unit }: Of) => ({ pressureUnit: 'bar', unit })
