'use client'
import Box from '@mui/material/Box'
import Radio from '@mui/material/Radio'
import Link from 'next/link'
import { useCallback, useMemo } from 'react'
import { drumLevel } from '@/calc/drum/drumLevel'
import { drumMPa } from '@/calc/drum/drumTerms'
import { runCalculation } from '@/calc/runCalculation'
import { coldDensities, drumShownPercent, hotDensities } from '@/core/drum/drumLevel'
import { COLD_DRUM_STEPS, HOT_DRUM_STEPS } from '@/core/drum/drumSteps'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import { MOST_BOILING_MPA } from '@/core/steam/boilingWater'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import { drumCurve } from '@/pictures/charts/drumCurve'
import { drumPicture } from '@/pictures/drumPicture'
import type { DrumLevelInput } from '@/schema/drum'
import type { useSetUpForm } from '../../kit/form/useSetUpForm'
import { LabelledSlider } from '../../kit/parts/LabelledSlider'
import { Notice } from '../../kit/parts/Notice'
import { ChartPictureView } from '../../kit/pictures/ChartPictureView'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'
import { CalculationResult } from './CalculationResult'
import { Reasons } from './Reasons'
import { SetUpFields } from './SetUpFields'
import { StepList } from './StepList'

type Calibrated = 'cold' | 'hot'
type Props = {
  form: ReturnType<typeof useSetUpForm<typeof DrumLevelInput>>
  calibrated: Calibrated
  choose: (calibrated: Calibrated) => void
  levelPercent: number
  setLevel: (percent: number) => void
}

/** A boiler drum: its cold and hot ranges, and how what is shown departs from the level there is. */
export function DrumSide({ form, calibrated, choose, levelPercent, setLevel }: Props) {
  const { shape, change, value, refusals } = form
  const outcome = useMemo(() => (value ? runCalculation(drumLevel, value) : null), [value])
  const refused = outcome?.kind === 'refused' ? outcome.refusals : refusals
  return (
    <div className="desk-columns is-vessel">
      <SetUpFields form={form} refusals={refused}>
        <fieldset className="calc-group">
          <legend>Range to be used</legend>
          {(['cold', 'hot'] as const).map((each) => (
            // biome-ignore lint/a11y/noLabelWithoutControl: Radio renders the control
            <label key={each} className="desk-choice">
              <Radio name="calibrated" checked={calibrated === each} onChange={() => choose(each)} />
              <span>
                {each === 'hot'
                  ? 'computed for operating pressure'
                  : 'cold water on both sides, with the hot difference as a recorded offset'}
              </span>
            </label>
          ))}
        </fieldset>
      </SetUpFields>
      <section aria-label="Drum">
        {value && outcome?.kind === 'answer' ? (
          <>
            <DrumView value={value} levelPercent={levelPercent} />
            <LabelledSlider
              label="Drum pressure"
              min={0}
              max={MOST_BAR}
              step={0.1}
              value={Number(convertPressure(value.pressure, value.pressureUnit, 'bar').toFixed(1))}
              change={(bar) =>
                change(['pressure'], String(Number(convertPressure(bar, 'bar', value.pressureUnit).toPrecision(6))))
              }
              says={
                <>
                  {formatFixed(value.pressure, 1)} {pressureUnitLabel(value.pressureUnit)}
                </>
              }
            />
            <LabelledSlider
              label="True level"
              min={0}
              max={100}
              step={1}
              value={levelPercent}
              change={setLevel}
              says={`${levelPercent} %`}
            />
            <StepList steps={COLD_DRUM_STEPS} title="Cold" />
            <StepList steps={HOT_DRUM_STEPS} title="Then hot" />
            <p>
              <Link href="/workings/gauge-glass">Correct a gauge glass that is colder than the drum</Link>
            </p>
          </>
        ) : (
          <Reasons shape={shape} refusals={refused} />
        )}
      </section>
      <CalculationResult calculation={drumLevel} outcome={outcome} />
    </div>
  )
}

/** Gauge pressure just under the critical point; two bar are left for any air pressure. */
const MOST_BAR = Math.floor(convertPressure(MOST_BOILING_MPA, 'MPa', 'bar')) - 2

/** The drum with its true level, and what a cold-calibrated instrument makes of it. */
function DrumView({ value, levelPercent }: { value: NonNullable<Props['form']['value']>; levelPercent: number }) {
  const [ref, { width }] = useSize<HTMLDivElement>({ width: 230, height: 300 })
  const drum = { tapDistanceM: value.tapDistance, gravityMPerS2: value.gravity }
  const present = hotDensities({ pressureMPa: drumMPa(value), legCelsius: value.legCelsius })
  const calibrated = coldDensities(value.ambientCelsius)
  const shown = (percent: number) => drumShownPercent(drum, { calibrated, present }, percent)
  const coldShows = shown(levelPercent)
  const [atEmpty, atFull] = [shown(0), shown(100)]
  const draw = useCallback(
    (style: ChartStyle) =>
      drumCurve({ truePercent: levelPercent, coldShowsPercent: coldShows, ends: [atEmpty, atFull] }, style),
    [levelPercent, coldShows, atEmpty, atFull],
  )
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <div ref={ref} className="picture">
          <SceneSvg scene={drumPicture(levelPercent, { width, height: 300, fontSize: 13 })} />
        </div>
        <ChartPictureView draw={draw} height={300} />
      </Box>
      <Notice aria-live="polite">
        True <b className="num">{levelPercent} %</b>: calibrated cold it shows{' '}
        <b className="num">{formatFixed(coldShows, 1)} %</b>,{' '}
        <b className="num">{formatSigned(coldShows - levelPercent, 1)} %</b> off.
      </Notice>
    </>
  )
}
