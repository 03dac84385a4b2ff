'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useCallback, useMemo, useState } from 'react'
import { limitAt } from '@/core/reference/referenceParts'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import { correctionChart, ratioChart, ratioWords, referenceUncertaintyChart } from '@/pictures/charts/referenceCharts'
import { ratioCurve, uncertaintyCurve } from '@/plans/referenceCurves'
import { calibrationsOf } from '@/plans/workingReferencesOf'
import type { Configuration } from '@/schema/configuration'
import type { Reference, ReferenceRange } from '@/schema/reference'
import type { WorkingReference } from '@/schema/world'
import { ChartPictureView } from '../../kit/pictures/ChartPictureView'
import { unitOf } from './referenceWords'

type Instrument = { readonly tag: string; readonly configuration: Configuration }

type Props = {
  readonly standard: WorkingReference
  readonly unitLabel: string
  readonly today: string
  /** Instruments it could serve. */
  readonly instruments: readonly Instrument[]
}

/** U over the range, and beside an instrument the ratio it leaves. */
export function UncertaintyPictures({ standard, unitLabel, today, instruments }: Props) {
  const [tag, setTag] = useState(instruments[0]?.tag ?? '')
  const places = useMemo(() => uncertaintyCurve(standard, today), [standard, today])
  const chosen = instruments.find((each) => each.tag === tag)
  const ratios = useMemo(
    () => (chosen ? ratioCurve(standard, chosen.configuration, today) : []),
    [standard, chosen, today],
  )
  const drawUncertainty = useCallback(
    (style: ChartStyle) => referenceUncertaintyChart({ places, unitLabel }, style),
    [places, unitLabel],
  )
  const drawRatio = useCallback(
    (style: ChartStyle) => ratioChart({ places: ratios, tag, code: standard.code }, style),
    [ratios, tag, standard.code],
  )
  const [first, last] = [ratios[0], ratios.at(-1)]
  return (
    <div className="two-col">
      <div className="tight">
        <h3 className="small-head">Uncertainty over its range</h3>
        <ChartPictureView draw={drawUncertainty} height={250} />
      </div>
      {chosen && (
        <div className="tight">
          <TextField
            select
            label="Beside"
            size="small"
            value={tag}
            onChange={(event) => setTag(event.target.value)}
            sx={{ width: 260 }}
          >
            {instruments.map(({ tag: each, configuration }) => (
              <MenuItem key={each} value={each}>
                {each} {configuration.description}
              </MenuItem>
            ))}
          </TextField>
          <ChartPictureView draw={drawRatio} height={220} />
          {first && last && (
            <p className="small num">
              {ratioWords(first.ratio)} at {first.percent.toFixed(0)} %, {ratioWords(last.ratio)} at{' '}
              {last.percent.toFixed(0)} % of its range
            </p>
          )}
        </div>
      )}
    </div>
  )
}

/** Corrections of a range from certificate to certificate. */
export function CorrectionPicture({ reference, range }: { reference: Reference; range: ReferenceRange }) {
  const draw = useCallback(
    (style: ChartStyle) =>
      correctionChart(
        {
          calibrations: calibrationsOf(reference, range.id),
          accuracyAt: (indicated) => limitAt(indicated, range.accuracy, range),
          unitLabel: unitOf(range),
        },
        style,
      ),
    [reference, range],
  )
  return <ChartPictureView draw={draw} height={270} />
}
